import { rangeOf } from '../drawing';
import { decimal } from '../real';
import type { EditBase } from './edit-base';

/** Tags of the x of each point of a bare leader, from its tip on. */
function pointTags(base: EditBase, row: number): number[] {
  const { codes } = base.drawing.document.tags;
  const { start, end } = rangeOf(base.drawing, row);
  const tags: number[] = [];
  for (let tag = start; tag < end && codes[tag] < 1000; tag++) if (codes[tag] === 10) tags.push(tag);
  return tags;
}

/** Gives a bare leader other points; it keeps as many as it has. */
export function setLeaderPoints(
  base: EditBase,
  row: number,
  points: readonly (readonly [number, number])[],
): void {
  const { codes } = base.drawing.document.tags;
  for (const [i, tag] of pointTags(base, row).entries()) {
    const point = points[i];
    if (!point) return;
    base.edits.replace(tag, decimal(point[0]));
    if (codes[tag + 1] === 20) base.edits.replace(tag + 1, decimal(point[1]));
  }
}

/** Moves all points of a bare leader but its tip. */
export function moveLeaderEnd(base: EditBase, row: number, by: readonly [number, number]): void {
  const { reader } = base.drawing;
  const { codes } = base.drawing.document.tags;
  for (const tag of pointTags(base, row).slice(1)) {
    base.edits.replace(tag, decimal(reader.number(tag) + by[0]));
    if (codes[tag + 1] === 20) base.edits.replace(tag + 1, decimal(reader.number(tag + 1) + by[1]));
  }
}
