import type { TagRange } from '../../document';
import type { TagReader } from '../../tag-reader';
import type { NumberEdits } from './number-edits';
import type { TagMapper } from './tag-mapper';

const RADIANS = Math.PI / 180;

/** Where a view's values are held. */
interface ViewTags {
  readonly target: number;
  readonly direction: number;
  readonly twist: number;
  readonly height: number;
  /** Tags of x and y of the middle of the view, in its own coordinates. */
  readonly centre: readonly [number, number];
  /** Other lengths: planes that cut the view off before and behind. */
  readonly lengths: readonly number[];
  /** The view turns against the drawing, so that it shows the same; else it shows the drawing turned. */
  readonly turns: boolean;
}

/**
 * Lets a view of the model show the same as before: what lay at a place of the paper lies there still, at the same size.
 * The view turns about its target, then its middle is taken off: the formula that decoding uses.
 */
function mapView(reader: TagReader, numbers: NumberEdits, mapper: TagMapper, at: ViewTags): void {
  const { factor, turnRad, to } = mapper.world;
  const value = (tag: number): number => (tag < 0 ? 0 : reader.number(tag));
  const set = (tag: number, next: number): void => {
    if (tag >= 0) numbers.set(tag, next, reader.number(tag));
  };
  const isPlan = at.direction < 0 || (value(at.direction) === 0 && value(at.direction + 1) === 0);
  const [cx, cy] = at.centre;
  if (isPlan) {
    // The target is scaled and turned alone: the way that everything is moved goes into the middle of the view.
    if (at.target >= 0) mapper.offset(at.target, mapper.world);
    const twist = value(at.twist) - (at.turns ? turnRad / RADIANS : 0);
    if (at.turns && turnRad !== 0) set(at.twist, ((twist % 360) + 360) % 360);
    const [c, s] = [Math.cos(twist * RADIANS), Math.sin(twist * RADIANS)];
    const [x, y] = [value(cx), value(cy)];
    const [cos, sin] = at.turns ? [1, 0] : [mapper.world.cos, mapper.world.sin];
    set(cx, factor * (cos * x - sin * y) + c * to[0] - s * to[1]);
    set(cy, factor * (sin * x + cos * y) + s * to[0] + c * to[1]);
  } else {
    if (at.target >= 0) mapper.point(at.target, mapper.world);
    if (at.direction >= 0) mapper.direction(at.direction);
    set(cx, factor * value(cx));
    set(cy, factor * value(cy));
  }
  for (const tag of [at.height, ...at.lengths]) set(tag, factor * value(tag));
}

/** A viewport of a sheet. Its own place and size on the sheet stay. */
export function mapViewport(
  reader: TagReader,
  numbers: NumberEdits,
  mapper: TagMapper,
  range: TagRange,
  end: number,
): void {
  const own = { start: range.start, end };
  const { codes } = reader.document.tags;
  const old = oldView(reader, range);
  if (old) mapView(reader, numbers, mapper, old);
  const centre = reader.find(own, 12);
  if (centre < 0) return;
  mapView(reader, numbers, mapper, {
    target: reader.find(own, 17),
    direction: reader.find(own, 16),
    twist: reader.find(own, 51),
    height: reader.find(own, 45),
    centre: [centre, codes[centre + 1] === 22 ? centre + 1 : -1],
    lengths: [43, 44].map((code) => reader.find(own, code)),
    turns: true,
  });
}

/** In the oldest version a viewport's view is held in its extended data, in a fixed order. */
function oldView(reader: TagReader, range: TagRange): ViewTags | null {
  const { codes } = reader.document.tags;
  let tag = range.start;
  while (tag < range.end && !(codes[tag] === 1000 && reader.name(tag) === 'MVIEW')) tag++;
  const points: number[] = [];
  const reals: number[] = [];
  for (; tag < range.end && codes[tag] !== 1001; tag++)
    if (codes[tag] === 1010) points.push(tag);
    else if (codes[tag] === 1040) reals.push(tag);
  if (points.length < 2 || reals.length < 7) return null;
  const [twist, height, x, y, , front, back] = reals;
  return {
    target: points[0],
    direction: points[1],
    twist,
    height,
    centre: [x, y],
    lengths: [front, back],
    turns: true,
  };
}

/** A saved view, or one of the views that the drawing opens with: middle and height in the model. */
export function mapSavedView(
  reader: TagReader,
  numbers: NumberEdits,
  mapper: TagMapper,
  range: TagRange,
  kind: 'VIEW' | 'VPORT',
): void {
  const { codes } = reader.document.tags;
  const code = kind === 'VIEW' ? 10 : 12;
  const centre = reader.find(range, code);
  if (centre < 0) return;
  const has = (one: number): number => reader.find(range, one);
  mapView(reader, numbers, mapper, {
    target: has(kind === 'VIEW' ? 12 : 17),
    direction: has(kind === 'VIEW' ? 11 : 16),
    twist: has(kind === 'VIEW' ? 50 : 51),
    height: kind === 'VIEW' ? has(40) : openHeight(reader, range),
    centre: [centre, codes[centre + 1] === code + 10 ? centre + 1 : -1],
    lengths: kind === 'VIEW' ? [has(41), has(43), has(44)] : [has(43), has(44)],
    turns: kind === 'VIEW',
  });
}

/** The height of an open view: the newest versions hold it under another code. */
function openHeight(reader: TagReader, range: TagRange): number {
  const tag = reader.find(range, 40);
  return tag >= 0 ? tag : reader.find(range, 45);
}
