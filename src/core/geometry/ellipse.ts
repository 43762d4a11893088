import { type Box, include } from './box';
import { applyX, applyY, type Transform } from './transform';

/** An ellipse on its own axes, as canvases draw it: `from` to `to` in its own parameter, downwards when mirrored. */
export interface AxisEllipse {
  readonly x: number;
  readonly y: number;
  readonly rx: number;
  readonly ry: number;
  readonly rotation: number;
  readonly from: number;
  readonly to: number;
}

/**
 * Brings centre + u·cos t + v·sin t, seen through a transform, to its principal axes: the singular value
 * decomposition of the 2×2 matrix [u v].
 */
export function toAxes(
  centre: readonly [number, number],
  u: readonly [number, number],
  v: readonly [number, number],
  from: number,
  to: number,
  t: Transform,
): AxisEllipse {
  const a = t[0] * u[0] + t[2] * u[1];
  const b = t[1] * u[0] + t[3] * u[1];
  const c = t[0] * v[0] + t[2] * v[1];
  const d = t[1] * v[0] + t[3] * v[1];
  const e = (a + d) / 2;
  const f = (a - d) / 2;
  const g = (b + c) / 2;
  const h = (b - c) / 2;
  const q = Math.hypot(e, h);
  const r = Math.hypot(f, g);
  const first = Math.atan2(g, f);
  const second = Math.atan2(h, e);
  const shift = (second - first) / 2;
  const rotation = (second + first) / 2;
  const minor = q - r;
  const sense = minor < 0 ? -1 : 1;
  return {
    x: applyX(t, centre[0], centre[1]),
    y: applyY(t, centre[0], centre[1]),
    rx: q + r,
    ry: Math.abs(minor),
    rotation,
    from: sense * (from + shift),
    to: sense * (to + shift),
  };
}

/** Widens a box to hold an arc of an ellipse, exactly: its ends and the extremes between them. */
export function includeEllipse(box: Box, ellipse: AxisEllipse): void {
  const { x, y, rx, ry, rotation } = ellipse;
  const cos = Math.cos(rotation);
  const sin = Math.sin(rotation);
  const at = (t: number): void =>
    include(
      box,
      x + rx * Math.cos(t) * cos - ry * Math.sin(t) * sin,
      y + rx * Math.cos(t) * sin + ry * Math.sin(t) * cos,
    );
  const low = Math.min(ellipse.from, ellipse.to);
  const high = Math.max(ellipse.from, ellipse.to);
  at(low);
  at(high);
  for (const extreme of [Math.atan2(-ry * sin, rx * cos), Math.atan2(ry * cos, rx * sin)]) {
    const start = extreme + Math.PI * Math.ceil((low - extreme) / Math.PI);
    for (let i = 0, t = start; t < high && i < 4; i++, t += Math.PI) at(t);
  }
}

/** The arc from one vertex to the next with a bulge: centre, radius, start and sweep angle (negative clockwise). */
export function bulgeArc(
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  bulge: number,
): { x: number; y: number; radius: number; from: number; to: number } | null {
  const chord = Math.hypot(x1 - x0, y1 - y0);
  if (!(chord > 0) || !Number.isFinite(bulge) || Math.abs(bulge) < 1e-12) return null;
  const sweep = 4 * Math.atan(bulge);
  const radius = (chord * (1 + bulge * bulge)) / (4 * Math.abs(bulge));
  // Distance of the centre from the chord, to the left of the direction of travel.
  const offset = (chord * (1 - bulge * bulge)) / (4 * bulge);
  const x = (x0 + x1) / 2 - ((y1 - y0) / chord) * offset;
  const y = (y0 + y1) / 2 + ((x1 - x0) / chord) * offset;
  const from = Math.atan2(y0 - y, x0 - x);
  return { x, y, radius, from, to: from + sweep };
}

/** Goes along an arc point by point, its start left out and its end included, at most `share` of its radius off the curve. */
export function alongArc(arc: AxisEllipse, share: number, visit: (x: number, y: number) => void): void {
  const step = 2 * Math.acos(Math.max(0, 1 - Math.min(1, Math.max(1e-9, share))));
  const steps = Math.min(4096, Math.max(2, Math.ceil(Math.abs(arc.to - arc.from) / step)));
  const [cos, sin] = [Math.cos(arc.rotation), Math.sin(arc.rotation)];
  for (let i = 1; i <= steps; i++) {
    const t = arc.from + ((arc.to - arc.from) * i) / steps;
    const u = arc.rx * Math.cos(t);
    const v = arc.ry * Math.sin(t);
    visit(arc.x + u * cos - v * sin, arc.y + u * sin + v * cos);
  }
}

/** Points along an arc, see {@link alongArc}. */
export function pointsOfArc(arc: AxisEllipse, share: number): [number, number][] {
  const points: [number, number][] = [];
  alongArc(arc, share, (x, y) => points.push([x, y]));
  return points;
}

/** Length of an arc: exact for circles, by Simpson's rule for ellipses. */
export function lengthOfArc(arc: AxisEllipse): number {
  const sweep = Math.abs(arc.to - arc.from);
  if (Math.abs(arc.rx - arc.ry) <= 1e-9 * Math.max(arc.rx, arc.ry)) return sweep * arc.rx;
  const steps = 2 * Math.max(8, Math.ceil(sweep * 12));
  const speed = (t: number): number => Math.hypot(arc.rx * Math.sin(t), arc.ry * Math.cos(t));
  const h = (arc.to - arc.from) / steps;
  let sum = speed(arc.from) + speed(arc.to);
  for (let i = 1; i < steps; i++) sum += speed(arc.from + i * h) * (i % 2 === 1 ? 4 : 2);
  return Math.abs((sum * h) / 3);
}
