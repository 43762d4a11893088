import { layerNameOf, rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf } from '../../../dxf/object-kinds';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { overlappingArcs } from './on-one-circle';
import { drawnThrough, type LineOnLine, type LinesAsOne, linesOnOneLine, SAME } from './on-one-line';

const messages = {
  overlap: (what: string, layer: string) => `${what} on layer “${layer}” lie on each other in part.`,
};

export const geometryOverlapping: Rule = {
  meta: {
    id: 'geometry/overlapping',
    title: 'Lines that overlap in part',
    stage: 'looks',
    weight: 'note',
    correction: 'automatic',
    what: 'What looks like one line is one line: no two lines or arcs of a layer with the same looks overlap along their length.',
    why: 'Where lines overlap they print darker, dashes run into each other, and a length is counted twice.',
    source: 'Practice: overlapping lines are joined before a drawing is worked on',
  },

  visit(context) {
    const { drawing } = context;
    const rows: Record<Kind, number[]> = { line: [], arc: [] };
    const on = (kind: Kind) => (row: number) => {
      if (!isGenerated(drawing, row)) rows[kind].push(row);
    };
    return {
      on: { line: on('line'), arc: on('arc') },
      *finish() {
        const lines = overlapsOf(context, rows.line).map(
          (overlap): Run => ({ kind: 'line', closes: false, ...overlap }),
        );
        const arcs = overlappingArcs(context, rows.arc).map((overlap): Run => ({ kind: 'arc', ...overlap }));
        const whyOf = ({ stays, closes }: Run): keyof typeof LEFT | '' =>
          closes ? 'closed' : context.facts.isPatterned(stays.row) ? 'patterned' : '';
        const groups = groupBy(
          [...lines, ...arcs],
          (run) => `${run.kind}|${foldName(layerNameOf(drawing, run.stays.row))}|${whyOf(run)}`,
        );
        for (const of of groups.values()) {
          const { kind, stays } = of[0];
          const layer = layerNameOf(drawing, stays.row);
          const all = of.flatMap((run) => [run.stays.row, ...run.others.map(({ row }) => row)]);
          const why = whyOf(of[0]);
          yield {
            message: messages.overlap(countOf(kind, all.length), layer),
            expected: words(`${countOf(kind, of.length)} one after the other`),
            found: words(`${kind}s on each other`),
            rows: all.sort((a, b) => a - b),
            subject: { layer, kind, value: why === '' ? 'plain' : why },
            ...(why === ''
              ? {
                  remedy: `${countOf(kind, of.length)} where there were ${all.length}; what is seen stays as it is.`,
                }
              : { correction: 'manual' as const, remedy: LEFT[why] }),
          };
        }
      },
    };
  },

  settle(context, finding) {
    const { drawing } = context;
    const rows = context.rowsOf(finding);
    if (finding.subject.kind !== 'arc')
      return { operations: drawnThrough(context, 'overlaps others', overlapsOf(context, rows)) };
    const arcs = overlappingArcs(context, rows).filter(({ closes }) => !closes);
    const angle = (row: number, code: number): number =>
      drawing.reader.findNumber(rangeOf(drawing, row), code, 0);
    return {
      operations: [
        {
          type: 'set arcs',
          was: 'overlaps others',
          rows: arcs.map(({ stays }) => stays.row),
          fromDeg: arcs.map(({ first }) => angle(first.row, 50)),
          toDeg: arcs.map(({ last }) => angle(last.row, 51)),
        },
        { type: 'remove objects', rows: arcs.flatMap(({ others }) => others.map(({ row }) => row)) },
      ],
    };
  },
};

type Kind = 'line' | 'arc';
/** Lines or arcs that lie on each other one after the other. */
interface Run {
  readonly kind: Kind;
  readonly stays: { readonly row: number };
  readonly others: readonly { readonly row: number }[];
  readonly closes: boolean;
}

/** Why some are left to a person. */
const LEFT = {
  patterned: 'Left to a person: joined, their dashes would begin elsewhere.',
  closed: 'Left to a person: together they are a whole circle.',
} as const;

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
