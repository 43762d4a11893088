import { BASE_LAYER } from '../../../drawing/effective';
import { kindOf } from '../../../dxf/drawing';
import { isDefinitionPointLayer } from '../../../dxf/reserved';
import { groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { named, words } from '../../value';
import { byKind, moveOption, movesObjects } from './shared';

const messages = {
  base: (what: string) => `${what} on the base layer “0”.`,
  definitionPoints: (what: string, layer: string) => `${what} on “${layer}”, which never prints.`,
};

export const objectsBaseLayer: Rule = {
  meta: {
    id: 'objects/base-layer',
    title: 'Content on a reserved layer',
    stage: 'layers',
    weight: 'must',
    correction: 'choice',
    what: 'Nothing is drawn on the base layer, nor on the layer for definition points of dimensions.',
    why: 'The base layer means “take it from the placement” inside symbols; content on the definition-point layer never prints.',
    source: 'Practice: objects on the layer for what they are',
  },

  *check({ drawing, layers, standardLayers, excepts }) {
    for (const [key, use] of layers) {
      const base = use.name === BASE_LAYER;
      if ((!base && !isDefinitionPointLayer(use.name)) || standardLayers.has(key)) continue;
      // A viewport on the definition-point layer is the usual way to keep its frame from printing.
      const rows = use.rows.filter(
        (row) =>
          isPlaced(drawing, row) &&
          kindOf(drawing, row) !== 'viewport' &&
          (base || kindOf(drawing, row) !== 'point') &&
          !excepts(row),
      );
      yield* byKind(
        groupBy(rows, (row) => kindOf(drawing, row)),
        (kind, counted, group) => ({
          message: base ? messages.base(counted) : messages.definitionPoints(counted, use.name),
          expected: words('a layer of the standard'),
          found: named(use.name),
          rows: group,
          subject: { layer: use.name, kind },
          options: [moveOption(group.length)],
        }),
      );
    }
  },

  ...movesObjects,
};
