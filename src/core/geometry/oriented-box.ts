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
  const way = separation(a, b);
  return way ? way.depth : 0;
}

/** The shortest way by which one box is clear of another; null where it is already. */
export function wayOutOf(from: OrientedBox, box: OrientedBox): readonly [dx: number, dy: number] | null {
  const way = separation(from, box);
  return way && way.depth > 0 ? [way.x * way.depth, way.y * way.depth] : null;
}

/** A box moved by a way. */
export const movedBy = (box: OrientedBox, [dx, dy]: readonly [number, number]): OrientedBox =>
  box.map((value, i) => value + (i % 2 === 0 ? dx : dy)) as unknown as OrientedBox;

/**
 * The direction of length 1 in which the second box leaves the first by the shortest way, and how long that is; 0 or less
 * along the first direction that parts them already. Null for boxes without extent.
 */
function separation(
  a: OrientedBox,
  b: OrientedBox,
): { readonly depth: number; readonly x: number; readonly y: number } | null {
  let least = { depth: Number.POSITIVE_INFINITY, x: 0, y: 0 };
  for (const box of [a, b])
    for (let i = 0; i < 8; i += 2) {
      const j = (i + 2) % 8;
      // Square to an edge.
      const [x, y] = [box[j + 1] - box[i + 1], box[i] - box[j]];
      const length = Math.hypot(x, y);
      if (!(length > 0)) continue;
      const [u, v] = [x / length, y / length];
      const [fromA, toA] = spanOf(a, u, v);
      const [fromB, toB] = spanOf(b, u, v);
      if (toA - fromB < least.depth) least = { depth: toA - fromB, x: u, y: v };
      if (toB - fromA < least.depth) least = { depth: toB - fromA, x: -u, y: -v };
      if (least.depth <= 0) return least;
    }
  return Number.isFinite(least.depth) ? least : null;
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
