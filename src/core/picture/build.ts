import { type Effective, EffectiveLooks } from '../drawing/effective';
import { includeText, textTransform } from '../drawing/extents';
import { firstPoint } from '../drawing/first-point';
import {
  type OutlineSink,
  outlineEllipse,
  outlineFill,
  outlinePath,
  outlinePolygon,
} from '../drawing/outline';
import { modelSheetsOf } from '../drawing/sheets/model-sheets';
import { isModelSheet, type Shown } from '../drawing/sheets/shown';
import { frameOf, scaleOfSpace, viewportClip } from '../drawing/viewports';
import { type Step, Walk, type WalkSink } from '../drawing/walk';
import { rgbOf } from '../dxf/colour';
import { type Drawing, handleOf, kindOf } from '../dxf/drawing';
import type { ObjectKind } from '../dxf/object-kinds';
import { shapeOf } from '../dxf/read/decode';
import type { EndlessShape, LeafShape, PathShape, TextShape, ViewportShape } from '../dxf/shapes';
import { type Box, emptyBox, heightOf, include, includeBox, isEmpty, widthOf } from '../geometry/box';
import { cutLine } from '../geometry/cut-line';
import { type AxisEllipse, includeEllipse } from '../geometry/ellipse';
import { composeSpace, moved, planOf, type Space } from '../geometry/space';
import { compose, scaleOf, translation } from '../geometry/transform';
import { layOut } from '../lettering/layout';
import { countOne } from '../tally';
import { fillSeenThrough } from './fill-item';
import { GrowingArray } from './growing-array';
import { LookTable } from './look-table';
import { OnSheets } from './on-sheets';
import { movedBox, paperOf, paperOfBox } from './paper';
import {
  type FillItem,
  ITEM,
  ITEM_STRIDE,
  OP,
  type PictureData,
  type TextItem,
  type ViewportItem,
} from './picture';
import { tapered, untapered } from './tapered';
import { viewportLooks } from './viewport-looks';
import { whatMatters } from './what-matters';

/** A picture has at most this many items and numbers; a drawing of nested arrays can ask for billions. */
const MOST_ITEMS = 1_000_000;
const MOST_NUMBERS = 40_000_000;

export interface PictureOptions {
  /** What "default width" means, mm. */
  readonly defaultWidthMm: number;
}

/** Builds the plotted look of the model, of a layout, or of a sheet that lies in the model. */
export function buildPicture(drawing: Drawing, shown: Shown, options: PictureOptions): PictureData {
  return new PictureBuilder(drawing, options).build(shown);
}

class PictureBuilder implements OutlineSink, WalkSink {
  private readonly looks: LookTable;
  private readonly handles: string[] = [];
  private readonly kinds: ObjectKind[] = [];
  private readonly handleIndex: Int32Array;
  private readonly texts: TextItem[] = [];
  private readonly fills: FillItem[] = [];
  private readonly viewports: { shape: ViewportShape; row: number }[] = [];
  private readonly endlessLines: {
    shape: EndlessShape;
    space: Space;
    props: Effective;
    row: number;
    top: number;
  }[] = [];
  private readonly notDrawn = new Map<string, number>();
  private readonly items = new GrowingArray(new Int32Array(6 * 256));
  private readonly boxes = new GrowingArray(new Float32Array(4 * 256));
  private readonly ops = new GrowingArray(new Float64Array(4096));
  private readonly bounds = emptyBox();
  private readonly linetypeScale: number;
  private origin: [number, number] = [0, 0];
  private lettersMissing = 0;
  private readonly scriptLetters = new Set<string>();
  private cutOff = false;
  /** The item that is being taken in has a coordinate that is no number. */
  private broken = false;
  /** Of a sheet that lies in the model, its paper: what lies beside it is not on it. */
  private within: Box | null = null;
  /** Of the whole model, the sheets that lie in it. */
  private onSheets: OnSheets | null = null;
  /** Box of the item that is being taken in. */
  private box = emptyBox();

  constructor(
    private readonly drawing: Drawing,
    private readonly options: PictureOptions,
  ) {
    this.handleIndex = new Int32Array(drawing.objects.count).fill(-1);
    this.looks = new LookTable(drawing);
    const scale = drawing.reader.headerNumber('$LTSCALE', 1);
    this.linetypeScale = scale > 0 ? scale : 1;
  }

