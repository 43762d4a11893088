import { formatColour, sameColour } from '../../../dxf/colour';
import { storableColour } from '../../../dxf/edit/storable-colour';
import type { Rule } from '../../rule';
import { correctProperty, knownLayers, propertyDiffers } from './shared';

export const layersColour: Rule = {
  meta: {
    id: 'layers/colour',
    title: 'Layer colour differs',
    checks: 'Each layer has the colour that the standard gives it.',
    why: 'Colour tells people on screen what a line is, and in many offices it decides how it prints.',
    weight: 'must',
    correction: 'automatic',
    source: 'Needs A1, C1',
  },

  *check(context) {
    for (const { record, wanted } of knownLayers(context)) {
      const colour = storableColour(context.drawing, wanted.colour);
      if (sameColour(record.colour, colour)) continue;
      yield propertyDiffers(context, record, wanted, 'colour', {
        message: `Layer “${record.name}” has another colour than the standard.`,
        expected: formatColour(colour),
        found: formatColour(record.colour),
      });
    }
  },

  correct: (context, finding) =>
    correctProperty(context, finding, (record, wanted) =>
      context.editor.setLayerColour(record, wanted.colour),
    ),
};
