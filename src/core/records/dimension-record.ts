import type { TagRange } from '../dxf/document';
import { type DimensionRecord, holdsCode, JOG_HEIGHT } from '../dxf/edit/record-bodies';
import type { TagReader } from '../dxf/tag-reader';
import {
  type DimensionSetting,
  type DimensionValues,
  PLAIN_DIMENSION,
  type Terminator,
} from '../standard/dimension-settings';

/** Names that the format gives to the symbols of terminators; the plain filled arrow has none. */
export const TERMINATOR_SYMBOLS: Readonly<Record<Terminator, string>> = {
  'filled arrow': '',
  'hollow arrow': '_ClosedBlank',
  'closed arrow': '_Closed',
  'open arrow': '_Open',
  'wide arrow': '_Open90',
  'narrow arrow': '_Open30',
  slash: '_Oblique',
  'heavy slash': '_ArchTick',
  dot: '_Dot',
  'small dot': '_DotSmall',
  ring: '_DotBlank',
  'small ring': '_Small',
  'ring with mark': '_Origin2',
  box: '_BoxBlank',
  'filled box': '_BoxFilled',
  triangle: '_DatumBlank',
  'filled triangle': '_DatumFilled',
  hook: '_Integral',
  none: '_None',
};

const terminatorOf = (symbol: string): Terminator => {
  const name = symbol.toLowerCase();
  if (name === '_origin') return 'ring with mark';
  const found = Object.entries(TERMINATOR_SYMBOLS).find(([, own]) => own.toLowerCase() === name);
  return (found?.[0] ?? 'filled arrow') as Terminator;
};

type Plain = readonly [setting: DimensionSetting, code: number];

/** Settings that the format holds as they are: numbers, and yes or no as 1 or 0. */
const NUMBERS: readonly Plain[] = [
  ['overallScale', 40],
  ['terminatorSizeMm', 41],
  ['extensionOffsetMm', 42],
  ['stackSpacingMm', 43],
  ['extensionOverrunMm', 44],
  ['rounding', 45],
  ['lineOverrunMm', 46],
  ['toleranceAbove', 47],
  ['toleranceBelow', 48],
  ['extensionLengthMm', 49],
  ['jogAngleDeg', 50],
  ['textHeightMm', 140],
  ['tickMm', 142],
  ['secondFactor', 143],
  ['factor', 144],
  ['toleranceHeight', 146],
  ['secondRounding', 148],
  ['secondDecimals', 171],
  ['angleDecimals', 179],
  ['decimals', 271],
  ['toleranceDecimals', 272],
];

const FLAGS: readonly Plain[] = [
  ['levelInside', 73],
  ['levelOutside', 74],
  ['hideExtension1', 75],
  ['hideExtension2', 76],
  ['second', 170],
  ['lineBetween', 172],
  ['textInside', 174],
  ['noOutsideTerminators', 175],
  ['hideLine1', 281],
  ['hideLine2', 282],
  ['placedByHand', 288],
  ['extensionFixed', 290],
];

/** Settings with a few values; the format's number of each. */
const CHOICES: readonly (readonly [DimensionSetting, number, Readonly<Record<string, number>>])[] = [
  ['textBackground', 69, { none: 0, sheet: 1, colour: 2 }],
  ['textAcross', 77, { 'in the line': 0, above: 1, outside: 2, below: 4 }],
  ['arcSymbol', 90, { 'before the text': 0, 'above the text': 1, none: 2 }],
  ['fraction', 276, { 'level bar': 0, 'slanted bar': 1, 'in one line': 2 }],
  [
    'lengthFormat',
    277,
    { scientific: 1, decimal: 2, 'feet and decimal inches': 3, 'feet and fractions': 4, fractions: 5 },
  ],
  [
    'secondFormat',
    273,
    { scientific: 1, decimal: 2, 'feet and decimal inches': 3, 'feet and fractions': 4, fractions: 5 },
  ],
  ['angleFormat', 275, { degrees: 0, 'degrees, minutes, seconds': 1, gons: 2, radians: 3, bearings: 4 }],
  ['decimalMark', 278, { '.': 46, ',': 44, ' ': 32 }],
  ['textMoved', 279, { 'takes its line along': 0, 'gets a leader': 1, 'stands free': 2 }],
  [
    'textAlong',
    280,
    {
      middle: 0,
      'at the first end': 1,
      'at the second end': 2,
      'over the first end': 3,
      'over the second end': 4,
    },
  ],
  ['toleranceAlign', 283, { 'at the foot': 0, 'in the middle': 1, 'at the top': 2 }],
  [
    'whenShort',
    289,
    { 'text and terminators': 0, 'terminators first': 1, 'text first': 2, 'whichever fits': 3 },
  ],
  ['textDirection', 295, { 'left to right': 0, 'right to left': 1 }],
];

