import { z } from 'zod';
import { choicesSchema } from '@/core/correct/choices';
import { correct } from '@/server/drawings';
import { foreign, idOf, notFound, problemResponse, readBody, resultResponse } from '@/server/http';

const order = z.strictObject({
  findings: z.array(z.string()).max(100_000).optional(),
  choices: choicesSchema.optional(),
  note: z.string().max(200),
});

export async function POST(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const refused = foreign(request);
  if (refused) return refused;
  const id = idOf((await params).id);
  if (id === null) return notFound();
  const body = await readBody(request, order);
  if (!body.ok) return problemResponse(body.problem, 400);
  return resultResponse(await correct(id, body.value));
}
