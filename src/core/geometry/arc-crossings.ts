/** An arc of a circle, anticlockwise; radians, `to` above `from` by at most a full turn. */
export interface Arc {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  readonly from: number;
  readonly to: number;
}

export type Point = readonly [number, number];

const TURN = 2 * Math.PI;

/** Whether the direction to a point lies within an arc, its ends included. */
export function isWithin({ x, y, from, to }: Arc, [px, py]: Point): boolean {
  const turned = (((Math.atan2(py - y, px - x) - from) % TURN) + TURN) % TURN;
  return turned <= to - from || turned > TURN - 1e-12;
}

/** The ends of an arc. */
export const endsOf = ({ x, y, radius, from, to }: Arc): readonly [Point, Point] => [
  [x + radius * Math.cos(from), y + radius * Math.sin(from)],
  [x + radius * Math.cos(to), y + radius * Math.sin(to)],
];

/** Where a straight piece runs across an arc: none, one or two points. Pieces that only touch the circle do not cross it. */
export function pieceAcrossArc([x0, y0, x1, y1]: readonly number[], arc: Arc): Point[] {
  // Seen from the centre: nothing cancels far from the origin. |a + t·d|² = r².
  const [ax, ay, dx, dy] = [x0 - arc.x, y0 - arc.y, x1 - x0, y1 - y0];
  const [a, b, c] = [dx * dx + dy * dy, ax * dx + ay * dy, ax * ax + ay * ay - arc.radius * arc.radius];
  const root = b * b - a * c;
  if (!(a > 0 && root > 0)) return [];
  return [(-b - Math.sqrt(root)) / a, (-b + Math.sqrt(root)) / a]
    .filter((t) => t > 0 && t < 1)
    .map((t): Point => [x0 + t * dx, y0 + t * dy])
    .filter((at) => isWithin(arc, at));
}

/** Where two arcs cross: none, one or two points; none for arcs of one circle. */
export function arcAcrossArc(a: Arc, b: Arc): Point[] {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const apart = Math.hypot(dx, dy);
  if (!(apart > 0)) return [];
  // Along the line of the centres to the chord that both share, and half of that chord square to it.
  const along = (apart * apart + a.radius * a.radius - b.radius * b.radius) / (2 * apart);
  const square = a.radius * a.radius - along * along;
  if (!(square > 0)) return [];
  const half = Math.sqrt(square);
  const [ux, uy] = [dx / apart, dy / apart];
  return [half, -half]
    .map((h): Point => [a.x + along * ux - h * uy, a.y + along * uy + h * ux])
    .filter((at) => isWithin(a, at) && isWithin(b, at));
}

/**
 * The arcs of one circle among straight pieces: pieces with both ends on it are taken for chords, and chords that follow
 * one another for one arc.
 * @param near how far off the circle an end may lie
 */
export function arcsAmong(pieces: ArrayLike<number>, circle: Omit<Arc, 'from' | 'to'>, near: number): Arc[] {
  const { x, y, radius } = circle;
  const isOn = (px: number, py: number): boolean => Math.abs(Math.hypot(px - x, py - y) - radius) <= near;
  const spans: { from: number; size: number }[] = [];
  for (let i = 0; i < pieces.length; i += 4) {
    const [x0, y0, x1, y1] = [pieces[i], pieces[i + 1], pieces[i + 2], pieces[i + 3]];
    if (!isOn(x0, y0) || !isOn(x1, y1)) continue;
    const [a, b] = [Math.atan2(y0 - y, x0 - x), Math.atan2(y1 - y, x1 - x)];
    const turn = (((b - a) % TURN) + TURN) % TURN;
    const [from, size] = turn <= Math.PI ? [a, turn] : [b, TURN - turn];
    // What spans a good part of the circle was drawn straight.
    if (size > 0 && size < MOST_OF_A_CHORD) spans.push({ from: ((from % TURN) + TURN) % TURN, size });
  }
  spans.sort((a, b) => a.from - b.from);
  const arcs: { from: number; to: number }[] = [];
  for (const { from, size } of spans) {
    const last = arcs.at(-1);
    if (last && from <= last.to + SAME_ANGLE) last.to = Math.max(last.to, from + size);
    else arcs.push({ from, to: from + size });
  }
  // The last can go on over the direction that turns are counted from.
  const [first] = arcs;
  const last = arcs.at(-1);
  if (arcs.length > 1 && last && last.to >= TURN + first.from - SAME_ANGLE) {
    last.to = Math.max(last.to, first.to + TURN);
    arcs.shift();
  }
  return arcs.map((span) => ({ ...circle, ...span }));
}

/** Radians between the ends of a chord that still stands for its arc; chords as curves are drawn by are far shorter. */
const MOST_OF_A_CHORD = 0.5;

/** Radians by which directions may differ that are one. */
const SAME_ANGLE = 1e-6;
