/** An upright box; empty while `minX > maxX`. */
export interface Box {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

export const emptyBox = (): Box => ({ minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity });

export const isEmpty = (box: Box): boolean => !(box.minX <= box.maxX && box.minY <= box.maxY);

/** Widens a box to hold a point; points that are not finite are left out. */
export function include(box: Box, x: number, y: number): void {
  if (!Number.isFinite(x) || !Number.isFinite(y)) return;
  if (x < box.minX) box.minX = x;
  if (x > box.maxX) box.maxX = x;
  if (y < box.minY) box.minY = y;
  if (y > box.maxY) box.maxY = y;
}

export function includeBox(box: Box, other: Box): void {
  if (isEmpty(other)) return;
  include(box, other.minX, other.minY);
  include(box, other.maxX, other.maxY);
}

/** A box with as much more on each side. */
export const grownBy = ({ minX, minY, maxX, maxY }: Box, by: number): Box => ({
  minX: minX - by,
  minY: minY - by,
  maxX: maxX + by,
  maxY: maxY + by,
});

/** x, y of each corner, around. */
export const cornersOf = ({ minX, minY, maxX, maxY }: Box): readonly number[] => [
  ...[minX, minY, maxX, minY],
  ...[maxX, maxY, minX, maxY],
];

export const widthOf = (box: Box): number => Math.max(0, box.maxX - box.minX);
export const heightOf = (box: Box): number => Math.max(0, box.maxY - box.minY);

/** The box of points x, y, x, y … */
export function boxOfPoints(points: readonly number[]): Box {
  const box = emptyBox();
  for (let i = 0; i + 1 < points.length; i += 2) include(box, points[i], points[i + 1]);
  return box;
}
