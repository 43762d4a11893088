import { z } from 'zod';
import { basesOf } from './bases';

/** What stands at the end of a dimension line or a leader, in our own words. */
export const TERMINATORS = [
  'filled arrow',
  'hollow arrow',
  'closed arrow',
  'open arrow',
  'wide arrow',
  'narrow arrow',
  'slash',
  'heavy slash',
  'dot',
  'small dot',
  'ring',
  'small ring',
  'ring with mark',
  'box',
  'filled box',
  'triangle',
  'filled triangle',
  'hook',
  'none',
] as const;
export type Terminator = (typeof TERMINATORS)[number];

/** Parts of a dimension by what one sees of it, in the order of the editor; see docs/decisions/020. */
export const DIMENSION_GROUPS = [
  'Lines',
  'Ends',
  'Figure',
  'Number',
  'Beside it',
  'Round',
  'Tight places',
  'Size',
] as const;
export type DimensionGroup = (typeof DIMENSION_GROUPS)[number];

interface Common {
  readonly group: DimensionGroup;
  readonly label: string;
}

const mm = <G extends DimensionGroup>(group: G, label: string, value: number, min = 0, max = 200) =>
  ({ group, label, is: 'mm', default: value, min, max }) as const;
const number = (group: DimensionGroup, label: string, value: number, min: number, max: number, unit = '') =>
  ({ group, label, is: 'number', default: value, min, max, unit }) as const;
const places = (group: DimensionGroup, label: string, value: number) =>
  ({ group, label, is: 'count', default: value, min: 0, max: 8 }) as const;
const yes = (group: DimensionGroup, label: string, value = false) =>
  ({ group, label, is: 'yes', default: value }) as const;
const colour = (group: DimensionGroup, label: string) =>
  ({ group, label, is: 'colour', default: null }) as const;
const pen = (group: DimensionGroup, label: string) => ({ group, label, is: 'pen', default: null }) as const;
const linetype = (group: DimensionGroup, label: string) =>
  ({ group, label, is: 'linetype', default: '' }) as const;
const text = (group: DimensionGroup, label: string) => ({ group, label, is: 'text', default: '' }) as const;
const terminator = (label: string) =>
  ({ group: 'Ends', label, is: 'terminator', default: 'filled arrow' }) as const;
const choice = <const O extends readonly string[]>(
  group: DimensionGroup,
  label: string,
  options: O,
  value: O[number],
) => ({ group, label, is: 'choice', options, default: value as O[number] }) as const;

const LENGTH_FORMATS = [
  'decimal',
  'scientific',
  'feet and decimal inches',
  'feet and fractions',
  'fractions',
] as const;

/**
 * Every setting of a dimension style: the group it belongs to, its words, what kind of value it takes and what it is
 * when nobody has said otherwise. Lengths are mm on paper. A colour or a pen that is null is the dimension's own, and
 * so is a linetype without a name.
 */
