import { type Drawing, layerNameOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { placedSymbols } from '../facts/placed-symbols';
import { type StandardSymbol, symbolOf, symbolSchema } from '../standard/symbols';

/** Symbols that a standard can hold. */
const MOST = 5000;

/** The symbols that a drawing places, by name, each with the layer that all its placements lie on. */
export function learnSymbols(drawing: Drawing, layers: ReadonlySet<string>): StandardSymbol[] {
  const placed = [...placedSymbols(drawing).values()].sort((a, b) => b.rows.length - a.rows.length);
  const symbols = placed.slice(0, MOST).flatMap(({ symbol, rows }) => {
    const on = new Set(rows.map((row) => foldName(layerNameOf(drawing, row))));
    const layer = layerNameOf(drawing, rows[0]);
    const own = on.size === 1 && layers.has(foldName(layer)) ? layer : '';
    const made = symbolSchema.safeParse(symbolOf({ name: symbol.name, layer: own }));
    return made.success ? [made.data] : [];
  });
  return symbols.sort((a, b) => a.name.localeCompare(b.name));
}
