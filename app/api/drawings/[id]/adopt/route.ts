import { z } from 'zod';
import { adoptLayer } from '@/server/drawings';
import { foreign, idOf, notFound, problemResponse, readBody, resultResponse } from '@/server/http';

/** Puts a layer of the drawing into the draft standard. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const refused = foreign(request);
  if (refused) return refused;
  const id = idOf((await params).id);
  if (id === null) return notFound();
  const body = await readBody(request, z.strictObject({ layer: z.string().min(1).max(300) }));
  if (!body.ok) return problemResponse(body.problem, 400);
  return resultResponse(adoptLayer(id, body.value.layer));
}
