import { foldName } from '../../../dxf/interner';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  empty: (layer: string) => `Layer “${layer}” is empty and not in the standard.`,
};

export const layersEmptyUnknown: Rule = {
  meta: {
    id: 'layers/empty-unknown',
    title: 'Empty layer not in the standard',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'No layer outside the standard is left behind without content.',
    why: 'Leftover names fill every list and invite people to draw on them again.',
    source: 'Practice: layers of the standard and no others',
    followsLayer: true,
  },

  *check({ layers, isReserved }) {
    for (const use of layers.values()) {
      if (use.standard || !use.record || use.rows.length > 0 || isReserved(use.name)) continue;
      yield {
        message: messages.empty(use.name),
        expected: words('no such layer'),
        found: words(`${use.name}, with nothing on it`),
        records: use.record.handle === '' ? [] : [use.record.handle],
        record: { table: 'layer', name: use.name },
        subject: { layer: use.name },
        remedy: `Removes the empty layer ${use.name}.`,
        marksLayer: foldName(use.name),
      };
    }
  },

  settle({ layers }, { subject }) {
    const use = layers.get(foldName(subject.layer ?? ''));
    if (!use?.record) return { refused: 'The drawing no longer has this layer.' };
    if (use.rows.length > 0) return { refused: 'The layer is no longer empty.' };
    return { operations: [{ type: 'remove layer', layer: use.name, rows: [] }] };
  },
};