export const DIMENSION_SETTINGS = {
  lineColour: colour('Lines', 'Dimension line: colour'),
  lineLinetype: linetype('Lines', 'Dimension line: linetype'),
  linePenMm: pen('Lines', 'Dimension line: width'),
  lineOverrunMm: mm('Lines', 'Dimension line: past the extension lines', 0),
  stackSpacingMm: mm('Lines', 'Dimension line: to the next one stacked', 7),
  hideLine1: yes('Lines', 'Dimension line: first half left out'),
  hideLine2: yes('Lines', 'Dimension line: second half left out'),

  extensionColour: colour('Lines', 'Extension lines: colour'),
  extensionLinetype1: linetype('Lines', 'Extension lines: linetype of the first'),
  extensionLinetype2: linetype('Lines', 'Extension lines: linetype of the second'),
  extensionPenMm: pen('Lines', 'Extension lines: width'),
  extensionOffsetMm: mm('Lines', 'Extension lines: gap at the object', 1),
  extensionOverrunMm: mm('Lines', 'Extension lines: past the dimension line', 1.25),
  extensionFixed: yes('Lines', 'Extension lines: of one length'),
  extensionLengthMm: mm('Lines', 'Extension lines: that length', 3),
  hideExtension1: yes('Lines', 'Extension lines: first left out'),
  hideExtension2: yes('Lines', 'Extension lines: second left out'),

  terminator1: terminator('First'),
  terminator2: terminator('Second'),
  leaderTerminator: terminator('Of leaders'),
  terminatorSizeMm: mm('Ends', 'Size', 2.5),
  tickMm: mm('Ends', 'Slash instead, this long', 0),

  centreMark: choice('Round', 'Centre mark', ['none', 'mark', 'lines'], 'mark'),
  centreSizeMm: mm('Round', 'Size of the mark', 2.5),
  arcSymbol: choice(
    'Round',
    'Sign of arc lengths',
    ['before the text', 'above the text', 'none'],
    'before the text',
  ),
  jogAngleDeg: number('Round', 'Angle of a jog', 45, 5, 90, '°'),
  jogHeight: number('Round', 'Height of a jog', 1.5, 0.1, 10, 'text heights'),

  textStyle: { group: 'Figure', label: 'Text style', is: 'style', default: '' },
  textColour: colour('Figure', 'Colour'),
  textBackground: choice('Figure', 'Background', ['none', 'sheet', 'colour'], 'none'),
  textBackgroundColour: colour('Figure', 'Colour of the background'),
  textHeightMm: mm('Figure', 'Height', 2.5, 0.1),
  textAcross: choice(
    'Figure',
    'Place across the line',
    ['in the line', 'above', 'outside', 'below'],
    'above',
  ),
  textAlong: choice(
    'Figure',
    'Place along the line',
    ['middle', 'at the first end', 'at the second end', 'over the first end', 'over the second end'],
    'middle',
  ),
  textOffsetMm: mm('Figure', 'Distance from the line', 0.8),
  textDirection: choice('Figure', 'Reads', ['left to right', 'right to left'], 'left to right'),
  levelInside: yes('Figure', 'Level when inside the extension lines'),
  levelOutside: yes('Figure', 'Level when outside'),
  textFrame: yes('Figure', 'Framed'),

  whenShort: choice(
    'Tight places',
    'When space is short, these move out',
    ['text and terminators', 'terminators first', 'text first', 'whichever fits'],
    'whichever fits',
  ),
  textMoved: choice(
    'Tight places',
    'Text that is moved',
    ['takes its line along', 'gets a leader', 'stands free'],
    'takes its line along',
  ),
  lineBetween: yes('Tight places', 'Line drawn between the extension lines always', true),
  textInside: yes('Tight places', 'Text kept inside always'),
  noOutsideTerminators: yes('Tight places', 'No terminators where they do not fit inside'),
  placedByHand: yes('Tight places', 'Text placed by hand'),

  sizedOnPaper: yes('Size', 'Sized on paper, whatever the scale of the viewport', true),
  overallScale: number('Size', 'Overall scale otherwise', 1, 0.0001, 100000, '×'),

  lengthFormat: choice('Number', 'Format', LENGTH_FORMATS, 'decimal'),
  decimals: places('Number', 'Decimal places', 0),
  fraction: choice('Number', 'Fractions', ['level bar', 'slanted bar', 'in one line'], 'level bar'),
  decimalMark: choice('Number', 'Decimal mark', ['.', ',', ' '], '.'),
  rounding: number('Number', 'Rounded to', 0, 0, 100000),
  prefix: text('Number', 'Before the value'),
  suffix: text('Number', 'After the value'),
  factor: number('Number', 'Factor', 1, 1e-9, 1e9, '×'),
  dropLeading: yes('Number', 'Zero before the mark dropped'),
  dropTrailing: yes('Number', 'Zeros at the end dropped', true),
  dropFeet: yes('Number', '0 feet dropped', true),
  dropInches: yes('Number', '0 inches dropped', true),

  angleFormat: choice(
    'Number',
    'Angles: format',
    ['degrees', 'degrees, minutes, seconds', 'gons', 'radians', 'bearings'],
    'degrees',
  ),
  angleDecimals: places('Number', 'Angles: decimal places', 0),
  angleDropLeading: yes('Number', 'Angles: zero before the mark dropped'),
  angleDropTrailing: yes('Number', 'Angles: zeros at the end dropped', true),

  second: yes('Beside it', 'Second unit shown'),
  secondFormat: choice('Beside it', 'Second unit: format', LENGTH_FORMATS, 'decimal'),
  secondDecimals: places('Beside it', 'Second unit: decimal places', 2),
  secondFactor: number('Beside it', 'Second unit: factor', 1 / 25.4, 1e-9, 1e9, '×'),
  secondRounding: number('Beside it', 'Second unit: rounded to', 0, 0, 100000),
  secondPrefix: text('Beside it', 'Second unit: before the value'),
  secondSuffix: text('Beside it', 'Second unit: after the value'),
  secondDropLeading: yes('Beside it', 'Second unit: zero before the mark dropped'),
  secondDropTrailing: yes('Beside it', 'Second unit: zeros at the end dropped'),

  tolerance: choice(
    'Beside it',
    'Tolerance shown as',
    ['none', 'symmetrical', 'deviation', 'limits'],
    'none',
  ),
  toleranceAbove: number('Beside it', 'Tolerance: upper', 0, -100000, 100000),
  toleranceBelow: number('Beside it', 'Tolerance: lower', 0, -100000, 100000),
  toleranceDecimals: places('Beside it', 'Tolerance: decimal places', 2),
  toleranceHeight: number('Beside it', 'Tolerance: height', 1, 0.1, 4, 'text heights'),
  toleranceAlign: choice(
    'Beside it',
    'Tolerance: height on the line',
    ['at the foot', 'in the middle', 'at the top'],
    'at the foot',
  ),
  toleranceDropTrailing: yes('Beside it', 'Tolerance: zeros at the end dropped'),
} as const satisfies Readonly<Record<string, Common & { readonly is: string; readonly default: unknown }>>;

