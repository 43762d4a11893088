import { isLinetypeFromLayer, isLinetypeFromSymbol } from '../../../drawing/effective';
import { isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { giveBack, ownValues } from './shared';

export const objectsOwnLinetype: Rule = {
  meta: {
    id: 'objects/own-linetype',
    title: 'Own linetype',
    checks: 'Objects take their linetype from their layer, inside symbols too.',
    why: 'A hidden line that is dashed by hand stays dashed when it is moved to the outline’s layer.',
    weight: 'should',
    correction: 'automatic',
    source: 'Needs C3, B4, D3',
  },

  check(context) {
    const { drawing } = context;
    return ownValues(context, 'linetype', (row) => {
      const id = drawing.objects.linetype[row];
      if (id < 0) return null;
      const name = drawing.document.names.text(id);
      if (isLinetypeFromLayer(name)) return null;
      if (isLinetypeFromSymbol(name)) return isPlaced(drawing, row) ? 'from a symbol, but in none' : null;
      return name;
    });
  },

  correct: (context, finding) => giveBack(context, finding, 'linetype'),
};
