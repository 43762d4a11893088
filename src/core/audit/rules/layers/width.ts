import { formatWidth } from '../../context';
import type { Rule } from '../../rule';
import { correctProperty, knownLayers, propertyDiffers } from './shared';

export const layersWidth: Rule = {
  meta: {
    id: 'layers/width',
    title: 'Layer width differs',
    checks: 'Each layer has the pen width that the standard gives it.',
    why: 'The order of widths is what lets a drawing be read on paper: outline before dimension before hidden line.',
    weight: 'must',
    correction: 'automatic',
    source: 'Needs A1, A3, C1',
  },

  *check(context) {
    const { drawing, standard } = context;
    if (!drawing.holdsWidths) return;
    for (const { record, wanted } of knownLayers(context)) {
      if (record.width < 0) continue;
      const foundMm = record.width / 100;
      if (wanted.widthMm === foundMm) continue;
      yield propertyDiffers(context, record, wanted, 'width', {
        message: `Layer “${record.name}” prints at ${foundMm} mm.`,
        expected: formatWidth(wanted.widthMm, standard.pens.defaultMm),
        found: formatWidth(foundMm, standard.pens.defaultMm),
      });
    }
  },

  correct: (context, finding) =>
    correctProperty(context, finding, (record, wanted) =>
      context.editor.setLayerWidth(record, wanted.widthMm),
    ),
};
