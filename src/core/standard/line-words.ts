import { textWidth } from '../lettering/layout';
import type { StandardLinetype } from './standard';

/** Width of a word on a line, mm: set in the drafting alphabet, without the space after its last letter. */
export const wordWidthMm = (text: string, heightMm: number): number =>
  text === '' ? 0 : Math.max(0, textWidth(text, 'stroke') - 0.2) * heightMm;

/** Clear distance on either side of a word in its gap, mm; below 0 where the word does not fit. */
export function clearanceMm(linetype: StandardLinetype, word: StandardLinetype['words'][number]): number {
  const gap = Math.abs(linetype.elementsMm[word.element] ?? 0);
  return (gap - wordWidthMm(word.text, word.heightMm)) / 2;
}

/**
 * The same line with other words: each gap grows or shrinks with its word, so that the clear distance on either side
 * stays what it is.
 * @param text put in the place of every word
 */
export function withWords(linetype: StandardLinetype, name: string, text: string): StandardLinetype {
  const elementsMm = [...linetype.elementsMm];
  for (const word of linetype.words) {
    const gap = 2 * clearanceMm(linetype, word) + wordWidthMm(text, word.heightMm);
    elementsMm[word.element] = -Math.round(gap * 1000) / 1000;
  }
  return {
    ...linetype,
    name,
    description: linetype.description,
    elementsMm,
    words: linetype.words.map((word) => ({ ...word, text })),
  };
}

/**
 * Name of the same line with another word: the part of the name that is its word gives way to the other, whatever its
 * case; a name without its word gets the other behind a hyphen.
 */
export function familyName(linetype: StandardLinetype, text: string): string {
  const name = linetype.name.trim();
  const own = new Set(linetype.words.map((word) => word.text.toLowerCase()));
  const parts = name.split(/([-_. ]+)/);
  const at = parts.findLastIndex((part) => own.has(part.toLowerCase()));
  return at < 0 ? `${name}-${text}` : parts.with(at, text).join('');
}

/** "dash 12, gap 4 “W”, dot, gap 0.75": a word stands in its gap. */
export const sayElements = ({ elementsMm, words }: Pick<StandardLinetype, 'elementsMm' | 'words'>): string =>
  elementsMm
    .map((length, i) => {
      const word = words.find((one) => one.element === i);
      const said = length > 0 ? `dash ${length}` : length < 0 ? `gap ${-length}` : 'dot';
      return word ? `${said} “${word.text}”` : said;
    })
    .join(', ');

export interface Elements {
  /** Paper mm: dash above 0, gap below 0, dot 0. */
  readonly elementsMm: number[];
  readonly words: readonly { readonly element: number; readonly text: string }[];
}

/** Elements from the words that `sayElements` gives; straight quotes do as well. Null where they cannot be read. */
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
    if (kind.toLowerCase() === 'dot') {
      if (length !== undefined || word !== undefined) return null;
      elementsMm.push(0);
      continue;
    }
    if (length === undefined || Number(length) === 0) return null;
    if (word !== undefined) words.push({ element: elementsMm.length, text: word.trim() });
    elementsMm.push(kind.toLowerCase() === 'dash' ? Number(length) : -Number(length));
  }
  return { elementsMm, words };
}
