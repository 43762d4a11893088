import type { Rule } from '../../rule';
import { correctProperty, knownLayers, propertyDiffers } from './shared';

const format = (prints: boolean): string => (prints ? 'prints' : 'does not print');

export const layersPrinting: Rule = {
  meta: {
    id: 'layers/printing',
    title: 'Layer printing differs',
    checks: 'Each layer prints, or does not, as the standard says.',
    why: 'Working notes go out to the contractor, or content that belongs on the sheet is missing from it.',
    weight: 'must',
    correction: 'automatic',
    source: 'Needs A1, A19, C1',
  },

  *check(context) {
    if (!context.drawing.holdsWidths) return;
    for (const { record, wanted } of knownLayers(context)) {
      if (record.prints === wanted.prints) continue;
      yield propertyDiffers(context, record, wanted, 'printing', {
        message: `Layer “${record.name}” ${format(record.prints)}.`,
        expected: format(wanted.prints),
        found: format(record.prints),
      });
    }
  },

  correct: (context, finding) =>
    correctProperty(context, finding, (record, wanted) =>
      context.editor.setLayerPrints(record, wanted.prints),
    ),
};
