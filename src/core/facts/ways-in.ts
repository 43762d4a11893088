import type { Effective, EffectiveLooks } from '../drawing/effective';
import { DEEPEST, plansOf } from '../drawing/walk';
import { type Drawing, kindOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { shapeOf } from '../dxf/read/decode';
import { compose, type Transform } from '../geometry/transform';
import { oncePer } from '../once';

/** Ways into a symbol that are looked for, that are followed, and that are followed at one size: a component can be placed by the thousand. */
const MOST_FOUND = 5000;
const MOST_WAYS = 64;
const MOST_OF_ONE_SIZE = 16;

/** Rows of the placements of each symbol, by the number of its container; those inside other symbols among them. */
export const placementsBySymbol: (drawing: Drawing) => ReadonlyMap<number, readonly number[]> = oncePer(
  (drawing) => [drawing],
  (drawing) => {
    const rows = new Map<number, number[]>();
    for (let row = 0; row < drawing.objects.count; row++) {
      if (kindOf(drawing, row) !== 'symbol') continue;
      const shape = shapeOf(drawing, row);
      const symbol = shape?.type === 'placement' ? drawing.symbols.get(foldName(shape.symbol)) : undefined;
      if (!symbol || symbol.external) continue;
      const known = rows.get(symbol.container);
      if (known) known.push(row);
      else rows.set(symbol.container, [row]);
    }
    return rows;
  },
);

/** A way into a symbol: through one placement in the model or on a sheet, and those in symbols within it. */
export interface Way {
  /** Row of the outermost placement. */
  readonly top: number;
  /** From the symbol's coordinates to those around the outermost placement. */
  readonly t: Transform;
  /** As the innermost placement looks: what is in the symbol can take that from it. */
  readonly look: Effective;
}

/** Some ways of each size, in their order: the one placement that is ten times as large is among them. */
function ofEachSize(ways: readonly Way[]): readonly Way[] {
  if (ways.length <= MOST_OF_ONE_SIZE) return ways;
  const counts = new Map<string, number>();
  return ways
    .filter(({ t }) => {
      const size = `${Math.hypot(t[0], t[1]).toPrecision(4)} ${Math.hypot(t[2], t[3]).toPrecision(4)}`;
      const count = (counts.get(size) ?? 0) + 1;
      counts.set(size, count);
      return count <= MOST_OF_ONE_SIZE;
    })
    .slice(0, MOST_WAYS);
}

/** The ways into symbols; what is frozen on one hides what is in it. */
export class WaysIn {
  private readonly known = new Map<number, readonly Way[]>();

  constructor(
    private readonly drawing: Drawing,
    private readonly looks: EffectiveLooks,
  ) {}

  /** @param container number of a symbol's container */
  into(container: number, depth = 0): readonly Way[] {
    const known = this.known.get(container);
    if (known) return known;
    // A symbol inside itself is not entered.
    this.known.set(container, []);
    const ways: Way[] = [];
    for (const row of depth > DEEPEST ? [] : (placementsBySymbol(this.drawing).get(container) ?? [])) {
      if (ways.length >= MOST_FOUND) break;
      ways.push(...this.through(row, depth));
    }
    const kept = ofEachSize(ways);
    this.known.set(container, kept);
    return kept;
  }

  private through(row: number, depth: number): Way[] {
    const { drawing } = this;
    const shape = shapeOf(drawing, row);
    if (shape?.type !== 'placement' || drawing.objects.invisible[row] === 1) return [];
    const own = plansOf(drawing, shape, MOST_WAYS);
    const container = drawing.objects.container[row];
    const outer: readonly (Way | null)[] =
      drawing.containers[container].kind === 'symbol' ? this.into(container, depth + 1) : [null];
    return outer.flatMap((around) => {
      const look = this.looks.of(row, around?.look ?? null);
      if (drawing.layerByName.get(foldName(look.layer))?.frozen) return [];
      return own.map((inner) => ({
        top: around?.top ?? row,
        t: around ? compose(around.t, inner) : inner,
        look,
      }));
    });
  }
}
