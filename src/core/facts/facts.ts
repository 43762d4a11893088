import { type Effective, EffectiveLooks } from '../drawing/effective';
import { firstPoint } from '../drawing/first-point';
import { type Drawing, entityOf, kindOf } from '../dxf/drawing';
import type { ObjectKind } from '../dxf/object-kinds';
import { isUnderstood, shapeOf } from '../dxf/read/decode';
import type { Box } from '../geometry/box';
import {
  type DimensionFact,
  dimensionFact,
  type FillFact,
  fillFact,
  type LeaderFact,
  leaderFact,
} from './annotations';
import { Boxes } from './boxes';
import { type DimensionLines, type LinesAmong, linesAmong } from './dimension-lines';
import { type DimensionStyleFact, dimensionStyleFacts } from './dimension-styles';
import { type HandleFaults, handleFaults } from './handles';
import { Joints } from './joints';
import { type LayerContents, layerContents } from './layers';
import { type LinetypeFact, linetypeFact } from './linetypes';
import { type LooseDimension, looseDimensions } from './loose-dimensions';
import { type LooseLeader, looseLeaders } from './loose-leaders';
import { type Occurrence, Occurrences } from './occurrences';
import { type Appearance, appearancesOf, type ViewportFact, viewportFacts } from './paper';
import { type PaperScale, PaperScales } from './paper-scales';
import { Patterned } from './patterned';
import { PiecesNear } from './pieces-near';
import { type Crossing, crossingsOf, edgesOf, type Segments, segmentsOf } from './segments';
import { indexSpace, type SpatialIndex } from './spatial-index';
import { type StraightDimension, straightDimension } from './straight-dimension';
import { type LetteringFact, letteringFact, type TextFact, textFact } from './texts';
import { textInside } from './texts-inside';
import { type OwnTransparency, ownTransparencies } from './transparency';
import { type DrawingUnits, unitsOf } from './units/units';
import { WaysIn } from './ways-in';

/**
 * What is known of a drawing beyond its records: worked out once, and only when somebody asks. What two rules would each
 * work out stands here, named for what it says. All coordinates are those of the space the object lies in.
 */
export class Facts {
  private readonly boxes: Boxes;
  private readonly looks: EffectiveLooks;
  private readonly once = new Map<string, unknown>();
  private readonly byRow = new Map<string, unknown[]>();

  /** @param defaultWidthMm what "default width" means in the office */
  constructor(
    readonly drawing: Drawing,
    readonly defaultWidthMm: number,
  ) {
    this.boxes = new Boxes(drawing);
    this.looks = new EffectiveLooks(drawing, defaultWidthMm);
  }

  /** What lies on each layer. */
  get layers(): LayerContents {
    return this.lazily('layers', () => layerContents(this.drawing));
  }

  /** Handles that are doubled or none. */
  get handles(): HandleFaults {
    return this.lazily('handles', () => handleFaults(this.drawing));
  }

  /** Rows of objects of which only layer and looks are read. */
  get notUnderstood(): readonly number[] {
    return this.lazily('not understood', () => {
      const rows: number[] = [];
      for (let row = 0; row < this.drawing.objects.count; row++)
        if (!isUnderstood(entityOf(this.drawing, row))) rows.push(row);
      return rows;
    });
  }

  /** Objects with a transparency of their own, by row. */
  get transparencies(): ReadonlyMap<number, OwnTransparency> {
    return this.lazily('transparencies', () => ownTransparencies(this.drawing));
  }

  /** Rows by handle in capitals; a handle that several objects share names them all. */
  get rowsByHandle(): ReadonlyMap<string, readonly number[]> {
    return this.lazily('rowsByHandle', () => {
      const rows = new Map<string, number[]>();
      const { objects, reader } = this.drawing;
      for (let row = 0; row < objects.count; row++) {
        if (objects.handleTag[row] === 0) continue;
        const handle = reader.name(objects.handleTag[row]).toUpperCase();
        const known = rows.get(handle);
        if (known) known.push(row);
        else rows.set(handle, [row]);
      }
      return rows;
    });
  }

  /** Rows of the objects of a kind, in drawing order. */
  rowsOfKind(kind: ObjectKind): readonly number[] {
    return this.lazily(`rows ${kind}`, () => {
      const rows: number[] = [];
      for (let row = 0; row < this.drawing.objects.count; row++)
        if (kindOf(this.drawing, row) === kind) rows.push(row);
      return rows;
    });
  }

