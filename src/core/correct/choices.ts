import { z } from 'zod';
import { fail, ok, type Result } from '../result';
import { namedRecord } from '../tally';

const action = z.union([
  z.strictObject({ action: z.literal('map'), to: z.string().min(1) }),
  z.strictObject({ action: z.literal('remove') }),
]);

/** Nobody decides on more than this at once. */
const MOST_CHOICES = 5000;

/** A person's decisions on one drawing by the names of its layers, as a file for the command line holds them. */
export const choicesSchema = z.strictObject({
  layers: namedRecord(action, MOST_CHOICES).default({}).meta({
    description: 'By the sender’s layer name: the office layer it becomes, or that it goes with its objects.',
  }),
  objects: z
    .array(z.strictObject({ layer: z.string(), kind: z.string(), to: z.string().min(1) }))
    .max(MOST_CHOICES, 'at most 5,000 at once')
    .default([])
    .meta({ description: 'Objects of one kind on one layer, and the office layer they belong on.' }),
});

export type Choices = z.infer<typeof choicesSchema>;
export const NO_CHOICES: Choices = { layers: {}, objects: [] };

/** A decision on one finding, by the finding's key. */
export const keyedDecisionSchema = z.strictObject({
  finding: z.string().min(1).max(2000),
  option: z.string().min(1).max(60),
  to: z.string().min(1).max(300).optional(),
});
export type KeyedDecision = z.infer<typeof keyedDecisionSchema>;

/** Reads decisions from JSON text. */
export function parseChoices(text: string): Result<Choices> {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return fail('bad-choices', 'The file of choices is not valid JSON.', 'Mend it and try again.');
  }
  const parsed = choicesSchema.safeParse(data);
  if (parsed.success) return ok(parsed.data);
  const issue = parsed.error.issues[0];
  return fail(
    'bad-choices',
    `The file of choices does not fit its schema: ${issue.path.join(', ') || 'the file as a whole'}: ${issue.message}.`,
    'Mend the field named and try again.',
  );
}
