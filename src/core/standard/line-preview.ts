import { foldName } from '../dxf/interner';
import { layPattern, placesOf } from '../geometry/pattern';
import type { StandardLinetype } from './definitions';
import type { StandardTextStyle } from './lettering';
import { type LineMark, symbolOffset } from './line-marks';
import { type WordLook, wordLook, wordOffset } from './line-words';

/** A line as it prints along a path: its dashes, its words and its symbols, in the units of the path (mm on paper). */
export interface LinePreview {
  /** Each x, y, x, y …; a dot has its length in `dotMm`. */
  readonly dashes: readonly (readonly number[])[];
  readonly words: readonly {
    readonly text: string;
    readonly heightMm: number;
    readonly look: WordLook;
    /** Where its first base line begins. */
    readonly x: number;
    readonly y: number;
    readonly angleRad: number;
  }[];
  readonly symbols: readonly (readonly number[])[];
  /** The path is too short for one repeat: the line is unbroken. */
  readonly unbroken: boolean;
}

interface Place {
  readonly x: number;
  readonly y: number;
  readonly angleRad: number;
}

/** A path of straight pieces with the lengths at its corners. */
class Run {
  private readonly lengths: number[] = [0];

  constructor(private readonly points: readonly number[]) {
    for (let i = 2; i < points.length; i += 2)
      this.lengths.push(
        this.lengths[this.lengths.length - 1] +
          Math.hypot(points[i] - points[i - 2], points[i + 1] - points[i - 1]),
      );
  }

  get length(): number {
    return this.lengths[this.lengths.length - 1];
  }

  at(s: number): Place {
    const { points, lengths } = this;
    let i = 1;
    while (i < lengths.length - 1 && lengths[i] < s) i++;
    const piece = lengths[i] - lengths[i - 1] || 1;
    const share = Math.min(1, Math.max(0, (s - lengths[i - 1]) / piece));
    const [x0, y0, x1, y1] = points.slice(2 * i - 2, 2 * i + 2);
    return {
      x: x0 + (x1 - x0) * share,
      y: y0 + (y1 - y0) * share,
      angleRad: Math.atan2(y1 - y0, x1 - x0),
    };
  }

  part(from: number, to: number): number[] {
    const start = this.at(from);
    const part = [start.x, start.y];
    for (let i = 1; i < this.lengths.length; i++)
      if (this.lengths[i] > from + 1e-9 && this.lengths[i] < to - 1e-9)
        part.push(this.points[2 * i], this.points[2 * i + 1]);
    const end = this.at(to);
    part.push(end.x, end.y);
    return part;
  }
}

/**
 * Lays a linetype along paths. Each path is fitted by itself, as the pieces of a polyline are.
 * @param paths each x, y, x, y …, mm on paper, y up
 * @param scale model units to one on paper: what the lengths of a linetype of the model are divided by
 * @param dotMm length that stands for a dot, the pen's width
 * @param styles text styles that its words can name
 */