const COLOURS: readonly Plain[] = [
  ['lineColour', 176],
  ['extensionColour', 177],
  ['textColour', 178],
];

const PENS: readonly Plain[] = [
  ['linePenMm', 371],
  ['extensionPenMm', 372],
];

/** Pointers to other records, with the table each is in. */
const LINETYPES: readonly Plain[] = [
  ['lineLinetype', 345],
  ['extensionLinetype1', 346],
  ['extensionLinetype2', 347],
];

/** Codes of settings that the format holds together with others, or in a way of its own. */
const OTHER_CODES: Readonly<Partial<Record<DimensionSetting, readonly number[]>>> = {
  sizedOnPaper: [40],
  textBackgroundColour: [69, 70],
  prefix: [3],
  suffix: [3],
  secondPrefix: [4],
  secondSuffix: [4],
  tolerance: [71, 72, 48],
  dropFeet: [78],
  dropInches: [78],
  dropLeading: [78],
  dropTrailing: [78],
  angleDropLeading: [79],
  angleDropTrailing: [79],
  toleranceDropTrailing: [284],
  secondDropLeading: [285],
  secondDropTrailing: [285],
  centreMark: [141],
  centreSizeMm: [141],
  textFrame: [147],
  textOffsetMm: [147],
  terminator1: [173, 342, 343, 344],
  terminator2: [173, 342, 343, 344],
  leaderTerminator: [341],
  textStyle: [340],
  jogHeight: [JOG_HEIGHT.number],
};

const PLAIN_CODES = new Map<DimensionSetting, number>([
  ...[...NUMBERS, ...FLAGS, ...COLOURS, ...PENS, ...LINETYPES],
  ...CHOICES.map(([name, code]) => [name, code] as const),
]);

/** The group codes that hold a setting. Several settings can share one. */
export function codesOf(setting: DimensionSetting): readonly number[] {
  const plain = PLAIN_CODES.get(setting);
  return plain === undefined ? (OTHER_CODES[setting] ?? []) : [plain];
}

/** Whether the records of a version can hold a setting. */
export const holdsSetting = (version: string, setting: DimensionSetting): boolean =>
  codesOf(setting).every((code) => holdsCode(version, code));

const bits = (...flags: readonly (readonly [boolean, number])[]): number =>
  flags.reduce((sum, [on, bit]) => sum + (on ? bit : 0), 0);

/**
 * A dimension style as the exchange format holds it.
 * @param mmPerUnit mm of one of the drawing's paper units: 25.4 where the drawing measures in inches
 */
export function dimensionRecord(v: DimensionValues, mmPerUnit = 1): DimensionRecord {
  const values = new Map<number, number | string>();
  for (const [name, code] of NUMBERS) {
    const value = v[name] as number;
    values.set(code, name.endsWith('Mm') ? value / mmPerUnit : value);
  }
  for (const [name, code] of FLAGS) values.set(code, v[name] ? 1 : 0);
  for (const [name, code, numbers] of CHOICES) values.set(code, numbers[String(v[name])]);
  // A colour that is the dimension's own is that of its symbol: number 0.
  for (const [name, code] of COLOURS) values.set(code, (v[name] as number | null) ?? 0);
  for (const [name, code] of PENS) {
    const mm = v[name] as number | null;
    values.set(code, mm === null ? -2 : Math.round(mm * 100));
  }
  if (v.sizedOnPaper) values.set(40, 0);
  if (v.textBackground === 'colour') values.set(70, v.textBackgroundColour ?? 0);
  values.set(3, affixes(v.prefix, v.suffix));
  values.set(4, affixes(v.secondPrefix, v.secondSuffix));
  values.set(71, v.tolerance === 'symmetrical' || v.tolerance === 'deviation' ? 1 : 0);
  values.set(72, v.tolerance === 'limits' ? 1 : 0);
  if (v.tolerance === 'symmetrical') values.set(48, v.toleranceAbove);
  values.set(78, feetBits(v.dropFeet, v.dropInches) + bits([v.dropLeading, 4], [v.dropTrailing, 8]));
  values.set(79, bits([v.angleDropLeading, 1], [v.angleDropTrailing, 2]));
  values.set(284, bits([v.toleranceDropTrailing, 8]));
  values.set(285, bits([v.secondDropLeading, 4], [v.secondDropTrailing, 8]));
  const centre = v.centreSizeMm / mmPerUnit;
  values.set(141, v.centreMark === 'none' ? 0 : v.centreMark === 'lines' ? -centre : centre);
  values.set(147, ((v.textFrame ? -1 : 1) * v.textOffsetMm) / mmPerUnit);
  values.set(145, 0);
  const pointers = new Map<number, { table: 'STYLE' | 'LTYPE' | 'BLOCK'; name: string }>();
  const apart = v.terminator1 !== v.terminator2;
  values.set(173, apart ? 1 : 0);
  const symbol = (code: number, terminator: Terminator): void => {
    const name = TERMINATOR_SYMBOLS[terminator];
    if (name !== '') pointers.set(code, { table: 'BLOCK', name });
  };
  symbol(341, v.leaderTerminator);
  if (apart) {
    symbol(343, v.terminator1);
    symbol(344, v.terminator2);
  } else symbol(342, v.terminator1);
  for (const [name, code] of LINETYPES)
    if (v[name] !== '') pointers.set(code, { table: 'LTYPE', name: String(v[name]) });
  if (v.textStyle !== '') pointers.set(340, { table: 'STYLE', name: v.textStyle });
  return { values, pointers, jogHeight: v.jogHeight };
}

