import { type Effective, EffectiveLooks } from '../drawing/effective';
import { DEEPEST, includeText, isDefinition, textTransform } from '../drawing/extents';
import {
  type OutlineSink,
  outlineEllipse,
  outlineFill,
  outlinePath,
  outlinePolygon,
} from '../drawing/outline';
import { rgbOf } from '../dxf/colour';
import { type Drawing, type DrawingSheet, handleOf, inDrawOrder, kindOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import type { ObjectKind } from '../dxf/object-kinds';
import { shapeOf } from '../dxf/read/decode';
import type {
  EndlessShape,
  FillShape,
  Part,
  PathShape,
  Shape,
  TextShape,
  ViewportShape,
} from '../dxf/shapes';
import { type Box, emptyBox, heightOf, include, includeBox, isEmpty, widthOf } from '../geometry/box';
import { type AxisEllipse, includeEllipse } from '../geometry/ellipse';
import { composeSpace, IDENTITY_SPACE, moved, planOf, type Space } from '../geometry/space';
import { applyX, applyY, compose, scaleOf, type Transform, translation } from '../geometry/transform';
import { layOut } from '../lettering/layout';
import { GrowingArray } from './growing-array';
import { patternOf } from './patterns';
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
import { scaleOfSpace, windowClip, windowLooks } from './windows';

/** A picture has at most this many items and numbers; a drawing of nested arrays can ask for billions. */
const MOST_ITEMS = 1_000_000;
const MOST_NUMBERS = 40_000_000;

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

class PictureBuilder implements OutlineSink {
  private readonly looks: Look[] = [];
  private readonly lookIndex = new Map<string, number>();
  private readonly layers: PictureLayer[] = [];
  private readonly layerIndex = new Map<string, number>();
  private readonly handles: string[] = [];
  private readonly kinds: ObjectKind[] = [];
  private readonly handleIndex: Int32Array;
  private readonly texts: TextItem[] = [];
  private readonly fills: FillItem[] = [];
  private readonly views: { shape: ViewportShape; row: number }[] = [];
  private readonly endless: {
    shape: EndlessShape;
    space: Space;
    props: Effective;
    row: number;
    top: number;
  }[] = [];
  private readonly notDrawn: Record<string, number> = {};
  private readonly items = new GrowingArray(new Int32Array(6 * 256));
  private readonly boxes = new GrowingArray(new Float32Array(4 * 256));
  private readonly ops = new GrowingArray(new Float64Array(4096));
  private readonly bounds = emptyBox();
  private readonly open = new Set<number>();
  private readonly layerByText = new Map<string, number>();
  private readonly effective: EffectiveLooks;
  /** Looks that were made for a resolved look, with what else decides them. */
  private readonly looksOf = new Map<Effective, { scale: number; widthUnits: number; index: number }[]>();
  private readonly linetypeScale: number;
  private origin: [number, number] = [0, 0];
  private lettersMissing = 0;
  private cutOff = false;
  /** The item that is being taken in has a coordinate that is no number. */
  private broken = false;
  /** Box of the item that is being taken in. */
  private box = emptyBox();

  constructor(
    private readonly drawing: Drawing,
    private readonly options: PictureOptions,
  ) {
    this.handleIndex = new Int32Array(drawing.objects.count).fill(-1);
    this.effective = new EffectiveLooks(drawing, options.defaultWidthMm);
    const scale = drawing.reader.headerNumber('$LTSCALE', 1);
    this.linetypeScale = scale > 0 ? scale : 1;
  }

  build(sheet: DrawingSheet | null): PictureData {
    const { drawing } = this;
    const index = sheet?.container ?? 0;
    this.origin = this.originOf(drawing.containers[index].rows);
    const start = moved(-this.origin[0], -this.origin[1]);
    for (const row of inDrawOrder(drawing, index)) this.add(row, start, null, row, 0);
    this.drawEndless();
    const units = scaleOfSpace(drawing, sheet, Math.max(widthOf(this.bounds), heightOf(this.bounds)));
    const paper = this.paperOf(sheet);
    if (paper) {
      include(this.bounds, paper.x, paper.y);
      include(this.bounds, paper.x + paper.width, paper.y + paper.height);
    }
    return {
      head: {
        space: { kind: sheet ? 'sheet' : 'model', name: drawing.containers[index].name },
        origin: this.origin,
        bounds: isEmpty(this.bounds)
          ? null
          : [this.bounds.minX, this.bounds.minY, this.bounds.maxX, this.bounds.maxY],
        paper,
        mmPerUnit: units.mmPerUnit,
        mmPerPatternUnit: units.mmPerPatternUnit,
        scaleNote: units.note,
        unit: drawing.unitMm === null ? 'units' : drawing.units,
        layers: this.layers,
        looks: this.looks,
        handles: this.handles,
        kinds: this.kinds,
        texts: this.texts,
        fills: this.fills,
        views: sheet ? this.viewItems() : [],
        notDrawn: this.notDrawn,
        lettersMissing: this.lettersMissing,
        cutOff: this.cutOff,
      },
      items: this.items.done(),
      boxes: this.boxes.done(),
      ops: this.ops.done(),
    };
  }

  /** A point near the content, so that coordinates stay small however far from zero the drawing lies. */
  private originOf(rows: readonly number[]): [number, number] {
    for (const row of rows.slice(0, 1000)) {
      const shape = shapeOf(this.drawing, row);
      const at = shape && firstPoint(shape);
      if (at && Math.abs(at[0]) < 1e15 && Math.abs(at[1]) < 1e15)
        return [Math.round(at[0]), Math.round(at[1])];
    }
    return [0, 0];
  }

  private add(row: number, space: Space, placement: Effective | null, top: number, depth: number): void {
    const { drawing } = this;
    if (this.items.length >= MOST_ITEMS * ITEM_STRIDE || this.ops.length >= MOST_NUMBERS) {
      this.cutOff = true;
      return;
    }
    if (drawing.objects.invisible[row] === 1) return;
    const props = this.effective.of(row, placement);
    const shape = shapeOf(drawing, row);
    if (!shape) {
      this.count(kindOf(drawing, row));
      return;
    }
    switch (shape.type) {
      case 'placement':
        this.place(row, shape.symbol, shape.spaces, space, props, top, depth);
        return;
      case 'compound':
        for (const part of shape.parts) this.addPart(part, row, space, props, top, depth);
        return;
      case 'viewport':
        if (!props.shows || shape.id === 1) return;
        if (shape.on && shape.scale > 1e-12 && shape.scale < 1e12 && shape.transform.every(Number.isFinite))
          this.views.push({ shape, row });
        // A window bounded by an object has that object for an edge.
        if (shape.clipBy === '') this.draw(row, frameOf(shape), space, props, top);
        return;
      case 'endless':
        if (props.shows) this.endless.push({ shape, space, props, row, top });
        return;
      default:
        if (!props.shows) return;
        // Definitions of attributes show in the symbol's own drawing, not where it is placed.
        if (depth > 0 && isDefinition(drawing, row)) return;
        this.draw(row, shape, space, props, top);
    }
  }

  private count(what: string): void {
    this.notDrawn[what] = (this.notDrawn[what] ?? 0) + 1;
  }

  private addPart(part: Part, row: number, space: Space, props: Effective, top: number, depth: number): void {
    const plain = !part.colour && part.linetype === undefined && part.widthMm === undefined;
    const own: Effective = plain
      ? props
      : {
          ...props,
          ...(part.colour ? { colour: part.colour, colourFrom: 'own' as const, colourBy: null } : {}),
          ...(part.linetype !== undefined
            ? { linetype: part.linetype, linetypeFrom: 'own' as const, linetypeBy: null }
            : {}),
          ...(part.widthMm !== undefined
            ? { widthMm: part.widthMm, widthFrom: 'own' as const, widthBy: null }
            : {}),
        };
    if (part.shape.type === 'placement')
      this.place(row, part.shape.symbol, part.shape.spaces, space, own, top, depth);
    else if (props.shows) this.draw(row, part.shape, space, own, top);
  }

  private place(
    row: number,
    name: string,
    spaces: readonly Space[],
    outer: Space,
    props: Effective,
    top: number,
    depth: number,
  ): void {
    const symbol = this.drawing.symbols.get(foldName(name));
    if (!symbol || symbol.external) {
      this.count(symbol ? 'drawing referred to' : 'symbol without a definition');
      return;
    }
    if (depth >= DEEPEST || this.open.has(symbol.container)) {
      this.count('symbol inside itself');
      return;
    }
    // A frozen layer hides the whole placement; a layer that is off hides only what takes its layer from it.
    const record = this.drawing.layerByName.get(foldName(props.layer));
    if (record?.frozen) return;
    this.open.add(symbol.container);
    const base = moved(-symbol.base[0], -symbol.base[1], -symbol.base[2]);
    const children = inDrawOrder(this.drawing, symbol.container);
    for (const own of spaces) {
      const inner = composeSpace(composeSpace(outer, own), base);
      for (const child of children) this.add(child, inner, props, top === row ? row : top, depth + 1);
      if (this.cutOff) break;
    }
    this.open.delete(symbol.container);
  }

  private draw(
    row: number,
    shape: Exclude<Shape, { type: 'placement' | 'viewport' | 'compound' | 'endless' }>,
    outer: Space,
    props: Effective,
    top: number,
  ): void {
    switch (shape.type) {
      case 'path':
        this.drawPath(row, shape, outer, props, top);
        return;
      case 'ellipse':
        this.item(ITEM.stroke, row, props, top, 0, () => outlineEllipse(shape, outer, this));
        return;
      case 'point':
        this.item(ITEM.stroke, row, props, top, 0, () => {
          const m = composeSpace(outer, moved(shape.x, shape.y, shape.z));
          this.move(m[3], m[7]);
          this.line(m[3], m[7]);
        });
        return;
      case 'polygon':
        this.item(shape.outline ? ITEM.stroke : ITEM.area, row, props, top, 0, () =>
          outlinePolygon(shape.points, composeSpace(outer, shape.system), this),
        );
        return;
      case 'mask': {
        const m = composeSpace(outer, shape.system);
        this.item(ITEM.mask, row, props, top, 0, () => outlinePolygon(shape.points, m, this));
        if (shape.framed)
          this.item(ITEM.stroke, row, props, top, 0, () => outlinePolygon(shape.points, m, this));
        return;
      }
      case 'text':
        this.drawText(row, shape, outer, props, top);
        return;
      case 'fill': {
        const at = this.fills.length;
        const drawn = this.item(ITEM.fill, row, props, top, 0, () => {
          outlineFill(shape, outer, this);
          // Fills keep their boundary in ops, and behind it the number of what they are filled with.
          this.ops.push(at);
        });
        if (drawn) this.fills.push(fillSeenThrough(shape, planOf(composeSpace(outer, shape.system))));
      }
    }
  }

  private drawPath(row: number, shape: PathShape, outer: Space, props: Effective, top: number): void {
    if (shape.vertices.some((vertex) => vertex.widths)) {
      for (const polygon of tapered(shape))
        this.item(ITEM.area, row, props, top, 0, () =>
          outlinePolygon(polygon, composeSpace(outer, shape.system), this),
        );
      return;
    }
    const widthUnits = shape.width > 0 ? shape.width * scaleOf(planOf(composeSpace(outer, shape.system))) : 0;
    this.item(shape.runsOn ? ITEM.run : ITEM.stroke, row, props, top, widthUnits, () =>
      outlinePath(shape, outer, this),
    );
  }

  /** Takes in one item; nothing is left of one that turns out empty or has coordinates that are no numbers. */
  private item(
    kind: number,
    row: number,
    props: Effective,
    top: number,
    widthUnits: number,
    trace: () => void,
    payload?: number,
  ): boolean {
    const first = this.ops.length;
    const { box } = this;
    box.minX = Infinity;
    box.minY = Infinity;
    box.maxX = -Infinity;
    box.maxY = -Infinity;
    this.broken = false;
    trace();
    if (this.broken) {
      this.ops.length = first;
      this.count('coordinates that are no numbers');
      return false;
    }
    if (
      isEmpty(box) ||
      !(
        Math.abs(box.minX) < 1e30 &&
        Math.abs(box.maxX) < 1e30 &&
        Math.abs(box.minY) < 1e30 &&
        Math.abs(box.maxY) < 1e30
      )
    ) {
      this.ops.length = first;
      return false;
    }
    if (widthUnits > 0) {
      box.minX -= widthUnits / 2;
      box.minY -= widthUnits / 2;
      box.maxX += widthUnits / 2;
      box.maxY += widthUnits / 2;
    }
    this.items.push3(kind, this.look(row, props, widthUnits), this.handle(top));
    this.items.push3(this.handle(row), payload ?? first, this.ops.length);
    this.boxes.push4(box.minX, box.minY, box.maxX, box.maxY);
    includeBox(this.bounds, box);
    return true;
  }

  // ---- the outline of a shape, as the walk over it tells ----

  move(x: number, y: number): void {
    this.put(OP.move, x, y);
  }

  line(x: number, y: number): void {
    this.put(OP.line, x, y);
  }

  private put(op: number, x: number, y: number): void {
    if (!Number.isFinite(x) || !Number.isFinite(y)) this.broken = true;
    this.ops.push3(op, x, y);
    include(this.box, x, y);
  }

  arc(arc: AxisEllipse): void {
    if (!Number.isFinite(arc.x + arc.y + arc.rx + arc.ry + arc.rotation + arc.from + arc.to))
      this.broken = true;
    this.ops.push4(OP.arc, arc.x, arc.y, arc.rx);
    this.ops.push4(arc.ry, arc.rotation, arc.from, arc.to);
    includeEllipse(this.box, arc);
  }

  close(): void {
    this.ops.push(OP.close);
  }

  // ---- text ----

  private drawText(row: number, shape: TextShape, outer: Space, props: Effective, top: number): void {
    const laid = layOut(shape);
    const transform = textTransform(shape, outer, laid.heightFactor);
    const drawn = this.item(
      ITEM.text,
      row,
      props,
      top,
      0,
      () => {
        includeText(this.box, laid, transform);
        if (!transform.every(Number.isFinite)) this.broken = true;
      },
      this.texts.length,
    );
    if (!drawn) return;
    for (const piece of laid.pieces) if (piece.missing) this.lettersMissing += [...piece.text].length;
    const { background } = shape;
    const margin = background?.margin ?? 0;
    this.texts.push({
      transform,
      pieces: laid.pieces
        .filter((piece) => piece.text.trim() !== '')
        .map(({ missing: _, colour, ...piece }) => ({ ...piece, rgb: colour ? rgbOf(colour) : -1 })),
      rules: laid.rules.map(({ from, to, colour }) => [...from, ...to, colour ? rgbOf(colour) : -1] as const),
      background: background && {
        box: [laid.minX - margin, laid.minY - margin, laid.maxX + margin, laid.maxY + margin],
        rgb: background.colour ? rgbOf(background.colour) : -1,
      },
    });
  }

  // ---- lines without an end: cut where the drawing ends ----

  private drawEndless(): void {
    if (this.endless.length === 0) return;
    const { minX, minY, maxX, maxY } = isEmpty(this.bounds)
      ? { minX: -100, minY: -100, maxX: 100, maxY: 100 }
      : this.bounds;
    const spare = Math.max(maxX - minX, maxY - minY, 1) * 0.05;
    const window: Box = { minX: minX - spare, minY: minY - spare, maxX: maxX + spare, maxY: maxY + spare };
    for (const { shape, space, props, row, top } of this.endless) {
      const m = space;
      const [x, y] = [
        m[0] * shape.at[0] + m[1] * shape.at[1] + m[2] * shape.at[2] + m[3],
        m[4] * shape.at[0] + m[5] * shape.at[1] + m[6] * shape.at[2] + m[7],
      ];
      const [dx, dy] = [
        m[0] * shape.direction[0] + m[1] * shape.direction[1] + m[2] * shape.direction[2],
        m[4] * shape.direction[0] + m[5] * shape.direction[1] + m[6] * shape.direction[2],
      ];
      const cut = cutLine(x, y, dx, dy, shape.both ? -Infinity : 0, window);
      if (!cut) continue;
      const before = { ...this.bounds };
      this.item(ITEM.stroke, row, props, top, 0, () => {
        this.move(x + dx * cut[0], y + dy * cut[0]);
        this.line(x + dx * cut[1], y + dy * cut[1]);
      });
      // What has no end does not make the drawing larger.
      if (!isEmpty(before)) Object.assign(this.bounds, before);
    }
  }

  // ---- looks ----

  private look(row: number, props: Effective, widthUnits: number): number {
    const { drawing } = this;
    const scale = this.linetypeScale * drawing.objects.linetypeScale[row];
    let known = this.looksOf.get(props);
    if (!known) {
      known = [];
      this.looksOf.set(props, known);
    }
    for (const one of known) if (one.scale === scale && one.widthUnits === widthUnits) return one.index;
    const layer = this.layer(props.layer);
    const rgb = rgbOf(props.colour);
    const by = {
      colour: this.layerBy(props.colourBy),
      linetype: this.layerBy(props.linetypeBy),
      width: this.layerBy(props.widthBy),
    };
    const key = [
      layer,
      rgb,
      props.widthMm,
      foldName(props.linetype),
      scale,
      widthUnits,
      by.colour,
      by.linetype,
      by.width,
      props.colourFrom,
      props.linetypeFrom,
      props.widthFrom,
    ].join('|');
    let index = this.lookIndex.get(key);
    if (index === undefined) {
      index = this.looks.length;
      this.lookIndex.set(key, index);
      this.looks.push({
        layer,
        rgb,
        widthMm: props.widthMm,
        widthUnits,
        linetype: drawing.linetypes.get(foldName(props.linetype))?.name ?? props.linetype,
        ...patternOf(drawing, props.linetype, scale),
        from: { colour: props.colourFrom, linetype: props.linetypeFrom, width: props.widthFrom },
        by,
      });
    }
    known.push({ scale, widthUnits, index });
    return index;
  }

  private layerBy = (name: string | null): number => (name === null ? -1 : this.layer(name));

  private layer(name: string): number {
    const known = this.layerByText.get(name);
    if (known !== undefined) return known;
    const key = foldName(name);
    let index = this.layerIndex.get(key);
    if (index === undefined) {
      index = this.layers.length;
      this.layerIndex.set(key, index);
      const record = this.drawing.layerByName.get(key);
      this.layers.push({
        name: record?.name ?? name,
        prints: record?.prints ?? true,
        handle: record?.handle ?? '',
      });
    }
    this.layerByText.set(name, index);
    return index;
  }

  private handle(row: number): number {
    let index = this.handleIndex[row];
    if (index < 0) {
      index = this.handles.length;
      this.handleIndex[row] = index;
      this.handles.push(handleOf(this.drawing, row));
      this.kinds.push(kindOf(this.drawing, row));
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
      looks: windowLooks(
        this.drawing,
        handleOf(this.drawing, row),
        this.linetypeScale,
        this.options.defaultWidthMm,
      ),
      clip: windowClip(this.drawing, shape, this.origin),
      handle: this.handle(row),
    }));
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
    system: IDENTITY_SPACE,
  };
}

