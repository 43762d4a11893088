import { z } from 'zod';
import { forget } from '@/server/drawings';
import { foreign, problemResponse, readBody } from '@/server/http';

/** Takes one decision out of a sender's crosswalk. */
export async function POST(request: Request): Promise<Response> {
  const refused = foreign(request);
  if (refused) return refused;
  const body = await readBody(request, z.strictObject({ sender: z.int(), name: z.string() }));
  if (!body.ok) return problemResponse(body.problem, 400);
  forget(body.value.sender, body.value.name);
  return Response.json({});
}
