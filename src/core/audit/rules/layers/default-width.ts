import { formatWidth } from '../../context';
import type { Rule } from '../../rule';
import { correctProperty, knownLayers, propertyDiffers } from './shared';

export const layersDefaultWidth: Rule = {
  meta: {
    id: 'layers/default-width',
    title: 'Width left at the default',
    checks: 'No layer is left at the default width where the standard decides on one.',
    why: 'With every layer at the default all lines print alike: outlines, dimensions and hidden lines cannot be told apart.',
    weight: 'must',
    correction: 'automatic',
    source: 'Needs A3, C1',
  },

  *check(context) {
    const { drawing, standard } = context;
    if (!drawing.holdsWidths) return;
    for (const { record, wanted } of knownLayers(context)) {
      if (record.width >= 0 || wanted.widthMm === null) continue;
      yield propertyDiffers(context, record, wanted, 'width', {
        message: `Layer “${record.name}” is left at the default width, which prints at ${standard.pens.defaultMm} mm.`,
        expected: formatWidth(wanted.widthMm, standard.pens.defaultMm),
        found: formatWidth(null, standard.pens.defaultMm),
      });
    }
  },

  correct: (context, finding) =>
    correctProperty(context, finding, (record, wanted) =>
      context.editor.setLayerWidth(record, wanted.widthMm),
    ),
};
