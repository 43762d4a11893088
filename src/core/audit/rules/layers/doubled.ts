import { foldName } from '../../../dxf/interner';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  doubled: (layer: string, count: number, names: string) =>
    `Layer “${layer}” has ${count} records: ${names}. Programs differ in which of them counts.`,
};

export const layersDoubled: Rule = {
  meta: {
    id: 'layers/doubled',
    title: 'Layer recorded twice',
    stage: 'file',
    weight: 'must',
    correction: 'automatic',
    what: 'A layer has one record, whatever the case of the letters in its name.',
    why: 'One program takes the colour and width of the first record, another those of the last: one drawing, two prints.',
    source: 'The exchange format as published: names of layers are told apart without regard to case',
  },

  *check({ drawing }) {
    const records = new Map<string, (typeof drawing.layers)[number][]>();
    for (const layer of drawing.layers) {
      const key = foldName(layer.name);
      const known = records.get(key);
      if (known) known.push(layer);
      else records.set(key, [layer]);
    }
    for (const [key, [first, ...others]] of records) {
      if (others.length === 0) continue;
      const names = [first, ...others].map(({ name }) => `“${name}”`);
      yield {
        message: messages.doubled(first.name, names.length, names.join(', ')),
        expected: words('one record'),
        found: words(`${names.length} records`),
        records: others.flatMap(({ handle }) => (handle === '' ? [] : [handle])),
        record: { table: 'layer', name: first.name },
        subject: { layer: first.name },
        remedy: `Keeps the first record of ${first.name} and removes ${others.length === 1 ? 'the other' : `${others.length} others`}.`,
        marksLayer: key,
      };
    }
  },

  settle(_, { subject }) {
    return { operations: [{ type: 'join records', kind: 'layer', name: subject.layer ?? '' }] };
  },
};
