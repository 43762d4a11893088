import { decimal } from '../real';
import type { NewTag } from './edits';

/** Versions from this one on divide records into classes and hold words and symbols in linetypes. */
export const SUBCLASSES_FROM = 'AC1012';

/** A word or a symbol that a linetype carries at the end of an element. */
export interface NewMark {
  /** The word; empty for a symbol. */
  readonly text: string;
  /** Number of the symbol in the file of shapes; 0 for a word. */
  readonly symbolNumber: number;
  /** Name of the text style, or of the style that names the file of shapes. It must be in the drawing. */
  readonly style: string;
  readonly scale: number;
  readonly dx: number;
  readonly dy: number;
  readonly angleDeg: number;
  readonly upright: boolean;
}

/** A line pattern; lengths in the drawing's pattern units. */
export interface NewLinetype {
  readonly name: string;
  readonly description: string;
  readonly elements: readonly number[];
  /** Marks by the index of the element they stand at. */
  readonly marks?: ReadonlyMap<number, NewMark>;
  /** Kept in extended data of our own. */
  readonly own?: unknown;
}

export interface NewTextStyle {
  readonly name: string;
  readonly font: string;
  /** Drawing units; 0 lets each text choose its own. */
  readonly height: number;
  readonly widthFactor: number;
  readonly slantDeg: number;
  /** Its height is one on paper: texts are as high in the model as the scale that shows them asks for. */
  readonly onPaper?: boolean;
  /** Height that a new text begins with where each chooses its own. */
  readonly lastHeight?: number;
  /** Type family, for fonts that are not single-stroke. */
  readonly family?: string;
  readonly bold?: boolean;
  /** The style names a file of shapes, not a font. */
  readonly shapes?: boolean;
  /** Kept in extended data of our own. */
  readonly own?: unknown;
}

/** What a dimension style's record asks for: values by code, and the names of other records by the code that points. */
export interface DimensionRecord {
  readonly values: ReadonlyMap<number, number | string>;
  readonly pointers: ReadonlyMap<
    number,
    { readonly table: 'STYLE' | 'LTYPE' | 'BLOCK'; readonly name: string }
  >;
  /** Kept in extended data, where the record has no place for it. */
  readonly jogHeight: number;
}

/** Application under which extended data keep the height of a jog, and the number it has there. */
export const JOG_HEIGHT = { application: 'ACAD_DSTYLE_DIMJAG', number: 388 } as const;

type HandleOf = (table: 'STYLE' | 'LTYPE' | 'BLOCK', name: string) => string;

/** Tags of a linetype's record behind its name. */
export function linetypeBody(linetype: NewLinetype, version: string, handleOf: HandleOf): NewTag[] {
  const total = linetype.elements.reduce((sum, length) => sum + Math.abs(length), 0);
  return [
    { code: 70, value: 0 },
    { code: 3, value: linetype.description },
    { code: 72, value: 65 },
    { code: 73, value: linetype.elements.length },
    { code: 40, value: decimal(total) },
    ...linetype.elements.flatMap((length, i): NewTag[] => {
      const dash: NewTag = { code: 49, value: decimal(length) };
      // The oldest version has no place for words in a pattern.
      if (version < SUBCLASSES_FROM) return [dash];
      const mark = linetype.marks?.get(i);
      if (!mark) return [dash, { code: 74, value: 0 }];
      const isWord = mark.symbolNumber === 0;
      return [
        dash,
        { code: 74, value: (mark.upright ? 1 : 0) + (isWord ? 2 : 4) },
        { code: 75, value: mark.symbolNumber },
        { code: 340, value: handleOf('STYLE', mark.style) },
        { code: 46, value: decimal(mark.scale) },
        { code: 50, value: decimal(mark.angleDeg) },
        { code: 44, value: decimal(mark.dx) },
        { code: 45, value: decimal(mark.dy) },
        ...(isWord ? [{ code: 9, value: mark.text }] : []),
      ];
    }),
    ...(linetype.own === undefined ? [] : ownData(linetype.own)),
  ];
}

/** Tags of a text style's record behind its name. */
export function textStyleBody(style: NewTextStyle): NewTag[] {
  return [
    { code: 70, value: style.shapes ? 1 : 0 },
    { code: 40, value: decimal(style.height) },
    { code: 41, value: decimal(style.widthFactor) },
    { code: 50, value: decimal(style.slantDeg) },
    { code: 71, value: 0 },
    { code: 42, value: decimal(style.height || (style.lastHeight ?? 2.5)) },
    { code: 3, value: style.font },
    { code: 4, value: '' },
    ...(style.family
      ? [
          { code: 1001, value: 'ACAD' },
          { code: 1000, value: style.family },
          { code: 1071, value: style.bold ? 0x2000000 : 0 },
        ]
      : []),
    ...(style.onPaper ? PAPER_SIZED : []),
    ...(style.own === undefined ? [] : ownData(style.own)),
  ];
}

