import { type Drawing, inDrawOrder, kindOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { shapeOf } from '../dxf/read/decode';
import type { EndlessShape, LeafShape, Part, PlacementShape, ViewportShape } from '../dxf/shapes';
import { composeSpace, IDENTITY_SPACE, moved, planOf, type Space } from '../geometry/space';
import type { Transform } from '../geometry/transform';
import { CONTINUOUS, type Effective, type EffectiveLooks } from './effective';
import { frameParts } from './tolerance-frame';

/** Symbols within symbols deeper than this are a fault of the file. */
export const DEEPEST = 64;

/**
 * From a symbol's coordinates to those around a placement of it, seen from above: one for each copy, the first `most` of them.
 */
export function plansOf(drawing: Drawing, { symbol, spaces }: PlacementShape, most: number): Transform[] {
  const [x, y, z] = drawing.symbols.get(foldName(symbol))?.base ?? [0, 0, 0];
  return spaces.slice(0, most).map((space) => planOf(composeSpace(space, moved(-x, -y, -z))));
}

/** Where a walk is: the object, and the placements around it. */
export interface Step {
  /** Row of the object itself. */
  readonly row: number;
  /** Row of the outermost placement around it, its own where there is none. */
  readonly top: number;
  /** Placements around it. */
  readonly depth: number;
  /** From the object's own space to that of the walk. */
  readonly space: Space;
  readonly look: Effective;
}

/** What takes in the objects of a walk. */
export interface WalkSink {
  /** A shape that is drawn. Compound objects come part by part, each with its own look. */
  shape(shape: LeafShape, at: Step): void;
  viewport?(shape: ViewportShape, at: Step): void;
  endless?(shape: EndlessShape, at: Step): void;
  /**
   * One copy of a placement, before what is in it.
   * @param space from the symbol's definition, its base point taken off, to the space of the walk
   * @returns false to leave out what is in it
   */
  placement?(symbol: string, space: Space, at: Step): boolean;
  /** Something that has no picture: an object of an unknown kind, a symbol that is not there. */
  left?(what: string, row: number): void;
  /** True when enough was seen. */
  isFull?(): boolean;
}

/** How objects look to a walk that does not ask. */
const ANY_LOOK: Effective = {
  layer: '0',
  colour: { number: 7 },
  colourFrom: 'default',
  linetype: CONTINUOUS,
  linetypeFrom: 'default',
  widthMm: 0,
  widthFrom: 'default',
  colourBy: null,
  linetypeBy: null,
  widthBy: null,
  shows: true,
  prints: true,
};

/**
 * The one way over a drawing with its symbols: picture, extents and facts all go it, so that they agree on what is
 * there. Drawings that are only referred to have no content here; a symbol inside itself is not entered; definitions
 * of attributes show in the symbol's own drawing and not where it is placed.
 */
export class Walk {
  private readonly open = new Set<number>();

  /**
   * @param looks how objects look; with it, what is switched off, frozen or invisible is left out. Without it everything
   *   that has a place is walked over, whether it shows or not.
   */
  constructor(
    private readonly drawing: Drawing,
    private readonly sink: WalkSink,
    private readonly looks: EffectiveLooks | null,
  ) {}

  /** Every object of a container, from the back to the front. */
  container(index: number, space: Space = IDENTITY_SPACE): void {
    for (const row of inDrawOrder(this.drawing, index)) {
      if (this.sink.isFull?.()) return;
      this.row(row, space);
    }
  }

  /** One object, and what is in it where it is a placement. */
  row(row: number, space: Space = IDENTITY_SPACE): void {
    this.visit(row, space, null, row, 0);
  }

  private visit(row: number, space: Space, placement: Effective | null, top: number, depth: number): void {
    const { drawing, sink } = this;
    if (sink.isFull?.()) return;
    if (this.looks && drawing.objects.invisible[row] === 1) return;
    if (depth > 0 && isAttributeDefinition(drawing, row)) return;
    const look = this.looks ? this.looks.of(row, placement) : ANY_LOOK;
    const shape = shapeOf(drawing, row);
    if (!shape) {
      sink.left?.(kindOf(drawing, row), row);
      return;
    }
    const at: Step = { row, top, depth, space, look };
    switch (shape.type) {
      case 'placement':
        this.place(shape.symbol, shape.spaces, at);
        return;
      case 'compound':
        for (const part of shape.parts) this.part(part, at);
        return;
      case 'tolerance frame':
        for (const part of frameParts(shape)) this.part(part, at);
        return;
      case 'viewport':
        if (look.shows) sink.viewport?.(shape, at);
        return;
      case 'endless':
        if (look.shows) sink.endless?.(shape, at);
        return;
      default:
        if (look.shows) sink.shape(shape, at);
    }
  }

  private part(part: Part, at: Step): void {
    const look = lookOfPart(part, at.look);
    const own = look === at.look ? at : { ...at, look };
    if (part.shape.type === 'placement') this.place(part.shape.symbol, part.shape.spaces, own);
    else if (at.look.shows) this.sink.shape(part.shape, own);
  }

  private place(name: string, spaces: readonly Space[], at: Step): void {
    const { drawing, sink } = this;
    const symbol = drawing.symbols.get(foldName(name));
    if (!symbol || symbol.external) {
      sink.left?.(symbol ? 'drawing referred to' : 'symbol without a definition', at.row);
      return;
    }
    if (at.depth >= DEEPEST || this.open.has(symbol.container)) {
      sink.left?.('symbol inside itself', at.row);
      return;
    }
    // A frozen layer hides the whole placement; a layer that is off hides only what takes its layer from it.
    if (this.looks && drawing.layerByName.get(foldName(at.look.layer))?.frozen) return;
    this.open.add(symbol.container);
    const base = moved(-symbol.base[0], -symbol.base[1], -symbol.base[2]);
    const children = inDrawOrder(drawing, symbol.container);
    for (const own of spaces) {
      const inner = composeSpace(composeSpace(at.space, own), base);
      if (sink.placement?.(symbol.name, inner, at) === false) continue;
      for (const child of children) this.visit(child, inner, at.look, at.top, at.depth + 1);
      if (sink.isFull?.()) break;
    }
    this.open.delete(symbol.container);
  }
}

/** How a part looks that says something of its own. */
function lookOfPart(part: Part, whole: Effective): Effective {
  if (!part.colour && part.linetype === undefined && part.widthMm === undefined) return whole;
  return {
    ...whole,
    ...(part.colour ? { colour: part.colour, colourFrom: 'own' as const, colourBy: null } : {}),
    ...(part.linetype !== undefined
      ? { linetype: part.linetype, linetypeFrom: 'own' as const, linetypeBy: null }
      : {}),
    ...(part.widthMm !== undefined
      ? { widthMm: part.widthMm, widthFrom: 'own' as const, widthBy: null }
      : {}),
  };
}

/** A definition of an attribute: the form of a label that each placement fills in. */
export const isAttributeDefinition = (drawing: Drawing, row: number): boolean =>
  drawing.document.names.text(drawing.objects.entity[row]) === 'ATTDEF';
