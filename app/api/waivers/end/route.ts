import { z } from 'zod';
import { route } from '@/server/route';
import { endWaiver } from '@/server/waivers';

/** Ends a waiver before its day. */
export const POST = route({
  body: z.strictObject({ id: z.int(), by: z.string().trim().min(1, 'a name is needed').max(200) }),
  handler: ({ body: { id, by } }) => endWaiver(id, by),
});
