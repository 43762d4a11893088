import { isSheetItself, kindOf } from '../../../dxf/drawing';
import type { ObjectKind } from '../../../dxf/object-kinds';
import { familiesOfKinds, isMeantFor, takesKind } from '../../../standard/kind-families';
import { clauseOf, groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { byKind, moveOption, movesObjects } from './shared';

const messages = {
  stray: (what: string, layer: string, purpose: string) =>
    `${what} on layer “${layer}”, which is for ${purpose}.`,
};

export const objectsWrongLayer: Rule = {
  meta: {
    id: 'objects/wrong-layer',
    title: 'Object on a layer not meant for it',
    stage: 'layers',
    weight: 'must',
    correction: 'choice',
    ways: { move: 'moved to the layer that is for them, where there is but one' },
    what: 'Layers hold only what the standard puts on them: linework, lettering, dimensions, leaders, fills, symbols and so on.',
    why: 'Dimensions on the layer of the outlines print as heavy as the outlines, and cannot be switched off by themselves.',
    source: 'Practice: layers by purpose; objects moved by what they are, all at once',
  },

  *check({ drawing, standard, layers, excepts }) {
    // A layer that holds anything is for no kind of its own.
    const onlyFor = (kind: ObjectKind): { readonly onlyName?: string } => {
      const [first, ...others] = standard.layers.filter(({ kinds }) => isMeantFor(kinds, kind));
      return first && others.length === 0 ? { onlyName: first.name } : {};
    };
    for (const use of layers.values()) {
      const wanted = use.standard;
      if (!wanted || wanted.kinds.length === 0) continue;
      const strays = use.rows.filter(
        (row) =>
          isPlaced(drawing, row) &&
          !takesKind(wanted.kinds, kindOf(drawing, row)) &&
          !isSheetItself(drawing, row) &&
          !excepts(row),
      );
      yield* byKind(
        groupBy(strays, (row) => kindOf(drawing, row)),
        (kind, counted, rows) => ({
          message: messages.stray(
            counted,
            use.name,
            wanted.purpose || familiesOfKinds(wanted.kinds).join(', '),
          ),
          expected: words(familiesOfKinds(wanted.kinds).join(', ')),
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
