import { foldName } from '../../../dxf/interner';
import { clauseOf } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  undefined: (layer: string) => `Objects are on layer “${layer}”, but the drawing does not define it.`,
  required: (layer: string) => `The drawing lacks the required layer “${layer}”.`,
};

export const layersMissing: Rule = {
  meta: {
    id: 'layers/missing',
    title: 'Required layer missing',
    stage: 'records',
    weight: 'must',
    correction: 'automatic',
    what: 'Every layer that the standard requires, or that objects are on, has a record in the drawing.',
    why: 'Whoever goes on drawing finds no place for the content and makes one up.',
    source: 'Practice: layers of the standard, all of them',
    followsLayer: true,
  },

  *check({ standard, layers }) {
    for (const layer of standard.layers) {
      const use = layers.get(foldName(layer.name));
      if (use?.record || (!layer.required && !use)) continue;
      yield {
        message: use ? messages.undefined(layer.name) : messages.required(layer.name),
        expected: words(`layer ${layer.name}`),
        found: words('none'),
        rows: use?.rows ?? [],
        record: { table: 'layer', name: layer.name },
        subject: { layer: layer.name },
        ...clauseOf(layer),
        remedy: `Adds the layer ${layer.name}.`,
        marksLayer: foldName(layer.name),
      };
    }
  },

  settle({ standardLayers }, { subject }) {
    const layer = standardLayers.get(foldName(subject.layer ?? ''));
    return layer
      ? { operations: [{ type: 'add layer', layer: layer.name }] }
      : { refused: 'The standard no longer has this layer.' };
  },
};
