import { type Drawing, entityOf, kindOf, layerNameOf } from '../../dxf/drawing';
import { foldName } from '../../dxf/interner';
import type { ObjectKind } from '../../dxf/object-kinds';
import { shapeOf } from '../../dxf/read/decode';
import type { PathShape, PlacementShape, TextShape } from '../../dxf/shapes';
import type { TagIndex } from '../../dxf/tags';
import { type Box, boxOfPoints, cornersOf, emptyBox, include, isEmpty } from '../../geometry/box';
import { planOf } from '../../geometry/space';
import { applyToPoints, applyX, applyY, IDENTITY, scaleOf, type Transform } from '../../geometry/transform';
import { DEEPEST, plansOf } from '../walk';

/** Shapes of a model that are looked at; nested arrays can ask for billions. */
const MOST_SHAPES = 1_000_000;
/** A path of more corners than this is a contour or a curve, and no side of a frame. */
const MOST_CORNERS = 40;
/** What one symbol can hold of a frame; what holds more is a drawing. */
const MOST_OF_SYMBOL = 20_000;
/** A symbol that is placed more often than this is a component, and neither a frame nor a title block. */
const MOST_PLACED = 400;
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
}

/** What of the model tells where sheets lie in it. */
export interface Survey {
  readonly rectangles: readonly DrawnRectangle[];
  readonly level: readonly Side[];
  readonly plumb: readonly Side[];
  readonly texts: readonly ModelText[];
  /** Boxes of lines, lettering and placements that show: minX, minY, maxX, maxY of each. */
  readonly boxes: readonly number[];
}

/** A path of straight pieces: corners as x, y, x, y … */
interface Path {
  readonly points: readonly number[];
  readonly closed: boolean;
  readonly row: number;
}

/** What a symbol holds that can be a frame or stand on one, symbols within it included, in its own coordinates. */
interface SymbolContent {
  readonly paths: readonly Path[];
  readonly texts: readonly ModelText[];
  readonly box: Box;
}

const NOTHING: SymbolContent = { paths: [], texts: [], box: emptyBox() };

/** Goes over the lines, lettering and placements that show in the model, symbols at any depth included. */
export const surveyModel = (drawing: Drawing): Surveyor => new Surveyor(drawing);

export class Surveyor implements Survey {
  readonly rectangles: DrawnRectangle[] = [];
  readonly level: Side[] = [];
  readonly plumb: Side[] = [];
  readonly texts: ModelText[] = [];
  readonly boxes: number[] = [];
  private readonly symbols = new Map<string, SymbolContent>();
  private readonly placed = new Map<string, number>();
  /** Whether a layer is hidden, by its interned name: 1 shows, 2 is hidden, 0 was not asked for. */
  private readonly hiding: Uint8Array;
  private readonly hidden: ReadonlySet<string>;
  /** Rows of lettering that is not read yet. */
  private readonly lettered: number[] = [];

  constructor(private readonly drawing: Drawing) {
    this.hidden = new Set(
      drawing.layers.filter(({ on, frozen }) => !on || frozen).map(({ name }) => foldName(name)),
    );
    const { document, objects } = drawing;
    this.hiding = new Uint8Array(document.names.size);
    // Kinds are told once for each name of an entity: most models are lines by the hundred thousand.
    const kinds = new Map<number, ObjectKind>();
    for (const row of drawing.containers[0].rows) {
      if (this.boxes.length >= 4 * MOST_SHAPES) break;
      const entity = objects.entity[row];
      let kind = kinds.get(entity);
      if (kind === undefined) {
        kind = kindOf(drawing, row);
        kinds.set(entity, kind);
      }
      if (kind === 'text' || kind === 'attribute') {
        this.lettered.push(row);
        continue;
      }
      if (kind === 'line' ? !maySide(drawing, row) : kind !== 'polyline' && kind !== 'symbol') continue;
      this.look(row, {
        path: (path) => this.take(path, IDENTITY, row),
        text: () => undefined,
        placement: (placement) => this.place(placement, row),
      });
    }
  }

  /** Takes in the lettering of the model itself: what is only of use once there are frames. */
  readTexts(): void {
    for (const row of this.lettered.splice(0))
      this.look(row, {
        path: () => undefined,
        text: (text) => this.takeText(text, IDENTITY),
        placement: () => undefined,
      });
  }

