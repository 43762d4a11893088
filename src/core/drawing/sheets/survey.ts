import type { Drawing } from '../../dxf/drawing';
import type { LeafShape, PathShape, TextShape } from '../../dxf/shapes';
import { type Box, emptyBox, include } from '../../geometry/box';
import { composeSpace, planOf, type Space } from '../../geometry/space';
import { applyX, applyY, scaleOf, type Transform } from '../../geometry/transform';
import { EffectiveLooks } from '../effective';
import { firstPoint } from '../first-point';
import { type Step, Walk } from '../walk';

/** Shapes of a model that are looked at; nested arrays can ask for billions. */
const MOST_SHAPES = 1_000_000;
/** A path of more corners than this is a contour or a curve, and no side of a frame. */
const MOST_CORNERS = 40;
/** A side counts as level or plumb when it leaves that direction by at most this share of its length. */
const SLOPE = 1e-3;

/** A rectangle that somebody drew, as one object or as four lines. */
export interface DrawnRectangle {
  readonly box: Box;
  /** Row of the object, of the outermost placement where it lies in symbols. */
  readonly top: number;
  /** Row of the object itself, or of one of the lines. */
  readonly row: number;
}

/** Level and plumb sides as they were drawn: where along, from, to. */
export interface Side {
  /** y of a level side, x of a plumb one. */
  readonly at: number;
  readonly from: number;
  readonly to: number;
  readonly top: number;
  readonly row: number;
}

/** Lettering that shows in the model. */
export interface ModelText {
  readonly words: string;
  readonly x: number;
  readonly y: number;
  /** Height of capitals, drawing units. */
  readonly height: number;
  /** Direction of reading, radians. */
  readonly angleRad: number;
  readonly row: number;
  readonly top: number;
}

/** What of the model tells where sheets lie in it. */
export interface Survey {
  readonly rectangles: readonly DrawnRectangle[];
  readonly level: readonly Side[];
  readonly plumb: readonly Side[];
  readonly texts: readonly ModelText[];
  /** Boxes of all shapes that show: minX, minY, maxX, maxY of each. */
  readonly boxes: readonly number[];
  /** Row of the outermost object of each box. */
  readonly tops: readonly number[];
  /** Not everything was looked at. */
  readonly cutOff: boolean;
}

/** Goes over everything that shows in the model, symbols at any depth included. */
export function surveyModel(drawing: Drawing): Survey {
  const taker = new Taker();
  new Walk(drawing, taker, new EffectiveLooks(drawing, 0)).container(0);
  const { rectangles, level, plumb, texts, boxes, tops } = taker;
  return { rectangles, level, plumb, texts, boxes, tops, cutOff: taker.isFull() };
}

class Taker {
  readonly rectangles: DrawnRectangle[] = [];
  readonly level: Side[] = [];
  readonly plumb: Side[] = [];
  readonly texts: ModelText[] = [];
  readonly boxes: number[] = [];
  readonly tops: number[] = [];

  isFull(): boolean {
    return this.tops.length >= MOST_SHAPES;
  }

  shape(shape: LeafShape, { space, row, top }: Step): void {
    if (shape.type === 'path') this.path(shape, space, row, top);
    else if (shape.type === 'text') this.text(shape, space, row, top);
    else if (shape.type === 'ellipse') {
      const t = planOf(composeSpace(space, shape.system));
      const r = Math.max(Math.hypot(...shape.u), Math.hypot(...shape.v)) * scaleOf(t);
      const [x, y] = [applyX(t, ...shape.centre), applyY(t, ...shape.centre)];
      this.put(x - r, y - r, x + r, y + r, top);
    } else {
      const at = firstPoint(shape);
      if (!at) return;
      const t = planOf(space);
      const [x, y] = [applyX(t, ...at), applyY(t, ...at)];
      this.put(x, y, x, y, top);
    }
  }

  private put(minX: number, minY: number, maxX: number, maxY: number, top: number): void {
    if (!Number.isFinite(minX + minY + maxX + maxY)) return;
    this.boxes.push(minX, minY, maxX, maxY);
    this.tops.push(top);
  }

