import { correctionOrderSchema } from '@/server/correction-order';
import { planCorrection } from '@/server/corrections';
import { route } from '@/server/route';

/** Says what a correction would do, and writes nothing. */
export const POST = route({
  of: 'drawing',
  body: correctionOrderSchema,
  handler: ({ id, body }) => planCorrection(id, body),
});
