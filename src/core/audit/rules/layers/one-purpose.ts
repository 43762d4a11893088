import { foldName } from '../../../dxf/interner';
import { isKnown, wordsIn } from '../../../standard/words';
import { type AuditContext, groupBy, type LayerUse } from '../../context';
import { propose, strayOf } from '../../likeness/propose';
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
    correction: 'choice',
    what: 'What a drawing shows of one thing is on one layer: no two layers of the sender’s have names that mean the same, in whichever language.',
    why: 'Half of the walls is on the one layer and half on the other; whoever switches one off believes that all of them are.',
    source: 'Practice: layers by purpose; two layers with one purpose',
  },

  *check(context) {
    const { excepts } = context;
    for (const [key, uses] of groupsOf(context, excepts)) {
      const names = uses.map(({ name }) => name);
      yield {
        message: messages.same(names, key.split('|')[0]),
        expected: words('one layer'),
        found: words(`${names.length} layers`),
        rows: uses.flatMap(({ rows }) => rows.filter((row) => !excepts(row))).sort((a, b) => a - b),
        subject: { layer: names[0], value: key },
        remedy: 'All of them become one layer of the standard.',
        options: [
          {
            id: 'become one',
            label: `Make all ${names.length} of them {to}`,
            needs: 'office layer',
            effect: 'drawing',
          },
        ],
      };
    }
  },

  settle(context, { subject }, decision) {
    const uses = groupsOf(context).get(subject.value ?? '');
    const to = context.standardLayers.get(foldName(decision?.to ?? ''));
    if (!uses) return { refused: 'These layers are no longer there.' };
    if (!to) return { refused: `The standard has no layer “${decision?.to ?? ''}”.` };
    return {
      operations: uses.map(({ name, rows }) => ({ type: 'become layer', from: name, to: to.name, rows })),
    };
  },

  propose(context, { subject }) {
    const [first] = groupsOf(context).get(subject.value ?? '') ?? [];
    return first ? propose(context.standard, strayOf(context, first)) : [];
  },

  remembers: ({ subject }, decision, context) =>
    (groupsOf(context).get(subject.value ?? '') ?? []).map(({ name }) => ({
      kind: 'layer',
      name,
      action: 'map',
      target: decision?.to ?? '',
    })),
};

/** Layers of the sender's whose names mean one thing, two at least, by what they mean and the figures in them. */
function groupsOf(
  { layers, isReserved }: AuditContext,
  excepts: (row: number) => boolean = () => false,
): Map<string, LayerUse[]> {
  const strange = [...layers.values()].filter(
    (use) => !use.standard && !isReserved(use.name) && use.rows.some((row) => !excepts(row)),
  );
  // Figures tell layers apart that are for one thing otherwise: storeys, phases, states.
  const groups = groupBy(strange, ({ name }) => {
    const figures = name.match(/\d+/g)?.join(' ') ?? '';
    const meaning = meaningOf(name);
    return meaning === '' ? '' : figures === '' ? meaning : `${meaning}|${figures}`;
  });
  groups.delete('');
  for (const [key, uses] of groups) if (uses.length < 2) groups.delete(key);
  return groups;
}

/** What a name says, in the words of drawing, whatever their order and language; empty where a part of it says nothing that is known. */
function meaningOf(name: string): string {
  const said = wordsIn(name);
  const known = said.every(({ word, said: own }) => isKnown(word) || isKnown(own));
  return known ? [...new Set(said.map(({ word }) => word))].sort().join(' ') : '';
}
