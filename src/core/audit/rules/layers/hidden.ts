import { type DrawingLayer, kindOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf } from '../../../dxf/object-kinds';
import { nameMatcher } from '../../../standard/name-patterns';
import { clauseOf, isGenerated, kindsInWords } from '../../context';
import { removal } from '../../finding';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  full: (layer: string, is: string, what: string) => `Layer “${layer}” ${is} and holds ${what}.`,
};

export const layersHidden: Rule = {
  meta: {
    id: 'layers/hidden',
    title: 'Content on a hidden layer',
    stage: 'looks',
    weight: 'note',
    correction: 'choice',
    ways: { show: 'shown', remove: 'its content removed' },
    what: 'What a drawing holds can be seen: no layer that is off, frozen or does not print has objects on it.',
    why: 'What nobody sees goes out with the drawing: old states, other people’s content, half of a detail.',
    source: 'Practice: layers that are off, frozen or do not print, but are full',
  },

  *check(context) {
    const { drawing, standard, layers, excepts, isReserved } = context;
    // What serves only while drawing has a rule of its own.
    const isWorking = nameMatcher(standard.working.layers);
    for (const use of layers.values()) {
      const { record } = use;
      if (!record || isReserved(use.name) || isWorking(use.name)) continue;
      const is = stateOf(record, use.standard === undefined);
      if (is === null) continue;
      // Frames of viewports are hidden on purpose: what they show is not on them.
      const rows = use.rows.filter(
        (row) => !isGenerated(drawing, row) && kindOf(drawing, row) !== 'viewport' && !excepts(row),
      );
      if (rows.length === 0) continue;
      const what = kindsInWords(drawing, rows);
      const count = countOf('object', rows.length);
      yield {
        message: messages.full(use.name, is, what),
        expected: words('content that is seen, or none'),
        found: words(is),
        rows,
        record: { table: 'layer', name: record.name },
        subject: { layer: use.name },
        ...clauseOf(use.standard),
        options: [{ id: 'show', label: `Show ${count}`, needs: null, effect: 'drawing' }, removal(count)],
      };
    }
  },

  settle(context, finding, decision) {
    if (decision?.option === 'remove')
      return { operations: [{ type: 'remove objects', rows: context.rowsOf(finding) }] };
    const use = context.layers.get(foldName(finding.subject.layer ?? ''));
    if (!use?.record) return { refused: 'The drawing no longer has this layer.' };
    return {
      operations: [
        {
          type: 'show layers',
          layers: [use.name],
          shown: true,
          // A layer that the office lets not print stays one.
          prints: use.standard?.prints ?? true,
        },
      ],
    };
  },
};

/** Why nobody sees what lies on a layer, in words; null where it is seen. What prints is the standard’s, where that knows the layer. */
function stateOf({ on, frozen, prints }: DrawingLayer, isStrange: boolean): string | null {
  const why = [
    ...(on ? [] : ['is off']),
    ...(frozen ? ['is frozen'] : []),
    ...(prints || !isStrange ? [] : ['does not print']),
  ];
  return why.length === 0 ? null : why.join(', ');
}
