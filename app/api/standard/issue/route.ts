import { z } from 'zod';
import { issueDraft } from '@/server/editions';
import { route } from '@/server/route';

export const POST = route({
  body: z.strictObject({
    id: z.int().nonnegative(),
    version: z.int().nonnegative(),
    issuedBy: z.string().trim().min(1, 'a name is needed').max(80),
    note: z.string().trim().max(400),
  }),
  handler: ({ body }) => issueDraft(body, body.issuedBy, body.note),
});
