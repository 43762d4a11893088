import { correctionOrderSchema } from '@/server/correction-order';
import { cancelCorrecting, correct } from '@/server/corrections';
import { route } from '@/server/route';
import '@/server/work';

export const POST = route({
  of: 'drawing',
  body: correctionOrderSchema,
  handler: ({ id, body }) => correct(id, body),
});

/** Stops a correction; the drawing stays as it was. */
export const DELETE = route({ of: 'drawing', changes: true, handler: ({ id }) => cancelCorrecting(id) });
