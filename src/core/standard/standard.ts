import { z } from 'zod';
import { OBJECT_KINDS } from '../drawing/kinds';
import { foldName } from '../dxf/interner';
import { fail, ok, type Result } from '../result';
import { blankLettering, letteringSchema } from './lettering';
import { clearanceMm, wordWidthMm } from './line-words';
import { namingSchema } from './naming';

/** Pen widths that the exchange format can hold, mm. Source: published DXF reference. */
export const STORABLE_WIDTHS_MM: readonly number[] = [
  0, 0.05, 0.09, 0.13, 0.15, 0.18, 0.2, 0.25, 0.3, 0.35, 0.4, 0.5, 0.53, 0.6, 0.7, 0.8, 0.9, 1, 1.06, 1.2,
  1.4, 1.58, 2, 2.11,
];

const storableWidth = z
  .number()
  .refine((mm) => STORABLE_WIDTHS_MM.includes(mm), {
    error: `a drawing cannot hold this width; the nearest it can hold are ${STORABLE_WIDTHS_MM.slice(1).join(', ')} mm`,
  })
  .meta({ description: 'Pen width on paper, mm.', enum: [...STORABLE_WIDTHS_MM] });

/** Characters that no version of the exchange format allows in a name. */
export const nameSchema = z
  .string()
  .trim()
  .min(1, 'a name is needed')
  .max(255, 'a name has at most 255 characters')
  .regex(/^[^<>/\\":;?*|=`,\r\n]*$/, 'a name cannot hold < > / \\ " : ; ? * | = ` or a comma')
  .meta({ description: 'Name; the same name in other case is the same name.' });

export const colourSchema = z
  .union([
    z.strictObject({ number: z.int().min(1).max(255) }),
    z.strictObject({ rgb: z.int().min(0).max(0xffffff) }),
  ])
  .meta({ description: 'One of the numbered colours 1 to 255, or red, green and blue as one number.' });

export const PROPERTIES = ['colour', 'linetype', 'width'] as const;

export const layerSchema = z.strictObject({
  name: nameSchema,
  purpose: z
    .string()
    .trim()
    .max(500)
    .default('')
    .meta({ description: 'What belongs on the layer, in words.' }),
  kinds: z
    .array(z.enum(OBJECT_KINDS))
    .default([])
    .meta({ description: 'Kinds of object that belong on the layer; none listed means any.' }),
  colour: colourSchema,
  linetype: nameSchema,
  widthMm: storableWidth
    .nullable()
    .meta({ description: 'Pen width, mm; null leaves the width at the default.' }),
  prints: z.boolean().default(true),
  required: z.boolean().default(false).meta({ description: 'Every drawing must have the layer.' }),
  ownValuesAllowed: z
    .array(z.enum(PROPERTIES))
    .default([])
    .meta({ description: 'Approved exceptions: what objects on the layer may carry as their own value.' }),
  clause: z.string().trim().max(40).default('').meta({ description: 'Clause of the office standard.' }),
});

export const linetypeSchema = z
  .strictObject({
    name: nameSchema,
    description: z.string().max(200).default(''),
    elementsMm: z
      .array(z.number())
      .max(12, 'a linetype has at most 12 elements')
      .meta({ description: 'Paper mm: dash above 0, gap below 0, dot 0. Empty for a continuous line.' }),
    words: z
      .array(
        z.strictObject({
          element: z.int().min(0).meta({ description: 'Index of the gap that the word stands in, centred.' }),
          text: z.string().trim().min(1, 'a word is needed').max(40),
          heightMm: z.number().positive().max(50),
          upright: z
            .boolean()
            .default(false)
            .meta({ description: 'Stays level instead of turning with the line.' }),
        }),
      )
      .max(12)
      .default([]),
  })
  .superRefine((linetype, context) => {
    const { elementsMm } = linetype;
    for (const [i, word] of linetype.words.entries()) {
      const gap = elementsMm[word.element];
      const complainOf = (message: string): void =>
        context.addIssue({ code: 'custom', path: ['words', i], message });
      if (gap === undefined || gap >= 0) complainOf(`“${word.text}” needs a gap to stand in`);
      else if (clearanceMm(linetype, word) < 0)
        complainOf(
          `“${word.text}” is ${Number(wordWidthMm(word.text, word.heightMm).toFixed(2))} mm wide, its gap is ${-gap} mm`,
        );
    }
    if (elementsMm.length === 0) return;
    const complain = (message: string): void =>
      context.addIssue({ code: 'custom', path: ['elementsMm'], message });
    if (elementsMm[0] < 0) complain('a linetype begins with a dash or a dot, not with a gap');
    if (!elementsMm.some((element) => element < 0)) complain('a linetype that is not continuous needs a gap');
    if (elementsMm.every((element) => element === 0)) complain('a linetype needs a length');
  });

export const pensSchema = z
  .strictObject({
    seriesMm: z.array(storableWidth).min(1, 'at least one pen width is needed'),
    defaultMm: storableWidth.meta({ description: 'What “default width” means in this office, mm.' }),
  })
  .superRefine((pens, context) => {
    for (let i = 1; i < pens.seriesMm.length; i++)
      if (pens.seriesMm[i] <= pens.seriesMm[i - 1])
        context.addIssue({
          code: 'custom',
          path: ['seriesMm', i],
          message: 'pen widths rise from one to the next',
        });
  });

export const GRAVITIES = ['must', 'should', 'note'] as const;
export type Gravity = (typeof GRAVITIES)[number];

export const FORMAT = 'zinc-warden-standard';
export const FORMAT_VERSION = 1;

export const standardSchema = z
  .strictObject({
    format: z.literal(FORMAT),
    formatVersion: z.literal(FORMAT_VERSION),
    name: z.string().trim().min(1, 'a standard needs a name').max(120),
    edition: z.string().trim().min(1).max(60).meta({ description: 'For example “Edition 1” or “Draft 2”.' }),
    pens: pensSchema,
    naming: z
      .strictObject({ layers: namingSchema.nullable().default(null) })
      .default({ layers: null })
      .meta({ description: 'How names are made up; null where the office has no scheme.' }),
    lettering: letteringSchema
      .prefault({})
      .meta({ description: 'Text styles, permitted heights, smallest height on each sheet.' }),
    linetypes: z.array(linetypeSchema).max(500),
    layers: z.array(layerSchema).max(10000),
  })
  .superRefine((standard, context) => {
    const complain = (path: (string | number)[], message: string): void =>
      context.addIssue({ code: 'custom', path, message });
    const linetypes = new Set<string>();
    for (const [i, linetype] of standard.linetypes.entries()) {
      if (linetypes.has(foldName(linetype.name)))
        complain(['linetypes', i, 'name'], `“${linetype.name}” is there twice`);
      linetypes.add(foldName(linetype.name));
    }
    const layers = new Set<string>();
    for (const [i, layer] of standard.layers.entries()) {
      if (layers.has(foldName(layer.name))) complain(['layers', i, 'name'], `“${layer.name}” is there twice`);
      layers.add(foldName(layer.name));
      if (foldName(layer.linetype) !== 'continuous' && !linetypes.has(foldName(layer.linetype)))
        complain(['layers', i, 'linetype'], `the standard has no linetype “${layer.linetype}”`);
      if (layer.widthMm !== null && !standard.pens.seriesMm.includes(layer.widthMm))
        complain(['layers', i, 'widthMm'], `${layer.widthMm} mm is not among the permitted pen widths`);
    }
  })
  .meta({ title: 'Drawing standard of an office', description: 'One edition of a standard.' });

export type Standard = z.infer<typeof standardSchema>;
export type StandardLayer = z.infer<typeof layerSchema>;
export type StandardLinetype = z.infer<typeof linetypeSchema>;
export type StandardPens = z.infer<typeof pensSchema>;
export type OwnProperty = (typeof PROPERTIES)[number];

/** One field of a standard that breaks its schema. */
export interface FieldFault {
  /** Where, in words and figures: "layers, 3rd entry (A-WALL), linetype". */
  readonly where: string;
  readonly path: readonly (string | number)[];
  readonly message: string;
}

/** Checks plain data against the schema and names every field that breaks it. */
export function checkStandard(data: unknown): { standard: Standard } | { faults: FieldFault[] } {
  const parsed = standardSchema.safeParse(data);
  if (parsed.success) return { standard: parsed.data };
  return {
    faults: parsed.error.issues.map((issue) => {
      const path = issue.path.map((part) => (typeof part === 'symbol' ? String(part) : part));
      return { where: sayPath(path, data), path, message: issue.message };
    }),
  };
}

/** Reads a standard from JSON text. */
export function parseStandard(text: string): Result<Standard> {
  let data: unknown;
  try {
    data = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return fail(
      'not-json',
      `The standard is not valid JSON: ${error instanceof Error ? error.message : 'it cannot be read'}.`,
      'Choose a file that was exported from the Standard place, or mend it at the place named.',
    );
  }
  const checked = checkStandard(data);
  if ('standard' in checked) return ok(checked.standard);
  const shown = checked.faults.slice(0, 5).map((fault) => `${fault.where}: ${fault.message}`);
  const more = checked.faults.length - shown.length;
  return fail(
    'bad-standard',
    `The standard does not fit its schema. ${shown.join('; ')}${more > 0 ? `; and ${more} more` : ''}.`,
    'Mend the fields named and try again.',
  );
}

function sayPath(path: readonly (string | number)[], data: unknown): string {
  let at: unknown = data;
  const words: string[] = [];
  for (const part of path) {
    at = at !== null && typeof at === 'object' ? (at as Record<string | number, unknown>)[part] : undefined;
    if (typeof part !== 'number') words.push(part);
    else {
      const named = at !== null && typeof at === 'object' && 'name' in at ? ` (${String(at.name)})` : '';
      words.push(`entry ${part + 1}${named}`);
    }
  }
  return words.length === 0 ? 'the file as a whole' : words.join(', ');
}

/** The published JSON Schema of the exchange file. */
export function standardJsonSchema(): Record<string, unknown> {
  return z.toJSONSchema(standardSchema, { io: 'input', unrepresentable: 'any' }) as Record<string, unknown>;
}

/** Stable text of a standard: the same standard always gives the same bytes. */
export const writeStandard = (standard: Standard): string => `${JSON.stringify(standard, null, 2)}\n`;

export const findLayer = (standard: Standard, layer: string): StandardLayer | undefined =>
  standard.layers.find((candidate) => foldName(candidate.name) === foldName(layer));

export const findLinetype = (standard: Standard, linetype: string): StandardLinetype | undefined =>
  standard.linetypes.find((candidate) => foldName(candidate.name) === foldName(linetype));

/** A standard with nothing decided yet but the published series of pen widths. */
export function blankStandard(officeName: string): Standard {
  return {
    format: FORMAT,
    formatVersion: FORMAT_VERSION,
    name: officeName,
    edition: 'Draft 1',
    // ISO 128-2, as far as drawings can hold them.
    pens: { seriesMm: [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2], defaultMm: 0.25 },
    naming: { layers: null },
    lettering: blankLettering(),
    linetypes: [{ name: 'Continuous', description: 'Unbroken line', elementsMm: [], words: [] }],
    layers: [],
  };
}
