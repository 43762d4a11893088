import { WIDTH_DEFAULT, WIDTH_FROM_LAYER, WIDTH_FROM_SYMBOL } from '../../../dxf/objects';
import { isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { penWidth, words } from '../../value';
import { ownValues, takeFromLayer } from './shared';

export const objectsOwnWidth: Rule = {
  meta: {
    id: 'objects/own-width',
    title: 'Own width',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Objects take their pen width from their layer, inside symbols too.',
    why: 'One edge drawn heavier by hand looks like a statement; nothing tells that it is a leftover.',
    source: 'Practice: a hierarchy of pens; nothing carries its own value unless it was approved',
  },

  visit(context) {
    const { drawing, standard } = context;
    return ownValues(context, 'width', (row) => {
      const width = drawing.objects.width[row];
      if (width === WIDTH_FROM_LAYER) return null;
      if (width === WIDTH_FROM_SYMBOL)
        return isPlaced(drawing, row) ? words('from a symbol, but in none') : null;
      return penWidth(width === WIDTH_DEFAULT ? null : width / 100, standard.pens.defaultMm);
    });
  },

  settle: takeFromLayer('width'),
};
