import { isLinetypeFromLayer, isLinetypeFromSymbol } from '../../../drawing/effective';
import { PLAIN_RULE } from '../../../standard/rule-settings';
import { isPlaced } from '../../context';
import { lineLooks } from '../../likeness/line-looks';
import type { Rule } from '../../rule';
import { named, words } from '../../value';
import { objectsByLooks } from './by-looks';
import { ownValues, takeFromLayer } from './shared';

export const objectsOwnLinetype: Rule = {
  meta: {
    id: 'objects/own-linetype',
    title: 'Own linetype',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Objects take their linetype from their layer, inside symbols too.',
    why: 'A hidden line that is dashed by hand stays dashed when it is moved to the outline’s layer.',
    source: 'Practice: nothing carries its own value unless it was approved, inside symbols too',
  },

  visit(context) {
    const { drawing, standard } = context;
    // A line that its pattern tells to be something else is asked about: given back to its layer it would be an edge.
    const asked = (standard.rules[objectsByLooks.meta.id] ?? PLAIN_RULE).on ? lineLooks(context) : new Map();
    return ownValues(context, 'linetype', (row) => {
      const id = drawing.objects.linetype[row];
      if (id < 0 || asked.has(row)) return null;
      const name = drawing.document.names.text(id);
      if (isLinetypeFromLayer(name)) return null;
      if (isLinetypeFromSymbol(name))
        return isPlaced(drawing, row) ? words('from a symbol, but in none') : null;
      return named(name);
    });
  },

  settle: takeFromLayer('linetype'),
};
