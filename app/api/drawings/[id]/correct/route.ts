import { z } from 'zod';
import { choicesSchema, keyedDecisionSchema } from '@/core/correct/choices';
import { correct } from '@/server/corrections';
import { route } from '@/server/route';
import '@/server/work';

const order = z.strictObject({
  /** Keys of findings; every automatic one when absent. */
  findings: z.array(z.string()).max(100_000).optional(),
  decisions: z.array(keyedDecisionSchema).max(100_000).optional(),
  choices: choicesSchema.optional(),
  note: z.string().max(200),
  revision: z.int().min(0).optional(),
});

export const POST = route({ of: 'drawing', body: order, handler: ({ id, body }) => correct(id, body) });
