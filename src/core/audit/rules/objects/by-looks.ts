import { kindOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { clauseOf, groupBy, kindsInWords } from '../../context';
import { layersFor, lineLooks } from '../../likeness/line-looks';
import type { Proposal } from '../../likeness/propose';
import { ranked } from '../../likeness/ranked';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { moveOption, movesObjects } from './shared';

const messages = {
  looks: (what: string, meaning: string, because: string, layer: string, is: string) =>
    `${what} on layer “${layer}” look${/^1 /.test(what) ? 's' : ''} like “${meaning}” (${because}); the layer is for “${is}”.`,
};

/** Share of the likeness that the discipline of the layer left behind gives. */
const SAME_DISCIPLINE = 0.1;

export const objectsByLooks: Rule = {
  meta: {
    id: 'objects/by-looks',
    title: 'Line on a layer not meant for what it looks like',
    stage: 'layers',
    weight: 'should',
    correction: 'choice',
    ways: { move: 'moved to the layer that is for them, where there is but one' },
    what: 'Centre lines, hidden lines, section lines and others lie on the layers that the standard has for them, told by their pattern, by running through the centres of circles, by the letters at their ends, by what a text along them says.',
    why: 'A hidden line that was dashed by hand on the layer of the outline prints as heavy as the outline; given back to its layer it becomes an edge.',
    source: 'Practice: objects on the wrong layer for what they are, moved all at once instead of one by one',
  },

  *check(context) {
    const { drawing, excepts, standard } = context;
    const looks = lineLooks(context);
    const rows = [...looks.keys()].filter((row) => !excepts(row));
    const groups = groupBy(rows, (row) => {
      const { meaning, because } = looks.get(row)!;
      return [context.layerUse(row).name, meaning.name, because].join('\n');
    });
    for (const group of groups.values()) {
      const { meaning, because, sure } = looks.get(group[0])!;
      const use = context.layerUse(group[0]);
      const meant = layersFor(standard, meaning.name).map(({ name }) => name);
      const kinds = new Set(group.map((row) => kindOf(drawing, row)));
      yield {
        message: messages.looks(
          kindsInWords(drawing, group),
          meaning.name,
          because,
          use.name,
          use.standard?.meaning || use.standard?.purpose || 'other lines',
        ),
        expected: words(`on ${meant.join(' or ')}`),
        found: words(`on ${use.name}`),
        rows: group,
        sure,
        subject: {
          layer: use.name,
          value: meaning.name,
          ...(kinds.size === 1 ? { kind: [...kinds][0] } : {}),
        },
        ...clauseOf(meaning),
        options: [moveOption(group.length)],
        ...(meant.length === 1 ? { onlyName: meant[0] } : {}),
      };
    }
  },

  settle: movesObjects.settle,

  propose({ standard }, { subject }) {
    const from = standard.layers.find(({ name }) => foldName(name) === foldName(subject.layer ?? ''));
    return ranked(
      layersFor(standard, subject.value ?? '').map((layer): Proposal => {
        const same = from !== undefined && from.discipline !== '' && from.discipline === layer.discipline;
        return {
          to: layer.name,
          likeness: 0.6 + (same ? SAME_DISCIPLINE : 0),
          reasons: [`made for “${layer.meaning}”`, ...(same ? ['of the same discipline'] : [])],
        };
      }),
    );
  },
};
