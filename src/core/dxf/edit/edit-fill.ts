import { rangeOf } from '../drawing';
import { decimal } from '../real';
import type { EditBase } from './edit-base';
import { type FillPattern, GRADIENTS_FROM, gradientTags, patternTags } from './fill-tags';

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
  setGradient(base, row, pattern.gradient);
}

/** Codes of a gradient, which stands behind everything else of a fill. */
const GRADIENT_CODES = new Set([450, 451, 452, 453, 460, 461, 462, 463, 63, 421, 470]);

/** Takes a fill its gradient, and gives it another one where there is one. */
function setGradient(base: EditBase, row: number, gradient: FillPattern['gradient']): void {
  const { reader, document } = base.drawing;
  const { codes } = document.tags;
  const range = rangeOf(base.drawing, row);
  const start = reader.find(range, 450);
  let end = start;
  while (start >= 0 && end < range.end && GRADIENT_CODES.has(codes[end])) end++;
  if (end > start) base.edits.removeRange(start, end);
  if (!gradient || document.version < GRADIENTS_FROM) return;
  // Behind the points that the fill was picked by, and before extended data.
  let at = start >= 0 ? end : range.end;
  while (at > range.start && codes[at - 1] >= 1000) at--;
  base.edits.insertBefore(at, gradientTags(gradient));
}

/** Codes of a pattern that are lengths: its scale, the steps from line to line, and dashes. Base points are told apart. */
const LENGTH_CODES = new Set([41, 45, 46, 49]);

/**
 * Sets the lines of a fill apart by a factor, dashes with them. The first family goes on running through the point that it did, and
 * the others keep their places towards it.
 */
export function spreadFillPattern(base: EditBase, row: number, factor: number): void {
  const { reader } = base.drawing;
  const { codes } = base.drawing.document.tags;
  const range = rangeOf(base.drawing, row);
  const kind = reader.find(range, 76);
  if (kind < 0) return;
  const origin: Record<number, number> = {};
  for (let tag = kind + 1; tag < range.end && PATTERN_CODES.has(codes[tag]); tag++) {
    const code = codes[tag];
    const value = reader.number(tag);
    if (LENGTH_CODES.has(code)) base.edits.replace(tag, decimal(value * factor));
    if (code !== 43 && code !== 44) continue;
    origin[code] ??= value;
    const at = origin[code] + (value - origin[code]) * factor;
    if (at !== value) base.edits.replace(tag, decimal(at));
  }
}

/** A loop of corners that is cut out of a fill around a text: 2 corners, 8 text (group code 92 of the published reference). */
const TEXT_ISLAND = 10;

/** Cuts islands out of a fill; its boundary and its pattern stay. Each island is a loop of corners inside of what is filled. */
export function addIslands(
  base: EditBase,
  row: number,
  loops: readonly (readonly (readonly [number, number])[])[],
): void {
  const { reader } = base.drawing;
  const range = rangeOf(base.drawing, row);
  const count = reader.find(range, 91);
  // The style of islands is the first tag behind the boundary.
  const end = reader.find(range, 75);
  if (count < 0 || end < count) return;
  base.edits.replace(count, reader.int(count) + loops.length);
  base.edits.insertBefore(
    end,
    loops.flatMap((loop) => [
      { code: 92, value: TEXT_ISLAND },
      { code: 72, value: 0 },
      { code: 73, value: 1 },
      { code: 93, value: loop.length },
      ...loop.flatMap(([x, y]) => [
        { code: 10, value: decimal(x) },
        { code: 20, value: decimal(y) },
      ]),
      { code: 97, value: 0 },
    ]),
  );
}
