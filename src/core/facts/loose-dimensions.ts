import { numbersIn, type WrittenNumber } from '../dimension/typed';
import { type Drawing, kindOf } from '../dxf/drawing';
import type { ObjectKind } from '../dxf/object-kinds';
import { wordsOf } from '../dxf/read/decode-text';
import type { Box } from '../geometry/box';
import { oneLine } from '../one-line';
import type { Segments } from './segments';
import type { SpatialIndex } from './spatial-index';
import type { TextFact } from './texts';

type P = readonly [number, number];

/** Lines, ends and a number that were once a dimension. */
export interface LooseDimension {
  /** The number. */
  readonly text: number;
  /** All that the dimension was: the number, its line, its extension lines, its ends. */
  readonly rows: readonly number[];
  /** The far ends of its extension lines, and where its line ends at the second. */
  readonly first: P;
  readonly second: P;
  readonly line: P;
  /** Direction of its line, degrees, 0 up to 180. */
  readonly angleDeg: number;
  /** Both ends have something that ends a dimension line: a slash, an arrow, a dot. */
  readonly ended: boolean;
  /** Its ends are strokes across the line. */
  readonly slashed: boolean;
}

/** What must be known of the objects of a drawing. */
interface KnownObjects {
  rowsOfKind(kind: ObjectKind): readonly number[];
  text(row: number): TextFact | null;
  segments(row: number): Segments;
  box(row: number): Box | null;
  index(container: number, kind?: ObjectKind | null): SpatialIndex;
}

