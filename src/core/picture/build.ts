import { rgbOf } from '../drawing/colour';
import { type Drawing, type DrawingSheet, handleOf, kindOf } from '../drawing/drawing';
import { type Effective, effective } from '../drawing/effective';
import type { EllipseShape, PathShape, Shape, TextShape, ViewportShape } from '../drawing/shapes';
import { shapeOf } from '../dxf/decode';
import { foldName } from '../dxf/interner';
import { type Box, emptyBox, heightOf, include, includeBox, isEmpty, widthOf } from '../geometry/box';
import { bulgeArc, includeEllipse, toAxes } from '../geometry/ellipse';
import {
  applyX,
  applyY,
  compose,
  IDENTITY,
  scaleOf,
  type Transform,
  translation,
} from '../geometry/transform';
import { Growing } from './growing';
import { layOut } from './lettering';
import {
  type FillItem,
  ITEM,
  ITEM_STRIDE,
  type Look,
  OP,
  type Paper,
  type PictureData,
  type PictureLayer,
  type TextItem,
  type ViewItem,
} from './picture';

/** Symbols within symbols deeper than this are a fault of the file. */
const DEEPEST = 64;
/** A picture has at most this many items; a drawing of nested arrays can ask for billions. */
const MOST_ITEMS = 3_000_000;

export interface PictureOptions {
  /** What "default width" means, mm. */
  readonly defaultWidthMm: number;
}

/** Builds the plotted look of the model or of one sheet. */
export function buildPicture(
  drawing: Drawing,
  sheet: DrawingSheet | null,
  options: PictureOptions,
): PictureData {
  return new PictureBuilder(drawing, options).build(sheet);
}

class PictureBuilder {
  private readonly looks: Look[] = [];
  private readonly lookIndex = new Map<string, number>();
  private readonly layers: PictureLayer[] = [];
  private readonly layerIndex = new Map<string, number>();
  private readonly handles: string[] = [];
  private readonly handleIndex: Int32Array;
  private readonly texts: TextItem[] = [];
  private readonly fills: FillItem[] = [];
  private readonly views: { shape: ViewportShape; row: number }[] = [];
  private readonly notDrawn: Record<string, number> = {};
  private readonly items = new Growing(new Int32Array(6 * 256));
  private readonly boxes = new Growing(new Float32Array(4 * 256));
  private readonly ops = new Growing(new Float32Array(4096));
  private readonly bounds = emptyBox();
  private readonly open = new Set<number>();
  private readonly layerByText = new Map<string, number>();
  private lastLook: {
    layer: number;
    rgb: number;
    widthMm: number;
    linetype: string;
    scale: number;
    index: number;
  } | null = null;
  private readonly linetypeScale: number;
  private origin: [number, number] = [0, 0];

  constructor(
    private readonly drawing: Drawing,
    private readonly options: PictureOptions,
  ) {
    this.handleIndex = new Int32Array(drawing.objects.count).fill(-1);
    const scale = drawing.reader.headerNumber('$LTSCALE', 1);
    this.linetypeScale = scale > 0 ? scale : 1;
  }

  build(sheet: DrawingSheet | null): PictureData {
    const { drawing } = this;
    const container = drawing.containers[sheet?.container ?? 0];
    this.origin = this.originOf(container.rows);
    const start = translation(-this.origin[0], -this.origin[1]);
    for (const row of container.rows) this.add(row, start, null, row, 0);
    const units = this.scaleOfSpace(sheet);
    const paper = this.paperOf(sheet);
    if (paper) {
      include(this.bounds, paper.x, paper.y);
      include(this.bounds, paper.x + paper.width, paper.y + paper.height);
    }
    return {
      head: {
        space: { kind: sheet ? 'sheet' : 'model', name: container.name },
        origin: this.origin,
        bounds: isEmpty(this.bounds)
          ? null
          : [this.bounds.minX, this.bounds.minY, this.bounds.maxX, this.bounds.maxY],
        paper,
        mmPerUnit: units.mmPerUnit,
        mmPerPatternUnit: units.mmPerPatternUnit,
        scaleNote: units.note,
        layers: this.layers,
        looks: this.looks,
        handles: this.handles,
        texts: this.texts,
        fills: this.fills,
        views: sheet ? this.viewItems() : [],
        notDrawn: this.notDrawn,
      },
      items: this.items.done(),
      boxes: this.boxes.done(),
      ops: this.ops.done(),
    };
  }

