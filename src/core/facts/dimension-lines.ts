import { angleOf } from '../dimension/angle-of';
import { type Drawing, rangeOf } from '../dxf/drawing';
import { normalOf } from '../dxf/read/decode-text';
import type { Measured } from '../dxf/read/measure';
import { type Arc, arcsAmong } from '../geometry/arc-crossings';
import type { Segments } from './segments';
import type { StraightDimension } from './straight-dimension';

export type Piece = readonly [x0: number, y0: number, x1: number, y1: number];

/** The lines of a dimension, broken where its picture breaks them. */
export interface DimensionLines {
  /** Straight pieces of the dimension line. */
  readonly line: readonly Piece[];
  /** Arcs of the line of an angle, or of the length of an arc. */
  readonly arcs: readonly Arc[];
  /** Pieces of extension lines; of an ordinate all that leads from its point to its text. */
  readonly extension: readonly Piece[];
}

/** Tells the lines of a dimension from its ends and whatever else its picture draws. */
export type LinesAmong = (pieces: Segments) => DimensionLines;

/** Lines that lie off where they should by less than this share of what is measured are those. */
const SAME = 1e-4;

const NO_LINES: DimensionLines = { line: [], arcs: [], extension: [] };

/**
 * How the lines of a dimension are told from other pieces of its picture: by where its points say that they lie.
 * @returns null for kinds that are not known, what lies in a plane of its own, and points that make no dimension
 */
export function linesAmong(
  drawing: Drawing,
  row: number,
  measured: Measured | null,
  straight: StraightDimension | null,
): LinesAmong | null {
  if (straight) return (pieces) => alongLine(straight, pieces);
  const f = drawing.reader.fields.load(rangeOf(drawing, row));
  if (!measured || normalOf(f)[10] < 1 - 1e-9) return null;
  const [p10, p13, p14, p15] = [10, 13, 14, 15].map((code) => f.point(code));
  switch (measured.what) {
    case 'angle':
    case 'arc length': {
      const angle = angleOf(drawing, row, measured.value);
      return angle && ((pieces) => alongArc(angle.corner, angle.radius, pieces));
    }
    case 'diameter':
    case 'radius':
      return p10[0] === p15[0] && p10[1] === p15[1]
        ? null
        : (pieces) => ({ ...NO_LINES, line: onLine([p10[0], p10[1], p15[0], p15[1]], pieces) });
    case 'ordinate':
      return p13[0] === p14[0] && p13[1] === p14[1]
        ? null
        : (pieces) => ({ ...NO_LINES, extension: [...eachPiece(pieces)] });
    default:
      return null;
  }
}

function* eachPiece(pieces: Segments): Generator<Piece> {
  for (let i = 0; i < pieces.length; i += 4) yield [pieces[i], pieces[i + 1], pieces[i + 2], pieces[i + 3]];
}

function alongLine({ along, across, from, to, at }: StraightDimension, pieces: Segments): DimensionLines {
  const line: Piece[] = [];
  const extension: Piece[] = [];
  const near = SAME * (to - from);
  for (const piece of eachPiece(pieces)) {
    const [x0, y0, x1, y1] = piece;
    const [u0, u1] = [x0 * along[0] + y0 * along[1], x1 * along[0] + y1 * along[1]];
    const [w0, w1] = [x0 * across[0] + y0 * across[1], x1 * across[0] + y1 * across[1]];
    const runsAlong = Math.abs(w0 - at) <= near && Math.abs(w1 - at) <= near;
    if (runsAlong) line.push(piece);
    else if ([from, to].some((foot) => Math.abs(u0 - foot) <= near && Math.abs(u1 - foot) <= near))
      extension.push(piece);
  }
  return { line: joined(line), arcs: [], extension: joined(extension) };
}

/** Pieces on the circle of the line, and those that run towards its centre. */
function alongArc([x, y]: readonly [number, number], radius: number, pieces: Segments): DimensionLines {
  const near = SAME * radius;
  const extension = [...eachPiece(pieces)].filter(([x0, y0, x1, y1]) => {
    const [dx, dy] = [x1 - x0, y1 - y0];
    const length = Math.hypot(dx, dy);
    return length > 0 && Math.abs((x - x0) * dy - (y - y0) * dx) / length <= near;
  });
  return { line: [], arcs: arcsAmong(pieces, { x, y, radius }, near), extension: joined(extension) };
}

/** Pieces that lie on the line through two points. */
function onLine([ax, ay, bx, by]: Piece, pieces: Segments): Piece[] {
  const [dx, dy] = [bx - ax, by - ay];
  const length = Math.hypot(dx, dy);
  const off = (px: number, py: number): number => Math.abs((px - ax) * dy - (py - ay) * dx) / length;
  return joined(
    [...eachPiece(pieces)].filter(
      ([x0, y0, x1, y1]) => off(x0, y0) <= SAME * length && off(x1, y1) <= SAME * length,
    ),
  );
}

/**
 * Pieces that go on straight where one ends and the other begins are one: a dimension line is often drawn as two halves, and what
 * crosses where they meet crosses the line.
 */
function joined(pieces: readonly Piece[]): Piece[] {
  const made: Piece[] = [];
  for (const piece of pieces) {
    let whole = piece;
    for (let i = made.length - 1; i >= 0; i--) {
      const one = joinedTwo(made[i], whole);
      if (!one) continue;
      made.splice(i, 1);
      whole = one;
    }
    made.push(whole);
  }
  return made;
}

function joinedTwo(a: Piece, b: Piece): Piece | null {
  const length = Math.hypot(a[2] - a[0], a[3] - a[1]) + Math.hypot(b[2] - b[0], b[3] - b[1]);
  const near = 1e-9 * length + 1e-12 * (Math.abs(a[0]) + Math.abs(a[1]));
  const turned = ([x0, y0, x1, y1]: Piece): Piece => [x1, y1, x0, y0];
  for (const one of [a, turned(a)])
    for (const other of [b, turned(b)]) {
      if (Math.hypot(other[0] - one[2], other[1] - one[3]) > near) continue;
      const whole: Piece = [one[0], one[1], other[2], other[3]];
      // Straight on, and not back: both together are as long as the whole.
      if (Math.abs(Math.hypot(whole[2] - whole[0], whole[3] - whole[1]) - length) <= 1e-6 * length)
        return whole;
    }
  return null;
}
