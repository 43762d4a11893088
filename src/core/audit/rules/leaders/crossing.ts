import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { identityOf } from '../../../facts/identity';
import { cheapestPlaces } from '../../../geometry/assignment';
import { movedBy, overlapOf } from '../../../geometry/oriented-box';
import { type AuditContext, groupBy } from '../../context';
import type { Operation } from '../../operation';
import type { FindingDraft, Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { figureBoxes } from '../dimensions/shared';
import { permittedAngles } from './angle';
import { COLUMN_MM, clearWay, THROUGH_MM, type Way } from './clear-way';
import {
  anyCallout,
  type Callout,
  labelBoxOf,
  leaders,
  linesCross,
  linesOf,
  type P,
  runsThrough,
  withLabelMoved,
} from './shared';

const messages = {
  cross: (count: number) => `${leaders(count)} cross each other.`,
  dimension: (count: number) => `${leaders(count)} ${count === 1 ? 'crosses' : 'cross'} a dimension.`,
  text: (count: number) => `${leaders(count)} ${count === 1 ? 'runs' : 'run'} through a text.`,
};

/** Leaders of one column that are put in order together. */
const MOST_IN_COLUMN = 60;

const settings = z.strictObject({
  farthest: numberSetting('How far a label may be moved clear of a dimension or a text', 'mm on paper', 25, {
    max: 100,
  }),
});
type Settings = z.infer<typeof settings>;

/** Of more leaders than this no ways are looked for: what crosses so much is not put right label by label. */
const MOST_LOOKED_FOR = 300;

export const leadersCrossing: Rule = {
  meta: {
    id: 'leaders/crossing',
    title: 'Leaders that cross',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Leaders cross neither each other nor dimensions, and run through no text.',
    why: 'Where two leaders cross, nobody can say which label is of what: it is the one thing never to do.',
    // ISO 128-2, from memory.
    source: 'ISO 128-2: leader lines shall not cross each other, nor dimension lines',
    settings,
  },

  visit(context) {
    const own = settings.parse(context.settings);
    const rows: number[] = [];
    return {
      on: { leader: (row) => void rows.push(row) },
      *finish() {
        const { drawing } = context;
        const lines = new Map(rows.map((row) => [row, linesOf(context, row)]));
        for (const cluster of clustersOf(context, lines)) {
          const order = reordered(context, cluster);
          yield {
            message: messages.cross(cluster.length),
            expected: words('leaders that do not cross'),
            found: words(`${leaders(cluster.length)} that cross`),
            rows: cluster,
            subject: {
              layer: layerNameOf(drawing, cluster[0]),
              kind: 'leader',
              object: identityOf(drawing, cluster[0]),
            },
            ...(order
              ? { remedy: `${order.length} labels change places; every tip stays where it is.` }
              : {
                  correction: 'manual' as const,
                  remedy: 'No order of the labels as they stand is clear: move a label by hand.',
                }),
          };
        }
        for (const [what, hit] of [
          ['dimension', (row: number) => crossesDimension(context, row, lines.get(row)!)],
          ['text', (row: number) => crossesText(context, row, lines.get(row)!)],
        ] as const) {
          const found = rows.filter(hit);
          const can = canGo(context, found, own);
          for (const group of groupBy(found, (row) => String(can.has(row))).values())
            yield acrossDraft(context, what, group, can.has(group[0]));
        }
      },
    };
  },

  settle(context, finding) {
    const rows = context.rowsOf(finding);
    const { value } = finding.subject;
    if (value === undefined) {
      const order = reordered(context, rows);
      return order
        ? { operations: [moveLabels('crossing leaders', order)] }
        : { refused: 'No order of the labels as they stand is clear: move a label by hand.' };
    }
    const { farthest } = settings.parse(context.settings);
    const angles = permittedAngles(context);
    const ways = new Map<number, Way>();
    for (const row of rows) {
      const way = clearWay(context, row, farthest, angles, ways);
      if (way) ways.set(row, way);
    }
    return ways.size > 0
      ? { operations: [moveLabels(`leaders ${value}`, [...ways.values()])] }
      : { refused: 'No place near is clear: move the label by hand.' };
  },
};

const moveLabels = (was: string, ways: readonly Way[]): Operation => ({
  type: 'move labels',
  was,
  leaders: ways.map(({ callout }) => callout.row),
  rows: ways.map(({ callout }) => callout.label!),
  by: ways.map(({ by }) => by),
  onPaperMm: ways.map(({ callout, by }) => Math.hypot(...by) * callout.mmPerUnit!),
});

/** Those of leaders whose labels have somewhere clear to go. */
function canGo(context: AuditContext, rows: readonly number[], { farthest }: Settings): Set<number> {
  if (rows.length > MOST_LOOKED_FOR) return new Set();
  const angles = permittedAngles(context);
  return new Set(rows.filter((row) => clearWay(context, row, farthest, angles, new Map()) !== null));
}

function acrossDraft(
  { drawing }: AuditContext,
  what: 'dimension' | 'text',
  rows: readonly number[],
  can: boolean,
): FindingDraft {
  const found = what === 'text' ? 'through a text' : 'across a dimension';
  return {
    message: messages[what](rows.length),
    expected: words(`clear of ${what}s`),
    found: words(found),
    rows,
    subject: {
      layer: layerNameOf(drawing, rows[0]),
      kind: 'leader',
      value: can ? found : `${found}, no place`,
    },
    ...(can
      ? {
          remedy: `${rows.length === 1 ? 'Its label goes' : 'Their labels go'} to the nearest place that is clear; ${rows.length === 1 ? 'the tip stays' : 'the tips stay'}.`,
        }
      : {
          correction: 'manual' as const,
          remedy: 'No place near is clear: where the label or the knee is to go, a person sees.',
        }),
  };
}

/** Leaders that cross, gathered with all that those cross. */
function clustersOf(context: AuditContext, lines: ReadonlyMap<number, readonly P[][]>): number[][] {
  const { drawing, facts } = context;
  const parent = new Map<number, number>();
  const rootOf = (row: number): number => {
    let root = row;
    while (parent.has(root)) root = parent.get(root)!;
    if (root !== row) parent.set(row, root);
    return root;
  };
  const crossing = new Set<number>();
  for (const [row, own] of lines) {
    const box = facts.box(row);
    if (!box) continue;
    facts.index(drawing.objects.container[row], 'leader').some(box, (other) => {
      if (other <= row || !lines.has(other)) return false;
      const [a, b] = [rootOf(row), rootOf(other)];
      // What is in one cluster already is not looked at again: there can be thousands.
      if (a === b || !own.some((line) => lines.get(other)!.some((one) => linesCross(line, one))))
        return false;
      parent.set(b, a);
      crossing.add(row).add(other);
      return false;
    });
  }
  const clusters = groupBy(
    [...crossing].sort((a, b) => a - b),
    (row) => String(rootOf(row)),
  );
  return [...clusters.values()];
}

function crossesDimension(context: AuditContext, row: number, own: readonly P[][]): boolean {
  const { drawing, facts } = context;
  const box = facts.box(row);
  if (!box) return false;
  const [shown] = facts.appearances(row);
  return facts.index(drawing.objects.container[row], 'dimension').some(box, (other) => {
    const pieces = facts.segments(other);
    for (let i = 0; i < pieces.length; i += 4) {
      const piece: P[] = [
        [pieces[i], pieces[i + 1]],
        [pieces[i + 2], pieces[i + 3]],
      ];
      if (own.some((line) => linesCross(line, piece))) return true;
    }
    return (
      shown !== undefined &&
      figureBoxes(context, other).some((figure) =>
        own.some((line) => runsThrough(line, figure, THROUGH_MM / shown.mmPerUnit)),
      )
    );
  });
}

function crossesText(context: AuditContext, row: number, own: readonly P[][]): boolean {
  const { drawing, facts } = context;
  const box = facts.box(row);
  const callout = anyCallout(context, row);
  const [shown] = facts.appearances(row);
  if (!box || !shown || !callout) return false;
  return facts.index(drawing.objects.container[row], 'text').some(box, (text) => {
    const letters = text === callout.label ? null : facts.text(text);
    return (
      letters?.box !== null &&
      letters !== null &&
      own.some((line) => runsThrough(line, letters.box!, THROUGH_MM / shown.mmPerUnit))
    );
  });
}

/**
 * The labels of crossing leaders, and of all that stand in a column with them, in an order in which no leader crosses
 * another: of all orders the one with the shortest leaders, which never cross where their knees are alike. Looked at
 * afterwards all the same.
 * @returns the labels that change their place; null where no such order is clear
 */
function reordered(context: AuditContext, cluster: readonly number[]): Way[] | null {
  const column = columnOf(context, cluster);
  if (!column) return null;
  const ends = column.map(({ points }) => points[points.length - 1]);
  const knee = (i: number, j: number): P => {
    const { points } = column[i];
    const [kx, ky] = points.length > 2 ? points[1] : points[points.length - 1];
    return [kx + ends[j][0] - ends[i][0], ky + ends[j][1] - ends[i][1]];
  };
  const places = cheapestPlaces(
    column.map(({ points: [[x, y]] }, i) =>
      ends.map((_, j) => {
        const [kx, ky] = knee(i, j);
        return Math.hypot(kx - x, ky - y);
      }),
    ),
  );
  const moves = column.map(
    (callout, i): Way => ({
      callout,
      by: [ends[places[i]][0] - ends[i][0], ends[places[i]][1] - ends[i][1]],
    }),
  );
  return isClear(context, moves) ? moves.filter(({ by }) => by[0] !== 0 || by[1] !== 0) : null;
}

/** The leaders of a cluster with all others whose ends stand in one column with theirs; null where some cannot be moved. */
function columnOf(context: AuditContext, cluster: readonly number[]): Callout[] | null {
  const { drawing, facts } = context;
  const own = cluster.map((row) => anyCallout(context, row));
  const [first] = own;
  if (!first || own.some((one) => one === null || one.label === null || one.mmPerUnit === null)) return null;
  const [x] = first.points[first.points.length - 1];
  const near = COLUMN_MM / first.mmPerUnit!;
  const inColumn = ({ points }: Callout): boolean => Math.abs(points[points.length - 1][0] - x) <= near;
  if (!own.every((one) => one && inColumn(one))) return null;
  const { container } = drawing.objects;
  const beside = facts
    .rowsOfKind('leader')
    .filter((row) => container[row] === container[first.row] && !cluster.includes(row))
    .flatMap((row) => anyCallout(context, row) ?? [])
    .filter((one) => one.label !== null && one.mmPerUnit === first.mmPerUnit && inColumn(one));
  const all = [...own.flatMap((one) => one ?? []), ...beside];
  // A label with several leaders cannot go two ways.
  const labels = new Set(all.map(({ label }) => label));
  return labels.size < all.length || all.length > MOST_IN_COLUMN ? null : all;
}

/** Whether leaders with their labels moved cross nothing of each other, and no label lies over another. */
function isClear(context: AuditContext, moves: readonly Way[]): boolean {
  const lines = moves.map(({ callout: { points }, by }) => withLabelMoved(points, by));
  const boxes = moves.map(({ callout, by }) => {
    const box = labelBoxOf(context, callout);
    return box ? movedBy(box, by) : null;
  });
  const depth = THROUGH_MM / moves[0].callout.mmPerUnit!;
  for (let i = 0; i < moves.length; i++)
    for (let k = 0; k < i; k++) {
      if (linesCross(lines[i], lines[k])) return false;
      const [a, b] = [boxes[i], boxes[k]];
      if (a && b && overlapOf(a, b) > depth) return false;
    }
  return true;
}
