import { z } from 'zod';
import { NAMED_KINDS } from '@/core/standard/named-kinds';
import { sayOfSender } from '@/server/corrections';
import { route } from '@/server/route';

/** Refuses an office layer for a name of the sender's, or lets it be proposed again. */
export const POST = route({
  of: 'drawing',
  body: z.strictObject({
    kind: z.enum(NAMED_KINDS),
    name: z.string().max(300),
    target: z.string().min(1).max(300),
    action: z.enum(['refuse', 'offer']),
  }),
  handler: ({ id, body }) => sayOfSender(id, body),
});