  /** A point near the content, so that coordinates far from zero keep their precision in 32 bits. */
  private originOf(rows: readonly number[]): [number, number] {
    for (const row of rows) {
      const shape = shapeOf(this.drawing, row);
      const at = shape && firstPoint(shape);
      if (at && Number.isFinite(at[0]) && Number.isFinite(at[1]))
        return [Math.round(at[0]), Math.round(at[1])];
    }
    return [0, 0];
  }

  private add(
    row: number,
    transform: Transform,
    placement: Effective | null,
    top: number,
    depth: number,
  ): void {
    const { drawing } = this;
    if (drawing.objects.invisible[row] === 1 || this.items.length >= MOST_ITEMS * ITEM_STRIDE) return;
    const props = effective(drawing, row, placement, this.options.defaultWidthMm);
    const shape = shapeOf(drawing, row);
    if (!shape) {
      const kind = kindOf(drawing, row);
      this.notDrawn[kind] = (this.notDrawn[kind] ?? 0) + 1;
      return;
    }
    if (shape.type === 'placement') {
      this.place(row, shape.symbol, shape.transforms, transform, props, top, depth);
      return;
    }
    if (!props.shows) return;
    if (shape.type === 'viewport') {
      if (shape.id === 1) return;
      if (shape.on && shape.scale > 0) this.views.push({ shape, row });
      this.draw(row, frameOf(shape), transform, props, top);
      return;
    }
    // Definitions of attributes show in the symbol's own drawing, not where it is placed.
    if (depth > 0 && drawing.document.names.text(drawing.objects.entity[row]) === 'ATTDEF') return;
    this.draw(row, shape, transform, props, top);
  }

  private place(
    row: number,
    name: string,
    transforms: readonly Transform[],
    outer: Transform,
    props: Effective,
    top: number,
    depth: number,
  ): void {
    const symbol = this.drawing.symbols.get(foldName(name));
    if (!symbol || depth >= DEEPEST || this.open.has(symbol.container)) return;
    // A frozen layer hides the whole placement; a layer that is off hides only what takes its layer from it.
    const record = this.drawing.layerByName.get(foldName(props.layer));
    if (record?.frozen) return;
    this.open.add(symbol.container);
    const base = translation(-symbol.base[0], -symbol.base[1]);
    for (const transform of transforms) {
      const inner = compose(compose(outer, transform), base);
      for (const child of this.drawing.containers[symbol.container].rows) {
        // Attributes of a placement inside a symbol belong to that placement and are placed already.
        this.add(child, inner, props, top === row ? row : top, depth + 1);
      }
    }
    this.open.delete(symbol.container);
  }

  private draw(
    row: number,
    shape: Exclude<Shape, { type: 'placement' | 'viewport' }>,
    outer: Transform,
    props: Effective,
    top: number,
  ): void {
    const box = emptyBox();
    const first = this.ops.length;
    let kind: number = ITEM.stroke;
    let payload = first;
    if (shape.type === 'path') this.path(shape, compose(outer, shape.system), box);
    else if (shape.type === 'ellipse') this.ellipse(shape, compose(outer, shape.system), box, true);
    else if (shape.type === 'point') this.cross(shape.x, shape.y, outer, box);
    else if (shape.type === 'polygon') {
      kind = ITEM.area;
      const t = compose(outer, shape.system);
      for (const [i, [x, y]] of shape.points.entries())
        this.to(i === 0 ? OP.move : OP.line, applyX(t, x, y), applyY(t, x, y), box);
      this.ops.push(OP.close);
    } else if (shape.type === 'text') {
      kind = ITEM.text;
      payload = this.texts.length;
      this.text(shape, outer, box);
    } else {
      kind = ITEM.fill;
      const t = compose(outer, shape.system);
      for (const loop of shape.loops) {
        if (loop.type === 'path') this.path(loop, t, box);
        else for (const [i, part] of loop.parts.entries()) this.edge(part, t, box, i === 0);
        this.ops.push(OP.close);
      }
      payload = this.fills.length;
      this.fills.push(fillSeenThrough(shape, t));
    }
    if (isEmpty(box)) {
      this.ops.length = first;
      return;
    }
    const look = this.look(row, props);
    const isFill = kind === ITEM.fill;
    // Fills keep their boundary in ops and their index beside it: the boundary comes first, the index as a last number.
    if (isFill) this.ops.push(payload);
    this.items.push3(kind, look, this.handle(top));
    this.items.push3(this.handle(row), kind === ITEM.text ? payload : first, this.ops.length);
    this.boxes.push4(box.minX, box.minY, box.maxX, box.maxY);
    includeBox(this.bounds, box);
  }

