import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf } from '../../../dxf/object-kinds';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { drawnThrough, type LineOnLine, type LinesAsOne, linesOnOneLine, SAME } from './on-one-line';

const messages = {
  overlap: (count: number, layer: string) =>
    `${countOf('line', count)} on layer “${layer}” lie on each other in part.`,
};

export const geometryOverlapping: Rule = {
  meta: {
    id: 'geometry/overlapping',
    title: 'Lines that overlap in part',
    stage: 'looks',
    weight: 'note',
    correction: 'automatic',
    what: 'What looks like one line is one line: no two of a layer with the same looks overlap along their length.',
    why: 'Where lines overlap they print darker, dashes run into each other, and a length is counted twice.',
    source: 'Practice: overlapping lines are joined before a drawing is worked on',
  },

  visit(context) {
    const { drawing } = context;
    const rows: number[] = [];
    return {
      on: {
        line(row) {
          if (!isGenerated(drawing, row)) rows.push(row);
        },
      },
      *finish() {
        const found = overlapsOf(context, rows);
        const groups = groupBy(
          found,
          ({ stays: { row } }) =>
            `${foldName(layerNameOf(drawing, row))}|${context.facts.isPatterned(row) ? 'patterned' : ''}`,
        );
        for (const of of groups.values()) {
          const layer = layerNameOf(drawing, of[0].stays.row);
          const all = of.flatMap(({ stays, others }) => [stays.row, ...others.map(({ row }) => row)]);
          const patterned = context.facts.isPatterned(of[0].stays.row);
          yield {
            message: messages.overlap(all.length, layer),
            expected: words(`${countOf('line', of.length)} one after the other`),
            found: words('lines on each other'),
            rows: all.sort((a, b) => a - b),
            subject: { layer, kind: 'line', value: patterned ? 'patterned' : 'plain' },
            ...(patterned
              ? {
                  correction: 'manual' as const,
                  remedy: 'Left to a person: joined, their dashes would begin elsewhere.',
                }
              : {
                  remedy: `${countOf('line', of.length)} where there were ${all.length}; what is seen stays as it is.`,
                }),
          };
        }
      },
    };
  },

  settle(context, finding) {
    const overlaps = overlapsOf(context, context.rowsOf(finding));
    return { operations: drawnThrough(context, 'overlaps others', overlaps) };
  },
};

/** Runs of lines that overlap in part; what lies wholly on a longer one is another rule's. */
function overlapsOf(context: AuditContext, rows: readonly number[]): LinesAsOne[] {
  const overlaps: LinesAsOne[] = [];
  for (const on of linesOnOneLine(context, new Set(rows))) {
    let run: LineOnLine[] = [];
    const close = (): void => {
      if (run.length > 1) {
        const [stays, ...others] = [...run].sort((a, b) => a.row - b.row);
        overlaps.push({ stays, others, first: run[0], last: run[run.length - 1] });
      }
      run = [];
    };
    for (const line of on) {
      const last = run.at(-1);
      const near = SAME * Math.max(line.length, last?.length ?? 0);
      if (last && line.to <= last.to + near) continue;
      if (last && line.from >= last.to - near) close();
      run.push(line);
    }
    close();
  }
  return overlaps.sort((a, b) => a.stays.row - b.stays.row);
}
