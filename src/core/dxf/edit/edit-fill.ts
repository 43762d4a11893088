import { rangeOf } from '../drawing';
import type { EditBase } from './edit-base';
import { type FillPattern, patternTags } from './fill-tags';

/** Codes of the lines of a pattern, behind the boundary and before the points that it was picked by. */
const PATTERN_CODES = new Set([52, 41, 77, 78, 53, 43, 44, 45, 46, 79, 49]);

/** Gives a fill another pattern; its boundary, its order and what it is tied to stay. */
export function setFillPattern(base: EditBase, row: number, pattern: FillPattern): void {
  const { reader } = base.drawing;
  const { codes } = base.drawing.document.tags;
  const range = rangeOf(base.drawing, row);
  const [name, solid] = [reader.find(range, 2), reader.find(range, 70)];
  // The kind of the pattern is the first tag behind the boundary that no boundary has.
  const kind = reader.find(range, 76);
  if (name < 0 || solid < 0 || kind < 0) return;
  base.edits.replace(name, pattern.name);
  base.edits.replace(solid, pattern.families.length === 0 ? '1' : '0');
  // One of the office's own: not of those that programs come with.
  base.edits.replace(kind, pattern.families.length === 0 ? '1' : '2');
  let end = kind + 1;
  while (end < range.end && PATTERN_CODES.has(codes[end])) end++;
  if (end > kind + 1) base.edits.removeRange(kind + 1, end);
  if (pattern.families.length > 0) base.edits.insertBefore(end, patternTags(pattern));
}
