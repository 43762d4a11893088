import { DEEPEST } from '../../drawing/walk';
import { type Drawing, kindOf } from '../../dxf/drawing';
import { foldName } from '../../dxf/interner';
import { shapeOf } from '../../dxf/read/decode';
import { planOf } from '../../geometry/space';
import { scaleOf } from '../../geometry/transform';

/** Scales that one symbol is looked at in: a survey comes at one or two, a tree symbol at a thousand. */
const MOST_SCALES = 20;
/** Placements that are gone through. */
const MOST_PLACEMENTS = 200_000;
/** Placements stretched by more than this, one way against the other, say nothing of lengths. */
const STRETCHED = 1e-3;

/**
 * At which scales symbols are placed in the model, by themselves or within others.
 * @param wanted numbers of the symbols' containers; what holds none of them is not gone through
 * @returns drawing units to a unit of the symbol, by container; symbols that are not placed are left out
 */
export function placedScales(
  drawing: Drawing,
  wanted: ReadonlySet<number>,
): ReadonlyMap<number, ReadonlySet<number>> {
  const found = new Map<number, Set<number>>();
  const leads = leadingTo(drawing, wanted);
  const seen = new Set<string>();
  let gone = 0;
  const go = (container: number, scale: number, depth: number): void => {
    if (depth > DEEPEST) return;
    for (const row of drawing.containers[container].rows) {
      if (kindOf(drawing, row) !== 'symbol') continue;
      if (++gone > MOST_PLACEMENTS) return;
      const shape = shapeOf(drawing, row);
      if (shape?.type !== 'placement' || shape.spaces.length === 0) continue;
      const inner = drawing.symbols.get(foldName(shape.symbol));
      if (!inner || !leads.has(inner.container)) continue;
      const t = planOf(shape.spaces[0]);
      const [across, along] = [Math.hypot(t[0], t[1]), Math.hypot(t[2], t[3])];
      if (!(Math.abs(across / along - 1) < STRETCHED)) continue;
      const own = Number((scale * scaleOf(t)).toPrecision(9));
      const key = `${inner.container}|${own}`;
      if (!(own > 0) || seen.has(key)) continue;
      seen.add(key);
      if (wanted.has(inner.container)) {
        const scales = found.get(inner.container) ?? new Set();
        found.set(inner.container, scales);
        if (scales.size < MOST_SCALES) scales.add(own);
      }
      go(inner.container, own, depth + 1);
    }
  };
  go(0, 1, 0);
  return found;
}

/** Symbols that are wanted, and those that hold one, at any depth. */
function leadingTo(drawing: Drawing, wanted: ReadonlySet<number>): ReadonlySet<number> {
  const holders = new Map<number, Set<number>>();
  for (const { container } of drawing.symbols.values())
    for (const row of drawing.containers[container].rows) {
      if (kindOf(drawing, row) !== 'symbol') continue;
      const shape = shapeOf(drawing, row);
      const inner = shape?.type === 'placement' ? drawing.symbols.get(foldName(shape.symbol)) : undefined;
      if (!inner) continue;
      const by = holders.get(inner.container) ?? new Set();
      holders.set(inner.container, by.add(container));
    }
  const leads = new Set(wanted);
  for (const container of leads) for (const holder of holders.get(container) ?? []) leads.add(holder);
  return leads;
}
