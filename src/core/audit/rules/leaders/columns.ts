import { type AuditContext, groupBy } from '../../context';
import type { FollowingLine } from '../../finding';
import { anyCallout, type Callout, labelBoxOf, type P } from './shared';

/** A callout of a column: its label and its scale are known. */
export interface Columned extends Callout {
  readonly label: number;
  readonly mmPerUnit: number;
  /** The end of its leader. */
  readonly end: P;
}

/** Labels one under the other at the ends of their leaders. */
export interface Column {
  /** From the bottom up. */
  readonly members: readonly Columned[];
  readonly mmPerUnit: number;
}

/** Fewer labels than this are no column. */
const LEAST = 3;
/** Labels farther apart than this are no column, mm on paper. */
export const APART_MM = 80;
/** Labels that lie farther than this from level are in no column, radians. */
const LEVEL = 0.02;

/**
 * The columns of level labels that leaders lead to.
 * @param widthMm how far ends in one column may lie beside each other, mm on paper
 */
export function columnsOf(context: AuditContext, rows: readonly number[], widthMm: number): Column[] {
  const members = new Map(
    rows.flatMap((row) => {
      const one = columnedOf(context, row);
      return one ? [[row, one] as const] : [];
    }),
  );
  // A label that several leaders lead to goes with none of them alone.
  const byLabel = groupBy(members.keys(), (row) => String(members.get(row)!.label));
  const alone = [...byLabel.values()].flatMap((group) => (group.length === 1 ? group : []));
  const { container } = context.drawing.objects;
  const families = groupBy(alone, (row) => {
    const { points, end, mmPerUnit } = members.get(row)!;
    return `${container[row]}|${mmPerUnit}|${Math.sign(end[0] - points[points.length - 2][0])}`;
  });
  return [...families.values()].flatMap((family) => {
    const ones = family.map((row) => members.get(row)!);
    const [{ mmPerUnit }] = ones;
    return runsOf(
      ones,
      ({ end }) => end[0],
      (first, _, one) => one - first <= widthMm / mmPerUnit,
    )
      .flatMap((beside) =>
        runsOf(
          beside,
          ({ end }) => end[1],
          (_, last, one) => one - last <= APART_MM / mmPerUnit,
        ),
      )
      .filter((run) => run.length >= LEAST)
      .map((run): Column => ({ members: run, mmPerUnit }));
  });
}

function columnedOf(context: AuditContext, row: number): Columned | null {
  const callout = anyCallout(context, row);
  if (callout?.label == null || callout.mmPerUnit === null) return null;
  const angle = angleOf(context, callout);
  if (!(Math.abs(Math.sin(angle)) <= LEVEL && Math.cos(angle) > 0)) return null;
  const { points, label, mmPerUnit } = callout;
  return { ...callout, label, mmPerUnit, end: points[points.length - 1] };
}

/** The direction of a label, radians. */
function angleOf(context: AuditContext, callout: Callout): number {
  if (callout.label !== callout.row)
    return context.facts.lettering(callout.label ?? -1)?.angleRad ?? Number.NaN;
  const box = labelBoxOf(context, callout);
  return box ? Math.atan2(box[3] - box[1], box[2] - box[0]) : Number.NaN;
}

/** Things in the order of a value, parted where one no longer goes with the first and the last before it. */
function runsOf<T>(
  things: readonly T[],
  figureOf: (one: T) => number,
  goesWith: (first: number, last: number, one: number) => boolean,
): T[][] {
  const runs: T[][] = [];
  for (const one of [...things].sort((a, b) => figureOf(a) - figureOf(b))) {
    const run = runs.at(-1);
    if (run && goesWith(figureOf(run[0]), figureOf(run[run.length - 1]), figureOf(one))) run.push(one);
    else runs.push([one]);
  }
  return runs;
}

/** The outline of a label as a line that follows, moved by a way from where it is. */
export function labelLine(context: AuditContext, callout: Callout, by: P, rate: number): FollowingLine[] {
  const box = labelBoxOf(context, callout);
  if (!box) return [];
  const points = [...box, box[0], box[1]].map((value, i) => value + by[i % 2]);
  return [{ points, rates: points.filter((_, i) => i % 2 === 0).map(() => rate), drags: false }];
}

/** The shoulder of a leader: its last piece, where that runs level; null for any other. */
export function shoulderOf({ points }: Callout): { readonly length: number; readonly way: 1 | -1 } | null {
  if (points.length < 3) return null;
  const [[x0, y0], [x1, y1]] = points.slice(-2);
  const length = Math.abs(x1 - x0);
  return length > 0 && Math.abs(y1 - y0) <= LEVEL * length ? { length, way: x1 > x0 ? 1 : -1 } : null;
}
