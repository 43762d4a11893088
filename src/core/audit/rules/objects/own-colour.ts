import { hexOf } from '../../../dxf/colour';
import { kindOf } from '../../../dxf/drawing';
import { FROM_LAYER_COLOUR, FROM_SYMBOL_COLOUR, NO_RGB } from '../../../dxf/objects';
import { isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { giveBack, ownValues } from './shared';

export const objectsOwnColour: Rule = {
  meta: {
    id: 'objects/own-colour',
    title: 'Own colour',
    checks: 'Objects take their colour from their layer, inside symbols too.',
    why: 'A colour changed on the layer does nothing to an object that carries its own; it sits there and nobody sees why.',
    weight: 'should',
    correction: 'automatic',
    source: 'Needs C3, B4, D3',
  },

  check(context) {
    const { drawing } = context;
    const { objects } = drawing;
    // A fill whose definition has a colour carries it: that is how the office wants it.
    const ofFills = new Set(context.standard.fills.map(({ colour }) => colour));
    return ownValues(context, 'colour', (row) => {
      if (objects.rgb[row] !== NO_RGB) return hexOf(objects.rgb[row]);
      const number = objects.colour[row];
      if (number === FROM_LAYER_COLOUR) return null;
      // From the symbol is right inside a symbol and means nothing outside one.
      if (number === FROM_SYMBOL_COLOUR) return isPlaced(drawing, row) ? 'from a symbol, but in none' : null;
      if (ofFills.has(number) && kindOf(drawing, row) === 'fill') return null;
      return `colour ${number}`;
    });
  },

  correct: (context, finding) => giveBack(context, finding, 'colour'),
};
