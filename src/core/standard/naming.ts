import { z } from 'zod';

/**
 * Naming schemes: a name is a row of fields, each of a fixed or varying length, with a code list or a pattern, some of
 * them optional, set apart by separators or by their width alone.
 */

export const PATTERNS = ['letters', 'digits', 'letters and digits', 'anything'] as const;

const PATTERN_OF: Readonly<Record<(typeof PATTERNS)[number], RegExp>> = {
  letters: /^\p{L}*$/u,
  digits: /^\d*$/,
  'letters and digits': /^[\p{L}\d]*$/u,
  anything: /^.*$/u,
};

/** What stands in a position that is not used, in schemes of fixed width. */
const FILLER = '-';

export const codeSchema = z.strictObject({
  code: z.string().trim().min(1, 'a code is needed').max(40),
  meaning: z.string().trim().max(120).default(''),
});

export const fieldSchema = z
  .strictObject({
    name: z.string().trim().min(1, 'a field needs a name').max(60),
    separator: z
      .string()
      .max(3)
      .default('')
      .meta({ description: 'What stands before the field; empty where its width alone sets it apart.' }),
    minLength: z.int().min(1).max(60),
    maxLength: z.int().min(1).max(60),
    required: z.boolean().default(true),
    pattern: z.enum(PATTERNS).default('anything'),
    codes: z
      .array(codeSchema)
      .max(2000)
      .default([])
      .meta({ description: 'Permitted codes; none listed means anything that fits the pattern.' }),
    codeLength: z.int().min(0).max(60).default(0).meta({
      description: 'How many characters the code takes up; what follows is free. 0 for the whole field.',
    }),
    filler: z.boolean().default(false).meta({ description: 'Positions that are not used hold a hyphen.' }),
  })
  .superRefine((field, context) => {
    const complain = (path: string[], message: string): void =>
      context.addIssue({ code: 'custom', path, message });
    if (field.minLength > field.maxLength)
      complain(['maxLength'], 'the longest is shorter than the shortest');
    const seen = new Set<string>();
    for (const { code } of field.codes) {
      if (seen.has(code.toUpperCase())) complain(['codes'], `the code “${code}” is there twice`);
      seen.add(code.toUpperCase());
      const length = field.codeLength || field.maxLength;
      if (code.length > length) complain(['codes'], `the code “${code}” is longer than the field`);
    }
  });

export const namingSchema = z
  .strictObject({
    name: z.string().trim().min(1, 'a scheme needs a name').max(80),
    fields: z.array(fieldSchema).min(1, 'a scheme needs a field').max(20),
  })
  .superRefine((scheme, context) => {
    for (const [i, field] of scheme.fields.entries()) {
      const next = scheme.fields[i + 1];
      if (next && next.separator === '' && field.minLength !== field.maxLength)
        context.addIssue({
          code: 'custom',
          path: ['fields', i, 'maxLength'],
          message: `“${next.name}” follows without a separator: “${field.name}” needs a fixed length`,
        });
    }
  });

export type NamingScheme = z.infer<typeof namingSchema>;

/** What an office can have a scheme of names for. */
export const NAMED_THINGS = ['layers', 'files', 'symbols', 'styles'] as const;
export type NamedThing = (typeof NAMED_THINGS)[number];
export type NamingField = z.infer<typeof fieldSchema>;

/** A stretch of a name that was taken for a field. */
export interface NamePart {
  /** Index of the field; -1 for what belongs to none. */
  readonly field: number;
  readonly text: string;
  /** The separator that stands before it. */
  readonly separator: string;
  /** What the code means, where the field has a list. */
  readonly meaning: string;
  /** What is wrong with it, or null. */
  readonly fault: string | null;
}

export interface TakenApart {
  readonly parts: readonly NamePart[];
  /** Everything that is wrong, in words that name the field. */
  readonly faults: readonly string[];
}

/** Takes a name apart as the scheme would have it; where it does not fit, as few fields as possible are wrong. */
export function takeApart(scheme: NamingScheme, name: string): TakenApart {
  let best: { parts: NamePart[]; cost: number } | null = null;
  for (const present of arrangements(scheme)) {
    const parts = split(scheme, present, name);
    const cost = parts.reduce((sum, part) => sum + costOf(scheme, part), 0);
    if (!best || cost < best.cost) best = { parts, cost };
  }
  const parts = best?.parts ?? [];
  return { parts, faults: parts.flatMap(({ fault }) => fault ?? []) };
}

export const fits = (scheme: NamingScheme, name: string): boolean =>
  takeApart(scheme, name).faults.length === 0;

/** Which fields a name can have: every choice of the optional ones; without separators only the last can be missing. */
export function arrangements(scheme: NamingScheme): number[][] {
  let found: number[][] = [[]];
  for (const [i, field] of scheme.fields.entries())
    found = found.flatMap((present) => {
      // A field set apart by width alone needs the one before it.
      if (field.separator === '' && i > 0 && present.at(-1) !== i - 1) return field.required ? [] : [present];
      return field.required ? [[...present, i]] : [[...present, i], present];
    });
  return found.length > 0 ? found : [scheme.fields.map((_, i) => i)];
}

