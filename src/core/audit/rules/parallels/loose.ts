import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf } from '../../../dxf/object-kinds';
import { clauseOf, groupBy } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { type LooseRun, looseRuns } from './loose-runs';
import { runs, SETTLE_UNIT } from './shared';

const messages = {
  loose: (lines: number, all: number, layer: string, set: string) =>
    `${countOf('line', lines)} on layer “${layer}” lie as ${all === 1 ? 'a run' : `${all} runs`} of “${set}” would.`,
  unit: 'whether lines beside each other are a set: what the drawing counts in is in doubt',
};

const settings = z.strictObject({
  tolerance: numberSetting('How far a line may lie from where its set has it', 'mm', 0.5, { max: 100 }),
});

/** The first version that has sets of parallel lines. */
const SETS_FROM = 'AC1015';

export const parallelsLoose: Rule = {
  meta: {
    id: 'parallels/loose',
    title: 'Loose lines that lie as a set does',
    stage: 'layers',
    weight: 'note',
    correction: 'choice',
    ways: { gather: 'made runs of the set' },
    what: 'Lines that lie side by side as those of a set of the standard do are drawn in that set.',
    why: 'Loose lines stay as they are when the set is changed, and one of them is forgotten when the others are moved.',
    source: 'Practice: walls, kerbs and ducts are drawn in sets, so that they follow them',
    settings,
  },

  *check(context) {
    const { drawing, facts, standard } = context;
    if (standard.parallels.length === 0 || drawing.document.version < SETS_FROM) return;
    if (facts.certainUnitMm === null) {
      if (facts.rowsOfKind('line').length > 1) context.notChecked(messages.unit);
      return;
    }
    const { tolerance } = settings.parse(context.settings);
    const found = looseRuns(context, facts.certainUnitMm, tolerance).filter(
      ({ rows }) => !rows.some((row) => context.excepts(row)),
    );
    const keyOf = ({ set, rows: [row] }: LooseRun): string =>
      `${foldName(layerNameOf(drawing, row))}|${foldName(set.name)}`;
    for (const group of groupBy(found, keyOf).values()) {
      const [{ set }] = group;
      const rows = group.flatMap((run) => run.rows).sort((a, b) => a - b);
      const layer = layerNameOf(drawing, rows[0]);
      const off = Math.max(...group.map((run) => run.off)) * facts.certainUnitMm;
      yield {
        message: messages.loose(rows.length, group.length, layer, set.name),
        expected: words(`${runs(group.length)} in “${set.name}”`),
        found: words(countOf('line', rows.length)),
        rows,
        subject: { layer, kind: 'line', value: `as ${set.name}` },
        ...clauseOf(set),
        remedy: off > 0 ? `Lines move by up to ${Number(off.toPrecision(2))} mm.` : 'No line moves.',
        options: [
          {
            id: 'gather',
            label: `Make them ${runs(group.length)}`,
            needs: null,
            effect: 'drawing',
          },
        ],
      };
    }
  },

  settle(context, finding) {
    const { certainUnitMm } = context.facts;
    if (certainUnitMm === null) return { refused: SETTLE_UNIT };
    if (context.drawing.parallelSets.size === 0)
      return { refused: 'The drawing keeps no list of sets that another could be added to.' };
    const { tolerance } = settings.parse(context.settings);
    const wanted = new Set(context.rowsOf(finding));
    const found = looseRuns(context, certainUnitMm, tolerance).filter(({ rows }) =>
      rows.every((row) => wanted.has(row)),
    );
    return found.length === 0
      ? { refused: 'The lines no longer lie as a set does.' }
      : {
          operations: [
            {
              type: 'gather parallels',
              rows: found.flatMap(({ rows }) => rows),
              runs: found.map(({ set, rows, points, closed }) => ({ set: set.name, rows, points, closed })),
            },
          ],
        };
  },
};
