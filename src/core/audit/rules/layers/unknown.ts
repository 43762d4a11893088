import { kindOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf } from '../../../dxf/object-kinds';
import { takeApart } from '../../../standard/naming';
import { nearestNames } from '../../../standard/nearest-names';
import type { Standard } from '../../../standard/standard';
import { kindCounts } from '../../context';
import { ADOPT, type Option } from '../../finding';
import { propose, strayOf } from '../../likeness/propose';
import type { NamedChoices, Rule } from '../../rule';
import { named, type Value, words } from '../../value';
import { remembersName } from '../mapped-names';

const messages = {
  unknown: (layer: string, holds: string) => `Layer “${layer}” is not in the standard (${holds}).`,
};

const objects = (count: number): string => (count === 1 ? '1 object' : `${count} objects`);
const optionsFor = (count: number): Option[] => [
  { id: 'become', label: 'Make it {to}', needs: 'office layer', effect: 'drawing' },
  ADOPT,
  {
    id: 'remove',
    label: `Remove with ${objects(count)} …`,
    needs: null,
    effect: 'drawing',
    confirm: `Yes, remove ${objects(count)}`,
  },
];

export const layersUnknown: Rule = {
  meta: {
    id: 'layers/unknown',
    title: 'Layer not in the standard',
    stage: 'names',
    weight: 'must',
    correction: 'choice',
    what: 'Every layer that holds objects is one of the standard’s layers.',
    why: 'A layer nobody decided on prints by accident, and whoever takes the drawing over cannot switch it with the rest.',
    source: 'Practice: names of the sender set against names of the office, decided once',
  },

  *check({ drawing, layers, standard, excepts, isReserved }) {
    let explained = 0;
    for (const use of layers.values()) {
      if (use.standard || isReserved(use.name)) continue;
      const rows = use.rows.filter((row) => !excepts(row));
      if (rows.length === 0) continue;
      yield {
        message: messages.unknown(use.name, formatCounts(kindCounts(drawing, rows))),
        expected: words('a layer of the standard'),
        found: explained++ < MOST_EXPLAINED ? nameFound(standard, use.name) : named(use.name),
        rows,
        record: { table: 'layer', name: use.name },
        subject: { layer: use.name },
        options: optionsFor(rows.length),
      };
    }
  },

  settle({ drawing, layers, standardLayers }, { subject }, decision) {
    const use = layers.get(foldName(subject.layer ?? ''));
    if (!use) return { refused: 'The drawing no longer has this layer.' };
    if (decision?.option === 'remove') {
      // A viewport shows the drawing and is no content of it: what it shows must not go with the layer.
      if (use.rows.some((row) => kindOf(drawing, row) === 'viewport'))
        return {
          refused:
            'The layer holds viewports, and what they show would go with it. Let it become another layer.',
        };
      return { operations: [{ type: 'remove layer', layer: use.name, rows: use.rows }] };
    }
    const target = standardLayers.get(foldName(decision?.to ?? ''));
    if (!target) return { refused: `The standard has no layer “${decision?.to ?? ''}”.` };
    return { operations: [{ type: 'become layer', from: use.name, to: target.name, rows: use.rows }] };
  },

  propose(context, { subject }) {
    const use = context.layers.get(foldName(subject.layer ?? ''));
    return use ? propose(context.standard, strayOf(context, use)) : [];
  },

  choiceIn({ layers }: NamedChoices, { subject }) {
    const name = foldName(subject.layer ?? '');
    const choice = Object.entries(layers).find(([layer]) => foldName(layer) === name)?.[1];
    if (!choice) return undefined;
    return choice.action === 'map' ? { option: 'become', to: choice.to } : { option: 'remove' };
  },

  remembers: remembersName('layer', ({ layer }) => layer),
};

/** Names that are held against the scheme: a drawing can have a hundred thousand. */
const MOST_EXPLAINED = 200;
/** Valid names that are said to be near. */
const MOST_NEAR = 2;

/** A name, and what of the office's scheme of names it breaks, where it is of the scheme but for one field. */
function nameFound({ naming, layers }: Standard, name: string): Value {
  if (!naming.layers) return named(name);
  const { parts, faults } = takeApart(naming.layers, name);
  if (faults.length === 0) return words(`${name}, which fits the scheme of names`);
  if (faults.length > 1 || parts.every(({ fault }) => fault !== null)) return named(name);
  const near = nearestNames(
    naming.layers,
    name,
    MOST_NEAR,
    layers.map((layer) => layer.name),
  );
  return words(`${name}: ${faults[0]}${near.length > 0 ? `; near it are ${near.join(', ')}` : ''}`);
}

function formatCounts(counts: ReadonlyMap<string, number>): string {
  return [...counts]
    .sort((a, b) => b[1] - a[1])
    .slice(0, 4)
    .map(([kind, count]) => countOf(kind, count))
    .join(', ')
    .concat(counts.size > 4 ? ' and more' : '');
}
