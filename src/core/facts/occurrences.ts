import type { Effective, EffectiveLooks } from '../drawing/effective';
import { modelSheetsOf } from '../drawing/sheets/model-sheets';
import { DEEPEST } from '../drawing/walk';
import type { Drawing } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { shapeOf } from '../dxf/read/decode';
import { type Box, boxOfPoints, cornersOf } from '../geometry/box';
import { planOf } from '../geometry/space';
import { applyToPoints, type Transform } from '../geometry/transform';
import { type Appearance, holds, placesOnPaper, type ViewportFact } from './paper';
import { placementsBySymbol, type Way, type WaysIn } from './ways-in';

/** How an object comes out at one place on paper: itself, or through placements of the symbol that it is in. */
export interface Occurrence {
  /** As it looks there: what it takes from the placements around it is taken in. */
  readonly look: Effective;
  readonly appearance: Appearance;
  /**
   * Units of the model or of the sheet to a unit of the object's own space, the smaller one where a placement is stretched, and the smallest where several
   * placements come out alike.
   */
  readonly scale: number;
}

const smallerScale = (t: Transform): number => Math.min(Math.hypot(t[0], t[1]), Math.hypot(t[2], t[3]));

/** Where symbols are seen, and how what is in them takes its looks there; placements that come out alike are kept once. */
export class Occurrences {
  private readonly bySymbol = new Map<number, readonly Occurrence[]>();
  /** What was told of the objects of each symbol, by how they look by themselves. */
  private readonly byLook = new Map<number, Map<Effective, readonly Occurrence[]>>();
  private readonly wideWays = new Map<number, readonly Way[]>();
  private readonly hiddenIn: ReadonlyMap<string, ReadonlySet<string>>;

  constructor(
    private readonly drawing: Drawing,
    private readonly looks: EffectiveLooks,
    private readonly viewports: readonly ViewportFact[],
    private readonly ways: WaysIn,
    private readonly boxOf: (row: number) => Box | null,
  ) {
    this.hiddenIn = new Map(viewports.map(({ handle, hiddenLayers }) => [handle, hiddenLayers]));
  }

  /** Every way in which an object inside a symbol is seen on paper; none where the symbol is not placed, or no sheet shows it. */
  of(row: number): readonly Occurrence[] {
    const container = this.drawing.objects.container[row];
    let known = this.byLook.get(container);
    if (!known) {
      known = new Map();
      this.byLook.set(container, known);
    }
    // What looks alike by itself looks alike in each placement, and a symbol can hold very many such objects.
    const own = this.looks.of(row, null);
    let seen = known.get(own);
    if (!seen) {
      seen = this.placementsOf(container, 0).flatMap((one): Occurrence[] => {
        const look = this.looks.of(row, one.look);
        return look.shows && !this.isHidden(look, one.appearance) ? [{ ...one, look }] : [];
      });
      known.set(own, seen);
    }
    const wide = this.wideWaysInto(container);
    return wide.length === 0 ? seen : [...seen, ...wide.flatMap((way) => this.inFrames(row, way))];
  }

  /** Ways through placements that reach beyond the frames in the model: which of those an object lies in, only its own place tells. */
  private wideWaysInto(container: number): readonly Way[] {
    let wide = this.wideWays.get(container);
    if (!wide) {
      const frames = modelSheetsOf(this.drawing);
      wide =
        frames.length === 0
          ? []
          : this.ways.into(container).filter(({ top }) => {
              const box = this.boxOf(top);
              const inModel = this.drawing.containers[this.drawing.objects.container[top]].kind === 'model';
              return inModel && box !== null && !frames.some((frame) => holds(frame.box, box));
            });
      this.wideWays.set(container, wide);
    }
    return wide;
  }

  private inFrames(row: number, { top, t, look: around }: Way): Occurrence[] {
    const box = this.boxOf(row);
    const look = this.looks.of(row, around);
    if (!box || !look.shows) return [];
    const here = boxOfPoints(applyToPoints(t, cornersOf(box)));
    const scale = smallerScale(t);
    return placesOnPaper(this.drawing, [], top, here).map((appearance) => ({ look, appearance, scale }));
  }

  /** How the placements of a symbol are seen: their own looks, and the scale that they give to what is in them. */
  private placementsOf(container: number, depth: number): readonly Occurrence[] {
    const known = this.bySymbol.get(container);
    if (known) return known;
    // A symbol inside itself is not entered.
    this.bySymbol.set(container, []);
    const found = new Map<Effective, Map<string, Occurrence>>();
    for (const row of depth > DEEPEST ? [] : (placementsBySymbol(this.drawing).get(container) ?? []))
      for (const one of this.ofPlacement(row, depth)) {
        const { sheet, viewport, mmPerUnit } = one.appearance;
        const key = [sheet, viewport, mmPerUnit].join('\n');
        let alike = found.get(one.look);
        if (!alike) {
          alike = new Map();
          found.set(one.look, alike);
        }
        const before = alike.get(key);
        if (!before || one.scale < before.scale) alike.set(key, one);
      }
    const all = [...found.values()].flatMap((alike) => [...alike.values()]);
    this.bySymbol.set(container, all);
    return all;
  }

  private ofPlacement(row: number, depth: number): Occurrence[] {
    const { drawing } = this;
    const shape = shapeOf(drawing, row);
    if (shape?.type !== 'placement' || shape.spaces.length === 0 || drawing.objects.invisible[row] === 1)
      return [];
    const own = smallerScale(planOf(shape.spaces[0]));
    if (!(own > 0)) return [];
    const around = drawing.containers[drawing.objects.container[row]];
    const outer =
      around.kind === 'symbol'
        ? this.placementsOf(drawing.objects.container[row], depth + 1)
        : placesOnPaper(drawing, this.viewports, row, this.boxOf(row))
            // A symbol that reaches beyond a frame can hold several, each at a scale of its own: see wideWaysInto.
            .filter(({ viewport, whole }) => viewport !== '' || whole)
            .map((appearance) => ({ look: null, appearance, scale: 1 }));
    return outer.flatMap(({ look: outside, appearance, scale }): Occurrence[] => {
      const look = this.looks.of(row, outside);
      // Frozen hides what is in a placement with it; off hides only what takes its layer from it.
      const frozen = drawing.layerByName.get(foldName(look.layer))?.frozen ?? false;
      return frozen || this.isHidden(look, appearance) ? [] : [{ look, appearance, scale: scale * own }];
    });
  }

  private isHidden({ layer }: Effective, { viewport }: Appearance): boolean {
    return this.hiddenIn.get(viewport)?.has(foldName(layer)) ?? false;
  }
}
