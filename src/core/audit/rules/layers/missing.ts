import { foldName } from '../../../dxf/interner';
import { findLinetype } from '../../../standard/standard';
import { placesOf } from '../../context';
import type { Rule } from '../../rule';

export const layersMissing: Rule = {
  meta: {
    id: 'layers/missing',
    title: 'Required layer missing',
    checks: 'Every layer that the standard requires, or that objects are on, has a record in the drawing.',
    why: 'Whoever goes on drawing finds no place for the content and makes one up.',
    weight: 'must',
    correction: 'automatic',
    source: 'Need C1',
  },

  *check({ drawing, standard, layers }) {
    for (const layer of standard.layers) {
      const use = layers.get(foldName(layer.name));
      if (use?.record || (!layer.required && !use)) continue;
      yield {
        message: use
          ? `Objects are on layer “${layer.name}”, but the drawing does not define it.`
          : `The drawing lacks the required layer “${layer.name}”.`,
        expected: `layer ${layer.name}`,
        found: 'none',
        ...placesOf(drawing, use?.rows ?? []),
        record: { table: 'layer' as const, name: layer.name },
        subject: { layer: layer.name },
        ...(layer.clause === '' ? {} : { clause: layer.clause }),
      };
    }
  },

  correct({ standardLayers, standard, editor }, finding) {
    const layer = standardLayers.get(foldName(finding.subject.layer ?? ''));
    if (!layer) return [];
    editor.addLayer(layer, findLinetype(standard, layer.linetype));
    return [
      {
        rule: finding.rule,
        handle: '',
        kind: 'layer',
        property: 'record',
        where: 'layers',
        before: 'none',
        after: layer.name,
      },
    ];
  },
};