  /** Tells what a row is, where it is of use and shows. */
  private look(
    row: number,
    to: {
      readonly path: (path: Path) => void;
      readonly text: (text: ModelText) => void;
      readonly placement: (placement: PlacementShape) => void;
    },
  ): void {
    const { drawing } = this;
    if (drawing.objects.invisible[row] === 1) return;
    if (this.isHidden(row)) return;
    const kind = kindOf(drawing, row);
    if (
      kind !== 'line' &&
      kind !== 'polyline' &&
      kind !== 'text' &&
      kind !== 'attribute' &&
      kind !== 'symbol'
    )
      return;
    if (entityOf(drawing, row) === 'ATTDEF') return;
    const shape = shapeOf(drawing, row);
    if (shape?.type === 'path') {
      const path = straight(shape, row);
      if (path) to.path(path);
    } else if (shape?.type === 'text') {
      const text = lettering(shape, row);
      if (text) to.text(text);
    } else if (shape?.type === 'placement') to.placement(shape);
  }

  private isHidden(row: number): boolean {
    if (this.hidden.size === 0) return false;
    const layer = this.drawing.objects.layer[row];
    if (layer < 0) return this.hidden.has('0');
    if (this.hiding[layer] === 0)
      this.hiding[layer] = this.hidden.has(foldName(layerNameOf(this.drawing, row))) ? 2 : 1;
    return this.hiding[layer] === 2;
  }

  private place(placement: PlacementShape, top: number): void {
    const key = foldName(placement.symbol);
    for (const [content, t] of this.placements(placement, 0)) {
      const times = (this.placed.get(key) ?? 0) + 1;
      this.placed.set(key, times);
      this.put(applyToPoints(t, cornersOf(content.box)));
      if (times > MOST_PLACED || times * content.paths.length > MOST_SHAPES) continue;
      for (const path of content.paths) this.take(path, t, top);
      for (const text of content.texts) this.takeText(text, t);
    }
  }

  /** What a placement holds, and from its symbol's coordinates to those around it, for each copy. */
  private placements(
    placement: PlacementShape,
    depth: number,
  ): readonly (readonly [SymbolContent, Transform])[] {
    const content = this.contentOf(placement.symbol, depth);
    if (isEmpty(content.box)) return [];
    return plansOf(this.drawing, placement, MOST_PLACED).map((t) => [content, t] as const);
  }

  private contentOf(name: string, depth: number): SymbolContent {
    const key = foldName(name);
    const known = this.symbols.get(key);
    if (known) return known;
    const symbol = this.drawing.symbols.get(key);
    if (!symbol || symbol.external || depth > DEEPEST) return NOTHING;
    // A symbol inside itself is empty there.
    this.symbols.set(key, NOTHING);
    const paths: Path[] = [];
    const texts: ModelText[] = [];
    const box = emptyBox();
    const includePoints = (points: readonly number[]): void => {
      for (let i = 0; i + 1 < points.length; i += 2) include(box, points[i], points[i + 1]);
    };
    for (const row of this.drawing.containers[symbol.container].rows) {
      if (paths.length + texts.length > MOST_OF_SYMBOL) break;
      this.look(row, {
        path: (path) => {
          includePoints(path.points);
          paths.push(path);
        },
        text: (text) => {
          include(box, text.x, text.y);
          texts.push(text);
        },
        placement: (placement) => {
          for (const [inner, t] of this.placements(placement, depth + 1)) {
            includePoints(applyToPoints(t, cornersOf(inner.box)));
            if (paths.length + texts.length > MOST_OF_SYMBOL) break;
            for (const path of inner.paths) paths.push({ ...path, points: applyToPoints(t, path.points) });
            for (const text of inner.texts) texts.push(movedText(text, t));
          }
        },
      });
    }
    const content = { paths, texts, box };
    this.symbols.set(key, content);
    return content;
  }

  private put(points: readonly number[]): void {
    const { minX, minY, maxX, maxY } = boxOfPoints(points);
    if (minX <= maxX && minY <= maxY) this.boxes.push(minX, minY, maxX, maxY);
  }

  private takeText(text: ModelText, t: Transform): void {
    const own = movedText(text, t);
    if (!Number.isFinite(own.x + own.y)) return;
    this.boxes.push(own.x, own.y, own.x, own.y);
    this.texts.push(own);
  }

