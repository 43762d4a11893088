/** Most points a curve is drawn with, however many knots it has. */
const MOST_POINTS = 4096;

/**
 * Points along a B-spline, rational where weights are given (de Boor's algorithm).
 * @param knots non-decreasing, control.length + degree + 1 of them; made uniform when the number is wrong
 */
export function splinePoints(
  degree: number,
  control: readonly (readonly [number, number])[],
  knots: readonly number[],
  weights: readonly number[],
): [number, number][] {
  const count = control.length;
  const p = Math.min(Math.max(1, degree), count - 1);
  if (count < 2) return control.map(([x, y]) => [x, y]);
  const usable =
    knots.length === count + p + 1 &&
    knots.every((knot, i) => Number.isFinite(knot) && (i === 0 || knot >= knots[i - 1]));
  const t = usable
    ? knots
    : Array.from({ length: count + p + 1 }, (_, i) => Math.min(Math.max(0, i - p), count - p));
  const from = t[p];
  const to = t[count];
  if (!(to > from)) return control.map(([x, y]) => [x, y]);
  const steps = Math.min(MOST_POINTS, Math.max(16, (count - p) * 12));
  const points: [number, number][] = [];
  let span = p;
  for (let i = 0; i <= steps; i++) {
    const at = i === steps ? to : from + ((to - from) * i) / steps;
    while (span < count - 1 && at >= t[span + 1]) span++;
    points.push(deBoor(p, span, at, control, t, weights));
  }
  return points;
}

function deBoor(
  p: number,
  span: number,
  at: number,
  control: readonly (readonly [number, number])[],
  knots: readonly number[],
  weights: readonly number[],
): [number, number] {
  const d: [number, number, number][] = [];
  for (let j = 0; j <= p; j++) {
    const i = span - p + j;
    const w = weights[i] > 0 ? weights[i] : 1;
    d.push([control[i][0] * w, control[i][1] * w, w]);
  }
  for (let r = 1; r <= p; r++)
    for (let j = p; j >= r; j--) {
      const i = span - p + j;
      const width = knots[i + p - r + 1] - knots[i];
      const share = width > 0 ? (at - knots[i]) / width : 0;
      for (let k = 0; k < 3; k++) d[j][k] = (1 - share) * d[j - 1][k] + share * d[j][k];
    }
  return [d[p][0] / d[p][2], d[p][1] / d[p][2]];
}
