import { rangeOf } from '../drawing';
import { vertexTags } from '../read/vertex-tags';
import { decimal } from '../real';
import type { EditBase } from './edit-base';

/** A vertex of an object, by its number, and where it goes. */
export interface MovedVertex {
  readonly index: number;
  readonly x: number;
  readonly y: number;
}

/** Moves vertices of a line or a light polyline; a coordinate that stays is left as it is written. */
export function moveVertices(base: EditBase, row: number, moved: readonly MovedVertex[]): void {
  const tags = vertexTags(base.drawing, row);
  const { reader } = base.drawing;
  for (const { index, x, y } of moved) {
    const at = tags[index];
    if (!at) continue;
    if (reader.number(at.x) !== x) base.edits.replace(at.x, decimal(x));
    if (reader.number(at.y) !== y) base.edits.replace(at.y, decimal(y));
  }
}

/** Gives an arc other ends, degrees; an end that stays is left as it is written. */
export function setArc(base: EditBase, row: number, fromDeg: number, toDeg: number): void {
  const { reader } = base.drawing;
  const range = rangeOf(base.drawing, row);
  for (const [code, deg] of [
    [50, fromDeg],
    [51, toDeg],
  ] as const) {
    const tag = reader.find(range, code);
    if (tag >= 0 && reader.number(tag) !== deg) base.edits.replace(tag, decimal(deg));
  }
}
