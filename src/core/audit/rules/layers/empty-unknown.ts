import { foldName } from '../../../dxf/interner';
import { isReserved } from '../../context';
import type { Rule } from '../../rule';

export const layersEmptyUnknown: Rule = {
  meta: {
    id: 'layers/empty-unknown',
    title: 'Empty layer not in the standard',
    checks: 'No layer outside the standard is left behind without content.',
    why: 'Leftover names fill every list and invite people to draw on them again.',
    weight: 'should',
    correction: 'automatic',
    source: 'Need C1',
  },

  *check({ layers }) {
    for (const use of layers.values()) {
      if (use.standard || !use.record || use.rows.length > 0 || isReserved(use.name)) continue;
      yield {
        message: `Layer “${use.name}” is empty and not in the standard.`,
        expected: 'no such layer',
        found: `${use.name}, with nothing on it`,
        handles: use.record.handle === '' ? [] : [use.record.handle],
        record: { table: 'layer' as const, name: use.name },
        subject: { layer: use.name },
      };
    }
  },

  correct({ layers, editor }, finding) {
    const use = layers.get(foldName(finding.subject.layer ?? ''));
    if (!use?.record || use.rows.length > 0) return [];
    editor.removeLayerRecord(use.record);
    return [
      {
        rule: finding.rule,
        handle: use.record.handle,
        kind: 'layer',
        property: 'record',
        where: 'layers',
        before: use.name,
        after: 'removed',
      },
    ];
  },
};
