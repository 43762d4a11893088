import { z } from 'zod';
import { stepDraft } from '@/server/editions';
import { route } from '@/server/route';

/** Undoes the last step of drafting, or does it again. */
export const POST = route({
  body: z.strictObject({
    id: z.int().nonnegative(),
    version: z.int().nonnegative(),
    by: z.union([z.literal(-1), z.literal(1)]),
  }),
  handler({ body: { by, ...seen } }) {
    const done = stepDraft(seen, by);
    return done.ok ? Response.json({ edition: done.value }) : done;
  },
});