/** The format writes both affixes in one text, around a mark for the value. */
const affixes = (prefix: string, suffix: string): string => (prefix === '' ? suffix : `${prefix}<>${suffix}`);

/** Feet and inches share two bits: 0 both dropped, 1 both kept, 2 only inches dropped, 3 only feet dropped. */
const feetBits = (feet: boolean, inches: boolean): number => (feet ? (inches ? 0 : 3) : inches ? 2 : 1);

/** What values a style's record, or an object that overrides some of them, says by code. */
interface Said {
  has(code: number): boolean;
  number(code: number, fallback?: number): number;
  int(code: number, fallback?: number): number;
  /** The text as it stands, blanks at its ends too. */
  text(code: number): string;
}

/** @param own tags that say something instead of the record, by the setting's code */
function saidBy(reader: TagReader, range: TagRange | null, own: ReadonlyMap<number, number>): Said {
  const tagOf = (code: number): number => own.get(code) ?? (range ? reader.find(range, code) : -1);
  return {
    has: (code) => tagOf(code) >= 0,
    number: (code, fallback = 0) => (tagOf(code) < 0 ? fallback : reader.number(tagOf(code))),
    int: (code, fallback = 0) => (tagOf(code) < 0 ? fallback : reader.int(tagOf(code), fallback)),
    text: (code) => (tagOf(code) < 0 ? '' : reader.text(tagOf(code))),
  };
}

const NOTHING_OWN: ReadonlyMap<number, number> = new Map();

/**
 * Settings of a dimension style's record in the standard's terms. What the record does not say is what the format
 * takes it to be.
 * @param range the record; null where there is none, so that only the format's values and `own` count
 * @param names names of records by their handles
 * @param own tags of an object's own settings by their codes: they go before the record's
 */
