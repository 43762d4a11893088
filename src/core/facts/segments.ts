import { outlineShape } from '../drawing/extents';
import type { OutlineSink } from '../drawing/outline';
import { type Step, Walk } from '../drawing/walk';
import type { Drawing } from '../dxf/drawing';
import { shapeOf } from '../dxf/read/decode';
import type { LeafShape } from '../dxf/shapes';
import { type Meeting, meetingOf, meetingPoint } from '../geometry/crossings';
import { type AxisEllipse, alongArc } from '../geometry/ellipse';
import { IDENTITY_SPACE } from '../geometry/space';

/** Curves are taken for straight pieces that lie at most this share of their radius off them. */
const FLATNESS = 0.001;
/** Straight pieces of one object; nested arrays can ask for billions. */
const MOST_PIECES = 200_000;

/** Straight pieces as x0, y0, x1, y1 of each, in the coordinates of the space the object lies in. */
export type Segments = Float64Array;

/** Takes in outlines as straight pieces. */
class Flattening implements OutlineSink {
  readonly pieces: number[] = [];
  private startX = 0;
  private startY = 0;
  private x = 0;
  private y = 0;
  private readonly goOn = (x: number, y: number): void => this.line(x, y);

  move(x: number, y: number): void {
    this.startX = this.x = x;
    this.startY = this.y = y;
  }
  line(x: number, y: number): void {
    if (Number.isFinite(this.x + this.y + x + y)) this.pieces.push(this.x, this.y, x, y);
    this.x = x;
    this.y = y;
  }
  arc(arc: AxisEllipse): void {
    alongArc(arc, FLATNESS, this.goOn);
  }
  close(): void {
    if (this.x !== this.startX || this.y !== this.startY) this.line(this.startX, this.startY);
  }
}

/**
 * The lines that an object draws, as straight pieces: its own and those of the symbols in it. Lettering, fills and masks
 * draw areas and give none.
 */
export function segmentsOf(drawing: Drawing, row: number): Segments {
  const sink = new Flattening();
  const own = shapeOf(drawing, row);
  if (own?.type === 'path' || own?.type === 'ellipse') {
    outlineShape(own, IDENTITY_SPACE, sink);
    return new Float64Array(sink.pieces);
  }
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
  return new Float64Array(sink.pieces);
}

/** The edges of a fill, of a solid or of a mask, as straight pieces; none of anything else. */
export function edgesOf(drawing: Drawing, row: number): Segments {
  const sink = new Flattening();
  const shape = shapeOf(drawing, row);
  const isArea =
    shape?.type === 'fill' || shape?.type === 'mask' || (shape?.type === 'polygon' && !shape.outline);
  if (isArea) outlineShape(shape, IDENTITY_SPACE, sink);
  return new Float64Array(sink.pieces);
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
