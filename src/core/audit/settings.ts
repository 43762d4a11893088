import { z } from 'zod';

/** A length or another number that an office can set. */
export const numberSetting = (
  title: string,
  unit: string,
  byDefault: number,
  { min = 0, max = 1000, description = '' } = {},
): z.ZodDefault<z.ZodNumber> =>
  z.number().min(min).max(max).default(byDefault).meta({ title, unit, description });

/** Something that an office switches on or off. */
export const switchSetting = (
  title: string,
  byDefault: boolean,
  description = '',
): z.ZodDefault<z.ZodBoolean> => z.boolean().default(byDefault).meta({ title, description });

/** One of a few words. */
export const choiceSetting = <const T extends readonly [string, ...string[]]>(
  title: string,
  of: T,
  byDefault: T[number],
  description = '',
) =>
  z
    .enum(of)
    .default(byDefault as never)
    .meta({ title, description });

/** One control of the form in which a rule is set up; plain data, for the browser. */
export interface SettingField {
  readonly name: string;
  readonly title: string;
  readonly unit: string;
  readonly description: string;
  readonly type: 'number' | 'switch' | 'choice';
  readonly byDefault: number | boolean | string;
  readonly min?: number;
  readonly max?: number;
  readonly choices?: readonly string[];
}

/** The controls of a rule's settings, made from their schema. */
export function settingFields(schema: z.ZodObject | undefined): SettingField[] {
  if (!schema) return [];
  const json = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as {
    properties?: Record<string, Record<string, unknown>>;
  };
  return Object.entries(json.properties ?? {}).map(([name, of]): SettingField => {
    const choices = Array.isArray(of.enum) ? of.enum.map(String) : undefined;
    return {
      name,
      title: String(of.title ?? name),
      unit: String(of.unit ?? ''),
      description: String(of.description ?? ''),
      type: of.type === 'boolean' ? 'switch' : choices ? 'choice' : 'number',
      byDefault: of.default as number | boolean | string,
      ...(typeof of.minimum === 'number' ? { min: of.minimum } : {}),
      ...(typeof of.maximum === 'number' ? { max: of.maximum } : {}),
      ...(choices ? { choices } : {}),
    };
  });
}

/**
 * A rule's settings as its office has them.
 * @returns the settings, and what of the office's was left out because the rule has no such setting or cannot take it
 */
export function settingsFor(
  schema: z.ZodObject | undefined,
  kept: Readonly<Record<string, unknown>>,
): { readonly settings: Record<string, unknown>; readonly leftOut: readonly string[] } {
  if (!schema) return { settings: {}, leftOut: Object.keys(kept) };
  const leftOut: string[] = [];
  const taken: Record<string, unknown> = {};
  for (const [name, value] of Object.entries(kept)) {
    const field = schema.shape[name] as z.ZodType | undefined;
    if (field?.safeParse(value).success) taken[name] = value;
    else leftOut.push(name);
  }
  return { settings: schema.parse(taken), leftOut };
}
