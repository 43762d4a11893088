import { z } from 'zod';
import { choicesSchema, keyedDecisionSchema } from '@/core/correct/choices';
import { cancelCorrecting, correct } from '@/server/corrections';
import { route } from '@/server/route';
import '@/server/work';

const order = z.strictObject({
  /** Keys of findings; every automatic one when absent. */
  findings: z.array(z.string().max(2000)).max(20_000, 'at most 20,000 findings at once').optional(),
  decisions: z.array(keyedDecisionSchema).max(5000, 'at most 5,000 decisions at once').optional(),
  choices: choicesSchema.optional(),
  note: z.string().max(200),
  revision: z.int().min(0).optional(),
});

export const POST = route({ of: 'drawing', body: order, handler: ({ id, body }) => correct(id, body) });

/** Stops a correction; the drawing stays as it was. */
export const DELETE = route({ of: 'drawing', changes: true, handler: ({ id }) => cancelCorrecting(id) });