/** How far things may lie apart, in heights of the text. */
const REACH = { line: 2.5, end: 2.5, overrun: 2.5, gap: 0.05, ends: 1.5, mark: 4 } as const;
/** Sine of the angle by which lines may be off level and plumb to the text: 1°. */
const OFF = Math.sin(Math.PI / 180);
/** Lines near a text or near an end; where there are more, nobody could say which of them were a dimension’s. */
const MOST_LINES = 200;
/** Words that may stand beside the number. */
const UNITS = /^(?:mm|cm|dm|m|km|in|ft|"|″|'|′)?$/i;
const MARKS: ReadonlySet<ObjectKind> = new Set([
  'line',
  'polyline',
  'solid',
  'fill',
  'circle',
  'symbol',
  'arc',
]);

/** A straight line in axes along and across a text, its middle at the origin. */
interface Piece {
  readonly row: number;
  readonly u0: number;
  readonly u1: number;
  readonly w0: number;
  readonly w1: number;
}

/**
 * Finds what was once a dimension, in the model and on sheets: a number that equals the distance of two extension lines, on a
 * line between them.
 */
export function looseDimensions(drawing: Drawing, facts: KnownObjects): LooseDimension[] {
  const found: LooseDimension[] = [];
  for (const row of facts.rowsOfKind('text')) {
    const { kind } = drawing.containers[drawing.objects.container[row]];
    if (kind === 'symbol') continue;
    // Letters are laid out only of what is a number.
    const number = onlyNumber(wordsOf(drawing, row) ?? '');
    const text = number && facts.text(row);
    if (!text?.box || !number) continue;
    const loose = aroundText(drawing, facts, text, number);
    if (loose) found.push(loose);
  }
  return found;
}

/** The number that a text is, with its unit; null for any other text. */
function onlyNumber(says: string): WrittenNumber | null {
  const words = oneLine(says);
  const numbers = numbersIn(words);
  if (numbers.length !== 1) return null;
  const [number] = numbers;
  const rest = `${words.slice(0, number.start)}${words.slice(number.end)}`.replace(/[\s()~±]/g, '');
  return UNITS.test(rest) ? number : null;
}

/** Lengths in drawing units that a number can mean, each with half of what it was rounded to. */
function lengthsOf(
  { unitMm }: Drawing,
  { readings, unitMm: said }: WrittenNumber,
): (readonly [number, number])[] {
  return readings.flatMap(({ value, step }) => {
    if (!(value > 0)) return [];
    // A bare number counts the drawing's unit, millimetres or metres.
    const factors =
      said !== null && unitMm !== null
        ? [said / unitMm]
        : [...new Set([1, ...(unitMm === null ? [] : [1 / unitMm, 1000 / unitMm])])];
    return factors.map((factor) => [value * factor, (step / 2) * factor + value * factor * 1e-6] as const);
  });
}

function aroundText(
  drawing: Drawing,
  facts: KnownObjects,
  text: TextFact,
  number: WrittenNumber,
): LooseDimension | null {
  const container = drawing.objects.container[text.row];
  const box = text.box!;
  const middle: P = [(box[0] + box[4]) / 2, (box[1] + box[5]) / 2];
  const [c, s] = [Math.cos(text.angleRad), Math.sin(text.angleRad)];
  const { height: h } = text;
  const back = (u: number, v: number): P => [middle[0] + u * c - v * s, middle[1] + u * s + v * c];
  const piecesNear = (at: P, reach: number): Piece[] => {
    const lines = facts.index(container, 'line').fewWithin(around(at, reach), MOST_LINES) ?? [];
    return lines.flatMap((row) => pieceOf(facts.segments(row), row, middle, c, s));
  };
  // Everything is looked for near the text and near the ends of the line beside it, however long that is.
  const half = Math.hypot(box[2] - box[0], box[3] - box[1]) / 2;
  const lengths = lengthsOf(drawing, number).filter(([length]) => length >= h / 2);
  if (lengths.length === 0) return null;
  for (const run of runsBeside(piecesNear(middle, half + REACH.line * h), half, h)) {
    const feet = [run.from, run.to].map((u) =>
      piecesNear(back(u, run.w), REACH.end * h).filter(
        (one) =>
          Math.abs(one.u1 - one.u0) <= OFF * Math.abs(one.w1 - one.w0) &&
          Math.abs(one.u0 - u) <= REACH.end * h &&
          isFoot(one, run.w, h),
      ),
    );
    const pair = pairOf(feet[0], feet[1], run.w, lengths);
    if (!pair) continue;
    const [first, second] = pair;
    const far = ({ u0, w0, w1 }: Piece): P => back(u0, Math.abs(w0 - run.w) > Math.abs(w1 - run.w) ? w0 : w1);
    const ends = [back(first.u0, run.w), back(second.u0, run.w)];
    const known = new Set([text.row, first.row, second.row, ...run.rows]);
    const marks = ends.map((end) => marksAt(drawing, facts, container, end, h, known));
    const deg = ((((text.angleRad * 180) / Math.PI) % 180) + 180) % 180;
    return {
      text: text.row,
      rows: [...new Set([...known, ...marks.flat()])].sort((a, b) => a - b),
      first: far(first),
      second: far(second),
      line: ends[1],
      angleDeg: deg > 180 - 1e-6 ? 0 : deg,
      ended: marks.every((one) => one.length > 0),
      slashed: marks.flat().every((row) => kindOf(drawing, row) === 'line'),
    };
  }
  return null;
}

const around = ([x, y]: P, reach: number): Box => ({
  minX: x - reach,
  minY: y - reach,
  maxX: x + reach,
  maxY: y + reach,
});

function pieceOf(segments: Segments, row: number, [x, y]: P, c: number, s: number): Piece[] {
  if (segments.length !== 4) return [];
  const [x0, y0, x1, y1] = segments;
  const turned = (px: number, py: number): P => [(px - x) * c + (py - y) * s, (py - y) * c - (px - x) * s];
  const [[u0, w0], [u1, w1]] = [turned(x0, y0), turned(x1, y1)];
  return [{ row, u0, u1, w0, w1 }];
}

/** A dimension line beside a text, in one piece or broken by it. */
interface Run {
  readonly rows: readonly number[];
  readonly from: number;
  readonly to: number;
  readonly w: number;
}

/** Lines along a text and near it: pieces on one line are one run. */
function runsBeside(pieces: readonly Piece[], half: number, h: number): Run[] {
  const along = pieces.filter(
    ({ u0, u1, w0, w1 }) =>
      Math.abs(u1 - u0) > 0 &&
      Math.abs(w1 - w0) <= OFF * Math.abs(u1 - u0) &&
      Math.abs(w0) <= REACH.line * h &&
      Math.min(u0, u1) <= half + REACH.line * h &&
      Math.max(u0, u1) >= -half - REACH.line * h,
  );
  const runs: Run[] = [];
  for (const { row, u0, u1, w0 } of along) {
    const at = runs.findIndex(({ w }) => Math.abs(w - w0) <= REACH.gap * h);
    const [from, to] = [Math.min(u0, u1), Math.max(u0, u1)];
    if (at < 0) runs.push({ rows: [row], from, to, w: w0 });
    else {
      const run = runs[at];
      runs[at] = {
        rows: [...run.rows, row],
        from: Math.min(run.from, from),
        to: Math.max(run.to, to),
        w: run.w,
      };
    }
  }
  return runs;
}

/** Two extension lines that come from one side and are as far apart as is said. */
function pairOf(
  firsts: readonly Piece[],
  seconds: readonly Piece[],
  w: number,
  lengths: readonly (readonly [length: number, tolerance: number])[],
): readonly [Piece, Piece] | null {
  for (const first of firsts)
    for (const second of seconds) {
      const apart = second.u0 - first.u0;
      if (sideOf(first, w) !== sideOf(second, w)) continue;
      if (lengths.some(([length, tolerance]) => Math.abs(apart - length) <= tolerance))
        return [first, second];
    }
  return null;
}

/** An extension line meets the dimension line, runs on past it by a little, and comes from one side. */
function isFoot({ w0, w1 }: Piece, w: number, h: number): boolean {
  const [low, high] = [Math.min(w0, w1) - w, Math.max(w0, w1) - w];
  if (low > REACH.gap * h || high < -REACH.gap * h) return false;
  const over = Math.min(Math.abs(low), Math.abs(high));
  return over <= REACH.overrun * h && high - low > h / 2;
}

/** The side of its line that the object lies on. */
const sideOf = ({ w0, w1 }: Piece, w: number): number => Math.sign((w0 + w1) / 2 - w);

/** Small things at the end of a line: strokes across it, arrows, dots. */
function marksAt(
  drawing: Drawing,
  facts: KnownObjects,
  container: number,
  end: P,
  h: number,
  known: ReadonlySet<number>,
): number[] {
  return facts
    .index(container)
    .within(around(end, REACH.gap * h))
    .filter((row) => {
      if (known.has(row) || !MARKS.has(kindOf(drawing, row))) return false;
      const box = facts.box(row);
      return box !== null && Math.max(box.maxX - box.minX, box.maxY - box.minY) <= REACH.mark * h;
    });
}
