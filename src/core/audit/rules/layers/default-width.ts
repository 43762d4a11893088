import type { Rule } from '../../rule';
import { penWidth } from '../../value';
import { knownLayers, propertyDiffers, setProperty } from './shared';

const messages = {
  left: (layer: string, defaultMm: number) =>
    `Layer “${layer}” is left at the default width, which prints at ${defaultMm} mm.`,
};

export const layersDefaultWidth: Rule = {
  meta: {
    id: 'layers/default-width',
    title: 'Width left at the default',
    stage: 'looks',
    weight: 'must',
    correction: 'automatic',
    what: 'No layer is left at the default width where the standard decides on one.',
    why: 'With every layer at the default all lines print alike: outlines, dimensions and hidden lines cannot be told apart.',
    source: 'Practice: a hierarchy of pens, known defaults',
    followsLayer: true,
  },

  *check(context) {
    const { drawing, standard } = context;
    if (!drawing.holdsWidths) return;
    const { defaultMm } = standard.pens;
    for (const { record, wanted } of knownLayers(context)) {
      if (record.width >= 0 || wanted.widthMm === null) continue;
      yield propertyDiffers(context, record, wanted, 'width', {
        message: messages.left(record.name, defaultMm),
        expected: penWidth(wanted.widthMm, defaultMm),
        found: penWidth(null, defaultMm),
      });
    }
  },

  settle: setProperty('width'),
};
