import type { NewTag } from '../edit/edits';
import { isRealSetting } from '../edit/record-bodies';
import { decimal } from '../real';

export type Point = readonly [number, number];

/** Properties of a new object; what is left out comes from its layer. */
export interface Props {
  readonly layer: string;
  readonly colour?: number;
  readonly linetype?: string;
  /** How far it can be seen through, percent; from 2004 on. */
  readonly transparency?: number;
  /** Factor on its pattern. */
  readonly patternFactor?: number;
  /** mm; of the objects in a symbol also the width of what places it. */
  readonly widthMm?: number | 'of the symbol';
}

export interface TextOptions {
  /** Letters wider or narrower than those of the style. */
  readonly widthFactor?: number;
  readonly slantDeg?: number;
  readonly angleDeg?: number;
  readonly across?: 'left' | 'centre' | 'right';
  readonly up?: 'baseline' | 'middle';
  readonly style?: string;
}

/** What a space asks of the file it is part of. */
export interface HostOf<Space> {
  readonly version: string;
  /** A fresh handle; empty in files that have none. */
  handle(): string;
  nextViewport(): number;
  /** Makes the picture of a dimension as a symbol, and says its name. */
  dimensionPicture(draw: (picture: Space) => void): string;
  /** Objects carry data of our own: their application must be in the file. */
  usesOwnData?(): void;
  /** Handle of a set of parallel lines by its name. */
  parallelSetHandle?(name: string): string;
}

/** Height of the text, the two points measured, the ends of the dimension line, whether it stands upright, the text. */
export type DimensionPicture = [
  height: number,
  from: Point,
  to: Point,
  a: Point,
  b: Point,
  plumb: boolean,
  text: string,
];

/** The oldest version keeps what a viewport shows in extended data, in this order. */

export function oldView([x, y]: Point, height: number): NewTag[] {
  const real = (value: number): NewTag => ({ code: 1040, value: decimal(value) });
  const whole = (value: number): NewTag => ({ code: 1070, value });
  return [
    { code: 1001, value: 'ACAD' },
    { code: 1000, value: 'MVIEW' },
    { code: 1002, value: '{' },
    whole(16),
    ...point(1010, [0, 0]),
    ...point(1010, [0, 0], 1),
    ...[0, height, x, y, 50, 0, 0].map(real),
    ...[0, 1000, 1, 3, 0, 0, 0, 0].map(whole),
    ...[0, 0, 0, 10, 10, 10, 10].map(real),
    whole(0),
    { code: 1002, value: '{' },
    { code: 1002, value: '}' },
    { code: 1002, value: '}' },
  ];
}

/** A point as tags: its x at a code, y and z behind. */
export const point = (code: number, [x, y]: Point, z = 0): NewTag[] => [
  { code, value: decimal(x) },
  { code: code + 10, value: decimal(y) },
  { code: code + 20, value: decimal(z) },
];

/** A point in the plane as tags. */
export const point2 = (code: number, [x, y]: Point): NewTag[] => [
  { code, value: decimal(x) },
  { code: code + 10, value: decimal(y) },
];

/** Settings that a dimension has of its own, in the place where the format keeps them. */
export const ownSettings = (settings: ReadonlyMap<number, number>): NewTag[] => [
  { code: 1001, value: 'ACAD' },
  { code: 1000, value: 'DSTYLE' },
  { code: 1002, value: '{' },
  ...[...settings].flatMap(([code, value]) => ownSetting(code, value)),
  { code: 1002, value: '}' },
];

/** One of them: its code, and its value. */
export const ownSetting = (code: number, value: number): NewTag[] => [
  { code: 1070, value: code },
  isRealSetting(code) ? { code: 1040, value: decimal(value) } : { code: 1070, value },
];

/** Lets an object among records list another one that is to be told when it changes, by their handles. */
export function addReactor(records: readonly NewTag[][], of: string, told: string): void {
  const record = records.find(([, { code, value }]) => code === 5 && value === of);
  record?.splice(
    2,
    0,
    { code: 102, value: '{ACAD_REACTORS' },
    { code: 330, value: told },
    { code: 102, value: '}' },
  );
}

/** A corner of a run of parallel lines: unit vectors along it from here on and across it, halfway between before and behind. */
interface RunCorner {
  readonly at: Point;
  readonly way: Point;
  readonly mitre: Point;
  /** How far along the mitre a line lies for each unit that it lies beside the run. */
  readonly stretch: number;
}

/** The corners of a run through some points. */
export function cornersOf(points: readonly Point[], closed: boolean): RunCorner[] {
  const count = points.length;
  const wayFrom = (i: number): Point => {
    const [a, b] = [points[i], points[(i + 1) % count]];
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
    return [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  };
  return points.map((at, i) => {
    // The last point of an open run has nothing behind it, the first nothing before.
    const way = wayFrom(closed || i < count - 1 ? i : i - 1);
    const before = i > 0 ? wayFrom(i - 1) : closed ? wayFrom(count - 1) : way;
    const [x, y] = [-before[1] - way[1], before[0] + way[0]];
    const length = Math.hypot(x, y) || 1;
    const mitre: Point = [x / length, y / length];
    return { at, way, mitre, stretch: 1 / (mitre[1] * way[0] - mitre[0] * way[1]) };
  });
}