export function split(scheme: NamingScheme, present: readonly number[], name: string): NamePart[] {
  const parts: NamePart[] = [];
  let at = 0;
  for (const [k, index] of present.entries()) {
    const field = scheme.fields[index];
    let separator = '';
    if (k > 0 && field.separator !== '') {
      if (name.startsWith(field.separator, at)) {
        separator = field.separator;
        at += separator.length;
      } else {
        parts.push(missing(field, index));
        continue;
      }
    }
    const next = scheme.fields[present[k + 1]];
    let end = name.length;
    if (next?.separator) {
      const found = name.indexOf(next.separator, at + (field.filler ? field.minLength : 0));
      if (found >= 0) end = found;
    } else if (next || field.minLength === field.maxLength) end = Math.min(name.length, at + field.maxLength);
    const text = name.slice(at, end);
    at = end;
    parts.push(
      text === '' ? missing(field, index) : { field: index, text, separator, ...judge(field, text) },
    );
  }
  if (at < name.length) {
    const rest = name.slice(at);
    parts.push({
      field: -1,
      text: rest,
      separator: '',
      meaning: '',
      fault: `“${rest}” belongs to no field`,
    });
  }
  return parts;
}

const missing = (field: NamingField, index: number): NamePart => ({
  field: index,
  text: '',
  separator: '',
  meaning: '',
  fault: `${field.name} is missing`,
});

export function judge(field: NamingField, text: string): { meaning: string; fault: string | null } {
  const wrong = (fault: string): { meaning: string; fault: string } => ({ meaning: '', fault });
  const own = field.filler ? text.replace(new RegExp(`${FILLER}+$`), '') : text;
  if (text.length < field.minLength || text.length > field.maxLength)
    return wrong(
      `${field.name} “${text}” has ${formatLength(text.length)}, ${field.minLength === field.maxLength ? `${field.minLength} ${field.minLength === 1 ? 'is' : 'are'} needed` : `${field.minLength} to ${field.maxLength} are needed`}`,
    );
  // A field of nothing but fillers is not used.
  if (field.filler && own === '') return { meaning: 'not used', fault: null };
  if (!PATTERN_OF[field.pattern].test(own))
    return wrong(`${field.name} “${text}” is not made of ${field.pattern}`);
  if (field.codes.length === 0) return { meaning: '', fault: null };
  const code = field.codeLength > 0 ? own.slice(0, field.codeLength) : own;
  const known = field.codes.find((one) => one.code.toUpperCase() === code.toUpperCase());
  return known
    ? { meaning: known.meaning, fault: null }
    : wrong(`${field.name} “${code}” is not in the list`);
}

const formatLength = (count: number): string => (count === 1 ? '1 character' : `${count} characters`);

function costOf(scheme: NamingScheme, part: NamePart): number {
  if (part.fault === null) return 0;
  if (part.field < 0) return 2 + part.text.length;
  const field = scheme.fields[part.field];
  if (part.text === '') return field.required ? 4 : 3;
  return 1 + Math.min(3, nearestCode(field, part.text)?.distance ?? 2);
}

function nearestCode(field: NamingField, text: string): { code: string; distance: number } | null {
  let best: { code: string; distance: number } | null = null;
  for (const { code } of field.codes) {
    const distance = editDistance(code.toUpperCase(), text.toUpperCase());
    if (!best || distance < best.distance) best = { code, distance };
  }
  return best;
}

/** Least number of letters to change, add or drop to get from one word to another (Levenshtein, 1965). */
export function editDistance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++)
      next[j] = Math.min(row[j] + 1, next[j - 1] + 1, row[j - 1] + (a[i - 1] === b[j - 1] ? 0 : 1));
    row = next;
  }
  return row[b.length];
}

/** Codes tried for one field when a name is put right. */
const TRIED = 4;

/** What a text can be as the value of a field: its nearest codes, or what fits of it. */
export function candidates(
  field: NamingField,
  text: string,
  distance: (a: string, b: string) => number,
): string[] {
  const shape = (value: string): string => {
    const cut = value.slice(0, field.maxLength);
    return field.filler ? cut.padEnd(field.minLength, FILLER) : cut;
  };
  const values =
    field.codes.length > 0
      ? [...field.codes]
          .sort(
            (a, b) =>
              distance(a.code.toUpperCase(), text.toUpperCase()) -
              distance(b.code.toUpperCase(), text.toUpperCase()),
          )
          .slice(0, TRIED)
          .map(({ code }) => (field.codeLength > 0 ? code + text.slice(field.codeLength) : code))
      : [[...text].filter((character) => PATTERN_OF[field.pattern].test(character)).join('')];
  return values.map(shape).filter((value) => value !== '' && judge(field, value).fault === null);
}

/**
 * Builds a name from the values of its fields.
 * @param values by the index of the field; optional fields may be left out
 */
export function buildName(
  scheme: NamingScheme,
  values: ReadonlyMap<number, string>,
): { readonly name: string } | { readonly faults: readonly string[] } {
  let name = '';
  const faults: string[] = [];
  const lastGiven = Math.max(-1, ...[...values].filter(([, value]) => value !== '').map(([i]) => i));
  for (const [i, field] of scheme.fields.entries()) {
    let value = values.get(i) ?? '';
    if (value === '') {
      // Where width alone sets fields apart, one that is not used before one that is holds fillers.
      const bridged =
        field.filler &&
        i < lastGiven &&
        scheme.fields.slice(i + 1, lastGiven + 1).some((next) => next.separator === '');
      if (field.required && !field.filler) faults.push(`${field.name} is missing`);
      if (!bridged && !(field.required && field.filler)) continue;
      value = FILLER.repeat(field.minLength);
    } else if (field.filler) value = value.padEnd(field.minLength, FILLER);
    const { fault } = judge(field, value);
    if (fault) faults.push(fault);
    name += (name === '' ? '' : field.separator) + value;
  }
  return faults.length > 0 ? { faults } : { name };
}
