import type { DrawingSheet } from '../dxf/drawing';
import { type Box, heightOf, widthOf } from '../geometry/box';
import type { Paper } from './picture';

/** A box in the coordinates of a picture. */
export const movedBox = ({ minX, minY, maxX, maxY }: Box, [x, y]: readonly [number, number]): Box => ({
  minX: minX - x,
  minY: minY - y,
  maxX: maxX - x,
  maxY: maxY - y,
});

/** A box that is the paper. */
export const paperOfBox = (box: Box): Paper => ({
  x: box.minX,
  y: box.minY,
  width: widthOf(box),
  height: heightOf(box),
});

/** The paper of a layout, in the coordinates of a picture. */
export function paperOf(sheet: DrawingSheet | null, [x, y]: readonly [number, number]): Paper | null {
  if (!sheet?.paper) return null;
  const { paper } = sheet;
  return {
    x: paper.originX - x,
    y: paper.originY - y,
    width: paper.widthMm / paper.mmPerUnit,
    height: paper.heightMm / paper.mmPerUnit,
  };
}
