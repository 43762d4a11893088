import { z } from 'zod';
import { OBJECT_KINDS } from '../drawing/kinds';
import { foldName } from '../dxf/interner';
import { fail, ok, type Result } from '../result';
import { dimensionStyleSchema } from './dimension-settings';
import { fillSchema } from './fills';
import { blankLettering, letteringSchema } from './lettering';
import { lineMarkSchema, placedSymbolSchema } from './line-marks';
import { PLAIN_LOOK, wordFault } from './line-words';
import { meaningSchema } from './meanings';
import { NAMED_THINGS, type NamedThing, namingSchema } from './naming';
import { parallelSetSchema } from './parallels';
import { colourWidthSchema, penOrderSchema, penRoleSchema } from './pens';
import { ruleSettingsSchema } from './rule-settings';
import { checkParts } from './standard-parts';

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
  discipline: z
    .string()
    .trim()
    .max(60)
    .default('')
    .meta({ description: 'Trade that the layer belongs to; empty for all.' }),
  role: z.string().trim().max(60).default('').meta({ description: 'Role of its pen; empty for none.' }),
  meaning: z
    .string()
    .trim()
    .max(60)
    .default('')
    .meta({ description: 'What its lines mean; empty for anything.' }),
  notes: z.string().trim().max(2000).default(''),
  clause: z.string().trim().max(40).default('').meta({ description: 'Clause of the office standard.' }),
});

/** Names by which the exchange format says "as the layer" and "as the symbol": no linetype can have them. */
const LINETYPE_WORDS: ReadonlySet<string> = new Set(['bylayer', 'byblock']);

export const linetypeSchema = z
  .strictObject({
    name: nameSchema.refine((name) => !LINETYPE_WORDS.has(foldName(name)), {
      error: 'drawings use this name for something else: choose another',
    }),
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
          style: z
            .string()
            .trim()
            .max(255)
            .default('')
            .meta({ description: 'Text style of the standard; empty for plain single strokes.' }),
          offsetMm: z
            .number()
            .min(-50)
            .max(50)
            .default(0)
            .meta({ description: 'From the line to the middle of the word; above 0 to its left.' }),
          upright: z
            .boolean()
            .default(false)
            .meta({ description: 'Stays level instead of turning with the line.' }),
        }),
      )
      .max(12)
      .default([]),
    symbols: z.array(placedSymbolSchema).max(12).default([]),
    basis: z
      .enum(['paper', 'model'])
      .default('paper')
      .meta({ description: 'Whether its lengths are mm on paper or mm in the model.' }),
    ends: z
      .strictObject({
        insetMm: z
          .number()
          .min(0)
          .max(100)
          .default(0)
          .meta({ description: 'How far the line stops short of its ends.' }),
        whole: z
          .boolean()
          .default(true)
          .meta({ description: 'Only whole repeats, the rest shared by the ends.' }),
      })
      .prefault({}),
    clause: z.string().trim().max(40).default(''),
    notes: z.string().trim().max(2000).default(''),
  })
  .superRefine((linetype, context) => {
    const { elementsMm } = linetype;
    const taken = new Set<number>();
    for (const [kind, marks] of [
      ['words', linetype.words],
      ['symbols', linetype.symbols],
    ] as const)
      for (const [i, { element }] of marks.entries()) {
        if (taken.has(element))
          context.addIssue({
            code: 'custom',
            path: [kind, i],
            message: 'a gap holds one word or one symbol',
          });
        taken.add(element);
      }
    for (const [i, word] of linetype.words.entries()) {
      const fault = wordFault(linetype, word, word.style === '' ? PLAIN_LOOK : null);
      if (fault) context.addIssue({ code: 'custom', path: ['words', i], message: fault });
    }
    if (elementsMm.length === 0) return;
    const complain = (message: string): void =>
      context.addIssue({ code: 'custom', path: ['elementsMm'], message });
    if (elementsMm[0] < 0) complain('a linetype begins with a dash or a dot, not with a gap');
    // A mark at a dot makes an unbroken line a pattern of its own.
    const marked = (element: number): boolean => elementsMm[element] === 0 && taken.has(element);
    if (!elementsMm.some((element, i) => element < 0 || marked(i)))
      complain('a linetype that is not continuous needs a gap');
    if (elementsMm.every((element) => element === 0)) complain('a linetype needs a length');
  });

