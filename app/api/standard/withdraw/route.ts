import { z } from 'zod';
import { withdrawEdition } from '@/server/editions';
import { foreign, problemResponse, readBody, resultResponse } from '@/server/http';

const order = z.strictObject({
  edition: z.int(),
  by: z.string().trim().min(1, 'a name is needed').max(80),
  note: z.string().trim().max(400),
});

export async function POST(request: Request): Promise<Response> {
  const refused = foreign(request);
  if (refused) return refused;
  const body = await readBody(request, order);
  if (!body.ok) return problemResponse(body.problem, 400);
  return resultResponse(withdrawEdition(body.value.edition, body.value.by, body.value.note));
}