  private text(shape: TextShape, outer: Space, row: number, top: number): void {
    const t = planOf(composeSpace(outer, shape.system));
    const [x, y] = [applyX(t, shape.x, shape.y), applyY(t, shape.x, shape.y)];
    if (!Number.isFinite(x + y)) return;
    this.put(x, y, x, y, top);
    const words = shape.paragraphs
      .map(({ runs }) =>
        runs.map(({ text, stack }) => text + (stack ? `${stack.upper}/${stack.lower}` : '')).join(''),
      )
      .join('\n')
      .trim();
    if (words === '') return;
    const [cos, sin] = [Math.cos(shape.angleRad), Math.sin(shape.angleRad)];
    const angleRad = Math.atan2(t[1] * cos + t[3] * sin, t[0] * cos + t[2] * sin);
    this.texts.push({ words, x, y, height: shape.height * scaleOf(t), angleRad, row, top });
  }

  private path(shape: PathShape, outer: Space, row: number, top: number): void {
    const t = planOf(composeSpace(outer, shape.system));
    const { vertices } = shape;
    const box = emptyBox();
    for (const { x, y } of vertices) include(box, applyX(t, x, y), applyY(t, x, y));
    this.put(box.minX, box.minY, box.maxX, box.maxY, top);
    if (vertices.length < 2 || vertices.length > MOST_CORNERS) return;
    if (this.rectangle(shape, t, box, row, top)) return;
    const count = shape.closed ? vertices.length : vertices.length - 1;
    for (let i = 0; i < count; i++) {
      const [from, to] = [vertices[i], vertices[(i + 1) % vertices.length]];
      if (from.bulge !== 0) continue;
      this.side(
        applyX(t, from.x, from.y),
        applyY(t, from.x, from.y),
        applyX(t, to.x, to.y),
        applyY(t, to.x, to.y),
        row,
        top,
      );
    }
  }

  private side(x0: number, y0: number, x1: number, y1: number, row: number, top: number): void {
    const [w, h] = [Math.abs(x1 - x0), Math.abs(y1 - y0)];
    if (!(w + h > 0) || !Number.isFinite(w + h)) return;
    if (h <= w * SLOPE)
      this.level.push({ at: (y0 + y1) / 2, from: Math.min(x0, x1), to: Math.max(x0, x1), row, top });
    else if (w <= h * SLOPE)
      this.plumb.push({ at: (x0 + x1) / 2, from: Math.min(y0, y1), to: Math.max(y0, y1), row, top });
  }

  /** Takes in a path that goes once around an upright rectangle, corners on its sides allowed. */
  private rectangle(shape: PathShape, t: Transform, box: Box, row: number, top: number): boolean {
    const { vertices } = shape;
    if (vertices.length < 4) return false;
    const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
    if (!(w > 0 && h > 0)) return false;
    const within = SLOPE * Math.min(w, h);
    let corners = 0;
    let around = 0;
    let [px, py] = [Number.NaN, Number.NaN];
    const points = shape.closed ? [...vertices, vertices[0]] : vertices;
    for (const vertex of points) {
      if (vertex.bulge !== 0) return false;
      const [x, y] = [applyX(t, vertex.x, vertex.y), applyY(t, vertex.x, vertex.y)];
      const onX = Math.min(Math.abs(x - box.minX), Math.abs(x - box.maxX)) <= within;
      const onY = Math.min(Math.abs(y - box.minY), Math.abs(y - box.maxY)) <= within;
      if (!onX && !onY) return false;
      if (onX && onY) corners++;
      if (!Number.isNaN(px)) {
        if (Math.abs(x - px) > within && Math.abs(y - py) > within) return false;
        around += Math.abs(x - px) + Math.abs(y - py);
      }
      [px, py] = [x, y];
    }
    // Once around, no less and no more.
    if (corners < 4 || Math.abs(around / (2 * (w + h)) - 1) > 4 * SLOPE) return false;
    this.rectangles.push({ box, top, row });
    return true;
  }
}
