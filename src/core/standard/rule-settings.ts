import { z } from 'zod';

/** Weights of findings, the gravest first. */
export const WEIGHTS = ['must', 'should', 'note'] as const;
export type Weight = (typeof WEIGHTS)[number];

/** What an office changes in a rule; a rule that is not named is as it comes. */
export const ruleSettingSchema = z.strictObject({
  on: z.boolean().default(true),
  gravity: z.enum(WEIGHTS).nullable().default(null).meta({ description: 'null: as the rule comes.' }),
  exceptLayers: z
    .array(z.string().trim().min(1).max(255))
    .max(1000)
    .default([])
    .meta({ description: 'Layers it leaves alone; * stands for any letters.' }),
  onlyDisciplines: z
    .array(z.string().trim().min(1).max(60))
    .max(50)
    .default([])
    .meta({ description: 'Disciplines of layers it looks at; none listed means all.' }),
  tolerance: z
    .number()
    .min(0)
    .max(1000)
    .nullable()
    .default(null)
    .meta({ description: 'In the unit of the rule; null: as the rule comes.' }),
});
export type RuleSetting = z.infer<typeof ruleSettingSchema>;

export const ruleSettingsSchema = z
  .record(z.string().regex(/^[a-z-]+\/[a-z-]+$/), ruleSettingSchema)
  .default({})
  .meta({ description: 'By the rule’s id, group/name.' });

/** A rule as it comes. */
export const PLAIN_RULE: RuleSetting = ruleSettingSchema.parse({});

/** Whether a name fits one of the patterns, whatever its case. */
export function fitsAny(patterns: readonly string[], name: string): boolean {
  return patterns.some((pattern) => {
    const parts = pattern.split('*').map((part) => part.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
    return new RegExp(`^${parts.join('.*')}$`, 'i').test(name);
  });
}
