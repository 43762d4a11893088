import { isSheetItself, kindOf } from '../../../dxf/drawing';
import { countOf, type ObjectKind } from '../../../dxf/object-kinds';
import { groupBy, isPlaced, placesOf } from '../../context';
import type { Rule } from '../../rule';
import { moveToChosen } from './shared';

/** An attribute belongs where text or symbols belong. */
const fits = (kinds: readonly ObjectKind[], kind: ObjectKind): boolean =>
  kinds.includes(kind) || (kind === 'attribute' && (kinds.includes('text') || kinds.includes('symbol')));

export const objectsWrongLayer: Rule = {
  meta: {
    id: 'objects/wrong-layer',
    title: 'Object on a layer not meant for it',
    checks: 'Layers hold only the kinds of object that the standard puts on them.',
    why: 'Dimensions on the layer of the outlines print as heavy as the outlines, and cannot be switched off by themselves.',
    weight: 'must',
    correction: 'choice',
    source: 'Needs A1, C2, D2',
  },

  *check({ drawing, layers }) {
    for (const use of layers.values()) {
      const wanted = use.standard;
      if (!wanted || wanted.kinds.length === 0) continue;
      const strays = use.rows.filter(
        (row) =>
          isPlaced(drawing, row) && !fits(wanted.kinds, kindOf(drawing, row)) && !isSheetItself(drawing, row),
      );
      for (const [kind, rows] of groupBy(strays, (row) => kindOf(drawing, row)))
        yield {
          message: `${countOf(kind, rows.length)} on layer “${use.name}”, which is for ${wanted.purpose || wanted.kinds.join(', ')}.`,
          expected: wanted.kinds.join(', '),
          found: countOf(kind, rows.length),
          ...placesOf(drawing, rows),
          subject: { layer: use.name, kind },
          ...(wanted.clause === '' ? {} : { clause: wanted.clause }),
        };
    }
  },

  correct: moveToChosen,
};
