import { z } from 'zod';
import { step } from '@/server/drawings';
import { foreign, idOf, notFound, problemResponse, readBody, resultResponse } from '@/server/http';

export async function POST(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const refused = foreign(request);
  if (refused) return refused;
  const id = idOf((await params).id);
  if (id === null) return notFound();
  const body = await readBody(request, z.strictObject({ by: z.union([z.literal(-1), z.literal(1)]) }));
  if (!body.ok) return problemResponse(body.problem, 400);
  return resultResponse(step(id, body.value.by));
}
