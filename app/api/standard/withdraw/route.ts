import { z } from 'zod';
import { withdrawEdition } from '@/server/editions';
import { route } from '@/server/route';

export const POST = route({
  body: z.strictObject({
    edition: z.int(),
    by: z.string().trim().min(1, 'a name is needed').max(80),
    note: z.string().trim().max(400),
  }),
  handler: ({ body }) => withdrawEdition(body.edition, body.by, body.note),
});
