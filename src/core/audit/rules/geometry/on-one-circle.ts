import { kindOf } from '../../../dxf/drawing';
import { shapeOf } from '../../../dxf/read/decode';
import { oncePer } from '../../../once';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import { heightsOf, looksOf, SAME } from './on-one-line';

const TURN = 2 * Math.PI;
/** Arcs on one circle that are looked at with each other: each is held against all others. */
const MOST_ON_CIRCLE = 2000;

/** An arc, or a circle, by where it lies on its circle. */
export interface ArcOnCircle {
  readonly row: number;
  /** Radians, 0 to 2π. */
  readonly from: number;
  /** Radians, above 0 and at most 2π. */
  readonly sweep: number;
}

/** Arcs and circles with the same looks that lie on one circle, where they are two or more; the given ones of them. */
export function* arcsOnOneCircle(
  context: AuditContext,
  wanted: ReadonlySet<number>,
): Iterable<readonly ArcOnCircle[]> {
  for (const on of allOnOneCircle(context)) {
    const asked = on.filter(({ row }) => wanted.has(row));
    if (asked.length > 1) yield asked;
  }
}

/** The same of all arcs and circles of a drawing. */
const allOnOneCircle = oncePer(
  ({ facts }: AuditContext) => [facts],
  (context) => [...gather(context)],
);

function* gather(context: AuditContext): Iterable<readonly ArcOnCircle[]> {
  const { drawing, facts } = context;
  const arcs: (ArcOnCircle & { readonly x: number; readonly y: number; readonly radius: number })[] = [];
  for (const row of [...facts.rowsOfKind('arc'), ...facts.rowsOfKind('circle')]) {
    const shape = isGenerated(drawing, row) ? null : shapeOf(drawing, row);
    if (shape?.type !== 'ellipse') continue;
    const { centre, u, from, to, system } = shape;
    // One whose plane is turned has its angles counted otherwise.
    if (system[0] < 1 - 1e-9 || system[10] < 1 - 1e-9 || !(u[0] > 0)) continue;
    const begins = ((from % TURN) + TURN) % TURN;
    arcs.push({ row, x: centre[0], y: centre[1], radius: u[0], from: begins, sweep: to - from });
  }
  // Sorted by their circles: what lies on one stands together, but for what differs by a hair in the first of three figures.
  arcs.sort((a, b) => a.radius - b.radius || a.x - b.x || a.y - b.y);
  for (let i = 0; i < arcs.length; ) {
    let end = i + 1;
    const near = SAME * arcs[i].radius;
    while (
      end < arcs.length &&
      arcs[end].radius - arcs[i].radius <= near &&
      Math.abs(arcs[end].x - arcs[i].x) <= near &&
      Math.abs(arcs[end].y - arcs[i].y) <= near
    )
      end++;
    if (end > i + 1 && end - i <= MOST_ON_CIRCLE) {
      const alike = groupBy(
        arcs.slice(i, end),
        ({ row }) => `${looksOf(context, row)}|${heightsOf(context, row)}`,
      );
      for (const on of alike.values()) if (on.length > 1) yield on.sort((a, b) => a.row - b.row);
    }
    i = end;
  }
}

/** Whether an arc lies wholly on a longer one. */
export function liesWithin(arc: ArcOnCircle, longer: ArcOnCircle): boolean {
  if (longer.sweep <= arc.sweep + SAME) return false;
  if (longer.sweep >= TURN - SAME) return true;
  const ahead = (((arc.from - longer.from + SAME) % TURN) + TURN) % TURN;
  return ahead + arc.sweep <= longer.sweep + 3 * SAME;
}

/** Rows of arcs that lie wholly on a longer one, or on a circle. */
export function arcsWithin(context: AuditContext, rows: readonly number[]): number[] {
  const gone: number[] = [];
  for (const on of arcsOnOneCircle(context, new Set(rows)))
    for (const arc of on) if (on.some((longer) => liesWithin(arc, longer))) gone.push(arc.row);
  return gone.sort((a, b) => a - b);
}

/** Arcs that lie on each other in part, one after the other, and what is drawn by them all. */
export interface ArcsAsOne {
  /** The one that stays, which is the first in the drawing. */
  readonly stays: ArcOnCircle;
  readonly others: readonly ArcOnCircle[];
  /** Arcs that begin and end the whole. */
  readonly first: ArcOnCircle;
  readonly last: ArcOnCircle;
  /** Together they are a whole circle: which end is the first cannot be said. */
  readonly closes: boolean;
}

/** Runs of arcs that overlap in part; what lies wholly on a longer one is another rule's. */
export function overlappingArcs(context: AuditContext, rows: readonly number[]): ArcsAsOne[] {
  const found: ArcsAsOne[] = [];
  const arcs = new Set(rows.filter((row) => kindOf(context.drawing, row) === 'arc'));
  for (const on of arcsOnOneCircle(context, arcs)) {
    const left = on.filter(
      (arc) => !on.some((other) => liesWithin(arc, other) || (other.row < arc.row && isSame(arc, other))),
    );
    found.push(...runsOf(left));
  }
  return found.sort((a, b) => a.stays.row - b.stays.row);
}

const isSame = (a: ArcOnCircle, b: ArcOnCircle): boolean =>
  Math.abs(a.sweep - b.sweep) <= SAME && Math.abs(Math.sin((a.from - b.from) / 2)) <= SAME;

function runsOf(arcs: readonly ArcOnCircle[]): ArcsAsOne[] {
  if (arcs.length < 2) return [];
  /** How far one arc begins ahead of another, radians. */
  const ahead = (one: ArcOnCircle, other: ArcOnCircle): number =>
    (((one.from - other.from) % TURN) + TURN) % TURN;
  // Begin with an arc that no other runs into: without one the circle is closed.
  const begins = arcs.find((arc) =>
    arcs.every((other) => other === arc || other.sweep <= ahead(arc, other) + SAME),
  );
  const start = begins ?? arcs[0];
  const sorted = [...arcs].sort((a, b) => ahead(a, start) - ahead(b, start));
  const runs: ArcsAsOne[] = [];
  let run: ArcOnCircle[] = [];
  let end = 0;
  const close = (closes = false): void => {
    if (run.length > 1) {
      const [stays, ...others] = [...run].sort((a, b) => a.row - b.row);
      runs.push({ stays, others, first: run[0], last: run[run.length - 1], closes });
    }
    run = [];
  };
  for (const arc of sorted) {
    const at = ahead(arc, start);
    if (run.length > 0 && at >= end - SAME) close();
    run.push(arc);
    end = at + arc.sweep;
  }
  close(begins === undefined);
  return runs;
}
