import { isSheetItself, kindOf } from '../../../dxf/drawing';
import type { ObjectKind } from '../../../dxf/object-kinds';
import { clauseOf, groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { byKind, moveOption, movesObjects } from './shared';

const messages = {
  stray: (what: string, layer: string, purpose: string) =>
    `${what} on layer “${layer}”, which is for ${purpose}.`,
};

/** An attribute belongs where text or symbols belong. */
const fits = (kinds: readonly ObjectKind[], kind: ObjectKind): boolean =>
  kinds.includes(kind) || (kind === 'attribute' && (kinds.includes('text') || kinds.includes('symbol')));

export const objectsWrongLayer: Rule = {
  meta: {
    id: 'objects/wrong-layer',
    title: 'Object on a layer not meant for it',
    stage: 'layers',
    weight: 'must',
    correction: 'choice',
    ways: { move: 'moved to the layer that is for them, where there is but one' },
    what: 'Layers hold only the kinds of object that the standard puts on them.',
    why: 'Dimensions on the layer of the outlines print as heavy as the outlines, and cannot be switched off by themselves.',
    source: 'Practice: layers by purpose; objects moved by what they are, all at once',
  },

  *check({ drawing, standard, layers, excepts }) {
    // A layer that holds anything is for no kind of its own.
    const onlyFor = (kind: ObjectKind): { readonly onlyName?: string } => {
      const [first, ...others] = standard.layers.filter(({ kinds }) => kinds.includes(kind));
      return first && others.length === 0 ? { onlyName: first.name } : {};
    };
    for (const use of layers.values()) {
      const wanted = use.standard;
      if (!wanted || wanted.kinds.length === 0) continue;
      const strays = use.rows.filter(
        (row) =>
          isPlaced(drawing, row) &&
          !fits(wanted.kinds, kindOf(drawing, row)) &&
          !isSheetItself(drawing, row) &&
          !excepts(row),
      );
      yield* byKind(
        groupBy(strays, (row) => kindOf(drawing, row)),
        (kind, counted, rows) => ({
          message: messages.stray(counted, use.name, wanted.purpose || wanted.kinds.join(', ')),
          expected: words(wanted.kinds.join(', ')),
          found: words(counted),
          rows,
          subject: { layer: use.name, kind },
          ...clauseOf(wanted),
          options: [moveOption(rows.length)],
          ...onlyFor(kind),
        }),
      );
    }
  },

  ...movesObjects,
};