  /** How an object looks by itself, outside of any placement. Objects with the same looks share one. */
  look(row: number): Effective {
    return this.looks.of(row, null);
  }

  /** A point of an object where it really lies: its own coordinate system is taken in. */
  anchor(row: number): readonly [number, number] | null {
    const shape = shapeOf(this.drawing, row);
    const at = shape && firstPoint(shape);
    if (at) return Number.isFinite(at[0]) && Number.isFinite(at[1]) ? at : null;
    // A dimension lies where its picture does, which has no place of its own.
    const box = kindOf(this.drawing, row) === 'dimension' ? this.box(row) : null;
    return box && [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  }

  /** The box of an object where it stands, lines without their widths. Null for what has no extent. */
  box(row: number): Box | null {
    const kind = kindOf(this.drawing, row);
    // A text is laid out once, for its box as for its letters.
    return kind === 'text' || kind === 'attribute' ? (this.text(row)?.frame ?? null) : this.boxes.of(row);
  }

  text(row: number): TextFact | null {
    return this.ofRow('text', row, () => textFact(this.drawing, row));
  }

  /** A text without its letters laid out. */
  lettering(row: number): LetteringFact | null {
    return this.ofRow('lettering', row, () => letteringFact(this.drawing, row));
  }

  dimension(row: number): DimensionFact {
    return this.ofRow('dimension', row, () => dimensionFact(this.drawing, row));
  }

  /** A dimension along a line that lies in the plane of the drawing; null for any other. */
  straight(row: number): StraightDimension | null {
    return this.ofRow('straight', row, () =>
      straightDimension(this.drawing, row, this.dimension(row).measured),
    );
  }

  /** How the lines of a dimension are told from other pieces of its picture; null where its points do not say. */
  linesAmong(row: number): LinesAmong | null {
    return this.ofRow('lines among', row, () =>
      linesAmong(this.drawing, row, this.dimension(row).measured, this.straight(row)),
    );
  }

  /** The lines in the picture of a dimension; null where its points do not say which they are. */
  dimensionLines(row: number): DimensionLines | null {
    return this.ofRow('dimension lines', row, () => this.linesAmong(row)?.(this.segments(row)) ?? null);
  }

  leader(row: number): LeaderFact {
    return this.ofRow('leader', row, () => leaderFact(this.drawing, row));
  }

  fill(row: number): FillFact | null {
    return this.ofRow('fill', row, () => fillFact(this.drawing, row));
  }

  /** The lines that an object draws, as straight pieces. */
  segments(row: number): Segments {
    return this.ofRow('segments', row, () => segmentsOf(this.drawing, row));
  }

  /** The edges of a fill, a solid or a mask, as straight pieces. */
  edges(row: number): Segments {
    return this.ofRow('edges', row, () => edgesOf(this.drawing, row));
  }

  /** The straight pieces of an object, or of the edges of one that is an area, by where they are. */
  piecesNear(row: number): { readonly pieces: Segments; readonly near: PiecesNear } {
    return this.ofRow('pieces near', row, () => {
      const lines = this.segments(row);
      const pieces = lines.length > 0 ? lines : this.edges(row);
      return { pieces, near: new PiecesNear(pieces) };
    });
  }

  /** Where the lines of two objects meet. */
  crossings(row: number, other: number): readonly Crossing[] {
    return crossingsOf(this.segments(row), this.segments(other));
  }

  /** The objects of a space by where they are, all of them or those of one kind. */
  index(container: number, kind: ObjectKind | null = null): SpatialIndex {
    return this.lazily(`index ${container} ${kind}`, () =>
      indexSpace(this.drawing, container, kind, (row) => this.box(row)),
    );
  }

  /** Where the lines of a space end, bend and touch. */
  joints(container: number): Joints {
    return this.lazily(
      `joints ${container}`,
      () => new Joints(this.drawing, this.drawing.containers[container].rows, (row) => this.segments(row)),
    );
  }

  /** The dimension styles of the table, what is drawn in each, and how large. */
  get dimensionStyles(): readonly DimensionStyleFact[] {
    return this.lazily('dimension styles', () => dimensionStyleFacts(this.drawing, this));
  }

  /** Lines, ends and numbers that were once dimensions. */
  get looseDimensions(): readonly LooseDimension[] {
    return this.lazily('loose dimensions', () => looseDimensions(this.drawing, this));
  }

  /** Lines with an arrow and a text that are no leaders. */
  get looseLeaders(): readonly LooseLeader[] {
    return this.lazily('loose leaders', () => looseLeaders(this.drawing, this));
  }

  /** The viewports that show something of the model. */
  get viewports(): readonly ViewportFact[] {
    return this.lazily('viewports', () => viewportFacts(this.drawing));
  }

  /** Every sheet and viewport that shows an object, and how large. */
  appearances(row: number): readonly Appearance[] {
    return this.ofRow('appearances', row, () =>
      appearancesOf(this.drawing, this.viewports, row, this.box(row)),
    );
  }

  /** Every way in which an object is seen on paper: by itself, or through the placements of the symbol that it is in. */
  occurrences(row: number): readonly Occurrence[] {
    if (this.drawing.containers[this.drawing.objects.container[row]].kind === 'symbol')
      return this.lazily(
        'occurrences',
        () => new Occurrences(this.drawing, this.looks, this.viewports, this.ways, (top) => this.box(top)),
      ).of(row);
    const look = this.look(row);
    return this.appearances(row).map((appearance) => ({ look, appearance, scale: 1 }));
  }

  /** The ways into symbols, through all placements around them. */
  private get ways(): WaysIn {
    return this.lazily('ways', () => new WaysIn(this.drawing, this.looks));
  }

  /** Paper mm of a drawing unit at the one scale that shows an object; null where none does, or several do. */
  oneScale(row: number): number | null {
    const shown = this.appearances(row);
    if (shown.length === 0) return null;
    const scale = shown[0].mmPerUnit.toPrecision(6);
    return shown.every(({ mmPerUnit }) => mmPerUnit.toPrecision(6) === scale) ? Number(scale) : null;
  }

  /**
   * Every sheet and viewport that shows the point of a text, by itself or through placements of its symbol: as it is seen, without its
   * letters laid out.
   */
  appearancesOfText(row: number): readonly Appearance[] {
    return this.ofRow('appearances of text', row, () => {
      const fact = this.lettering(row);
      if (fact && this.drawing.containers[this.drawing.objects.container[row]].kind === 'symbol')
        return this.look(row).shows ? textInside(this.drawing, this.viewports, this.ways, row, fact) : [];
      const [x, y] = fact?.at ?? [Number.NaN, Number.NaN];
      return appearancesOf(this.drawing, this.viewports, row, { minX: x, minY: y, maxX: x, maxY: y });
    });
  }

  /** The scales that an object is sized on paper for; empty for one that shows at every scale. */
  paperScales(row: number): readonly PaperScale[] {
    return this.lazily('paper scales', () => new PaperScales(this.drawing)).of(row);
  }

  /** The true size of what is drawn, by the labels beside its lines. */
  get units(): DrawingUnits {
    return this.lazily('units', () => unitsOf(this.drawing));
  }

  /**
   * What a unit of the drawing is, mm; null where it names none, or where the labels beside its lines speak of another: what is
   * drawn by it would come out a thousand times too large.
   */
  get certainUnitMm(): number | null {
    const { unitMm } = this.drawing;
    const { mmPerUnit } = this.units;
    if (unitMm === null || mmPerUnit === null) return unitMm;
    return Math.abs(mmPerUnit / unitMm - 1) < 1e-3 ? unitMm : null;
  }

  /** Whether an object of the model or of a sheet is drawn with a pattern. */
  isPatterned(row: number): boolean {
    return this.lazily('patterned', () => new Patterned(this.drawing)).has(row);
  }

  linetype(row: number): LinetypeFact {
    return linetypeFact(this.drawing, row, this.look(row));
  }

  private lazily<T>(name: string, work: () => T): T {
    if (!this.once.has(name)) this.once.set(name, work());
    return this.once.get(name) as T;
  }

  private ofRow<T>(name: string, row: number, work: () => T): T {
    let known = this.byRow.get(name);
    if (!known) {
      known = new Array(this.drawing.objects.count);
      this.byRow.set(name, known);
    }
    const before = known[row];
    if (before !== undefined) return before as T;
    const made = work();
    known[row] = made;
    return made;
  }
}

const kept = new WeakMap<Drawing, Facts>();

/** The facts of a drawing; the same for everybody who asks with the same default width. */
export function factsOf(drawing: Drawing, defaultWidthMm: number): Facts {
  const known = kept.get(drawing);
  if (known?.defaultWidthMm === defaultWidthMm) return known;
  const facts = new Facts(drawing, defaultWidthMm);
  kept.set(drawing, facts);
  return facts;
}
