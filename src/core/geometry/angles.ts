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
 * The angle between two lines: of the four sectors at their crossing, and the four angles around them, the one that is as
 * large as is said, and on whose side the point of the arc lies.
 * @param saidDeg what it measures; where no angle there is as large, or it is not known (NaN), the point of the arc decides
 *   alone, and the narrower angle where it lies on a side
 * @returns null for lines that are parallel, or of no length
 */
export function angleBetweenLines(
  [a, b]: readonly [P, P],
  [c, d]: readonly [P, P],
  onArc: P,
  saidDeg: number,
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
  const first = Math.atan2(uy, ux) * DEGREES;
  const second = Math.atan2(vy, vx) * DEGREES;
  const lines = [
    { ends: [a, b], sides: [first, first + 180] },
    { ends: [c, d], sides: [second, second + 180] },
  ] as const;
  const legOf = (ends: readonly P[], deg: number): number | null => {
    const [x, y] = [Math.cos(deg / DEGREES), Math.sin(deg / DEGREES)];
    const along = ends.map((p) => (p[0] - corner[0]) * x + (p[1] - corner[1]) * y);
    const [near, far] = [Math.min(...along), Math.max(...along)];
    return radius > far ? far : radius < near ? near : null;
  };
  // Each line has a side towards either of its ends; each side of one makes an angle with each of the other, both ways.
  const angles = lines.flatMap((one, i) =>
    one.sides.flatMap((from) =>
      lines[1 - i].sides.map(
        (to): AngleGeometry => ({
          corner,
          radius,
          fromDeg: from,
          toDeg: from + turnTo(from, to),
          legs: [legOf(one.ends, from), legOf(lines[1 - i].ends, to)],
        }),
      ),
    ),
  );
  const span = ({ fromDeg, toDeg }: AngleGeometry): number => toDeg - fromDeg;
  const holds = (one: AngleGeometry): boolean =>
    [0, 360].some((full) => {
      const turned = turnTo(one.fromDeg, at) - full;
      return turned > -ON_SIDE && turned < span(one) + ON_SIDE;
    });
  const fitting = angles.filter((one) => Math.abs(span(one) - saidDeg) < AS_LARGE);
  const narrowest = angles.reduce((best, one) =>
    holds(one) && (!holds(best) || span(one) < span(best)) ? one : best,
  );
  return fitting.find(holds) ?? fitting[0] ?? narrowest;
}

/** Degrees off a side at which a point counts as on it. */
const ON_SIDE = 1e-9;

/** Degrees by which angles may differ that are one. */
const AS_LARGE = 1e-3;

/**
 * Of the two angles between two sides the one that is as large as is said. The point on the arc says which is meant, but not
 * every program heeds it.
 */
export function meantAngle(byArc: AngleGeometry, saidDeg: number): AngleGeometry {
  const {
    fromDeg,
    toDeg,
    legs: [first, second],
  } = byArc;
  return Math.abs(360 - (toDeg - fromDeg) - saidDeg) < AS_LARGE
    ? { ...byArc, fromDeg: toDeg, toDeg: fromDeg + 360, legs: [second, first] }
    : byArc;
}
