/** Where an angle is measured: its corner, the arc of its line, and where its extension lines begin. */
export interface AngleGeometry {
  readonly corner: readonly [number, number];
  /** Of the arc that is the dimension line. */
  readonly radius: number;
  /** Degrees; the angle is counted anticlockwise from the first to the second. */
  readonly fromDeg: number;
  readonly toDeg: number;
  /** Where the extension lines begin, from the corner along each side; null where the arc meets the object itself. */
  readonly legs: readonly [number | null, number | null];
}

type P = readonly [number, number, ...number[]];

const DEGREES = 180 / Math.PI;

/** Sides that lie nearer to parallel than this have no corner. */
const PARALLEL = 1e-12;

const turnTo = (from: number, to: number): number => (((to - from) % 360) + 360) % 360;

/**
 * The angle at a corner between the directions to two points, on the side on which a point of the arc lies.
 * @returns null where a point lies on the corner
 */
export function angleAtCorner(corner: P, first: P, second: P, onArc: P): AngleGeometry | null {
  const side = (p: P): { deg: number; length: number } => ({
    deg: Math.atan2(p[1] - corner[1], p[0] - corner[0]) * DEGREES,
    length: Math.hypot(p[0] - corner[0], p[1] - corner[1]),
  });
  const [a, b, arc] = [side(first), side(second), side(onArc)];
  if (!(a.length > 0 && b.length > 0)) return null;
  const radius = arc.length > 0 ? arc.length : a.length;
  const isBetween = arc.length === 0 || turnTo(a.deg, arc.deg) <= turnTo(a.deg, b.deg) + 1e-9;
  const [from, to] = isBetween ? [a, b] : [b, a];
  const fromDeg = from.deg;
  return {
    corner: [corner[0], corner[1]],
    radius,
    fromDeg,
    toDeg: fromDeg + turnTo(from.deg, to.deg),
    legs: [from.length, to.length],
  };
}

/**
 * The angle between two lines, in the one of their four sectors in which a point of the arc lies.
 * @returns null for lines that are parallel, or of no length
 */
export function angleBetweenLines(
  [a, b]: readonly [P, P],
  [c, d]: readonly [P, P],
  onArc: P,
): AngleGeometry | null {
  const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], d[0] - c[0], d[1] - c[1]];
  const cross = ux * vy - uy * vx;
  const size = Math.hypot(ux, uy) * Math.hypot(vx, vy);
  if (!(size > 0) || Math.abs(cross) <= PARALLEL * size) return null;
  const t = ((c[0] - a[0]) * vy - (c[1] - a[1]) * vx) / cross;
  const corner: [number, number] = [a[0] + t * ux, a[1] + t * uy];
  const radius = Math.hypot(onArc[0] - corner[0], onArc[1] - corner[1]);
  if (!(radius > 0)) return null;
  const at = Math.atan2(onArc[1] - corner[1], onArc[0] - corner[0]) * DEGREES;
  const lines = [
    [a, b],
    [c, d],
  ] as const;
  // Each line gives two sides, one towards each of its ends.
  const sides = lines.flatMap(([from, to], line) => {
    const deg = Math.atan2(to[1] - from[1], to[0] - from[0]) * DEGREES;
    return [deg, deg + 180].map((one) => ({
      line,
      deg: one,
      ahead: turnTo(at, one),
      behind: turnTo(one, at),
    }));
  });
  const next = sides.reduce((best, one) => (one.ahead < best.ahead ? one : best));
  const last = sides
    .filter(({ line }) => line !== next.line)
    .reduce((best, one) => (one.behind < best.behind ? one : best));
  const legOf = ({ line, deg }: { line: number; deg: number }): number | null => {
    const [x, y] = [Math.cos(deg / DEGREES), Math.sin(deg / DEGREES)];
    const along = lines[line].map((p) => (p[0] - corner[0]) * x + (p[1] - corner[1]) * y);
    const [near, far] = [Math.min(...along), Math.max(...along)];
    return radius > far ? far : radius < near ? near : null;
  };
  return {
    corner,
    radius,
    fromDeg: last.deg,
    toDeg: last.deg + turnTo(last.deg, next.deg),
    legs: [legOf(last), legOf(next)],
  };
}
