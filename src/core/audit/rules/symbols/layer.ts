import { BASE_LAYER } from '../../../drawing/effective';
import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { placedSymbols } from '../../../facts/placed-symbols';
import { takesKind } from '../../../standard/kind-families';
import { findSymbol } from '../../../standard/standard';
import { groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { offItsLayer } from '../objects/shared';
import { placements } from './shared';

export const symbolsLayer: Rule = {
  meta: {
    id: 'symbols/layer',
    title: 'Symbol on another layer than its own',
    stage: 'layers',
    weight: 'should',
    correction: 'automatic',
    what: 'A symbol that the standard gives a layer is placed on it. Inside other symbols it may take the layer of those.',
    why: 'A symbol takes its looks from the layer that it is placed on, and is switched off with it.',
    source: 'Practice: symbols have a natural layer',
  },

  *check({ drawing, standard, standardLayers, excepts }) {
    for (const { symbol, rows: all } of placedSymbols(drawing).values()) {
      const wanted = findSymbol(standard, symbol.name);
      // A layer that takes no symbols, and a symbol that belongs there: neither is held against a drawing.
      const own = wanted && standardLayers.get(foldName(wanted.layer));
      if (!own || !takesKind(own.kinds, 'symbol')) continue;
      const astray = all.filter((row) => {
        const layer = layerNameOf(drawing, row);
        return (
          foldName(layer) !== foldName(own.name) &&
          (isPlaced(drawing, row) || layer !== BASE_LAYER) &&
          !excepts(row)
        );
      });
      for (const rows of groupBy(astray, (row) => foldName(layerNameOf(drawing, row))).values()) {
        const layer = layerNameOf(drawing, rows[0]);
        const counted = placements(rows.length);
        yield offItsLayer({
          definition: { ...wanted, layer: own.name },
          kind: 'symbol',
          rows,
          layer,
          counted,
          called: `${counted} of symbol`,
        });
      }
    }
  },

  settle(context, finding) {
    const wanted = findSymbol(context.standard, finding.subject.value ?? '');
    return wanted && wanted.layer !== ''
      ? { operations: [{ type: 'move objects', rows: context.rowsOf(finding), to: wanted.layer }] }
      : { refused: 'The standard no longer gives this symbol a layer.' };
  },
};
