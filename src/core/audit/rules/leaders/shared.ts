import { entityOf, rangeOf } from '../../../dxf/drawing';
import { leaderTips } from '../../../dxf/edit/edit-leader';
import { leadsTo } from '../../../facts/loose-leaders';
import { ownLabelBox } from '../../../facts/texts';
import { meetingOf } from '../../../geometry/crossings';
import { type OrientedBox, runsIn, shrunkBy } from '../../../geometry/oriented-box';
import type { AuditContext } from '../../context';

export const leaders = (count: number): string => (count === 1 ? '1 leader' : `${count} leaders`);

export type P = readonly [number, number];

/** A bare leader with one line, and the text at its end. */
export interface Callout {
  readonly row: number;
  /** From the tip on. */
  readonly points: readonly P[];
  /** Row of the text that it leads to, its own where the label is in itself; null where none is near. */
  readonly label: number | null;
  /** mm on paper of a drawing unit; null where no scale shows it, or several do. */
  readonly mmPerUnit: number | null;
}

/** A line as its points. */
export const pointsOf = (line: readonly number[]): P[] =>
  Array.from({ length: line.length / 2 }, (_, i): P => [line[2 * i], line[2 * i + 1]]);

/** How far a label may lie from the end of its leader, in heights of its text. */
const LABEL_REACH = 2;

/** A leader's line with its label; null for one of several lines, of one point, or with its label in itself. */
export function calloutOf(context: AuditContext, row: number): Callout | null {
  const { drawing, facts } = context;
  if (entityOf(drawing, row) !== 'LEADER') return null;
  const [line, ...others] = facts.leader(row).lines;
  if (!line || others.length > 0 || line.length < 4) return null;
  const points = pointsOf(line);
  return {
    row,
    points,
    label: labelOf(context, row, points),
    mmPerUnit: facts.oneScale(row),
  };
}

/**
 * The same of a leader that has its label in itself: one line to one text. Its label is the leader's own row.
 * What such a leader has of several lines, or of symbols, is null.
 */
export function ownCalloutOf(context: AuditContext, row: number): Callout | null {
  const { drawing, facts } = context;
  if (!/^M(ULTI)?LEADER$/.test(entityOf(drawing, row))) return null;
  const [tip, ...others] = leaderTips(context, row);
  if (!tip || others.length > 0 || !ownLabelBox(drawing, row)) return null;
  const line = facts.leader(row).lines.find(([x, y]) => x === tip[0] && y === tip[1]);
  return line && line.length >= 4
    ? { row, points: pointsOf(line), label: row, mmPerUnit: facts.oneScale(row) }
    : null;
}

/** A leader with its label, wherever that is held. */
export const anyCallout = (context: AuditContext, row: number): Callout | null =>
  calloutOf(context, row) ?? ownCalloutOf(context, row);

/** Where the letters of a callout's label lie. */
export const labelBoxOf = ({ drawing, facts }: AuditContext, { row, label }: Callout): OrientedBox | null =>
  label === null ? null : label === row ? ownLabelBox(drawing, row) : (facts.text(label)?.box ?? null);

/** The text that a leader names, or leads to; the nearest where it leads to none of those near its end. */
function labelOf({ drawing, facts }: AuditContext, row: number, points: readonly P[]): number | null {
  const [knee, [x, y]] = points.slice(-2);
  const named = drawing.reader.findText(rangeOf(drawing, row), 340).toUpperCase();
  const [own] = (named !== '' && facts.rowsByHandle.get(named)) || [];
  if (own !== undefined) return facts.text(own) ? own : null;
  const near = facts
    .index(drawing.objects.container[row], 'text')
    .near(x, y, 4)
    .map((text) => ({
      text,
      off: distanceTo(facts.box(text), x, y),
      height: facts.lettering(text)?.height ?? 0,
    }))
    .filter(({ off, height }) => off <= LABEL_REACH * height)
    .sort((a, b) => a.off - b.off);
  if (near.length < 2) return near[0]?.text ?? null;
  const led = near.filter(({ text }) => {
    const fact = facts.text(text);
    return fact !== null && leadsTo(fact, [x, y], knee) !== null;
  });
  return (led[0] ?? near[0]).text;
}

function distanceTo(
  box: { minX: number; minY: number; maxX: number; maxY: number } | null,
  x: number,
  y: number,
): number {
  if (!box) return Number.POSITIVE_INFINITY;
  return Math.hypot(Math.max(box.minX - x, 0, x - box.maxX), Math.max(box.minY - y, 0, y - box.maxY));
}

/** The lines of a leader, each as its points. */
export const linesOf = ({ facts }: AuditContext, row: number): P[][] => facts.leader(row).lines.map(pointsOf);

/** A leader's line when its label goes somewhere: all of it goes along but the tip. */
export const withLabelMoved = (points: readonly P[], [dx, dy]: P): P[] =>
  points.map(([x, y], i) => (i === 0 ? [x, y] : [x + dx, y + dy]));

/** Whether two lines cross, each inside of the other; ends that touch do not. */
export function linesCross(a: readonly P[], b: readonly P[]): boolean {
  for (let i = 0; i + 1 < a.length; i++)
    for (let k = 0; k + 1 < b.length; k++) {
      const how = meetingOf(...a[i], ...a[i + 1], ...b[k], ...b[k + 1]);
      if (how === 'cross' || how === 'overlap') return true;
    }
  return false;
}

/** Whether a line runs through a box by more than a depth on either side. */
export function runsThrough(points: readonly P[], box: OrientedBox, depth: number): boolean {
  const inner = shrunkBy(box, depth);
  return (
    inner !== null && points.slice(1).some(([x, y], i) => runsIn(points[i][0], points[i][1], x, y, inner))
  );
}
