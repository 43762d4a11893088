import { layerNameOf, rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { groupBy, isGenerated } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { fills } from './shared';

const messages = {
  same: (count: number, layer: string) =>
    `${fills(count)} on layer “${layer}” ${count === 1 ? 'lies' : 'lie'} on another one that is the same.`,
  other: (count: number, layer: string) =>
    `${fills(count)} on layer “${layer}” ${count === 1 ? 'fills' : 'fill'} what another one fills already, in another way.`,
};

export const fillsDoubled: Rule = {
  meta: {
    id: 'fills/doubled',
    title: 'Two fills on one place',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'One area is filled once.',
    why: 'Two fills on each other print as a third one that nobody defined.',
    source: 'Practice: doubled objects are cleaned out before a drawing is worked on',
  },

  visit(context) {
    const { drawing, facts } = context;
    const areas = new Map<string, number[]>();
    return {
      on: {
        fill(row) {
          const box = facts.box(row);
          if (!box || isGenerated(drawing, row)) return;
          const key = [
            drawing.objects.container[row],
            ...[box.minX, box.minY, box.maxX, box.maxY].map(Math.fround),
          ].join('|');
          const rows = areas.get(key);
          if (rows) rows.push(row);
          else areas.set(key, [row]);
        },
      },
      *finish() {
        const found = { same: [] as number[], other: [] as number[] };
        const looks = (row: number): string => {
          const { objects, reader } = drawing;
          const range = rangeOf(drawing, row);
          return [
            objects.layer[row],
            objects.colour[row],
            objects.rgb[row],
            foldName(reader.findText(range, 2)),
            reader.findNumber(range, 41, 1),
            reader.findNumber(range, 52),
          ].join('|');
        };
        for (const roughly of areas.values()) {
          if (roughly.length < 2) continue;
          for (const rows of groupBy(roughly, (row) => areaOf(facts.edges(row))).values()) {
            const known = new Set([looks(rows[0])]);
            for (const row of rows.slice(1)) {
              const own = looks(row);
              if (known.has(own)) found.same.push(row);
              else found.other.push(row);
              known.add(own);
            }
          }
        }
        for (const what of ['same', 'other'] as const) {
          const groups = groupBy(found[what], (row) => foldName(layerNameOf(drawing, row)));
          for (const rows of groups.values()) {
            const layer = layerNameOf(drawing, rows[0]);
            yield {
              message: messages[what](rows.length, layer),
              expected: words('one fill'),
              found: words(what === 'same' ? 'two that are the same' : 'two of two kinds'),
              rows,
              subject: { layer, kind: 'fill', value: what },
              ...(what === 'same'
                ? { remedy: `${fills(rows.length)} removed; what they lie on stays.` }
                : {
                    // Lines over a tint are drawn so on purpose as often as not.
                    weight: 'note' as const,
                    correction: 'manual' as const,
                    remedy: 'Which of them is meant, or both, a person sees.',
                  }),
            };
          }
        }
      },
    };
  },

  settle: (context, finding) => ({
    operations: [{ type: 'remove objects', rows: context.rowsOf(finding) }],
  }),
};

/** A boundary in words that are the same wherever it begins and whichever way it runs: each edge by its ends, in order. */
function areaOf(edges: ArrayLike<number>): string {
  const all: string[] = [];
  for (let i = 0; i < edges.length; i += 4) {
    const ends = [
      `${Math.fround(edges[i])} ${Math.fround(edges[i + 1])}`,
      `${Math.fround(edges[i + 2])} ${Math.fround(edges[i + 3])}`,
    ];
    all.push(ends.sort().join(' '));
  }
  return all.sort().join(';');
}
