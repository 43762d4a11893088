import { BASE_LAYER } from '../../../drawing/effective';
import { kindOf } from '../../../dxf/drawing';
import { countOf } from '../../../dxf/object-kinds';
import { isDefinitionPointLayer } from '../../../dxf/reserved';
import { groupBy, isPlaced, placesOf } from '../../context';
import type { Rule } from '../../rule';
import { moveToChosen } from './shared';

export const objectsBaseLayer: Rule = {
  meta: {
    id: 'objects/base-layer',
    title: 'Content on a reserved layer',
    checks: 'Nothing is drawn on the base layer, nor on the layer for definition points of dimensions.',
    why: 'The base layer means “take it from the placement” inside symbols; content on the definition-point layer never prints.',
    weight: 'must',
    correction: 'choice',
    source: 'Need C2',
  },

  *check({ drawing, layers, standardLayers }) {
    for (const [key, use] of layers) {
      const base = use.name === BASE_LAYER;
      if ((!base && !isDefinitionPointLayer(use.name)) || standardLayers.has(key)) continue;
      // A viewport on the definition-point layer is the usual way to keep its frame from printing.
      const rows = use.rows.filter(
        (row) =>
          isPlaced(drawing, row) &&
          kindOf(drawing, row) !== 'viewport' &&
          (base || kindOf(drawing, row) !== 'point'),
      );
      for (const [kind, group] of groupBy(rows, (row) => kindOf(drawing, row)))
        yield {
          message: base
            ? `${countOf(kind, group.length)} on the base layer “0”.`
            : `${countOf(kind, group.length)} on “${use.name}”, which never prints.`,
          expected: 'a layer of the standard',
          found: use.name,
          ...placesOf(drawing, group),
          subject: { layer: use.name, kind },
        };
    }
  },

  correct: moveToChosen,
};
