import { type Drawing, rangeOf } from '../dxf/drawing';
import { normalOf } from '../dxf/read/decode-text';
import type { Measured } from '../dxf/read/measure';

/** A straight dimension, in axes along and across its line. */
export interface StraightDimension {
  readonly row: number;
  /** Its space and direction, for what can stand beside it. */
  readonly key: string;
  readonly along: readonly [number, number];
  readonly across: readonly [number, number];
  /** What it measures between, along. */
  readonly from: number;
  readonly to: number;
  /** Where its line runs, and where its points lie, across. */
  readonly at: number;
  readonly feet: readonly [number, number];
  /** The points that it measures between, as they are. */
  readonly points: readonly [readonly [number, number], readonly [number, number]];
  /** Its direction is its own; otherwise it runs as its points lie. */
  readonly turned: boolean;
}

/** Degrees by which directions may differ that are one. */
const PLACES = 6;

/** A dimension along a line that lies in the plane of the drawing; null for any other. */
export function straightDimension(
  drawing: Drawing,
  row: number,
  measured: Measured | null,
): StraightDimension | null {
  if (measured?.what !== 'length' || !(measured.value > 0)) return null;
  const f = drawing.reader.fields.load(rangeOf(drawing, row));
  const [p10, p13, p14] = [10, 13, 14].map((code) => f.point(code));
  const isTurned = (f.int(70) & 7) === 0;
  const turned = isTurned ? f.num(50) : (Math.atan2(p14[1] - p13[1], p14[0] - p13[0]) * 180) / Math.PI;
  if (normalOf(f)[10] < 1 - 1e-9) return null;
  const angle = ((turned % 180) + 180) % 180;
  // Just under half a turn is level again.
  const deg = angle > 180 - 1e-6 ? 0 : angle;
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  const u = ([x, y]: readonly number[]): number => x * c + y * s;
  const w = ([x, y]: readonly number[]): number => y * c - x * s;
  const [from, to] = [u(p13), u(p14)].sort((a, b) => a - b);
  return {
    row,
    key: `${drawing.objects.container[row]}|${deg.toFixed(PLACES)}`,
    along: [c, s],
    across: [-s, c],
    from,
    to,
    at: w(p10),
    feet: [w(p13), w(p14)],
    points: [
      [p13[0], p13[1]],
      [p14[0], p14[1]],
    ],
    turned: isTurned,
  };
}
