import { outlineShape } from '../drawing/extents';
import type { OutlineSink } from '../drawing/outline';
import { type Step, Walk } from '../drawing/walk';
import type { Drawing } from '../dxf/drawing';
import type { LeafShape } from '../dxf/shapes';
import { type Meeting, meetingOf, meetingPoint } from '../geometry/crossings';
import { type AxisEllipse, pointsOfArc } from '../geometry/ellipse';

/** Curves are taken for straight pieces that lie at most this share of their radius off them. */
const FLATNESS = 0.0005;
/** Straight pieces of one object; nested arrays can ask for billions. */
const MOST_PIECES = 200_000;

/** Straight pieces as x0, y0, x1, y1 of each, in the coordinates of the space the object lies in. */
export type Segments = Float64Array;

/** Takes in outlines as straight pieces. */
class Flattening implements OutlineSink {
  readonly pieces: number[] = [];
  private start: readonly [number, number] = [0, 0];
  private at: readonly [number, number] = [0, 0];

  move(x: number, y: number): void {
    this.start = [x, y];
    this.at = this.start;
  }
  line(x: number, y: number): void {
    if (Number.isFinite(this.at[0] + this.at[1] + x + y)) this.pieces.push(this.at[0], this.at[1], x, y);
    this.at = [x, y];
  }
  arc(arc: AxisEllipse): void {
    for (const [x, y] of pointsOfArc(arc, FLATNESS)) this.line(x, y);
  }
  close(): void {
    if (this.at[0] !== this.start[0] || this.at[1] !== this.start[1]) this.line(this.start[0], this.start[1]);
  }
}

/**
 * The lines that an object draws, as straight pieces: its own and those of the symbols in it. Lettering, fills and masks
 * draw areas and give none.
 */
export function segmentsOf(drawing: Drawing, row: number): Segments {
  const sink = new Flattening();
  const walk = new Walk(
    drawing,
    {
      shape: (shape: LeafShape, { space }: Step) => {
        if (shape.type === 'path' || shape.type === 'ellipse' || (shape.type === 'polygon' && shape.outline))
          outlineShape(shape, space, sink);
      },
      isFull: () => sink.pieces.length >= 4 * MOST_PIECES,
    },
    null,
  );
  walk.row(row);
  return Float64Array.from(sink.pieces);
}

/** Where the lines of two objects meet. */
export interface Crossing {
  readonly how: Meeting;
  readonly x: number;
  readonly y: number;
  /** Numbers of the pieces that meet. */
  readonly first: number;
  readonly second: number;
}

/** Every place where straight pieces of two objects meet, in the order of the first's. */
export function crossingsOf(a: Segments, b: Segments): Crossing[] {
  const found: Crossing[] = [];
  for (let i = 0; i < a.length; i += 4)
    for (let k = 0; k < b.length; k += 4) {
      const how = meetingOf(a[i], a[i + 1], a[i + 2], a[i + 3], b[k], b[k + 1], b[k + 2], b[k + 3]);
      if (how === null) continue;
      const [x, y] = meetingPoint(a[i], a[i + 1], a[i + 2], a[i + 3], b[k], b[k + 1], b[k + 2], b[k + 3]);
      found.push({ how, x, y, first: i / 4, second: k / 4 });
    }
  return found;
}
