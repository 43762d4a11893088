import type { Box } from './box';
import { meetingOf } from './crossings';
import { contains } from './hatch';
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

/** A box made smaller on all sides; null where nothing is left of it. */
export function shrunkBy([ax, ay, bx, by, cx, cy]: OrientedBox, depth: number): OrientedBox | null {
  const [w, h] = [Math.hypot(bx - ax, by - ay), Math.hypot(cx - bx, cy - by)];
  if (w <= 2 * depth || h <= 2 * depth) return null;
  const [ux, uy] = [(bx - ax) / w, (by - ay) / w];
  const [vx, vy] = [(cx - bx) / h, (cy - by) / h];
  const at = (u: number, v: number): [number, number] => [ax + u * ux + v * vx, ay + u * uy + v * vy];
  return [
    ...at(depth, depth),
    ...at(w - depth, depth),
    ...at(w - depth, h - depth),
    ...at(depth, h - depth),
  ] as unknown as OrientedBox;
}

/** Whether a straight piece has a part in a box, its edges included; decided without rounding but for its ends. */
export function runsIn(x0: number, y0: number, x1: number, y1: number, box: OrientedBox): boolean {
  if (contains(box, x0, y0) || contains(box, x1, y1)) return true;
  for (let k = 0; k < 8; k += 2) {
    const j = (k + 2) % 8;
    if (meetingOf(x0, y0, x1, y1, box[k], box[k + 1], box[j], box[j + 1]) !== null) return true;
  }
  return false;
}

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