export const pensSchema = z
  .strictObject({
    seriesMm: z.array(storableWidth).min(1, 'at least one pen width is needed'),
    defaultMm: storableWidth.meta({ description: 'What “default width” means in this office, mm.' }),
    roles: z.array(penRoleSchema).max(40).default([]),
    order: z.array(penOrderSchema).max(100).default([]),
    byColour: z
      .array(colourWidthSchema)
      .max(255)
      .default([])
      .meta({ description: 'Where widths come from colours: the width of each colour number.' }),
  })
  .superRefine((pens, context) => {
    const roles = new Set<string>();
    for (const [i, { role, widthMm }] of pens.roles.entries()) {
      const complain = (field: string, message: string): void =>
        context.addIssue({ code: 'custom', path: ['roles', i, field], message });
      if (roles.has(role.toLowerCase())) complain('role', `“${role}” is there twice`);
      roles.add(role.toLowerCase());
      if (!pens.seriesMm.includes(widthMm))
        complain('widthMm', `${widthMm} mm is not among the permitted pen widths`);
    }
    for (const [i, order] of pens.order.entries())
      for (const side of ['heavier', 'lighter'] as const)
        if (!roles.has(order[side].toLowerCase()))
          context.addIssue({
            code: 'custom',
            path: ['order', i, side],
            message: `there is no role “${order[side]}”`,
          });
    for (let i = 1; i < pens.seriesMm.length; i++)
      if (pens.seriesMm[i] <= pens.seriesMm[i - 1])
        context.addIssue({
          code: 'custom',
          path: ['seriesMm', i],
          message: 'pen widths rise from one to the next',
        });
  });

/** What serves only while drawing and must never print: names, * stands for any letters. */
const workingSchema = z
  .strictObject({
    layers: z.array(z.string().trim().min(1).max(255)).max(500).default([]),
    linetypes: z.array(z.string().trim().min(1).max(255)).max(500).default([]),
    textStyles: z.array(z.string().trim().min(1).max(255)).max(500).default([]),
  })
  .prefault({});

export { GRAVITIES, type Gravity } from './rule-settings';

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
      .strictObject(
        Object.fromEntries(
          NAMED_THINGS.map((thing) => [thing, namingSchema.nullable().default(null)]),
        ) as Record<NamedThing, z.ZodDefault<z.ZodNullable<typeof namingSchema>>>,
      )
      .prefault({})
      .meta({ description: 'How names are made up; null where the office has no scheme.' }),
    lettering: letteringSchema
      .prefault({})
      .meta({ description: 'Text styles, permitted heights, smallest height on each sheet.' }),
    dimensions: z.array(dimensionStyleSchema).max(200).default([]),
    fills: z.array(fillSchema).max(500).default([]),
    parallels: z.array(parallelSetSchema).max(200).default([]),
    lineMarks: z
      .array(lineMarkSchema)
      .max(255)
      .default([])
      .meta({ description: 'Small symbols that linetypes carry.' }),
    linetypes: z.array(linetypeSchema).max(500),
    meanings: z.array(meaningSchema).max(100).default([]),
    working: workingSchema,
    rules: ruleSettingsSchema,
    layers: z.array(layerSchema).max(10000),
  })
  .superRefine((standard, context) => {
    const complain = (path: (string | number)[], message: string): void =>
      context.addIssue({ code: 'custom', path, message });
    const linetypes = new Set<string>();
    const roles = new Set(standard.pens.roles.map(({ role }) => foldName(role)));
    const meanings = new Set(standard.meanings.map((meaning) => foldName(meaning.name)));
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
      if (layer.role !== '' && !roles.has(foldName(layer.role)))
        complain(['layers', i, 'role'], `the pens have no role “${layer.role}”`);
      if (layer.meaning !== '' && !meanings.has(foldName(layer.meaning)))
        complain(['layers', i, 'meaning'], `there is no meaning “${layer.meaning}”`);
    }
    checkParts(standard, linetypes, layers, complain);
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

/** A linetype with nothing said beyond what is given. */
export const lineOf = ({
  name,
  ...given
}: Partial<StandardLinetype> & { name: string }): StandardLinetype => ({
  name,
  description: '',
  elementsMm: [],
  words: [],
  symbols: [],
  basis: 'paper',
  ends: { insetMm: 0, whole: true },
  clause: '',
  notes: '',
  ...given,
});

/** A layer with nothing said beyond what is given: white, unbroken, default width. */
export const layerOf = ({ name, ...given }: Partial<StandardLayer> & { name: string }): StandardLayer => ({
  name,
  purpose: '',
  kinds: [],
  colour: { number: 7 },
  linetype: 'Continuous',
  widthMm: null,
  prints: true,
  required: false,
  ownValuesAllowed: [],
  discipline: '',
  role: '',
  meaning: '',
  notes: '',
  clause: '',
  ...given,
});

/** A standard with nothing decided yet but the published series of pen widths. */
export function blankStandard(officeName: string): Standard {
  return {
    format: FORMAT,
    formatVersion: FORMAT_VERSION,
    name: officeName,
    edition: 'Draft 1',
    // ISO 128-2, as far as drawings can hold them.
    pens: pensSchema.parse({ seriesMm: [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2], defaultMm: 0.25 }),
    naming: { layers: null, files: null, symbols: null, styles: null },
    lettering: blankLettering(),
    dimensions: [],
    fills: [],
    parallels: [],
    lineMarks: [],
    linetypes: [lineOf({ name: 'Continuous', description: 'Unbroken line' })],
    meanings: [],
    working: { layers: [], linetypes: [], textStyles: [] },
    rules: {},
    layers: [],
  };
}
