import type { Point3 } from '../../geometry/space';
import { type Drawing, type DrawingParallelSet, rangeOf } from '../drawing';
import { foldName } from '../interner';
import type { TagReader } from '../tag-reader';

/** One line of a run at one of its corners. */
export interface RunLine {
  /** The tag of its number of parameters; the tags of these follow. */
  readonly tag: number;
  readonly count: number;
  readonly values: readonly number[];
}

/** A corner of a run of parallel lines. */
export interface RunCorner {
  readonly at: Point3;
  /** Along the run, from here on. */
  readonly direction: Point3;
  /** Across, halfway between the run before and the run behind. */
  readonly mitre: Point3;
  /** The first parameter of each is where it crosses the mitre. */
  readonly lines: readonly RunLine[];
  /** Tags from the first count of parameters to behind the last parameter; empty where there are none. */
  readonly start: number;
  readonly end: number;
}

/** A run of parallel lines as it was placed. */
export interface ParallelRun {
  readonly name: string;
  /** The set it is in, if the drawing has it: by its handle, or else by its name. */
  readonly set: DrawingParallelSet | undefined;
  readonly scale: number;
  /** 0: drawn along its left edge, 1: along its zero, 2: along its right edge. */
  readonly justification: number;
  readonly closed: boolean;
  readonly flags: number;
  readonly corners: readonly RunCorner[];
}

const LINE_CODES = new Set([74, 41, 75, 42]);

const triple = (reader: TagReader, tag: number): Point3 => [
  reader.number(tag),
  reader.number(tag + 1),
  reader.document.tags.codes[tag + 2] === reader.document.tags.codes[tag] + 20 ? reader.number(tag + 2) : 0,
];

/** The set of a drawing that has a name. */
export function parallelSetNamed(drawing: Drawing, name: string): DrawingParallelSet | undefined {
  const folded = foldName(name);
  return [...drawing.parallelSets.values()].find((set) => foldName(set.name) === folded);
}

/** Reads a run of parallel lines; what is broken off has fewer corners, or corners with fewer lines. */
export function parallelRun(drawing: Drawing, row: number): ParallelRun {
  const { reader } = drawing;
  const { codes } = reader.document.tags;
  const f = reader.fields.load(rangeOf(drawing, row));
  const { end } = f;
  const corners: {
    at: Point3;
    direction: Point3;
    mitre: Point3;
    lines: RunLine[];
    start: number;
    end: number;
  }[] = [];
  for (let tag = f.range.start; tag < end; ) {
    const code = codes[tag];
    if (code === 11)
      corners.push({
        at: triple(reader, tag),
        direction: [0, 0, 0],
        mitre: [0, 0, 0],
        lines: [],
        start: 0,
        end: 0,
      });
    const corner = corners.at(-1);
    if (corner && code === 12) corner.direction = triple(reader, tag);
    if (corner && code === 13) corner.mitre = triple(reader, tag);
    else if (corner && code === 74) {
      if (corner.start === 0) corner.start = tag;
      const [at, count] = [tag, reader.int(tag)];
      const values: number[] = [];
      while (values.length < count && tag + 1 < end && codes[tag + 1] === 41)
        values.push(reader.number(++tag));
      corner.lines.push({ tag: at, count, values });
    }
    tag++;
    if (corner && corner.start > 0 && LINE_CODES.has(code)) corner.end = tag;
  }
  const name = f.text(2);
  return {
    name,
    set: drawing.parallelSets.get(f.text(340).toUpperCase()) ?? parallelSetNamed(drawing, name),
    scale: f.num(40, 1),
    justification: f.int(70),
    flags: f.int(71),
    closed: (f.int(71) & 2) === 2,
    corners,
  };
}

/** How far along its mitre a line of a run lies for each unit that it lies beside it; null where a corner folds back on itself. */
function stretchAt({ direction: d, mitre: m }: RunCorner): number | null {
  const cross = Math.hypot(d[1] * m[2] - d[2] * m[1], d[2] * m[0] - d[0] * m[2], d[0] * m[1] - d[1] * m[0]);
  const sine = cross / (Math.hypot(...d) * Math.hypot(...m));
  return sine > 1e-6 ? 1 / sine : null;
}

/** What a run is shifted by, so that the line that is drawn is its left edge, its zero or its right edge. */
const shiftOf = (justification: number, offsets: readonly number[]): number =>
  justification === 0 ? -Math.max(...offsets) : justification === 2 ? -Math.min(...offsets) : 0;

/**
 * Where the lines of a set cross the mitres of a run, one list for each corner.
 * Formula: (offset + shift) · scale / sin of the angle between the run and the mitre.
 * @param offsets of the lines of the set, drawing units, in its order
 * @returns null where a corner folds back on itself, or has no direction
 */
export function crossingsOf(run: ParallelRun, offsets: readonly number[]): number[][] | null {
  const shift = shiftOf(run.justification, offsets);
  const all: number[][] = [];
  for (const corner of run.corners) {
    const stretch = stretchAt(corner);
    if (stretch === null) return null;
    all.push(offsets.map((offset) => (offset + shift) * run.scale * stretch));
  }
  return isMirrored(run, all) ? all.map((lines) => lines.map((value) => -value || 0)) : all;
}

/** A run that was mirrored counts its lines to the other side. */
function isMirrored({ corners }: ParallelRun, wanted: readonly (readonly number[])[]): boolean {
  let along = 0;
  for (const [i, { lines }] of corners.entries())
    for (const [line, { values }] of lines.entries()) along += (values[0] ?? 0) * (wanted[i][line] ?? 0);
  return along < 0;
}

/** True where pieces of a line were cut out by hand: it has more parameters than where it begins. */
export const isCut = ({ corners }: ParallelRun): boolean =>
  corners.some(({ lines }) => lines.some(({ count }) => count > 2));

/**
 * How far the lines of a run lie from where those of a set would, square to the run, drawing units; null where that cannot
 * be said: it has another number of lines, or folds back on itself.
 */
export function farFrom(run: ParallelRun, offsets: readonly number[]): number | null {
  const wanted = crossingsOf(run, offsets);
  if (!wanted || run.corners.length === 0) return null;
  let far = 0;
  for (const [i, corner] of run.corners.entries()) {
    if (corner.lines.length !== offsets.length) return null;
    const stretch = stretchAt(corner) ?? 1;
    for (const [line, { values }] of corner.lines.entries())
      far = Math.max(far, Math.abs((values[0] ?? 0) - wanted[i][line]) / stretch);
  }
  return far;
}
