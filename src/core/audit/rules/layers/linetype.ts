import { foldName } from '../../../dxf/interner';
import type { Rule } from '../../rule';
import { named } from '../../value';
import { knownLayers, propertyDiffers, setProperty } from './shared';

const messages = {
  differs: (layer: string) => `Layer “${layer}” has another linetype than the standard.`,
};

export const layersLinetype: Rule = {
  meta: {
    id: 'layers/linetype',
    title: 'Layer linetype differs',
    stage: 'looks',
    weight: 'must',
    correction: 'automatic',
    what: 'Each layer has the linetype that the standard gives it.',
    why: 'The pattern says what a line means: hidden, centre, boundary. A wrong one is a wrong statement.',
    source: 'Practice: layers by purpose, each with its properties',
    followsLayer: true,
  },

  *check(context) {
    for (const { record, wanted } of knownLayers(context)) {
      if (foldName(record.linetype) === foldName(wanted.linetype)) continue;
      yield propertyDiffers(context, record, wanted, 'linetype', {
        message: messages.differs(record.name),
        expected: named(wanted.linetype),
        found: named(record.linetype),
      });
    }
  },

  settle: setProperty('linetype'),
};
