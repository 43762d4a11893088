import { z } from 'zod';
import { beginDraft, discardDraft, saveDraft } from '@/server/editions';
import { foreign, problemResponse, readBody, resultResponse } from '@/server/http';

/** Begins a draft from the newest edition. */
export function POST(request: Request): Response {
  return foreign(request) ?? Response.json({ edition: beginDraft() });
}

/** Saves the draft. Answers 409 when someone else was first, 422 with the fields at fault. */
export async function PUT(request: Request): Promise<Response> {
  const refused = foreign(request);
  if (refused) return refused;
  const body = await readBody(request, z.strictObject({ version: z.int(), standard: z.unknown() }));
  if (!body.ok) return problemResponse(body.problem, 400);
  const saved = saveDraft(body.value.version, body.value.standard);
  return saved.ok
    ? Response.json({ edition: saved.edition })
    : Response.json({ faults: saved.faults }, { status: saved.conflict ? 409 : 422 });
}

export function DELETE(request: Request): Response {
  return foreign(request) ?? resultResponse(discardDraft());
}