  private take(path: Path, t: Transform, top: number): void {
    const points = applyToPoints(t, path.points);
    this.put(points);
    if (points.length < 4 || points.length > 2 * MOST_CORNERS) return;
    const { row, closed } = path;
    if (this.rectangle(points, closed, row, top)) return;
    for (let i = 0; i + 3 < points.length; i += 2)
      this.side(points[i], points[i + 1], points[i + 2], points[i + 3], row, top);
    if (closed) this.side(points.at(-2)!, points.at(-1)!, points[0], points[1], row, top);
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
  private rectangle(points: readonly number[], closed: boolean, row: number, top: number): boolean {
    if (points.length < 8) return false;
    const box = boxOfPoints(points);
    const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
    if (!(w > 0 && h > 0)) return false;
    const within = SLOPE * Math.min(w, h);
    let corners = 0;
    let around = 0;
    const around4 = closed ? [...points, points[0], points[1]] : points;
    for (let i = 0; i + 1 < around4.length; i += 2) {
      const [x, y] = [around4[i], around4[i + 1]];
      const onX = Math.min(Math.abs(x - box.minX), Math.abs(x - box.maxX)) <= within;
      const onY = Math.min(Math.abs(y - box.minY), Math.abs(y - box.maxY)) <= within;
      if (!onX && !onY) return false;
      if (onX && onY) corners++;
      if (i === 0) continue;
      const [dx, dy] = [Math.abs(x - around4[i - 2]), Math.abs(y - around4[i - 1])];
      if (dx > within && dy > within) return false;
      around += dx + dy;
    }
    // Once around, no less and no more.
    if (corners < 4 || Math.abs(around / (2 * (w + h)) - 1) > 4 * SLOPE) return false;
    this.rectangles.push({ box, top, row });
    return true;
  }
}

/** Digits in which the ends of a side agree at the least. */
const AGREE = 3;

/**
 * Whether a line can be level or plumb: most are not, which their first digits tell without reading numbers. A line in a
 * coordinate system of its own, or in a binary file, can be.
 */
function maySide({ document, objects }: Drawing, row: number): boolean {
  const { tags } = document;
  if (tags.form !== 'text') return true;
  const { codes } = tags;
  let [x0, x1, y0, y1] = [-1, -1, -1, -1];
  // From the end, where a line holds its points.
  for (let tag = objects.end[row] - 1; tag > objects.start[row]; tag--) {
    const code = codes[tag];
    if (code === 10) x0 = tag;
    else if (code === 11) x1 = tag;
    else if (code === 20) y0 = tag;
    else if (code === 21) y1 = tag;
    else continue;
    if (x0 >= 0 && x1 >= 0 && y0 >= 0 && y1 >= 0) return mayAgree(tags, x0, x1) || mayAgree(tags, y0, y1);
  }
  return true;
}

/** Whether two numbers can agree, by their first digits. */
function mayAgree({ bytes, values, ends }: TagIndex, a: number, b: number): boolean {
  let i = values[a];
  let k = values[b];
  while (i < ends[a] && bytes[i] === 32) i++;
  while (k < ends[b] && bytes[k] === 32) k++;
  for (let n = 0; n < AGREE; n++, i++, k++) {
    // Where one is written shorter, or a digit turns over, the numbers are read.
    if (i >= ends[a] || k >= ends[b]) return true;
    if (bytes[i] !== bytes[k]) return n > 0 && Math.abs(bytes[i] - bytes[k]) <= 1;
  }
  return true;
}

/** A path as straight pieces, in the coordinates around its object; null for one with arcs or of many corners. */
function straight({ vertices, closed, system }: PathShape, row: number): Path | null {
  if (vertices.length < 2) return null;
  const t = planOf(system);
  const points: number[] = [];
  // Of a long path the corners only count as extent.
  for (const { x, y, bulge } of vertices) {
    if (bulge !== 0) return null;
    points.push(applyX(t, x, y), applyY(t, x, y));
  }
  return { points, closed, row };
}

function lettering(shape: TextShape, row: number): ModelText | null {
  const words = shape.paragraphs
    .map(({ runs }) =>
      runs.map(({ text, stack }) => text + (stack ? `${stack.upper}/${stack.lower}` : '')).join(''),
    )
    .join('\n')
    .trim();
  if (words === '') return null;
  const { x, y, height, angleRad } = shape;
  return movedText({ words, x, y, height, angleRad, row }, planOf(shape.system));
}

function movedText(text: ModelText, t: Transform): ModelText {
  if (t === IDENTITY) return text;
  const [cos, sin] = [Math.cos(text.angleRad), Math.sin(text.angleRad)];
  return {
    ...text,
    x: applyX(t, text.x, text.y),
    y: applyY(t, text.x, text.y),
    height: text.height * scaleOf(t),
    angleRad: Math.atan2(t[1] * cos + t[3] * sin, t[0] * cos + t[2] * sin),
  };
}
