import { lineUpSchema } from '@/core/correct/line-up';
import { planLineUp } from '@/server/corrections';
import { route } from '@/server/route';

/** Says where texts would stand that are lined up, and writes nothing. */
export const POST = route({
  of: 'drawing',
  body: lineUpSchema.omit({ mm: true }),
  handler: ({ id, body }) => planLineUp(id, body),
});