/** Application under which the format keeps that something is sized on paper. */
export const PAPER_SIZED_APPLICATION = 'AcadAnnotative';

/** "Sized on paper", as the format says it since AC1021; older readers keep it unread. */
const PAPER_SIZED: readonly NewTag[] = [
  { code: 1001, value: PAPER_SIZED_APPLICATION },
  { code: 1000, value: 'AnnotativeData' },
  { code: 1002, value: '{' },
  { code: 1070, value: 1 },
  { code: 1070, value: 1 },
  { code: 1002, value: '}' },
];

const numbers = (from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, i) => from + i);

/** Settings of a dimension style that the oldest version has a place for. */
const OLD_SETTINGS = new Set([
  3,
  4,
  ...numbers(40, 48),
  ...numbers(71, 78),
  ...numbers(140, 147),
  ...numbers(170, 178),
]);

/** Settings by the version that brought them; what is not named came with AC1015. */
const SINCE: Readonly<Record<number, string>> = {
  49: 'AC1021',
  50: 'AC1021',
  69: 'AC1021',
  70: 'AC1021',
  90: 'AC1021',
  290: 'AC1021',
  345: 'AC1021',
  346: 'AC1021',
  347: 'AC1021',
  295: 'AC1024',
};

const holds = (version: string, code: number): boolean =>
  version < 'AC1015' ? OLD_SETTINGS.has(code) : version >= (SINCE[code] ?? 'AC1015');

/** Whether dimension styles of a version have a place for a setting; the oldest name symbols where others point to them. */
export const holdsCode = (version: string, code: number): boolean =>
  code === JOG_HEIGHT.number ? version >= JOG_SINCE : (code >= 342 && code <= 344) || holds(version, code);

/** The version from which a style's record says how high a jog is. */
const JOG_SINCE = 'AC1021';

/** Whether a setting of a dimension style is a number with decimals. */
export const isRealSetting = (code: number): boolean =>
  (code >= 40 && code < 60) || (code >= 140 && code < 150);

/** Tags of settings by their codes, as far as a version can hold them. */
export function settingTags(settings: ReadonlyMap<number, number | string>, version: string): NewTag[] {
  return [...settings]
    .filter(([code]) => holds(version, code))
    .sort(([a], [b]) => a - b)
    .map(([code, value]) => ({
      code,
      value: typeof value === 'number' && isRealSetting(code) ? decimal(value) : value,
    }));
}

/** Tags of a dimension style's record behind its name. */
export function dimensionStyleBody(record: DimensionRecord, version: string, handleOf: HandleOf): NewTag[] {
  const tags: NewTag[] = [{ code: 70, value: 0 }, ...settingTags(record.values, version)];
  for (const [code, { table, name }] of record.pointers) {
    if (version >= SUBCLASSES_FROM) {
      if (holds(version, code)) tags.push({ code, value: handleOf(table, name) });
    }
    // The oldest version names the symbols of terminators.
    else if (code >= 342 && code <= 344) tags.push({ code: code - 337, value: name });
  }
  if (version >= JOG_SINCE)
    tags.push(
      { code: 1001, value: JOG_HEIGHT.application },
      { code: 1070, value: JOG_HEIGHT.number },
      { code: 1040, value: decimal(record.jogHeight) },
    );
  return tags;
}

/** Application under which records keep what the format has no place for. */
export const OWN_APPLICATION = 'ZINC_WARDEN';

/** Plain letters only, so that no code page touches it, in pieces that every version holds. */
function pieces(data: unknown): string[] {
  const text = JSON.stringify(data)
    .replace(/[\u007f-\uffff]/g, (letter) => `\\u${letter.charCodeAt(0).toString(16).padStart(4, '0')}`)
    // What looks like an escape of the format would be read as one.
    .replaceAll('U+', '\\u0055+')
    .replaceAll('M+', '\\u004d+');
  return text.match(/[\s\S]{1,240}/g) ?? [];
}

/** Extended data of our own, as JSON in pieces. */
export const ownData = (data: unknown): NewTag[] => [
  { code: 1001, value: OWN_APPLICATION },
  ...pieces(data).map((value) => ({ code: 1000, value })),
];

/** The body of a record of our own that hangs in the drawing's dictionary. */
export const ownRecord = (data: unknown): NewTag[] => pieces(data).map((value) => ({ code: 1, value }));
