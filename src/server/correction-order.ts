import { z } from 'zod';
import { choicesSchema, keyedDecisionSchema } from '../core/correct/choices';
import { lineUpSchema } from '../core/correct/line-up';

/** What is to be corrected, as a page sends it: to be planned, or to be done. */
export const correctionOrderSchema = z.strictObject({
  /** Keys of findings; every automatic one when absent. */
  findings: z.array(z.string().max(2000)).max(20_000, 'at most 20,000 findings at once').optional(),
  /** Ids of the rules whose automatic corrections are wanted; all when absent. */
  rules: z.array(z.string().max(200)).max(500).optional(),
  decisions: z.array(keyedDecisionSchema).max(5000, 'at most 5,000 decisions at once').optional(),
  choices: choicesSchema.optional(),
  /** Texts that a person picked, to be lined up. */
  lineUp: lineUpSchema.optional(),
  note: z.string().max(200),
  revision: z.int().min(0).optional(),
});
