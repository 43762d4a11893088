import { BoxSink, outlineShape } from '../drawing/extents';
import type { OutlineSink } from '../drawing/outline';
import { frameParts } from '../drawing/tolerance-frame';
import { DEEPEST, isAttributeDefinition, Walk } from '../drawing/walk';
import { type Drawing, inDrawOrder } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { shapeOf } from '../dxf/read/decode';
import type { LeafShape, Part, PlacementShape, ViewportShape } from '../dxf/shapes';
import { type Box, emptyBox, include, isEmpty } from '../geometry/box';
import { convexHull } from '../geometry/convex-hull';
import { type AxisEllipse, includeEllipse, toAxes } from '../geometry/ellipse';
import { composeSpace, IDENTITY_SPACE, moved, planOf, type Space } from '../geometry/space';
import { applyX, applyY, IDENTITY, type Transform } from '../geometry/transform';

/** What of a symbol can lie farthest out, whichever way it is placed: corners on its hull, and its arcs. */
interface SymbolOutline {
  /** x, y, x, y … */
  readonly hull: readonly number[];
  readonly arcs: readonly AxisEllipse[];
}

const EMPTY: SymbolOutline = { hull: [], arcs: [] };

/** Hulls are only worth making of more corners than this. */
const FEW = 24;
/** A symbol of more corners than this is looked at through its hull as it grows, so that memory stays small. */
const MANY = 20_000;

/** Takes in outlines: as a box, and as what can lie farthest out of it. */
class Gathering implements OutlineSink {
  points: number[] = [];
  readonly arcs: AxisEllipse[] = [];

  move(x: number, y: number): void {
    this.points.push(x, y);
    if (this.points.length > MANY) this.points = convexHull(this.points);
  }
  line(x: number, y: number): void {
    this.move(x, y);
  }
  arc(arc: AxisEllipse): void {
    this.arcs.push(arc);
  }
  close(): void {}

  include(outline: SymbolOutline, t: Transform): void {
    for (let i = 0; i + 1 < outline.hull.length; i += 2)
      this.move(
        applyX(t, outline.hull[i], outline.hull[i + 1]),
        applyY(t, outline.hull[i], outline.hull[i + 1]),
      );
    for (const arc of outline.arcs) this.arcs.push(through(arc, t));
  }

  box(): Box | null {
    const box = emptyBox();
    for (let i = 0; i + 1 < this.points.length; i += 2) include(box, this.points[i], this.points[i + 1]);
    for (const arc of this.arcs) includeEllipse(box, arc);
    return isEmpty(box) ? null : box;
  }

  outline(): SymbolOutline {
    return { hull: this.points.length > 2 * FEW ? convexHull(this.points) : this.points, arcs: this.arcs };
  }
}

/** An arc on its own axes seen through a transform. */
function through(arc: AxisEllipse, t: Transform): AxisEllipse {
  const [c, s] = [Math.cos(arc.rotation), Math.sin(arc.rotation)];
  return toAxes([arc.x, arc.y], [arc.rx * c, arc.rx * s], [-arc.ry * s, arc.ry * c], arc.from, arc.to, t);
}

/** In plan, heights within a symbol shift nothing unless the space it is placed in leans. */
const leans = (m: Space): boolean => m[2] !== 0 || m[6] !== 0;

/**
 * Boxes of the objects of a drawing where they stand, as extents gives them, with one difference: a symbol is looked at
 * once, however often it is placed. A placement's box is that of its corners and arcs, seen through the placement; it is
 * as exact as if everything in the symbol had been looked at again.
 */
export class Boxes {
  private readonly outlines = new Map<number, SymbolOutline>();
  private readonly open = new Set<number>();
  /** Something was left out of the outline that is being made. */
  private cutShort = false;
  private readonly known: (Box | null | undefined)[] = [];

  constructor(private readonly drawing: Drawing) {}

  /** Null for what cannot be drawn, has no end, or is empty. */
  of(row: number): Box | null {
    const known = this.known[row];
    if (known !== undefined) return known;
    const box = this.leafBox(row) ?? this.gathered(row);
    this.known[row] = box;
    return box;
  }

  /** The box of what is a shape by itself, without gathering anything; null for all else. */
  private leafBox(row: number): Box | null {
    const shape = shapeOf(this.drawing, row);
    if (shape?.type !== 'path' && shape?.type !== 'ellipse') return null;
    const sink = new BoxSink();
    outlineShape(shape, IDENTITY_SPACE, sink);
    return isEmpty(sink.box) ? null : sink.box;
  }

  private gathered(row: number): Box | null {
    const sink = new Gathering();
    this.take(row, IDENTITY_SPACE, sink, 0);
    return sink.box();
  }

  private take(row: number, space: Space, sink: Gathering, depth: number): void {
    const shape = shapeOf(this.drawing, row);
    if (!shape || shape.type === 'endless') return;
    switch (shape.type) {
      case 'placement':
        this.place(row, shape, space, sink, depth);
        return;
      case 'compound':
        for (const part of shape.parts) this.part(row, part, space, sink, depth);
        return;
      case 'tolerance frame':
        for (const part of frameParts(shape)) this.part(row, part, space, sink, depth);
        return;
      default:
        outlineShape(shape satisfies LeafShape | ViewportShape, space, sink);
    }
  }

  private part(row: number, { shape }: Part, space: Space, sink: Gathering, depth: number): void {
    if (shape.type === 'placement') this.place(row, shape, space, sink, depth);
    else outlineShape(shape, space, sink);
  }

  private place(row: number, shape: PlacementShape, outer: Space, sink: Gathering, depth: number): void {
    const symbol = this.drawing.symbols.get(foldName(shape.symbol));
    if (!symbol || symbol.external) return;
    if (depth >= DEEPEST || this.open.has(symbol.container)) {
      this.cutShort = true;
      return;
    }
    const base = moved(-symbol.base[0], -symbol.base[1], -symbol.base[2]);
    let outline: SymbolOutline | null = null;
    for (const own of shape.spaces) {
      const space = composeSpace(composeSpace(outer, own), base);
      if (leans(space)) {
        // Seen from the side, heights count: everything is looked at where it is.
        new Walk(this.drawing, { shape: (leaf, at) => outlineShape(leaf, at.space, sink) }, null).row(
          row,
          outer,
        );
        return;
      }
      outline ??= this.outlineOf(symbol.container, depth);
      sink.include(outline, space === IDENTITY_SPACE ? IDENTITY : planOf(space));
    }
  }

  private outlineOf(container: number, depth: number): SymbolOutline {
    const known = this.outlines.get(container);
    if (known) return known;
    const sink = new Gathering();
    this.open.add(container);
    for (const child of inDrawOrder(this.drawing, container))
      if (!isAttributeDefinition(this.drawing, child)) this.take(child, IDENTITY_SPACE, sink, depth + 1);
    this.open.delete(container);
    const outline = sink.points.length + sink.arcs.length === 0 ? EMPTY : sink.outline();
    // Where symbols go round in a circle, what is being looked at further up was left out here: that is not the whole.
    if (!this.cutShort) this.outlines.set(container, outline);
    if (this.open.size === 0) this.cutShort = false;
    return outline;
  }
}