  private to(op: number, x: number, y: number, box: Box): void {
    this.ops.push3(op, x, y);
    include(box, x, y);
  }

  private path(shape: PathShape, t: Transform, box: Box): void {
    const { vertices } = shape;
    for (const [i, vertex] of vertices.entries())
      if (i === 0) this.to(OP.move, applyX(t, vertex.x, vertex.y), applyY(t, vertex.x, vertex.y), box);
    const count = shape.closed ? vertices.length : vertices.length - 1;
    for (let i = 0; i < count; i++) {
      const from = vertices[i];
      const to = vertices[(i + 1) % vertices.length];
      const arc = from.bulge === 0 ? null : bulgeArc(from.x, from.y, to.x, to.y, from.bulge);
      if (arc)
        this.arc(
          {
            type: 'ellipse',
            centre: [arc.x, arc.y],
            u: [arc.radius, 0],
            v: [0, arc.radius],
            from: arc.from,
            to: arc.to,
            system: IDENTITY,
          },
          t,
          box,
        );
      else if (i === vertices.length - 1) this.ops.push(OP.close);
      else this.to(OP.line, applyX(t, to.x, to.y), applyY(t, to.x, to.y), box);
    }
  }

  private edge(part: PathShape | EllipseShape, t: Transform, box: Box, first: boolean): void {
    if (part.type === 'ellipse') {
      this.ellipse(part, t, box, first);
      return;
    }
    for (const [i, vertex] of part.vertices.entries())
      this.to(
        first && i === 0 ? OP.move : OP.line,
        applyX(t, vertex.x, vertex.y),
        applyY(t, vertex.x, vertex.y),
        box,
      );
  }

  private ellipse(shape: EllipseShape, t: Transform, box: Box, moves: boolean): void {
    if (moves) {
      const x = shape.centre[0] + shape.u[0] * Math.cos(shape.from) + shape.v[0] * Math.sin(shape.from);
      const y = shape.centre[1] + shape.u[1] * Math.cos(shape.from) + shape.v[1] * Math.sin(shape.from);
      this.to(OP.move, applyX(t, x, y), applyY(t, x, y), box);
    }
    this.arc(shape, t, box);
  }

  private arc(shape: EllipseShape, t: Transform, box: Box): void {
    const axes = toAxes(shape.centre, shape.u, shape.v, shape.from, shape.to, t);
    this.ops.push4(OP.arc, axes.x, axes.y, axes.rx);
    this.ops.push4(axes.ry, axes.rotation, axes.from, axes.to);
    includeEllipse(box, axes);
  }

  private cross(x: number, y: number, t: Transform, box: Box): void {
    const at: [number, number] = [applyX(t, x, y), applyY(t, x, y)];
    this.to(OP.move, at[0], at[1], box);
    this.to(OP.line, at[0], at[1], box);
  }

