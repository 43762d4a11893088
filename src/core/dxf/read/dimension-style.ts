import { type TagRange, tagIs } from '../document';
import type { Drawing } from '../drawing';
import { foldName } from '../interner';
import type { TagReader } from '../tag-reader';

/** Settings of a dimension style in the trade's words, with the group code that holds each. */
const NUMBERS = {
  overallScale: 40,
  terminatorSize: 41,
  extensionOffset: 42,
  stackSpacing: 43,
  extensionOverrun: 44,
  rounding: 45,
  dimensionLineOverrun: 46,
  toleranceAbove: 47,
  toleranceBelow: 48,
  fixedExtensionLength: 49,
  jogAngle: 50,
  textBackground: 69,
  textBackgroundColour: 70,
  showTolerance: 71,
  showLimits: 72,
  textLevelInside: 73,
  textLevelOutside: 74,
  suppressExtension1: 75,
  suppressExtension2: 76,
  textAcross: 77,
  zeros: 78,
  angleZeros: 79,
  arcSymbol: 90,
  textHeight: 140,
  centreMark: 141,
  tickSize: 142,
  secondFactor: 143,
  factor: 144,
  textLift: 145,
  toleranceTextScale: 146,
  textGap: 147,
  secondRounding: 148,
  secondUnits: 170,
  secondDecimals: 171,
  lineBetweenWhenOutside: 172,
  separateTerminators: 173,
  textInside: 174,
  suppressOutside: 175,
  lineColour: 176,
  extensionColour: 177,
  textColour: 178,
  angleDecimals: 179,
  decimals: 271,
  toleranceDecimals: 272,
  angleUnit: 275,
  fraction: 276,
  lengthUnit: 277,
  decimalMark: 278,
  textMove: 279,
  textAlong: 280,
  suppressLine1: 281,
  suppressLine2: 282,
  fit: 289,
  fixedExtension: 290,
  lineWidth: 371,
  extensionWidth: 372,
} as const;

/** Settings that name another record: by its handle, or in the oldest version by its name. */
const POINTERS = {
  textStyle: 340,
  leaderTerminator: 341,
  terminator: 342,
  terminator1: 343,
  terminator2: 344,
  lineLinetype: 345,
  extensionLinetype1: 346,
  extensionLinetype2: 347,
} as const;

const TEXTS = { affixes: 3, secondAffixes: 4 } as const;

export type DimensionNumber = keyof typeof NUMBERS;
export type DimensionPointer = keyof typeof POINTERS;

/** Values when neither style nor override gives one, by the format's published defaults. */
const DEFAULTS: Readonly<Partial<Record<DimensionNumber, number>>> = {
  overallScale: 1,
  terminatorSize: 2.5,
  extensionOffset: 0.625,
  extensionOverrun: 1.25,
  textHeight: 2.5,
  textGap: 0.625,
  factor: 1,
};

/** The settings that one dimension or leader is drawn with: its style's, and its own where it overrides them. */
export interface DimensionSettings {
  readonly styleName: string;
  number(name: DimensionNumber): number;
  /** Name of the record, "" for none. */
  pointer(name: DimensionPointer): string;
  text(name: keyof typeof TEXTS): string;
  /** Settings that the object itself carries, in the order it names them. */
  readonly overrides: readonly (DimensionNumber | DimensionPointer | keyof typeof TEXTS)[];
}

const NAME_OF = new Map<number, DimensionNumber | DimensionPointer | keyof typeof TEXTS>(
  [...Object.entries(NUMBERS), ...Object.entries(POINTERS), ...Object.entries(TEXTS)].map(([name, code]) => [
    code,
    name as DimensionNumber,
  ]),
);

/** Group codes of settings that point to records of these tables. */
export const DIMENSION_POINTER_CODES = {
  textStyle: [340],
  symbol: [341, 342, 343, 344],
  linetype: [345, 346, 347],
} as const;

/**
 * Tags of an object's own settings: pairs of a code and its value, held in extended data.
 * @returns the value's tag by the setting's group code
 */
export function overrideTags(reader: TagReader, range: TagRange): Map<number, number> {
  const { tags } = reader.document;
  const found = new Map<number, number>();
  for (let tag = range.start; tag < range.end; tag++) {
    if (tags.codes[tag] !== 1000 || !tagIs(tags, tag, 'DSTYLE')) continue;
    for (let at = tag + 2; at + 1 < range.end && tags.codes[at] === 1070; at += 2)
      found.set(reader.int(at), at + 1);
    break;
  }
  return found;
}

/** Reads the settings of an object that names a dimension style. */
export function dimensionSettings(drawing: Drawing, range: TagRange): DimensionSettings {
  const { reader } = drawing;
  const styleName = reader.findText(range, 3, 'Standard');
  const record = drawing.dimensionStyles.get(foldName(styleName))?.range;
  const own = overrideTags(reader, range);
  const tagOf = (code: number): number => own.get(code) ?? (record ? reader.find(record, code) : -1);
  return {
    styleName,
    number(name) {
      const tag = tagOf(NUMBERS[name]);
      const value = tag < 0 ? Number.NaN : reader.number(tag);
      return Number.isFinite(value) ? value : (DEFAULTS[name] ?? 0);
    },
    pointer(name) {
      const tag = tagOf(POINTERS[name]);
      if (tag < 0) return '';
      return drawing.recordNames.get(reader.name(tag).toUpperCase()) ?? '';
    },
    text(name) {
      const tag = tagOf(TEXTS[name]);
      return tag < 0 ? '' : reader.text(tag);
    },
    overrides: [...own.keys()].flatMap((code) => {
      const name = NAME_OF.get(code);
      return name ? [name] : [];
    }),
  };
}
