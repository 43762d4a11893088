import { entityOf, rangeOf } from '../drawing';
import { rawMultiLine } from '../read/decode-text';
import type { EditBase } from './edit-base';

/** Signs that single-line text writes with marks of its own. */
const MARKS: Readonly<Record<string, string>> = { '°': '%%d', '±': '%%p', '⌀': '%%c' };

/** Words as single-line text holds them. */
export const asSingleLine = (words: string): string =>
  words.replace(/%/g, '%%%').replace(/[°±⌀]/g, (sign) => MARKS[sign]);

/** Words as multi-line text holds them: what would be read as formatting is marked. */
export const asMultiLine = (words: string): string =>
  words
    .replace(/[\\{}]/g, (sign) => `\\${sign}`)
    .replace(/\n/g, '\\P')
    .replace(/[°±⌀]/g, (sign) => MARKS[sign]);

/** Formatting that multi-line text begins with and that is about its place in the line, not about its letters. */
const LEADING = /^(?:\\A[012];)+/;

/** Gives a dimension a text in place of its value, or with it where the text holds "<>"; empty takes any text away. */
export function setDimensionText(base: EditBase, row: number, typed: string): void {
  const { reader } = base.drawing;
  const range = rangeOf(base.drawing, row);
  const tag = reader.find(range, 1);
  if (typed === '') {
    if (tag >= 0) base.edits.remove(tag);
    return;
  }
  if (tag >= 0) base.edits.replace(tag, asMultiLine(typed));
  else base.edits.insertBefore(reader.find(range, 70), [{ code: 1, value: asMultiLine(typed) }]);
}

/** Gives a text other words; its looks stay, but for formatting within it. */
export function setTextWords(base: EditBase, row: number, words: string): void {
  const { reader } = base.drawing;
  const range = rangeOf(base.drawing, row);
  if (entityOf(base.drawing, row) === 'MTEXT') {
    const raw = rawMultiLine(base.drawing, range);
    setRawMultiLine(base, row, `${LEADING.exec(raw)?.[0] ?? ''}${asMultiLine(words)}`);
    return;
  }
  const tag = reader.find(range, 1);
  if (tag >= 0) base.edits.replace(tag, asSingleLine(words));
}

/** Letters of one part of a multi-line text: longer ones come in parts, as the format asks. */
const PART_LETTERS = 250;

/** Gives a multi-line text another content, with its formatting as the format writes it. */
export function setRawMultiLine(base: EditBase, row: number, raw: string): void {
  const { codes } = base.drawing.document.tags;
  const range = rangeOf(base.drawing, row);
  const parts: number[] = [];
  for (let tag = range.start; tag < range.end && codes[tag] < 1000 && codes[tag] !== 101; tag++)
    if (codes[tag] === 3 || codes[tag] === 1) parts.push(tag);
  if (parts.length === 0) return;
  const letters = Array.from(raw);
  const chunks: string[] = [];
  for (let at = 0; at < letters.length; at += PART_LETTERS)
    chunks.push(letters.slice(at, at + PART_LETTERS).join(''));
  const last = chunks.pop() ?? '';
  base.edits.insertBefore(parts[0], [
    ...chunks.map((value) => ({ code: 3, value })),
    { code: 1, value: last },
  ]);
  for (const tag of parts) base.edits.remove(tag);
}