/** Segments whose width changes along them, as areas; arcs by straight pieces. */
function tapered(shape: PathShape): [number, number, number][][] {
  const areas: [number, number, number][][] = [];
  const { vertices } = shape;
  const count = shape.closed ? vertices.length : vertices.length - 1;
  for (let i = 0; i < count; i++) {
    const from = vertices[i];
    const to = vertices[(i + 1) % vertices.length];
    const [w0, w1] = from.widths ?? [shape.width, shape.width];
    if (!(w0 > 0 || w1 > 0)) continue;
    const points = segmentPoints(from, to);
    const left: [number, number, number][] = [];
    const right: [number, number, number][] = [];
    for (const [k, [x, y, nx, ny]] of points.entries()) {
      const half = (w0 + ((w1 - w0) * k) / (points.length - 1)) / 2;
      left.push([x + nx * half, y + ny * half, 0]);
      right.push([x - nx * half, y - ny * half, 0]);
    }
    areas.push([...left, ...right.reverse()]);
  }
  return areas;
}

type Station = readonly [x: number, y: number, normalX: number, normalY: number];

function segmentPoints(
  from: { x: number; y: number; bulge: number },
  to: { x: number; y: number },
): Station[] {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(dx, dy) || 1;
  if (Math.abs(from.bulge) < 1e-12)
    return [
      [from.x, from.y, -dy / length, dx / length],
      [to.x, to.y, -dy / length, dx / length],
    ];
  const sweep = 4 * Math.atan(from.bulge);
  const radius = (length * (1 + from.bulge ** 2)) / (4 * Math.abs(from.bulge));
  const offset = (length * (1 - from.bulge ** 2)) / (4 * from.bulge);
  const cx = (from.x + to.x) / 2 - (dy / length) * offset;
  const cy = (from.y + to.y) / 2 + (dx / length) * offset;
  const start = Math.atan2(from.y - cy, from.x - cx);
  const steps = Math.max(4, Math.ceil(Math.abs(sweep) / 0.1));
  const side = sweep > 0 ? -1 : 1;
  return Array.from({ length: steps + 1 }, (_, i): Station => {
    const angle = start + (sweep * i) / steps;
    return [
      cx + radius * Math.cos(angle),
      cy + radius * Math.sin(angle),
      side * Math.cos(angle),
      side * Math.sin(angle),
    ];
  });
}