export function readDimensionValues(
  reader: TagReader,
  range: TagRange | null,
  names: ReadonlyMap<string, string>,
  mmPerUnit = 1,
  own = NOTHING_OWN,
): DimensionValues {
  const said = saidBy(reader, range, own);
  const values: Record<string, unknown> = { ...PLAIN_DIMENSION, ...FORMAT_DEFAULTS };
  const { has } = said;
  const pointed = (code: number): string => names.get(said.text(code).trim().toUpperCase()) ?? '';
  for (const [name, code] of NUMBERS) {
    if (!has(code)) continue;
    const value = said.number(code);
    if (Number.isFinite(value)) values[name] = name.endsWith('Mm') ? tidy(value * mmPerUnit) : value;
  }
  for (const [name, code] of FLAGS) if (has(code)) values[name] = said.int(code) !== 0;
  for (const [name, code, numbers] of CHOICES) {
    const number = said.int(code, Number.NaN);
    const found = Object.entries(numbers).find(([, one]) => one === number);
    if (found) values[name] = found[0];
  }
  for (const [name, code] of COLOURS) {
    const number = said.int(code);
    if (has(code)) values[name] = number >= 1 && number <= 255 ? number : null;
  }
  for (const [name, code] of PENS) {
    const width = said.int(code, -2);
    values[name] = width >= 0 ? width / 100 : null;
  }
  const scale = said.number(40, 1);
  values.sizedOnPaper = scale === 0;
  values.overallScale = scale === 0 ? 1 : scale;
  // Two settings share code 70: the second one is the background's colour.
  const background = range ? lastInt(reader, range, 70) : -1;
  if (values.textBackground === 'colour' && background >= 1 && background <= 255)
    values.textBackgroundColour = background;
  // Blanks at the ends of an affix are meant.
  Object.assign(values, affixesOf(said.text(3), 'prefix', 'suffix'));
  Object.assign(values, affixesOf(said.text(4), 'secondPrefix', 'secondSuffix'));
  const [above, below] = [values.toleranceAbove, values.toleranceBelow];
  if (said.int(72) === 1) values.tolerance = 'limits';
  else if (said.int(71) === 1) values.tolerance = above === below ? 'symmetrical' : 'deviation';
  if (values.tolerance === 'symmetrical') values.toleranceBelow = PLAIN_DIMENSION.toleranceBelow;
  if (has(78)) {
    const zeros = said.int(78);
    values.dropFeet = (zeros & 3) === 0 || (zeros & 3) === 3;
    values.dropInches = (zeros & 3) === 0 || (zeros & 3) === 2;
    values.dropLeading = (zeros & 4) !== 0;
    values.dropTrailing = (zeros & 8) !== 0;
  }
  const angleZeros = said.int(79);
  values.angleDropLeading = (angleZeros & 1) !== 0;
  values.angleDropTrailing = (angleZeros & 2) !== 0;
  values.toleranceDropTrailing = (said.int(284) & 8) !== 0;
  values.secondDropLeading = (said.int(285) & 4) !== 0;
  values.secondDropTrailing = (said.int(285) & 8) !== 0;
  if (has(141)) {
    const centre = said.number(141);
    values.centreMark = centre === 0 ? 'none' : centre < 0 ? 'lines' : 'mark';
    if (centre !== 0) values.centreSizeMm = tidy(Math.abs(centre) * mmPerUnit);
  }
  if (has(147)) {
    const gap = said.number(147);
    values.textFrame = gap < 0;
    values.textOffsetMm = tidy(Math.abs(gap) * mmPerUnit);
  }
  for (const [name, code] of LINETYPES) if (has(code)) values[name] = named(pointed(code));
  values.textStyle = has(340) ? pointed(340) : '';
  Object.assign(values, terminators(said, pointed));
  const jog = range ? jogHeightOf(reader, range) : 0;
  if (jog > 0) values.jogHeight = jog;
  // Older programs write the angle in radians; as degrees a jog has at least 5.
  const angle = values.jogAngleDeg as number;
  if (angle < 2) values.jogAngleDeg = tidy((angle * 180) / Math.PI);
  return values as unknown as DimensionValues;
}

/** Values of the format where a record leaves a setting out, as far as they are not the standard's plain ones. */
const FORMAT_DEFAULTS: Partial<DimensionValues> = {
  stackSpacingMm: 3.75,
  extensionOffsetMm: 0.625,
  textOffsetMm: 0.625,
  sizedOnPaper: false,
  lineBetween: false,
  decimalMark: '.',
};

/** A linetype that is taken from the symbol or the layer is none of the style's own. */
const named = (linetype: string): string => (/^by(block|layer)$/i.test(linetype) ? '' : linetype);

function affixesOf(text: string, prefix: string, suffix: string): Record<string, string> {
  const at = text.indexOf('<>');
  return at < 0
    ? { [prefix]: '', [suffix]: text }
    : { [prefix]: text.slice(0, at), [suffix]: text.slice(at + 2) };
}

function terminators(said: Said, pointed: (code: number) => string): Partial<DimensionValues> {
  // The oldest versions name the symbols, later ones point to them.
  const symbol = (code: number, old: number): Terminator =>
    terminatorOf(said.has(code) ? pointed(code) : said.text(old).trim());
  const both = symbol(342, 5);
  const apart = said.int(173) === 1;
  return {
    terminator1: apart ? symbol(343, 6) : both,
    terminator2: apart ? symbol(344, 7) : both,
    leaderTerminator: said.has(341) ? terminatorOf(pointed(341)) : 'filled arrow',
  };
}

function lastInt(reader: TagReader, range: TagRange, code: number): number {
  const { codes } = reader.document.tags;
  let found = -1;
  let count = 0;
  for (let tag = range.start; tag < range.end && codes[tag] < 1000; tag++)
    if (codes[tag] === code && ++count > 1) found = reader.int(tag);
  return found;
}

function jogHeightOf(reader: TagReader, range: TagRange): number {
  const { codes } = reader.document.tags;
  for (let tag = range.start; tag < range.end; tag++)
    if (codes[tag] === 1001 && reader.name(tag) === JOG_HEIGHT.application) {
      for (let at = tag + 1; at + 1 < range.end && codes[at] !== 1001; at++)
        if (codes[at] === 1070 && reader.int(at) === JOG_HEIGHT.number && codes[at + 1] === 1040)
          return reader.number(at + 1);
    }
  return 0;
}

/** Takes off the noise of unit conversion without hiding a real difference: 1e-9. */
const tidy = (value: number): number => Math.round(value * 1e9) / 1e9;
