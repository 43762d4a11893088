import { entityOf } from '../../../dxf/drawing';
import { shapeOf } from '../../../dxf/read/decode';
import { composeSpace, IDENTITY_SPACE, planOf } from '../../../geometry/space';
import { applyX, applyY } from '../../../geometry/transform';
import type { AuditContext } from '../../context';
import { heightsOf, looksOf } from '../geometry/on-one-line';

type P = readonly [number, number];

/** A polyline of straight pieces as it runs, from whichever end makes it comparable to others. */
export interface Chain {
  readonly row: number;
  readonly points: readonly P[];
  readonly closed: boolean;
  /** Unit vectors along its pieces; of a closed one the last leads back to its first point. */
  readonly ways: readonly P[];
}

const minus = (a: P, b: P): P => [a[0] - b[0], a[1] - b[1]];
const dot = (a: P, b: P): number => a[0] * b[0] + a[1] * b[1];
/** To the left of a way. */
const left = ([x, y]: P): P => [-y, x];
const unit = (a: P): P | null => {
  const length = Math.hypot(a[0], a[1]);
  return length > 0 ? [a[0] / length, a[1] / length] : null;
};

/** Corners of a polyline that is compared; of more nobody has drawn another one beside it by hand. */
const MOST_CORNERS = 100;
/** The format keeps a polyline in space under the name of the old ones. */
const IN_SPACE = 8;

/** A polyline as a chain; null for one with arcs, with a width, in space, of one piece, or that folds back on itself. */
export function chainOf({ drawing }: AuditContext, row: number): Chain | null {
  const shape = shapeOf(drawing, row);
  if (shape?.type !== 'path' || shape.width !== 0) return null;
  if (shape.vertices.length < 3 || shape.vertices.length > MOST_CORNERS) return null;
  if (shape.vertices.some(({ bulge }) => bulge !== 0)) return null;
  const range = { start: drawing.objects.start[row], end: drawing.objects.end[row] };
  if (entityOf(drawing, row) === 'POLYLINE' && (drawing.reader.findInt(range, 70) & IN_SPACE) !== 0)
    return null;
  const t = planOf(composeSpace(IDENTITY_SPACE, shape.system));
  const points: P[] = [];
  for (const { x, y } of shape.vertices) {
    const at: P = [applyX(t, x, y), applyY(t, x, y)];
    const last = points.at(-1);
    if (!last || last[0] !== at[0] || last[1] !== at[1]) points.push(at);
  }
  if (shape.closed && points.length > 1 && points[0].every((value, i) => value === points.at(-1)![i]))
    points.pop();
  if (points.length < 3) return null;
  return shape.closed ? closedChain(row, points) : openChain(row, points);
}

function waysOf(points: readonly P[], closed: boolean): P[] | null {
  const ends = closed ? [...points, points[0]] : points;
  const ways: P[] = [];
  for (let i = 1; i < ends.length; i++) {
    const way = unit(minus(ends[i], ends[i - 1]));
    if (!way) return null;
    ways.push(way);
  }
  const folds = ways.some((way, i) => {
    const before = i > 0 ? ways[i - 1] : closed ? ways[ways.length - 1] : null;
    return before !== null && dot(before, way) < -0.999;
  });
  return folds ? null : ways;
}

/** Directions that differ by less are one, radians. */
const SAME_WAY = 1e-5;
const stepsOf = (ways: readonly P[]): number[] =>
  ways.map(([x, y]) => {
    const step = Math.round(Math.atan2(y, x) / SAME_WAY);
    // Half a turn either way is one direction.
    return step === -Math.round(Math.PI / SAME_WAY) ? -step : step;
  });

function isBefore(a: readonly number[], b: readonly number[]): boolean {
  const i = a.findIndex((value, k) => value !== b[k]);
  return i >= 0 && a[i] < b[i];
}

function openChain(row: number, points: readonly P[]): Chain | null {
  const turned = [...points].reverse();
  const [ways, back] = [waysOf(points, false), waysOf(turned, false)];
  if (!ways || !back) return null;
  return isBefore(stepsOf(back), stepsOf(ways))
    ? { row, points: turned, closed: false, ways: back }
    : { row, points, closed: false, ways };
}

function closedChain(row: number, points: readonly P[]): Chain | null {
  let area = 0;
  for (const [i, [x, y]] of points.entries()) {
    const [nx, ny] = points[(i + 1) % points.length];
    area += (x - points[0][0]) * (ny - points[0][1]) - (nx - points[0][0]) * (y - points[0][1]);
  }
  if (area === 0) return null;
  const around = area > 0 ? points : [...points].reverse();
  const ways = waysOf(around, true);
  if (!ways) return null;
  const steps = stepsOf(ways);
  // Of a contour with hundreds of corners few point the least way: only from these the whole is compared.
  const least = steps.reduce((a, b) => Math.min(a, b));
  const turned = (by: number): number[] => [...steps.slice(by), ...steps.slice(0, by)];
  const [first] = steps
    .flatMap((step, by) => (step === least ? [by] : []))
    .reduce<[number, number[]]>(
      (best, by, i) => {
        const now = turned(by);
        return i === 0 || isBefore(now, best[1]) ? [by, now] : best;
      },
      [0, steps],
    );
  const from = <T>(list: readonly T[]): T[] => [...list.slice(first), ...list.slice(0, first)];
  return { row, points: from(around), closed: true, ways: from(ways) };
}

/** What chains that can lie beside each other share: their space and looks, the ways they go, where across these they begin and end. */
export function keyOf(context: AuditContext, { row, points, closed, ways }: Chain, end: number): string {
  const [first, last] = [ways[0], ways[ways.length - 1]];
  const across = (at: P, way: P): number => Math.round(dot(at, way) / end);
  // A closed one turns at its first point: others turn on the line that halves the angle there.
  const turn = unit([first[0] + last[0], first[1] + last[1]]);
  return [
    looksOf(context, row),
    heightsOf(context, row),
    closed,
    ...stepsOf(ways),
    ...(closed
      ? [turn ? across(points[0], turn) : '']
      : [across(points[0], first), across(points.at(-1)!, last)]),
  ].join('|');
}

/** How far left of another one a chain of the same ways lies, drawing units; null where it does not lie beside it all along. */
export function besideBy(one: Chain, other: Chain, end: number): number | null {
  const by = (k: number): number => dot(minus(other.points[k], one.points[k]), left(one.ways[k]));
  const first = by(0);
  return one.ways.every((_, k) => Math.abs(by(k) - first) <= end) ? first : null;
}

/** The points of a chain that lies so far left of another one, each corner on the line that halves the angle there. */
export function shifted({ points, closed, ways }: Chain, by: number): P[] {
  return points.map(([x, y], k): P => {
    const after = left(ways[Math.min(k, ways.length - 1)]);
    const before = k > 0 ? left(ways[k - 1]) : closed ? left(ways[ways.length - 1]) : after;
    const half = unit([before[0] + after[0], before[1] + after[1]]) ?? after;
    const far = by / dot(half, after);
    return [x + far * half[0], y + far * half[1]];
  });
}

/** Drawing units from the beginning to the end. */
export const lengthOf = ({ points, ways }: Chain): number =>
  ways.reduce((sum, way, k) => sum + dot(minus(points[(k + 1) % points.length], points[k]), way), 0);
