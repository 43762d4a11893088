import { hexOf } from '../../../dxf/colour';
import { kindOf, rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { FROM_LAYER_COLOUR, FROM_SYMBOL_COLOUR, NO_RGB } from '../../../dxf/objects';
import { isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { coloured, words } from '../../value';
import { ownValues, takeFromLayer } from './shared';

/** No name of a layer can hold it. */
const ANY_LAYER = '*';

export const objectsOwnColour: Rule = {
  meta: {
    id: 'objects/own-colour',
    title: 'Own colour',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Objects take their colour from their layer, inside symbols too.',
    why: 'A colour changed on the layer does nothing to an object that carries its own; it sits there and nobody sees why.',
    source: 'Practice: nothing carries its own value unless it was approved, inside symbols too',
  },

  visit(context) {
    const { drawing, standard } = context;
    const { objects, reader } = drawing;
    /** Colours that the office's fills carry: of each pattern by its name, on the layer that the fill belongs on. */
    const ofFills = new Map<string, Set<string>>();
    for (const { colour, name, kind, layer } of standard.fills) {
      if (colour === null) continue;
      // Drawings call the pattern of every area without lines the same.
      for (const key of kind === 'lines' ? [foldName(name)] : [foldName(name), 'solid']) {
        const on = ofFills.get(key) ?? new Set();
        on.add(`${colour}|${layer === '' ? ANY_LAYER : foldName(layer)}`);
        ofFills.set(key, on);
      }
    }
    const isOfficeFill = (row: number, colour: number): boolean => {
      if (kindOf(drawing, row) !== 'fill' || ofFills.size === 0) return false;
      const on = ofFills.get(foldName(reader.findText(rangeOf(drawing, row), 2)));
      return (
        on !== undefined &&
        (on.has(`${colour}|${ANY_LAYER}`) || on.has(`${colour}|${foldName(context.layerUse(row).name)}`))
      );
    };
    return ownValues(context, 'colour', (row) => {
      if (objects.rgb[row] !== NO_RGB) return words(hexOf(objects.rgb[row]));
      const number = objects.colour[row];
      if (number === FROM_LAYER_COLOUR) return null;
      // From the symbol is right inside a symbol and means nothing outside one.
      if (number === FROM_SYMBOL_COLOUR)
        return isPlaced(drawing, row) ? words('from a symbol, but in none') : null;
      // A fill whose definition has a colour carries it: that is how the office wants it.
      return isOfficeFill(row, number) ? null : coloured({ number });
    });
  },

  settle: takeFromLayer('colour'),
};
