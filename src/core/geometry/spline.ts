import type { Point3 } from './space';

/** Most points a curve is drawn with, however many knots it has. */
const MOST_POINTS = 4096;
/** Halvings that bring an extreme of a curve to the precision of doubles. */
const HALVINGS = 44;

/**
 * Points along a B-spline, rational where weights are given (de Boor's algorithm). Where the curve turns back in x or
 * y the turning point itself is among them, so that the box of the points is the box of the curve.
 * @param knots non-decreasing, control.length + degree + 1 of them; made uniform when the number is wrong
 */
export function splinePoints(
  degree: number,
  control: readonly Point3[],
  knots: readonly number[],
  weights: readonly number[],
): [number, number, number][] {
  const count = control.length;
  const p = Math.min(Math.max(1, degree), count - 1, 25);
  if (count < 2) return control.map(([x, y, z]) => [x, y, z]);
  const usable =
    knots.length === count + p + 1 &&
    knots.every((knot, i) => Number.isFinite(knot) && (i === 0 || knot >= knots[i - 1]));
  const t = usable
    ? knots
    : Array.from({ length: count + p + 1 }, (_, i) => Math.min(Math.max(0, i - p), count - p));
  const from = t[p];
  const to = t[count];
  if (!(to > from)) return control.map(([x, y, z]) => [x, y, z]);
  // Each span between two knots gets its share of points, so that knots close together lose no detail.
  const spans: number[] = [];
  for (let i = p; i < count; i++) if (t[i + 1] > t[i]) spans.push(i);
  const perSpan = Math.max(1, Math.min(12, Math.floor(MOST_POINTS / spans.length)));
  const step = Math.max(1, Math.ceil(spans.length / MOST_POINTS));
  const at: number[] = [];
  for (let i = 0; i < spans.length; i += step) {
    const low = t[spans[i]];
    const high = t[spans[Math.min(i + step, spans.length) - 1] + 1];
    for (let k = 0; k < perSpan; k++) at.push(low + ((high - low) * k) / perSpan);
  }
  at.push(to);
  const spanAt = spanFinder(t, p, count);
  const scratch = new Float64Array((p + 1) * 4);
  const evaluate = (u: number): [number, number, number] =>
    deBoor(p, spanAt(u), u, control, t, weights, scratch);
  return withTurns(at, evaluate);
}

/** Points at parameters, and the points between them where x or y turns back. */
function withTurns(
  at: readonly number[],
  evaluate: (u: number) => [number, number, number],
): [number, number, number][] {
  const points = at.map(evaluate);
  const result: [number, number, number][] = [points[0]];
  for (let i = 1; i < points.length; i++) {
    const before = points[i - 1];
    const turns: number[] = [];
    for (const axis of [0, 1]) {
      const here = points[i][axis] - before[axis];
      const last = i > 1 ? before[axis] - points[i - 2][axis] : 0;
      const next = i + 1 < points.length ? points[i + 1][axis] - points[i][axis] : 0;
      // The turn lies in this stretch or in a neighbouring one: look on both sides of each sample that is an extreme.
      if (last * here < 0 || here * next < 0 || (i === 1 && here * next <= 0) || i + 1 === points.length) {
        const u = extreme(evaluate, axis, at[i - 1], at[i]);
        if (u > at[i - 1] && u < at[i]) turns.push(u);
      }
    }
    for (const u of turns.sort((a, b) => a - b)) result.push(evaluate(u));
    result.push(points[i]);
  }
  return result;
}

/** Parameter between two at which a coordinate is largest or smallest, if it is so inside (golden section). */
function extreme(
  evaluate: (u: number) => [number, number, number],
  axis: number,
  from: number,
  to: number,
): number {
  const middle = evaluate((from + to) / 2)[axis];
  const sense = middle >= (evaluate(from)[axis] + evaluate(to)[axis]) / 2 ? 1 : -1;
  const ratio = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [from, to];
  let c = b - ratio * (b - a);
  let d = a + ratio * (b - a);
  let fc = sense * evaluate(c)[axis];
  let fd = sense * evaluate(d)[axis];
  for (let i = 0; i < HALVINGS && b > a; i++) {
    if (fc > fd) {
      b = d;
      d = c;
      fd = fc;
      c = b - ratio * (b - a);
      fc = sense * evaluate(c)[axis];
    } else {
      a = c;
      c = d;
      fc = fd;
      d = a + ratio * (b - a);
      fd = sense * evaluate(d)[axis];
    }
  }
  return (a + b) / 2;
}

function spanFinder(t: readonly number[], p: number, count: number): (u: number) => number {
  return (u) => {
    let low = p;
    let high = count - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (t[middle] <= u) low = middle;
      else high = middle - 1;
    }
    return low;
  };
}

