import type { Rule } from '../../rule';
import { penWidth } from '../../value';
import { knownLayers, propertyDiffers, setProperty } from './shared';

const messages = {
  differs: (layer: string, foundMm: number) => `Layer “${layer}” prints at ${foundMm} mm.`,
};

export const layersWidth: Rule = {
  meta: {
    id: 'layers/width',
    title: 'Layer width differs',
    stage: 'looks',
    weight: 'must',
    correction: 'automatic',
    what: 'Each layer has the pen width that the standard gives it.',
    why: 'The order of widths is what lets a drawing be read on paper: outline before dimension before hidden line.',
    source: 'Practice: a hierarchy of pens, layers with their properties',
    followsLayer: true,
  },

  *check(context) {
    const { drawing, standard } = context;
    if (!drawing.holdsWidths) return;
    for (const { record, wanted } of knownLayers(context)) {
      if (record.width < 0) continue;
      const foundMm = record.width / 100;
      if (wanted.widthMm === foundMm) continue;
      yield propertyDiffers(context, record, wanted, 'width', {
        message: messages.differs(record.name, foundMm),
        expected: penWidth(wanted.widthMm, standard.pens.defaultMm),
        found: penWidth(foundMm, standard.pens.defaultMm),
      });
    }
  },

  settle: setProperty('width'),
};
