import { z } from 'zod';
import type { Face } from '../dxf/fonts';
import { LETTER_SPACE } from '../lettering/alphabet';
import { textWidth } from '../lettering/layout';
import { findTextStyle, type StandardTextStyle } from './lettering';

export const lineWordSchema = z.strictObject({
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
  upright: z.boolean().default(false).meta({ description: 'Stays level instead of turning with the line.' }),
});
export type LineWord = z.infer<typeof lineWordSchema>;

/** A linetype as far as its words need it. */
interface WordedLine {
  readonly name: string;
  readonly elementsMm: number[];
  readonly words: LineWord[];
}

/** A pattern of dashes and gaps. */
interface Dashes {
  readonly elementsMm: readonly number[];
}

/** What of a text style makes a word wide. */
export interface WordLook {
  readonly face: Face;
  readonly widthFactor: number;
  readonly slantDeg: number;
}

/** Words without a style: single strokes, as they are. */
export const PLAIN_LOOK: WordLook = { face: 'stroke', widthFactor: 1, slantDeg: 0 };

/** The look of a word in a style; the plain one where there is no such style. */
export const wordLook = (styles: readonly StandardTextStyle[], style: string): WordLook =>
  (style === '' ? undefined : findTextStyle(styles, style)) ?? PLAIN_LOOK;

/**
 * Width of a word on a line, mm: from its first stroke to its last, without the space after its last letter; a slant
 * makes it wider by what its top leans over.
 */
export function wordWidthMm(text: string, heightMm: number, look: WordLook = PLAIN_LOOK): number {
  if (text === '') return 0;
  const after = look.face === 'stroke' ? LETTER_SPACE : 0;
  const upright = Math.max(0, textWidth(text, look.face) - after) * look.widthFactor;
  return (upright + Math.tan((Math.abs(look.slantDeg) * Math.PI) / 180)) * heightMm;
}

/** How far the tops of letters that lean to the left stand before their feet, mm. */
const leanMm = (heightMm: number, { slantDeg }: WordLook): number =>
  slantDeg < 0 ? Math.tan((-slantDeg * Math.PI) / 180) * heightMm : 0;

/**
 * Where a word's base line begins, so that its middle comes to lie in the middle of its gap, as far off the line as it
 * says. What leans to the left begins that much further on.
 * @param gapMm length of the gap, 0 for a dot
 * @returns mm along the line from the end of the gap, and across it
 */
export function wordOffset(
  { text, heightMm, offsetMm }: Pick<LineWord, 'text' | 'heightMm' | 'offsetMm'>,
  gapMm: number,
  look: WordLook,
): { readonly dx: number; readonly dy: number } {
  return {
    dx: -(gapMm + wordWidthMm(text, heightMm, look)) / 2 + leanMm(heightMm, look),
    dy: offsetMm - heightMm / 2,
  };
}

/** Clear distance on either side of a word in its gap, mm; below 0 where the word does not fit. */
export function clearanceMm(linetype: Dashes, word: LineWord, look: WordLook = PLAIN_LOOK): number {
  const gap = Math.abs(linetype.elementsMm[word.element] ?? 0);
  return (gap - wordWidthMm(word.text, word.heightMm, look)) / 2;
}

/**
 * One gap where two follow one another with a mark at one of them: many programs end a gap at the mark, and begin another.
 * It looks the same, and the mark has the room of both.
 * @param marked indices of the elements that a mark stands at
 * @returns the elements, and for each index of before its index now
 */
export function joinGaps(
  elements: readonly number[],
  marked: ReadonlySet<number>,
): { readonly elements: number[]; readonly now: readonly number[] } {
  const joined: number[] = [];
  const now: number[] = [];
  const taken = new Set<number>();
  for (const [i, length] of elements.entries()) {
    const last = joined.length - 1;
    const follows = length < 0 && i > 0 && elements[i - 1] < 0;
    const room = !(marked.has(i) && taken.has(last));
    if (follows && room && (marked.has(i) || taken.has(last))) joined[last] += length;
    else joined.push(length);
    now.push(joined.length - 1);
    if (marked.has(i)) taken.add(joined.length - 1);
  }
  return { elements: joined, now };
}

/** How far the ends of a word may stand off a bent line, as a share of its height, before it reads as beside it. */
const OFF_A_BEND = 0.25;

/**
 * The tightest bend that a word still fits, mm on paper: it is straight, and its line is not. From the height of an arc
 * over its chord: r = w²/8s + s/2.
 */
export function tightestBendMm(
  { text, heightMm }: Pick<LineWord, 'text' | 'heightMm'>,
  look: WordLook,
): number {
  const width = wordWidthMm(text, heightMm, look);
  const off = OFF_A_BEND * heightMm;
  return width ** 2 / (8 * off) + off / 2;
}

/** Whether a word stands beside the line, so that it needs no room in it. */
export const isBeside = ({ offsetMm, heightMm }: Pick<LineWord, 'offsetMm' | 'heightMm'>): boolean =>
  Math.abs(offsetMm) > heightMm / 2;

/**
 * Why a word cannot stand where it does; null where it can.
 * @param look null where its style is not known here, and its width with it
 */
export function wordFault(linetype: Dashes, word: LineWord, look: WordLook | null): string | null {
  const gap = linetype.elementsMm[word.element];
  if (isBeside(word))
    return gap === undefined || gap > 0 ? `“${word.text}” needs a gap or a dot to stand at` : null;
  if (gap === undefined || gap >= 0) return `“${word.text}” needs a gap to stand in`;
  if (!look || clearanceMm(linetype, word, look) >= 0) return null;
  return formatTooWide(word.text, wordWidthMm(word.text, word.heightMm, look), -gap);
}

