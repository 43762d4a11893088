import { z } from 'zod';
import { beginDraft, discardDraft, saveDraft } from '@/server/editions';
import { route } from '@/server/route';

/** The draft that a page shows. */
const seen = { id: z.int().nonnegative(), version: z.int().nonnegative() };

/** Begins a draft from the newest edition. */
export const POST = route({
  changes: true,
  handler: () => Response.json({ edition: beginDraft() }),
});

/** Saves the draft. Answers 409 when someone else was first, 422 with the fields at fault. */
export const PUT = route({
  body: z.strictObject({ ...seen, standard: z.unknown() }),
  handler({ body: { standard, ...draft } }) {
    const saved = saveDraft(draft, standard);
    return saved.ok
      ? Response.json({ edition: saved.edition })
      : Response.json({ faults: saved.faults }, { status: saved.conflict ? 409 : 422 });
  },
});

export const DELETE = route({ body: z.strictObject(seen), handler: ({ body }) => discardDraft(body) });
