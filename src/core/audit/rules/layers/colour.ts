import { sameColour } from '../../../dxf/colour';
import { storableColour } from '../../../dxf/edit/storable-colour';
import type { Rule } from '../../rule';
import { coloured } from '../../value';
import { knownLayers, propertyDiffers, setProperty } from './shared';

const messages = {
  differs: (layer: string) => `Layer “${layer}” has another colour than the standard.`,
};

export const layersColour: Rule = {
  meta: {
    id: 'layers/colour',
    title: 'Layer colour differs',
    stage: 'looks',
    weight: 'must',
    correction: 'automatic',
    what: 'Each layer has the colour that the standard gives it.',
    why: 'Colour tells people on screen what a line is, and in many offices it decides how it prints.',
    source: 'Practice: layers by purpose, each with its properties',
    followsLayer: true,
  },

  *check(context) {
    for (const { record, wanted } of knownLayers(context)) {
      const colour = storableColour(context.drawing, wanted.colour);
      if (sameColour(record.colour, colour)) continue;
      yield propertyDiffers(context, record, wanted, 'colour', {
        message: messages.differs(record.name),
        expected: coloured(colour),
        found: coloured(record.colour),
      });
    }
  },

  settle: setProperty('colour'),
};
