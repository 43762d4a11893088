import { z } from 'zod';
import type { Finding } from '../audit/finding';
import type { Choice } from '../audit/rule';
import { foldName } from '../dxf/interner';
import { fail, ok, type Result } from '../result';

const action = z.union([
  z.strictObject({ action: z.literal('map'), to: z.string().min(1) }),
  z.strictObject({ action: z.literal('remove') }),
]);

/** A person's decisions on one drawing, as the command line and the crosswalk hold them. */
export const choicesSchema = z.strictObject({
  layers: z.record(z.string(), action).default({}).meta({
    description: 'By the sender’s layer name: the office layer it becomes, or that it goes with its objects.',
  }),
  objects: z
    .array(z.strictObject({ layer: z.string(), kind: z.string(), to: z.string().min(1) }))
    .default([])
    .meta({ description: 'Objects of one kind on one layer, and the office layer they belong on.' }),
});

export type Choices = z.infer<typeof choicesSchema>;
export const NO_CHOICES: Choices = { layers: {}, objects: [] };

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

/** The decision that applies to a finding, if one was made. */
export function choiceFor(choices: Choices, finding: Finding): Choice | undefined {
  const { layer, kind } = finding.subject;
  if (layer === undefined) return undefined;
  if (finding.rule === 'layers/unknown')
    return Object.entries(choices.layers).find(([name]) => foldName(name) === foldName(layer))?.[1];
  const move = choices.objects.find(
    (entry) => foldName(entry.layer) === foldName(layer) && entry.kind === kind,
  );
  return move && { action: 'map', to: move.to };
}
