import { z } from 'zod';
import { foldName } from '../dxf/interner';
import { fail, ok, type Result } from '../result';
import {
  layerSchema,
  linetypeSchema,
  pensSchema,
  type StandardLayer,
  type StandardLinetype,
} from './definitions';
import { dimensionStyleSchema } from './dimension-settings';
import { fillSchema, type StandardFill } from './fills';
import { blankLettering, letteringSchema } from './lettering';
import { followed } from './line-families';
import { lineMarkSchema } from './line-marks';
import { meaningSchema } from './meanings';
import { NAMED_THINGS, type NamedThing, namingSchema } from './naming';
import { parallelSetSchema, type StandardParallelSet } from './parallels';
import { ruleSettingsSchema } from './rule-settings';
import { checkParts } from './standard-parts';
import { type StandardSymbol, symbolSchema } from './symbols';

/** What serves only while drawing and must never print: names, * stands for any letters; and words that texts say. */
const workingSchema = z
  .strictObject({
    layers: z.array(z.string().trim().min(1).max(255)).max(500).default([]),
    linetypes: z.array(z.string().trim().min(1).max(255)).max(500).default([]),
    textStyles: z.array(z.string().trim().min(1).max(255)).max(500).default([]),
    words: z.array(z.string().trim().min(1).max(255)).max(500).default([]),
  })
  .prefault({});

export { WEIGHTS, type Weight } from './rule-settings';

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
    symbols: z
      .array(symbolSchema)
      .max(5000)
      .default([])
      .meta({ description: 'The symbols of the library, by name.' }),
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
  if (parsed.success) return { standard: { ...parsed.data, ...followed(parsed.data) } };
  return {
    faults: parsed.error.issues.slice(0, MOST_FAULTS).map((issue) => {
      const path = issue.path.map((part) => (typeof part === 'symbol' ? String(part) : part));
      return { where: formatPath(path, data), path, message: issue.message.slice(0, MOST_LETTERS) };
    }),
  };
}

/** Faults that are told at once, and letters of what is said of each: a file can have a million. */
const MOST_FAULTS = 500;
const MOST_LETTERS = 300;

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

function formatPath(path: readonly (string | number)[], data: unknown): string {
  let at: unknown = data;
  const words: string[] = [];
  for (const part of path) {
    at = at !== null && typeof at === 'object' ? (at as Record<string | number, unknown>)[part] : undefined;
    if (typeof part !== 'number') words.push(plainWords(part));
    else {
      const list = words.pop() ?? 'entry';
      const named = at !== null && typeof at === 'object' && 'name' in at ? `“${String(at.name)}”` : part + 1;
      // Symbols of a linetype are the marks on it; those of the standard stand in its library.
      words.push(`${list === 'symbols' && words.length === 0 ? 'symbol' : (ONE_OF[list] ?? list)} ${named}`);
    }
  }
  return words.length === 0 ? 'the file as a whole' : words.join(', ');
}

/** What one entry of a list is called. */
const ONE_OF: Readonly<Record<string, string>> = {
  layers: 'layer',
  linetypes: 'linetype',
  styles: 'text style',
  dimensions: 'dimension style',
  fills: 'fill',
  parallels: 'parallel-line set',
  'line marks': 'line mark',
  meanings: 'meaning',
  roles: 'pen role',
  words: 'word',
  symbols: 'line mark',
  lines: 'line',
  elements: 'element',
};

/** "widthMm" as a person writes it: "width". */
const plainWords = (name: string): string =>
  name
    .replace(/(Mm|Deg)$/, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();

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

export const findFill = (standard: Standard, name: string): StandardFill | undefined =>
  standard.fills.find((candidate) => foldName(candidate.name) === foldName(name));

export const findSymbol = (standard: Standard, name: string): StandardSymbol | undefined =>
  standard.symbols.find((candidate) => foldName(candidate.name) === foldName(name));

export const findParallelSet = (standard: Standard, name: string): StandardParallelSet | undefined =>
  standard.parallels.find((candidate) => foldName(candidate.name) === foldName(name));

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
  follows: null,
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
    symbols: [],
    lineMarks: [],
    linetypes: [lineOf({ name: 'Continuous', description: 'Unbroken line' })],
    meanings: [],
    working: { layers: [], linetypes: [], textStyles: [], words: [] },
    rules: {},
    layers: [],
  };
}