  build(shown: Shown): PictureData {
    const { drawing } = this;
    const frame = isModelSheet(shown) ? shown : null;
    const sheet = isModelSheet(shown) ? null : shown;
    const index = sheet?.container ?? 0;
    this.origin = frame
      ? [Math.round(frame.box.minX), Math.round(frame.box.minY)]
      : this.originOf(drawing.containers[index].rows);
    this.within = frame && movedBox(frame.box, this.origin);
    const sheets = shown === null ? modelSheetsOf(drawing) : [];
    if (sheets.length > 0) this.onSheets = new OnSheets(sheets, this.origin);
    const start = moved(-this.origin[0], -this.origin[1]);
    new Walk(drawing, this, new EffectiveLooks(drawing, this.options.defaultWidthMm)).container(index, start);
    this.drawEndlessLines();
    const boxes = this.boxes.done();
    const matter = sheet || frame ? null : whatMatters(boxes);
    const extent = matter?.box ?? this.bounds;
    const units = frame
      ? { mmPerUnit: frame.mmPerUnit, mmPerPatternUnit: frame.mmPerUnit, note: null }
      : scaleOfSpace(drawing, sheet, Math.max(widthOf(extent), heightOf(extent)), this.onSheets?.scale);
    const paper = this.within ? paperOfBox(this.within) : paperOf(sheet, this.origin);
    // Objects of the model may run on beyond the paper they are on.
    if (frame) Object.assign(this.bounds, emptyBox());
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
        matter: matter && {
          box: [matter.box.minX, matter.box.minY, matter.box.maxX, matter.box.maxY],
          outside: matter.outside,
        },
        paper,
        mmPerUnit: units.mmPerUnit,
        mmPerPatternUnit: units.mmPerPatternUnit,
        scaleNote: units.note,
        unit: drawing.unitMm === null ? 'units' : drawing.units,
        layers: this.looks.layers,
        looks: this.looks.looks,
        handles: this.handles,
        kinds: this.kinds,
        texts: this.texts,
        fills: this.fills,
        viewports: sheet ? this.viewportItems() : [],
        notDrawn: Object.fromEntries(this.notDrawn),
        lettersMissing: this.lettersMissing,
        scriptLetters: [...this.scriptLetters].join(''),
        cutOff: this.cutOff,
      },
      items: this.items.done(),
      boxes,
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

  // ---- the walk ----

  shape(shape: LeafShape, at: Step): void {
    this.draw(at.row, shape, at.space, at.look, at.top);
  }

  viewport(shape: ViewportShape, { row, top, space, look }: Step): void {
    if (shape.id === 1) return;
    if (shape.on && shape.scale > 1e-12 && shape.scale < 1e12 && shape.transform.every(Number.isFinite))
      this.viewports.push({ shape, row });
    // A viewport bounded by an object has that object for an edge.
    if (shape.clipBy === '') this.draw(row, frameOf(shape), space, look, top);
  }

  endless(shape: EndlessShape, { space, look, row, top }: Step): void {
    this.endlessLines.push({ shape, space, props: look, row, top });
  }

  left(what: string): void {
    countOne(this.notDrawn, what);
  }

  isFull(): boolean {
    if (this.items.length < MOST_ITEMS * ITEM_STRIDE && this.ops.length < MOST_NUMBERS) return false;
    this.cutOff = true;
    return true;
  }

  private draw(row: number, shape: LeafShape, outer: Space, props: Effective, top: number): void {
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
      for (const line of untapered(shape)) this.drawPath(row, line, outer, props, top);
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
      this.left('coordinates that are no numbers');
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
    const { within } = this;
    if (
      within &&
      (box.maxX < within.minX || box.minX > within.maxX || box.maxY < within.minY || box.minY > within.maxY)
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
    const scale = this.linetypeScale * this.drawing.objects.linetypeScale[row];
    const sheetMm = this.onSheets ? this.onSheets.mmPerUnitAt(box) : 0;
    this.items.push3(kind, this.looks.look(props, scale, widthUnits, sheetMm), this.handle(top));
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
    for (const piece of laid.pieces) {
      if (piece.missing) this.lettersMissing += [...piece.text].length;
      else if (piece.script) for (const letter of piece.text) this.scriptLetters.add(letter);
    }
    const { background } = shape;
    const margin = background?.margin ?? 0;
    this.texts.push({
      transform,
      pieces: laid.pieces
        .filter((piece) => piece.text.trim() !== '')
        .map(({ missing: _, script: __, colour, ...piece }) => ({
          ...piece,
          rgb: colour ? rgbOf(colour) : -1,
        })),
      rules: laid.rules.map(({ from, to, colour }) => [...from, ...to, colour ? rgbOf(colour) : -1] as const),
      background: background && {
        box: [laid.minX - margin, laid.minY - margin, laid.maxX + margin, laid.maxY + margin],
        rgb: background.colour ? rgbOf(background.colour) : -1,
      },
    });
  }

  // ---- lines without an end: cut where the drawing ends ----

  private drawEndlessLines(): void {
    if (this.endlessLines.length === 0) return;
    const { minX, minY, maxX, maxY } = isEmpty(this.bounds)
      ? { minX: -100, minY: -100, maxX: 100, maxY: 100 }
      : this.bounds;
    const spare = Math.max(maxX - minX, maxY - minY, 1) * 0.05;
    const window: Box = { minX: minX - spare, minY: minY - spare, maxX: maxX + spare, maxY: maxY + spare };
    for (const { shape, space, props, row, top } of this.endlessLines) {
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

  /** The viewports of this sheet; their transforms still start at the model's own coordinates. */
  private viewportItems(): ViewportItem[] {
    return this.viewports.map(({ shape, row }) => ({
      x: shape.centre[0] - shape.width / 2 - this.origin[0],
      y: shape.centre[1] - shape.height / 2 - this.origin[1],
      width: shape.width,
      height: shape.height,
      transform: compose(translation(-this.origin[0], -this.origin[1]), shape.transform),
      scale: shape.scale,
      hiddenLayers: shape.hiddenLayers,
      looks: viewportLooks(
        this.drawing,
        handleOf(this.drawing, row),
        this.linetypeScale,
        this.options.defaultWidthMm,
      ),
      clip: viewportClip(this.drawing, shape, this.origin),
      handle: this.handle(row),
    }));
  }
}
