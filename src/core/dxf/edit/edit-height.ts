import { type Drawing, entityOf, rangeOf } from '../drawing';
import type { EditBase } from './edit-base';

/** Codes that hold the height of an object over the plane, by its kind of record. Solid bodies and meshes have none. */
const HEIGHT_CODES: Readonly<Record<string, readonly number[]>> = {
  LINE: [30, 31],
  CIRCLE: [30],
  ARC: [30],
  POINT: [30],
  TEXT: [30, 31],
  MTEXT: [30],
  INSERT: [30],
  LWPOLYLINE: [38],
  HATCH: [30],
};

/** Tags that hold heights of an object other than none, as far as it lies in the plane of the drawing. */
function heightTags(drawing: Drawing, row: number): number[] {
  const { reader } = drawing;
  const range = rangeOf(drawing, row);
  const codes = HEIGHT_CODES[entityOf(drawing, row)];
  if (!codes || reader.findNumber(range, 230, 1) !== 1) return [];
  return codes.map((code) => reader.find(range, code)).filter((tag) => tag >= 0 && reader.number(tag) !== 0);
}

/** Whether an object is of a kind that has one height. */
export const hasHeight = (drawing: Drawing, row: number): boolean => entityOf(drawing, row) in HEIGHT_CODES;

/** The height that lies farthest from the plane, of an object that lies in it or level over it; 0 for all else. */
export function heightOf(drawing: Drawing, row: number): number {
  let farthest = 0;
  for (const tag of heightTags(drawing, row)) {
    const height = drawing.reader.number(tag);
    if (Math.abs(height) > Math.abs(farthest)) farthest = height;
  }
  return farthest;
}

/** Lets an object lie in the plane of the drawing. */
export function flatten(base: EditBase, row: number): void {
  for (const tag of heightTags(base.drawing, row)) base.edits.replace(tag, '0.0');
}
