import { orient2d } from 'robust-predicates';

/** How two straight pieces meet. */
export type Meeting =
  /** Each runs through the inside of the other. */
  | 'cross'
  /** An end of one lies on the other, or both share an end. */
  | 'touch'
  /** They lie on one line and share more than a point. */
  | 'overlap';

/**
 * How two straight pieces meet, decided without rounding (Shewchuk, "Adaptive precision floating-point arithmetic and
 * fast robust geometric predicates", 1997): pieces millions of units from the origin meet as they would near it.
 * @returns null when they do not meet
 */
export function meetingOf(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): Meeting | null {
  if (
    Math.max(ax, bx) < Math.min(cx, dx) ||
    Math.max(cx, dx) < Math.min(ax, bx) ||
    Math.max(ay, by) < Math.min(cy, dy) ||
    Math.max(cy, dy) < Math.min(ay, by)
  )
    return null;
  const [c, d] = [orient2d(ax, ay, bx, by, cx, cy), orient2d(ax, ay, bx, by, dx, dy)];
  if ((c > 0 && d > 0) || (c < 0 && d < 0)) return null;
  const [a, b] = [orient2d(cx, cy, dx, dy, ax, ay), orient2d(cx, cy, dx, dy, bx, by)];
  if ((a > 0 && b > 0) || (a < 0 && b < 0)) return null;
  if (a === 0 && b === 0 && c === 0 && d === 0) return onOneLine(ax, ay, bx, by, cx, cy, dx, dy);
  return a !== 0 && b !== 0 && c !== 0 && d !== 0 ? 'cross' : 'touch';
}

/** Two pieces on one line: compared along the axis in which they are longer. */
function onOneLine(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): Meeting | null {
  const alongX =
    Math.max(Math.abs(bx - ax), Math.abs(dx - cx)) >= Math.max(Math.abs(by - ay), Math.abs(dy - cy));
  const [p, q, r, s] = alongX ? [ax, bx, cx, dx] : [ay, by, cy, dy];
  const from = Math.max(Math.min(p, q), Math.min(r, s));
  const to = Math.min(Math.max(p, q), Math.max(r, s));
  if (from > to) return null;
  return from === to ? 'touch' : 'overlap';
}

/**
 * The point in which two pieces that meet do so; for pieces that overlap the middle of what they share. The point is
 * rounded to doubles: within 4 units in the last place of the larger coordinate for pieces that are not almost parallel.
 */
export function meetingPoint(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): [number, number] {
  // Seen from the first point: what is subtracted there does not cancel later.
  const [ux, uy, vx, vy, wx, wy] = [bx - ax, by - ay, dx - cx, dy - cy, cx - ax, cy - ay];
  const turn = ux * vy - uy * vx;
  if (turn !== 0) {
    const share = (wx * vy - wy * vx) / turn;
    return [ax + share * ux, ay + share * uy];
  }
  const length = ux * ux + uy * uy;
  if (length === 0) return [ax, ay];
  const along = (x: number, y: number): number => ((x - ax) * ux + (y - ay) * uy) / length;
  const [c, d] = [along(cx, cy), along(dx, dy)];
  const share = (Math.max(0, Math.min(c, d)) + Math.min(1, Math.max(c, d))) / 2;
  return [ax + share * ux, ay + share * uy];
}