/** The stretch of a line x + t·dx, y + t·dy inside a box (Liang and Barsky); null when it passes by. */
export function cutLine(
  x: number,
  y: number,
  dx: number,
  dy: number,
  least: number,
  box: Box,
): [number, number] | null {
  let from = least;
  let to = Infinity;
  for (const [at, step, low, high] of [
    [x, dx, box.minX, box.maxX],
    [y, dy, box.minY, box.maxY],
  ]) {
    if (step === 0) {
      if (at < low || at > high) return null;
      continue;
    }
    const [a, b] = [(low - at) / step, (high - at) / step];
    from = Math.max(from, Math.min(a, b));
    to = Math.min(to, Math.max(a, b));
  }
  return from < to && Number.isFinite(from) && Number.isFinite(to) ? [from, to] : null;
}

function firstPoint(shape: Shape): readonly [number, number] | null {
  switch (shape.type) {
    case 'path': {
      const [first] = shape.vertices;
      if (!first) return null;
      const t = planOf(shape.system);
      return [applyX(t, first.x, first.y), applyY(t, first.x, first.y)];
    }
    case 'ellipse': {
      const t = planOf(shape.system);
      return [applyX(t, ...shape.centre), applyY(t, ...shape.centre)];
    }
    case 'polygon':
    case 'mask':
      return shape.points.length > 0 ? [shape.points[0][0], shape.points[0][1]] : null;
    case 'placement':
      return shape.spaces.length > 0 && shape.spaces[0] !== IDENTITY_SPACE
        ? [shape.spaces[0][3], shape.spaces[0][7]]
        : null;
    case 'viewport':
      return shape.centre;
    case 'point':
      return [shape.x, shape.y];
    case 'text': {
      const t = planOf(shape.system);
      return [applyX(t, shape.x, shape.y), applyY(t, shape.x, shape.y)];
    }
    case 'compound':
      return shape.parts.length > 0 ? firstPoint(shape.parts[0].shape) : null;
    default:
      return null;
  }
}

/** A fill's line families in the picture's coordinates. Unequal scaling bends angles; the plotted look bends them too. */
function fillSeenThrough(shape: FillShape, t: Transform): FillItem {
  const turn = Math.atan2(t[1], t[0]);
  return {
    solid: shape.solid,
    gradient: shape.gradient && { ...shape.gradient, angleRad: shape.gradient.angleRad + turn },
    families: shape.families.map((family) => {
      const [ux, uy] = [Math.cos(family.angleRad), Math.sin(family.angleRad)];
      const [dx, dy] = [t[0] * ux + t[2] * uy, t[1] * ux + t[3] * uy];
      const grow = Math.hypot(dx, dy);
      return {
        angleRad: Math.atan2(dy, dx),
        baseX: applyX(t, family.baseX, family.baseY),
        baseY: applyY(t, family.baseX, family.baseY),
        offsetX: t[0] * family.offsetX + t[2] * family.offsetY,
        offsetY: t[1] * family.offsetX + t[3] * family.offsetY,
        dashes: family.dashes.map((length) => length * grow),
      };
    }),
  };
}