type Table = typeof DIMENSION_SETTINGS;
export type DimensionSetting = keyof Table;
export type DimensionSpec = Table[DimensionSetting];

type ValueOf<S> = S extends { is: 'choice'; options: readonly (infer O)[] }
  ? O
  : S extends { is: 'yes' }
    ? boolean
    : S extends { is: 'mm' | 'number' | 'count' }
      ? number
      : S extends { is: 'colour' | 'pen' }
        ? number | null
        : S extends { is: 'terminator' }
          ? Terminator
          : string;

/** Every setting with its value: what a dimension is drawn with. */
export type DimensionValues = { [K in DimensionSetting]: ValueOf<Table[K]> };

/** The settings in the order of the table. */
export const SETTING_NAMES = Object.keys(DIMENSION_SETTINGS) as DimensionSetting[];

function schemaOf(spec: DimensionSpec): z.ZodType {
  switch (spec.is) {
    case 'mm':
    case 'number':
      return z.number().min(spec.min).max(spec.max);
    case 'count':
      return z.int().min(spec.min).max(spec.max);
    case 'yes':
      return z.boolean();
    case 'choice':
      return z.enum(spec.options as readonly [string, ...string[]]);
    case 'colour':
      return z.int().min(1).max(255).nullable();
    case 'pen':
      return z.number().min(0).max(2.11).nullable();
    case 'terminator':
      return z.enum(TERMINATORS);
    default:
      return z.string().max(255);
  }
}

const unit = (spec: DimensionSpec): string => (spec.is === 'mm' || spec.is === 'pen' ? ', mm on paper' : '');

const valuesSchema = z.strictObject(
  Object.fromEntries(
    SETTING_NAMES.map((name) => {
      const spec = DIMENSION_SETTINGS[name];
      const description = `${spec.group}: ${spec.label}${unit(spec)}`;
      return [name, schemaOf(spec).optional().meta({ description })];
    }),
  ),
) as unknown as z.ZodType<Partial<DimensionValues>>;

export const dimensionStyleSchema = z.strictObject({
  name: z.string().trim().min(1, 'a name is needed').max(255),
  use: z.string().trim().max(200).default(''),
  base: z
    .string()
    .trim()
    .max(255)
    .nullable()
    .default(null)
    .meta({ description: 'Style whose settings it takes where it names none of its own.' }),
  settings: valuesSchema.prefault({}),
  clause: z.string().trim().max(40).default(''),
  notes: z.string().trim().max(2000).default(''),
});

export type StandardDimensionStyle = z.infer<typeof dimensionStyleSchema>;

/** A style of the standard by its name, in whatever capitals. */
export const findDimensionStyle = (
  styles: readonly StandardDimensionStyle[],
  name: string,
): StandardDimensionStyle | undefined =>
  styles.find((style) => style.name.toLowerCase() === name.trim().toLowerCase());

/** What every setting is when no style says otherwise. */
export const PLAIN_DIMENSION = Object.fromEntries(
  SETTING_NAMES.map((name) => [name, DIMENSION_SETTINGS[name].default]),
) as unknown as DimensionValues;

/** The styles a style builds on, itself first, its root last. A circle ends where it closes. */
export const familyOf = (
  styles: readonly StandardDimensionStyle[],
  style: StandardDimensionStyle,
): StandardDimensionStyle[] => [style, ...basesOf(styles, style, ({ base }) => base)];

/** Every setting of a style: its own, else its base's, else the plain one. */
export function dimensionValues(
  styles: readonly StandardDimensionStyle[],
  style: StandardDimensionStyle,
): DimensionValues {
  const line = familyOf(styles, style);
  return Object.assign({}, PLAIN_DIMENSION, ...line.reverse().map(({ settings }) => settings));
}

