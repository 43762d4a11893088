import { z } from 'zod';

/** Weights of findings, the gravest first. */
export const WEIGHTS = ['must', 'should', 'note'] as const;
export type Weight = (typeof WEIGHTS)[number];

const names = (description: string, most = 1000) =>
  z.array(z.string().trim().min(1).max(255)).max(most).default([]).meta({ description });

/** What an office changes in a rule; a rule that is not named keeps its own settings. */
export const ruleSettingSchema = z.strictObject({
  on: z.boolean().default(true),
  gravity: z.enum(WEIGHTS).nullable().default(null).meta({ description: 'Weight; null: the rule’s own.' }),
  exceptLayers: names('Layers it leaves alone; * stands for any letters.'),
  exceptSymbols: names('Symbols whose content it leaves alone; * stands for any letters.'),
  exceptNames: names(
    'Names of linetypes, styles and other definitions it leaves alone; * stands for any letters.',
  ),
  exceptObjects: names('Single objects it leaves alone, by what they are known by in findings.', 10_000),
  onlyDisciplines: z
    .array(z.string().trim().min(1).max(60))
    .max(50)
    .default([])
    .meta({ description: 'Disciplines of layers it looks at; none listed means all.' }),
  settledBy: z.string().trim().min(1).max(60).nullable().default(null).meta({
    description:
      'What is done without asking about what it finds, by the id of the way out; null: a person decides.',
  }),
  tolerance: z
    .number()
    .min(0)
    .max(1000)
    .nullable()
    .default(null)
    .meta({ description: 'In the unit of the rule; null: the rule’s own.' }),
  settings: z
    .record(z.string().regex(/^[a-z][A-Za-z0-9]*$/), z.union([z.number(), z.boolean(), z.string().max(200)]))
    .default({})
    .meta({
      description: 'The rule’s other settings, by name; what is not named keeps the rule’s own value.',
    }),
});
export type RuleSetting = z.infer<typeof ruleSettingSchema>;

export const ruleSettingsSchema = z
  .record(z.string().regex(/^[a-z-]+\/[a-z-]+$/), ruleSettingSchema)
  .default({})
  .meta({ description: 'By the rule’s id, family/name.' });

/** A rule whose settings are all its own. */
export const PLAIN_RULE: RuleSetting = ruleSettingSchema.parse({});
