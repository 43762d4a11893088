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
/** Lines near a text; where there are more, it stands in a drawing of its own and not on a dimension line. */
const MOST_LINES = 400;
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
  for (const [length, tolerance] of lengthsOf(drawing, number)) {
    if (length < h / 2) continue;
    const reach = length + REACH.end * h;
    const lines = facts.index(container, 'line').within(around(middle, reach));
    if (lines.length > MOST_LINES) continue;
    const pieces = lines.flatMap((row) => pieceOf(facts.segments(row), row, middle, c, s));
    const along = pieces.filter(
      ({ u0, u1, w0, w1 }) =>
        Math.abs(w1 - w0) <= OFF * Math.abs(u1 - u0) &&
        Math.abs(w0) <= REACH.line * h &&
        Math.abs(u1 - u0) > 0,
    );
    const across = pieces.filter(({ u0, u1, w0, w1 }) => Math.abs(u1 - u0) <= OFF * Math.abs(w1 - w0));
    const between = pairOn(along, across, h, length, tolerance);
    if (!between) continue;
    const [first, second, w] = between;
    const own = along.filter(
      (one) => Math.abs(one.w0 - w) <= REACH.gap * h && isBetween(one, first.u0, second.u0, h),
    );
    const back = (u: number, v: number): P => [middle[0] + u * c - v * s, middle[1] + u * s + v * c];
    const far = ({ u0, w0, w1 }: Piece): P => back(u0, Math.abs(w0 - w) > Math.abs(w1 - w) ? w0 : w1);
    const ends = [back(first.u0, w), back(second.u0, w)];
    const known = new Set([text.row, first.row, second.row, ...own.map(({ row }) => row)]);
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

/** Whether a piece lies between two extension lines, or leads to one of them from outside. */
function isBetween({ u0, u1 }: Piece, first: number, second: number, h: number): boolean {
  const [from, to] = [Math.min(u0, u1), Math.max(u0, u1)];
  return from >= first - REACH.end * h && to <= second + REACH.end * h;
}

/** Two lines across, as far apart as is said, and the place of the line between them that carries the text. */
function pairOn(
  along: readonly Piece[],
  across: readonly Piece[],
  h: number,
  length: number,
  tolerance: number,
): readonly [first: Piece, second: Piece, w: number] | null {
  for (const { w0: w } of along) {
    const feet = across.filter((one) => isFoot(one, w, h)).sort((a, b) => a.u0 - b.u0);
    for (const first of feet)
      for (const second of feet) {
        const apart = second.u0 - first.u0;
        // The text stands between its extension lines, or just beside them.
        if (apart <= 0 || Math.abs(apart - length) > tolerance) continue;
        if (first.u0 > REACH.end * h || second.u0 < -REACH.end * h) continue;
        const sameSide = sideOf(first, w) === sideOf(second, w);
        const pieces = along.filter((one) => Math.abs(one.w0 - w) <= REACH.gap * h);
        const inside = pieces.filter((one) => isBetween(one, first.u0, second.u0, h));
        const ends = inside.flatMap(({ u0, u1 }) => [u0, u1]);
        const reaches =
          ends.some((u) => Math.abs(u - first.u0) <= REACH.end * h) &&
          ends.some((u) => Math.abs(u - second.u0) <= REACH.end * h);
        if (sameSide && reaches) return [first, second, w];
      }
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
