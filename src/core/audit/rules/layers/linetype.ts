import { foldName } from '../../../dxf/interner';
import { findLinetype } from '../../../standard/standard';
import type { Rule } from '../../rule';
import { correctProperty, knownLayers, propertyDiffers } from './shared';

export const layersLinetype: Rule = {
  meta: {
    id: 'layers/linetype',
    title: 'Layer linetype differs',
    checks: 'Each layer has the linetype that the standard gives it.',
    why: 'The pattern says what a line means: hidden, centre, boundary. A wrong one is a wrong statement.',
    weight: 'must',
    correction: 'automatic',
    source: 'Needs A1, C1',
  },

  *check(context) {
    for (const { record, wanted } of knownLayers(context)) {
      if (foldName(record.linetype) === foldName(wanted.linetype)) continue;
      yield propertyDiffers(context, record, wanted, 'linetype', {
        message: `Layer “${record.name}” has another linetype than the standard.`,
        expected: wanted.linetype,
        found: record.linetype,
      });
    }
  },

  correct: (context, finding) =>
    correctProperty(context, finding, (record, wanted) =>
      context.editor.setLayerLinetype(
        record,
        wanted.linetype,
        findLinetype(context.standard, wanted.linetype),
      ),
    ),
};
