import { WIDTH_DEFAULT, WIDTH_FROM_LAYER, WIDTH_FROM_SYMBOL } from '../../../dxf/objects';
import { formatWidth, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { giveBack, ownValues } from './shared';

export const objectsOwnWidth: Rule = {
  meta: {
    id: 'objects/own-width',
    title: 'Own width',
    checks: 'Objects take their pen width from their layer, inside symbols too.',
    why: 'One edge drawn heavier by hand looks like a statement; nothing tells that it is a leftover.',
    weight: 'should',
    correction: 'automatic',
    source: 'Needs C3, A3, D3',
  },

  check(context) {
    const { drawing, standard } = context;
    return ownValues(context, 'width', (row) => {
      const width = drawing.objects.width[row];
      if (width === WIDTH_FROM_LAYER) return null;
      if (width === WIDTH_FROM_SYMBOL) return isPlaced(drawing, row) ? 'from a symbol, but in none' : null;
      return formatWidth(width === WIDTH_DEFAULT ? null : width / 100, standard.pens.defaultMm);
    });
  },

  correct: (context, finding) => giveBack(context, finding, 'width'),
};