function deBoor(
  p: number,
  span: number,
  at: number,
  control: readonly Point3[],
  knots: readonly number[],
  weights: readonly number[],
  d: Float64Array,
): [number, number, number] {
  for (let j = 0; j <= p; j++) {
    const i = span - p + j;
    const w = weights[i] > 0 ? weights[i] : 1;
    d[j * 4] = control[i][0] * w;
    d[j * 4 + 1] = control[i][1] * w;
    d[j * 4 + 2] = control[i][2] * w;
    d[j * 4 + 3] = w;
  }
  for (let r = 1; r <= p; r++)
    for (let j = p; j >= r; j--) {
      const i = span - p + j;
      const width = knots[i + p - r + 1] - knots[i];
      const share = width > 0 ? (at - knots[i]) / width : 0;
      for (let k = 0; k < 4; k++) d[j * 4 + k] = (1 - share) * d[(j - 1) * 4 + k] + share * d[j * 4 + k];
    }
  const w = d[p * 4 + 3];
  return [d[p * 4] / w, d[p * 4 + 1] / w, d[p * 4 + 2] / w];
}

/**
 * A smooth curve through points, for curves that a file gives by their points alone: cubic pieces with continuous
 * curvature over the lengths of the chords; free ends where no direction is given.
 */
export function throughPoints(
  points: readonly Point3[],
  startDirection: Point3 | null,
  endDirection: Point3 | null,
  closed = false,
): [number, number, number][] {
  const through = closed && points.length > 2 ? [...points, points[0]] : points;
  const count = through.length;
  if (count < 3 || count > MOST_POINTS) return through.map(([x, y, z]) => [x, y, z]);
  const chord = Array.from(
    { length: count - 1 },
    (_, i) => Math.hypot(...[0, 1, 2].map((k) => through[i + 1][k] - through[i][k])) || 1e-12,
  );
  const slopes = [0, 1, 2].map((k) =>
    slopesOf(
      through.map((point) => point[k]),
      chord,
      startDirection && startDirection[k] / (Math.hypot(...startDirection) || 1),
      endDirection && endDirection[k] / (Math.hypot(...endDirection) || 1),
    ),
  );
  const at: number[] = [];
  const starts = [0];
  for (const length of chord) starts.push(starts.at(-1)! + length);
  const perChord = Math.max(2, Math.min(12, Math.floor(MOST_POINTS / count)));
  for (let i = 0; i < count - 1; i++)
    for (let k = 0; k < perChord; k++) at.push(starts[i] + (chord[i] * k) / perChord);
  at.push(starts[count - 1]);
  const evaluate = (u: number): [number, number, number] => {
    let i = 0;
    let high = count - 2;
    while (i < high) {
      const middle = (i + high + 1) >> 1;
      if (starts[middle] <= u) i = middle;
      else high = middle - 1;
    }
    const h = chord[i];
    const s = Math.min(1, Math.max(0, (u - starts[i]) / h));
    const [s2, s3] = [s * s, s * s * s];
    return [0, 1, 2].map(
      (k) =>
        (2 * s3 - 3 * s2 + 1) * through[i][k] +
        (s3 - 2 * s2 + s) * h * slopes[k][i] +
        (3 * s2 - 2 * s3) * through[i + 1][k] +
        (s3 - s2) * h * slopes[k][i + 1],
    ) as [number, number, number];
  };
  return withTurns(at, evaluate);
}

/** Slopes of a cubic spline at its knots (tridiagonal system, Thomas algorithm). */
function slopesOf(
  values: readonly number[],
  h: readonly number[],
  start: number | null,
  end: number | null,
): number[] {
  const n = values.length;
  const [below, on, above, right] = [0, 1, 2, 3].map(() => new Array<number>(n).fill(0));
  const rise = (i: number): number => (values[i + 1] - values[i]) / h[i];
  on[0] = start === null ? 2 : 1;
  above[0] = start === null ? 1 : 0;
  right[0] = start ?? 3 * rise(0);
  for (let i = 1; i < n - 1; i++) {
    below[i] = h[i];
    on[i] = 2 * (h[i - 1] + h[i]);
    above[i] = h[i - 1];
    right[i] = 3 * (h[i] * rise(i - 1) + h[i - 1] * rise(i));
  }
  on[n - 1] = end === null ? 2 : 1;
  below[n - 1] = end === null ? 1 : 0;
  right[n - 1] = end ?? 3 * rise(n - 2);
  for (let i = 1; i < n; i++) {
    const factor = below[i] / on[i - 1];
    on[i] -= factor * above[i - 1];
    right[i] -= factor * right[i - 1];
  }
  const slopes = new Array<number>(n).fill(0);
  slopes[n - 1] = right[n - 1] / on[n - 1];
  for (let i = n - 2; i >= 0; i--) slopes[i] = (right[i] - above[i] * slopes[i + 1]) / on[i];
  return slopes;
}
