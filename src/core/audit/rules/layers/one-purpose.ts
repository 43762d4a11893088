import { isKnown, wordsIn } from '../../../standard/words';
import { groupBy } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  same: (names: readonly string[], word: string) =>
    `Layers ${names.map((name) => `“${name}”`).join(', ')} are for one thing: all of them say “${word}” and nothing else.`,
};

export const layersOnePurpose: Rule = {
  meta: {
    id: 'layers/one-purpose',
    title: 'Two layers for one thing',
    stage: 'names',
    weight: 'note',
    correction: 'manual',
    what: 'What a drawing shows of one thing is on one layer: no two layers of the sender’s have names that mean the same, in whichever language.',
    why: 'Half of the walls is on the one layer and half on the other; whoever switches one off believes that all of them are.',
    source: 'Practice: layers by purpose; two layers with one purpose',
  },

  *check({ layers, isReserved, excepts }) {
    const strange = [...layers.values()].filter(
      (use) => !use.standard && !isReserved(use.name) && use.rows.some((row) => !excepts(row)),
    );
    // Figures tell layers apart that are for one thing otherwise: storeys, phases, states.
    const groups = groupBy(
      strange,
      ({ name }) => `${meaningOf(name)}|${name.match(/\d+/g)?.join(' ') ?? ''}`,
    );
    for (const uses of groups.values()) {
      const meaning = meaningOf(uses[0].name);
      if (meaning === '' || uses.length < 2) continue;
      const names = uses.map(({ name }) => name);
      yield {
        message: messages.same(names, meaning),
        expected: words('one layer'),
        found: words(`${names.length} layers`),
        rows: uses.flatMap(({ rows }) => rows.filter((row) => !excepts(row))).sort((a, b) => a - b),
        subject: { layer: names[0], value: meaning },
        remedy: 'Let each of them become the same layer of the standard.',
      };
    }
  },
};

/** What a name says, in the words of drawing, whatever their order and language; empty where a part of it says nothing that is known. */
function meaningOf(name: string): string {
  const said = wordsIn(name);
  const known = said.every(({ word, said: own }) => isKnown(word) || isKnown(own));
  return known ? [...new Set(said.map(({ word }) => word))].sort().join(' ') : '';
}