  private text(shape: TextShape, outer: Transform, box: Box): void {
    const laid = layOut(shape);
    const cos = Math.cos(shape.angleRad) * shape.height;
    const sin = Math.sin(shape.angleRad) * shape.height;
    const flipX = shape.mirroredX ? -1 : 1;
    const flipY = shape.upsideDown ? -1 : 1;
    const own: Transform = [cos * flipX, sin * flipX, -sin * flipY, cos * flipY, shape.x, shape.y];
    const t = compose(outer, compose(shape.system, own));
    for (const [x, y] of [
      [laid.minX, laid.minY],
      [laid.maxX, laid.minY],
      [laid.minX, laid.maxY],
      [laid.maxX, laid.maxY],
    ])
      include(box, applyX(t, x, y), applyY(t, x, y));
    this.texts.push({
      transform: t,
      widthFactor: laid.widthFactor,
      slantRad: shape.slantRad,
      lines: laid.lines.map(({ text, x, y }) => ({ text, x, y })),
    });
  }

  private look(row: number, props: Effective): number {
    const { drawing } = this;
    const layer = this.layer(props);
    const rgb = rgbOf(props.colour);
    const scale = this.linetypeScale * drawing.objects.linetypeScale[row];
    // Neighbours mostly look alike: the last look is tried before the index.
    const last = this.lastLook;
    if (
      last &&
      last.layer === layer &&
      last.rgb === rgb &&
      last.widthMm === props.widthMm &&
      last.linetype === props.linetype &&
      last.scale === scale
    )
      return last.index;
    const key = `${layer}|${rgb}|${props.widthMm}|${foldName(props.linetype)}|${scale}`;
    let index = this.lookIndex.get(key);
    if (index === undefined) {
      index = this.looks.length;
      this.lookIndex.set(key, index);
      const elements = drawing.linetypes.get(foldName(props.linetype))?.elements ?? [];
      this.looks.push({
        layer,
        rgb,
        widthMm: props.widthMm,
        dashes: elements.map((length) => length * scale),
      });
    }
    this.lastLook = { layer, rgb, widthMm: props.widthMm, linetype: props.linetype, scale, index };
    return index;
  }

  private layer(props: Effective): number {
    const known = this.layerByText.get(props.layer);
    if (known !== undefined) return known;
    const key = foldName(props.layer);
    let index = this.layerIndex.get(key);
    if (index === undefined) {
      index = this.layers.length;
      this.layerIndex.set(key, index);
      const record = this.drawing.layerByName.get(key);
      this.layers.push({
        name: record?.name ?? props.layer,
        prints: props.prints,
        handle: record?.handle ?? '',
      });
    }
    this.layerByText.set(props.layer, index);
    return index;
  }

  private handle(row: number): number {
    let index = this.handleIndex[row];
    if (index < 0) {
      index = this.handles.length;
      this.handleIndex[row] = index;
      this.handles.push(handleOf(this.drawing, row));
    }
    return index;
  }

  private paperOf(sheet: DrawingSheet | null): Paper | null {
    if (!sheet?.paper) return null;
    const { paper } = sheet;
    return {
      x: paper.originX - this.origin[0],
      y: paper.originY - this.origin[1],
      width: paper.widthMm / paper.mmPerUnit,
      height: paper.heightMm / paper.mmPerUnit,
    };
  }

  /** The viewports of this sheet; their transforms still start at the model's own coordinates. */
  private viewItems(): ViewItem[] {
    return this.views.map(({ shape, row }) => ({
      x: shape.centre[0] - shape.width / 2 - this.origin[0],
      y: shape.centre[1] - shape.height / 2 - this.origin[1],
      width: shape.width,
      height: shape.height,
      transform: compose(translation(-this.origin[0], -this.origin[1]), shape.transform),
      scale: shape.scale,
      hiddenLayers: shape.hiddenLayers,
      handle: this.handle(row),
    }));
  }