/** "“FUEL” is 3.22 mm wide, its gap is 2 mm": with as many digits as it takes to see that it is wider. */
export function formatTooWide(what: string, widthMm: number, gapMm: number): string {
  let digits = 2;
  while (digits < 9 && Number(widthMm.toFixed(digits)) <= gapMm) digits++;
  return `“${what}” is ${Number(widthMm.toFixed(digits))} mm wide, its gap is ${gapMm} mm`;
}

/**
 * The same line with other words: each gap grows or shrinks with its word, so that the clear distance on either side
 * stays what it is.
 * @param text put in the place of every word
 */
export function withWords<T extends WordedLine>(
  linetype: T,
  name: string,
  text: string,
  styles: readonly StandardTextStyle[] = [],
): T {
  const elementsMm = [...linetype.elementsMm];
  for (const word of linetype.words) {
    // Beside the line there is no gap that a word could outgrow.
    if (isBeside(word)) continue;
    const look = wordLook(styles, word.style);
    const gap = 2 * clearanceMm(linetype, word, look) + wordWidthMm(text, word.heightMm, look);
    elementsMm[word.element] = -Math.round(gap * 1000) / 1000;
  }
  return {
    ...linetype,
    name,
    elementsMm,
    words: linetype.words.map((word) => ({ ...word, text })),
  };
}

/**
 * Name of the same line with another word: the part of the name that is its word gives way to the other, whatever its
 * case; a name without its word gets the other behind a hyphen.
 */
export function familyName(linetype: WordedLine, text: string): string {
  const name = linetype.name.trim();
  const own = new Set(linetype.words.map((word) => word.text.toLowerCase()));
  const parts = name.split(/([-_. ]+)/);
  const at = parts.findLastIndex((part) => own.has(part.toLowerCase()));
  return at < 0 ? `${name}-${text}` : parts.with(at, text).join('');
}

/** "dash 12, gap 4 “W”, dot, gap 0.75": a word stands in its gap, or at a dot beside the line. */
export const formatElements = ({
  elementsMm,
  words,
}: {
  readonly elementsMm: readonly number[];
  readonly words: readonly Pick<LineWord, 'element' | 'text'>[];
}): string =>
  elementsMm
    .map((length, i) => {
      const word = words.find((one) => one.element === i);
      return word ? `${formatElement(length)} “${word.text}”` : formatElement(length);
    })
    .join(', ');

const formatElement = (length: number): string =>
  length > 0 ? `dash ${length}` : length < 0 ? `gap ${-length}` : 'dot';

/** "dash 5, gap 5": elements without words. */
export const formatDashes = (elementsMm: readonly number[]): string =>
  elementsMm.map(formatElement).join(', ');

/** A line in words, as a list shows it: what has no gap is unbroken, whatever stands on it. */
export function formatLine(linetype: {
  readonly elementsMm: readonly number[];
  readonly words: readonly Pick<LineWord, 'element' | 'text'>[];
  readonly symbols: readonly { readonly symbol: string }[];
}): string {
  const { elementsMm, words, symbols } = linetype;
  const marks = [...new Set(symbols.map(({ symbol }) => symbol))].join(', ');
  if (elementsMm.some((length) => length < 0))
    return marks === '' ? formatElements(linetype) : `${formatElements(linetype)}, with ${marks}`;
  if (elementsMm.length === 0) return 'unbroken';
  const said = [...new Set(words.map(({ text }) => `“${text}”`)), ...(marks === '' ? [] : [marks])].join(
    ', ',
  );
  const period = elementsMm.reduce((sum, length) => sum + Math.abs(length), 0);
  return said === '' ? 'unbroken' : `unbroken, ${said} every ${Number(period.toFixed(3))} mm`;
}

export interface Elements {
  /** Paper mm: dash above 0, gap below 0, dot 0. */
  readonly elementsMm: number[];
  readonly words: readonly { readonly element: number; readonly text: string }[];
}

/** Elements from the words that `formatElements` gives; straight quotes do as well. Null where they cannot be read. */
export function parseElements(text: string): Elements | null {
  // A word may hold commas, and between typographic quotes also the mark for inches.
  const parts = text.match(/(?:“[^“”]*”|"[^"]*"|[^,;“”"])+|[“”"]/g) ?? [];
  const elementsMm: number[] = [];
  const words: { element: number; text: string }[] = [];
  for (const part of parts.map((one) => one.trim()).filter((one) => one !== '')) {
    const match =
      /^(dash|gap|dot)\s*(\d+(?:\.\d+)?(?:e-?\d+)?)?(?:\s*mm)?\s*(?:“([^“”]+)”|"([^"]+)")?$/i.exec(part);
    if (!match) return null;
    const [, kind, length, curly, straight] = match;
    const word = curly ?? straight;
    // A gap of nothing is a dot: what stands there leaves the line unbroken.
    if (kind.toLowerCase() === 'dot' || (length !== undefined && Number(length) === 0)) {
      if (kind.toLowerCase() === 'dot' && length !== undefined) return null;
      if (word !== undefined) words.push({ element: elementsMm.length, text: word.trim() });
      elementsMm.push(0);
      continue;
    }
    if (length === undefined) return null;
    if (word !== undefined && kind.toLowerCase() === 'dash') return null;
    if (word !== undefined) words.push({ element: elementsMm.length, text: word.trim() });
    elementsMm.push(kind.toLowerCase() === 'dash' ? Number(length) : -Number(length));
  }
  return { elementsMm, words };
}