/** The settings of a style that its base does not have already: all that a family needs to hold. */
export function ownSettings(
  styles: readonly StandardDimensionStyle[],
  base: string | null,
  values: DimensionValues,
): Partial<DimensionValues> {
  const parent = styles.find((one) => base !== null && one.name.toLowerCase() === base.toLowerCase());
  const under = parent ? dimensionValues(styles, parent) : PLAIN_DIMENSION;
  return Object.fromEntries(
    SETTING_NAMES.filter((name) => values[name] !== under[name]).map((name) => [name, values[name]]),
  ) as Partial<DimensionValues>;
}

/** Finds what is wrong between styles: names that are there twice, bases that are not there or build on themselves. */
export function familyFaults(
  styles: readonly StandardDimensionStyle[],
): { readonly path: readonly (string | number)[]; readonly message: string }[] {
  const faults: { path: (string | number)[]; message: string }[] = [];
  const names = new Set<string>();
  for (const [i, style] of styles.entries()) {
    const name = style.name.toLowerCase();
    if (names.has(name)) faults.push({ path: [i, 'name'], message: `“${style.name}” is there twice` });
    names.add(name);
    if (style.base === null) continue;
    const root = familyOf(styles, style).at(-1);
    if (root?.base === null) continue;
    const missing = root && !styles.some((one) => one.name.toLowerCase() === root.base?.toLowerCase());
    faults.push({
      path: [i, 'base'],
      message: missing
        ? `the standard has no dimension style “${root.base}”`
        : `“${style.name}” builds on itself`,
    });
  }
  return faults;
}

const plain = (value: number): string => String(Number(value.toPrecision(12)));

/** A value in words: "2.5 mm", "yes", "as the dimension". */
export function formatSetting(name: DimensionSetting, value: DimensionValues[DimensionSetting]): string {
  const spec: DimensionSpec = DIMENSION_SETTINGS[name];
  if (spec.is === 'yes') return value ? 'yes' : 'no';
  if (value === null) return 'as the dimension';
  if (spec.is === 'mm' || spec.is === 'pen') return `${plain(value as number)} mm`;
  if (spec.is === 'number') return `${plain(value as number)} ${spec.unit}`.trim().replace(' °', '°');
  if (spec.is === 'linetype') return value === '' ? 'as the dimension' : String(value);
  if (spec.is === 'style') return value === '' ? 'the plain one' : String(value);
  if (name === 'decimalMark') return value === '.' ? 'point' : value === ',' ? 'comma' : 'space';
  if (spec.is === 'text') return value === '' ? 'nothing' : `“${value}”`;
  return String(value);
}

/** "Text: Height" with its first letter small after the colon: how a setting is named outside its group. */
export const formatName = (name: DimensionSetting): string => {
  const { group, label } = DIMENSION_SETTINGS[name];
  return `${group.toLowerCase()}: ${label.charAt(0).toLowerCase()}${label.slice(1)}`;
};

/** Settings with some of them taken from another set. */
export function taking(
  from: DimensionValues,
  names: Iterable<DimensionSetting>,
  base: DimensionValues,
): DimensionValues {
  const next: Record<string, unknown> = { ...base };
  for (const name of names) next[name] = from[name];
  return next as unknown as DimensionValues;
}

/** "figure: height 2.5 mm; ends: size 3 mm". */
export const formatSettings = (names: readonly DimensionSetting[], v: DimensionValues): string =>
  names.map((name) => `${formatName(name)} ${formatSetting(name, v[name])}`).join('; ');

/** A size or a number as near as a style of the standard can hold it. */
export function holdable(name: DimensionSetting, value: number): number {
  const spec: DimensionSpec = DIMENSION_SETTINGS[name];
  return spec.is === 'mm' || spec.is === 'number' ? Math.min(spec.max, Math.max(spec.min, value)) : value;
}

/** The same settings with all sizes on paper made larger or smaller; widths of pens are none of them. */
export function sizesTimes(v: DimensionValues, factor: number): DimensionValues {
  if (factor === 1) return v;
  const next: Record<string, unknown> = { ...v };
  for (const name of SETTING_NAMES)
    if (DIMENSION_SETTINGS[name].is === 'mm') next[name] = (v[name] as number) * factor;
  return next as unknown as DimensionValues;
}

/** Settings in which two sets of values differ, in the order of the table. */
export const differingSettings = (a: DimensionValues, b: DimensionValues): DimensionSetting[] =>
  SETTING_NAMES.filter((name) => a[name] !== b[name]);