  private scaleOfSpace(sheet: DrawingSheet | null): {
    mmPerUnit: number;
    mmPerPatternUnit: number;
    note: string | null;
  } {
    const inch = this.drawing.reader.headerNumber('$MEASUREMENT', 1) === 0 ? 25.4 : 1;
    if (sheet) {
      const mmPerUnit = sheet.paper?.mmPerUnit ?? inch;
      return { mmPerUnit, mmPerPatternUnit: mmPerUnit, note: null };
    }
    const seen = largestViewport(this.drawing);
    const paperPatterns = this.drawing.reader.headerNumber('$PSLTSCALE', 1) === 1;
    if (seen)
      return {
        mmPerUnit: seen.mmPerUnit,
        mmPerPatternUnit: paperPatterns ? seen.sheetMm : seen.mmPerUnit,
        note: `as on sheet ${seen.sheet}`,
      };
    const mmPerUnit = 1 / preferredScale(Math.max(widthOf(this.bounds), heightOf(this.bounds)));
    return { mmPerUnit, mmPerPatternUnit: mmPerUnit, note: 'fitted to an A1 sheet' };
  }
}

/** The edge of a viewport, which prints like any line on its layer. */
function frameOf({ centre: [x, y], width, height }: ViewportShape): PathShape {
  const corner = (sx: number, sy: number) => ({
    x: x + (sx * width) / 2,
    y: y + (sy * height) / 2,
    bulge: 0,
  });
  return {
    type: 'path',
    vertices: [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)],
    closed: true,
    width: 0,
    system: IDENTITY,
  };
}

/** Scale of the largest viewport of any sheet: what the model is mostly seen at. */
export function largestViewport(
  drawing: Drawing,
): { sheet: string; mmPerUnit: number; sheetMm: number } | null {
  let best: { sheet: string; mmPerUnit: number; sheetMm: number } | null = null;
  let largest = 0;
  for (const sheet of drawing.sheets) {
    const sheetMm = sheet.paper?.mmPerUnit ?? 1;
    for (const row of drawing.containers[sheet.container].rows) {
      if (kindOf(drawing, row) !== 'viewport') continue;
      const shape = shapeOf(drawing, row);
      if (shape?.type !== 'viewport' || shape.id === 1 || !(shape.scale > 0)) continue;
      const area = shape.width * shape.height;
      if (area <= largest) continue;
      largest = area;
      best = { sheet: sheet.name, mmPerUnit: shape.scale * sheetMm, sheetMm };
    }
  }
  return best;
}

/** Model units per paper mm at which an extent fits the long side of an A1 sheet, from the 1-2-5 series of ISO 5455. */
export function preferredScale(extent: number): number {
  const needed = extent / 800;
  if (!(needed > 0) || !Number.isFinite(needed)) return 1;
  const power = 10 ** Math.floor(Math.log10(needed));
  return ([1, 2, 5, 10].find((step) => step * power >= needed) ?? 10) * power;
}

function firstPoint(shape: Shape): readonly [number, number] | null {
  switch (shape.type) {
    case 'path':
      return shape.vertices.length > 0
        ? [
            applyX(shape.system, shape.vertices[0].x, shape.vertices[0].y),
            applyY(shape.system, shape.vertices[0].x, shape.vertices[0].y),
          ]
        : null;
    case 'ellipse':
      return [applyX(shape.system, ...shape.centre), applyY(shape.system, ...shape.centre)];
    case 'polygon':
      return shape.points[0] ?? null;
    case 'placement':
      return shape.transforms.length > 0 && shape.transforms[0] !== IDENTITY
        ? [shape.transforms[0][4], shape.transforms[0][5]]
        : null;
    case 'viewport':
      return shape.centre;
    case 'point':
    case 'text':
      return [shape.x, shape.y];
    default:
      return null;
  }
}

/** A fill's line families in the picture's coordinates. Unequal scaling bends angles; the plotted look keeps them. */
function fillSeenThrough(shape: Extract<Shape, { type: 'fill' }>, t: Transform): FillItem {
  const turn = Math.atan2(t[1], t[0]);
  const grow = scaleOf(t);
  return {
    solid: shape.solid,
    families: shape.families.map((family) => ({
      angleRad: family.angleRad + turn,
      baseX: applyX(t, family.baseX, family.baseY),
      baseY: applyY(t, family.baseX, family.baseY),
      offsetX: t[0] * family.offsetX + t[2] * family.offsetY,
      offsetY: t[1] * family.offsetX + t[3] * family.offsetY,
      dashes: family.dashes.map((length) => length * grow),
    })),
  };
}
