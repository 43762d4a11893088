import type { Box } from './box';
import { applyX, applyY, type Transform } from './transform';

/** Four corners, counter-clockwise in the box's own axes: lower left, lower right, upper right, upper left. */
export type OrientedBox = readonly [number, number, number, number, number, number, number, number];

/** A box seen through a transform. Sheared boxes stay what they are: four corners. */
export const orientedBox = ({ minX, minY, maxX, maxY }: Box, t: Transform): OrientedBox => [
  applyX(t, minX, minY),
  applyY(t, minX, minY),
  applyX(t, maxX, minY),
  applyY(t, maxX, minY),
  applyX(t, maxX, maxY),
  applyY(t, maxX, maxY),
  applyX(t, minX, maxY),
  applyY(t, minX, maxY),
];

/**
 * How deep two convex boxes lie in each other, 0 or less where they do not: the shortest way that one of them would have
 * to be moved to be clear of the other (separating axes of convex polygons).
 */
export function overlapOf(a: OrientedBox, b: OrientedBox): number {
  let least = Number.POSITIVE_INFINITY;
  for (const box of [a, b])
    for (let i = 0; i < 8; i += 2) {
      const j = (i + 2) % 8;
      // Square to an edge.
      const [x, y] = [box[j + 1] - box[i + 1], box[i] - box[j]];
      const length = Math.hypot(x, y);
      if (!(length > 0)) continue;
      const [fromA, toA] = spanOf(a, x / length, y / length);
      const [fromB, toB] = spanOf(b, x / length, y / length);
      least = Math.min(least, toA - fromB, toB - fromA);
      if (least <= 0) return least;
    }
  return Number.isFinite(least) ? least : 0;
}

/** From where to where a box reaches along a direction of length 1. */
function spanOf(box: OrientedBox, x: number, y: number): [number, number] {
  let [from, to] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = 0; i < 8; i += 2) {
    const at = box[i] * x + box[i + 1] * y;
    from = Math.min(from, at);
    to = Math.max(to, at);
  }
  return [from, to];
}