export function layLinetype(
  linetype: StandardLinetype,
  symbols: readonly LineMark[],
  paths: readonly (readonly number[])[],
  scale: number,
  dotMm: number,
  styles: readonly StandardTextStyle[] = [],
): LinePreview {
  const size = linetype.basis === 'model' ? 1 / scale : 1;
  const elements = linetype.elementsMm.map((length) => length * size);
  const made = {
    dashes: [] as number[][],
    words: [] as LinePreview['words'][number][],
    symbols: [] as number[][],
    unbroken: elements.length > 0,
  };
  for (const path of paths) {
    const whole = new Run(path);
    const inset = Math.min(linetype.ends.insetMm * size, whole.length / 2);
    const run = new Run(whole.part(inset, whole.length - inset));
    const laid = layPattern(run.length, elements);
    if (!laid) {
      made.dashes.push(run.part(0, run.length));
      continue;
    }
    made.unbroken = false;
    // Very many repeats are not fitted: they begin at the start, like those that need not be whole.
    const fitted = linetype.ends.whole && laid.first !== 0;
    layDashes(run, elements, fitted ? laid.first : 0, fitted ? laid.ends : 0, dotMm, made.dashes);
    const places = (element: number): number[] =>
      fitted ? placesOf(run.length, elements, element) : plainPlaces(run.length, elements, element);
    for (const word of linetype.words) {
      const gap = Math.abs(elements[word.element] ?? 0);
      const sized = { ...word, heightMm: word.heightMm * size, offsetMm: word.offsetMm * size };
      const look = wordLook(styles, word.style);
      const { dx, dy } = wordOffset(sized, gap, look);
      for (const end of places(word.element))
        made.words.push({
          text: word.text,
          heightMm: sized.heightMm,
          look,
          ...offset(run.at(end), dx, dy, word.upright),
        });
    }
    for (const placed of linetype.symbols) {
      const symbol = symbols.find((one) => foldName(one.name) === foldName(placed.symbol));
      if (!symbol) continue;
      const sized = { ...placed, scale: placed.scale * size };
      const { dx, dy } = symbolOffset(symbol, sized, Math.abs(elements[placed.element] ?? 0));
      for (const end of places(placed.element)) {
        const at = offset(run.at(end), dx, dy, placed.upright);
        const [cos, sin] = [Math.cos(at.angleRad) * sized.scale, Math.sin(at.angleRad) * sized.scale];
        for (const stroke of symbol.strokes)
          made.symbols.push(
            stroke.map((_, i) => {
              const [x, y] = i % 2 === 0 ? [stroke[i], stroke[i + 1]] : [stroke[i - 1], stroke[i]];
              return i % 2 === 0 ? at.x + x * cos - y * sin : at.y + x * sin + y * cos;
            }),
          );
      }
    }
  }
  return made;
}

function layDashes(
  run: Run,
  elements: readonly number[],
  first: number,
  ends: number,
  dotMm: number,
  dashes: number[][],
): void {
  const put = (from: number, to: number): void => {
    const [a, b] = [Math.max(0, from), Math.min(run.length, to)];
    if (b - a > 1e-9) dashes.push(run.part(a, b));
  };
  const period = elements.reduce((sum, length) => sum + Math.abs(length), 0);
  // The dashes at both ends take up what is left over.
  if (ends > 0) {
    put(0, ends);
    put(run.length - ends, run.length);
  }
  const last = ends > 0 ? run.length - ends + 1e-9 : run.length;
  for (let start = first, n = 0; start < last && n < 2000; start += period, n++) {
    let at = start;
    for (const length of elements) {
      const from = length === 0 ? at - dotMm / 2 : at;
      const to = length === 0 ? at + dotMm / 2 : at + length;
      // The first and the last dash have been put already.
      if (length >= 0 && (ends === 0 || (from > ends - 1e-9 && to < last))) put(from, to);
      at += Math.abs(length);
    }
  }
}

/** Places at which an element ends when a pattern is laid from the start, whatever is left at the end. */
function plainPlaces(length: number, elements: readonly number[], element: number): number[] {
  const period = elements.reduce((sum, one) => sum + Math.abs(one), 0);
  const end = elements.slice(0, element + 1).reduce((sum, one) => sum + Math.abs(one), 0);
  const places: number[] = [];
  for (let at = end; at <= length && places.length < 2000; at += period) places.push(at);
  return places;
}

function offset(place: Place, dx: number, dy: number, upright: boolean): Place {
  const [cos, sin] = [Math.cos(place.angleRad), Math.sin(place.angleRad)];
  return {
    x: place.x + dx * cos - dy * sin,
    y: place.y + dx * sin + dy * cos,
    angleRad: upright ? 0 : place.angleRad,
  };
}

/**
 * Length of the shortest line that shows the whole pattern; a shorter one is unbroken.
 * @returns mm on paper, or in the model for linetypes of the model
 */
export const shortestMm = (linetype: Pick<StandardLinetype, 'elementsMm' | 'ends'>): number =>
  linetype.elementsMm.length === 0
    ? 0
    : linetype.elementsMm.reduce((sum, length) => sum + Math.abs(length), 0) + 2 * linetype.ends.insetMm;

/** An arc as a path, for trying a linetype on; clockwise when it runs to a smaller angle. */
export function arcPath(x: number, y: number, radius: number, fromDeg: number, toDeg: number): number[] {
  const steps = Math.max(8, Math.ceil(Math.abs(toDeg - fromDeg) / 3));
  return Array.from({ length: steps + 1 }, (_, i) => {
    const angle = ((fromDeg + ((toDeg - fromDeg) * i) / steps) * Math.PI) / 180;
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
  }).flat();
}
