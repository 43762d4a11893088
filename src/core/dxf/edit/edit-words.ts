import { entityOf, rangeOf } from '../drawing';
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
  const { codes } = base.drawing.document.tags;
  if (entityOf(base.drawing, row) !== 'MTEXT') {
    const tag = reader.find(range, 1);
    if (tag >= 0) base.edits.replace(tag, asSingleLine(words));
    return;
  }
  let begun = '';
  let last = -1;
  for (let tag = range.start; tag < range.end && codes[tag] < 1000 && codes[tag] !== 101; tag++) {
    if (codes[tag] !== 3 && codes[tag] !== 1) continue;
    if (begun === '' && last < 0) begun = LEADING.exec(reader.text(tag))?.[0] ?? '';
    // Long texts come in parts: the last of them holds all that is left.
    if (codes[tag] === 3) base.edits.remove(tag);
    last = tag;
  }
  if (last >= 0 && codes[last] === 1) base.edits.replace(last, `${begun}${asMultiLine(words)}`);
}
