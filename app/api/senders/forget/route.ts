import { z } from 'zod';
import { ok } from '@/core/result';
import { forget } from '@/server/crosswalk';
import { route } from '@/server/route';

/** Takes one decision out of a sender's crosswalk. */
export const POST = route({
  body: z.strictObject({ sender: z.int(), name: z.string() }),
  handler({ body }) {
    forget(body.sender, body.name);
    return ok(null);
  },
});
