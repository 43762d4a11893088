import { rangeOf } from '../../../dxf/drawing';
import { vertexTags } from '../../../dxf/read/vertex-tags';
import { oncePer } from '../../../once';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { Operation } from '../../operation';

/** Places that differ by less than this share of a line's length are one. */
export const SAME = 1e-6;
/** Lines along one line that are looked at with each other; of more, what they would be held against grows too long. */
const MOST_BESIDE = 20_000;

/** What two objects have to share to be one too many: their space, layer and all that makes their looks. */
export function looksOf({ drawing }: AuditContext, row: number): string {
  const { objects } = drawing;
  return [
    objects.container[row],
    objects.layer[row],
    objects.colour[row],
    objects.rgb[row],
    objects.linetype[row],
    objects.width[row],
    objects.linetypeScale[row],
  ].join('|');
}

/** Heights above the plane: what lies over each other there is not the same. */
export function heightsOf({ drawing }: AuditContext, row: number): string {
  const range = rangeOf(drawing, row);
  return [30, 31, 38, 39].map((code) => drawing.reader.findNumber(range, code, 0)).join('|');
}

/** A single line by where it lies on the line that it runs along. */
export interface LineOnLine {
  readonly row: number;
  /** Along the line, drawing units. */
  readonly from: number;
  readonly to: number;
  readonly length: number;
  /** The direction along which it is measured: to the right, or straight up; a unit vector. */
  readonly u: number;
  readonly v: number;
  /** How far left of the origin the line runs, seen along that direction; drawing units. */
  readonly off: number;
  /** It is drawn against the direction along which it is measured. */
  readonly isTurned: boolean;
}

/** Where a single line lies on the line that it runs along; null of one without a length. */
export function lieOf({ facts }: AuditContext, row: number): LineOnLine | null {
  const [x0, y0, x1, y1] = facts.segments(row);
  const length = Math.hypot(x1 - x0, y1 - y0);
  if (!(length > 0)) return null;
  const isTurned = x1 < x0 || (x1 === x0 && y1 < y0);
  const flip = isTurned ? -1 : 1;
  const [u, v] = [(flip * (x1 - x0)) / length, (flip * (y1 - y0)) / length];
  const [a, b] = [x0 * u + y0 * v, x1 * u + y1 * v];
  return { row, from: Math.min(a, b), to: Math.max(a, b), length, u, v, off: y0 * u - x0 * v, isTurned };
}

/** Directions that differ by less are one, radians. */
const SAME_WAY = 1e-6;

/**
 * Single lines with the same looks that run along one line, from one end of it to the other: of each such line those of the
 * given ones, where they are two or more.
 */
export function* linesOnOneLine(
  context: AuditContext,
  wanted: ReadonlySet<number>,
): Iterable<readonly LineOnLine[]> {
  for (const on of allOnOneLine(context)) {
    const asked = on.filter(({ row }) => wanted.has(row));
    if (asked.length > 1) yield asked;
  }
}

/** The same of all lines of a drawing. */
const allOnOneLine = oncePer(
  ({ facts }: AuditContext) => [facts],
  (context) => [...gather(context)],
);

function* gather(context: AuditContext): Iterable<readonly LineOnLine[]> {
  const rows = context.facts.rowsOfKind('line').filter((row) => !isGenerated(context.drawing, row));
  const lines = rows.flatMap((row) => {
    const lie = lieOf(context, row);
    return lie ? [{ ...lie, way: Math.round(Math.atan2(lie.v, lie.u) / SAME_WAY) }] : [];
  });
  // Sorted by where they run; looks are compared only of those that run along one line.
  lines.sort((a, b) => a.way - b.way || a.off - b.off || a.from - b.from);
  for (let i = 0; i < lines.length; ) {
    let end = i + 1;
    while (
      end < lines.length &&
      lines[end].way === lines[i].way &&
      lines[end].off - lines[end - 1].off <= SAME * lines[end].length
    )
      end++;
    if (end > i + 1 && end - i <= MOST_BESIDE) {
      const alike = groupBy(
        lines.slice(i, end),
        ({ row }) => `${looksOf(context, row)}|${heightsOf(context, row)}`,
      );
      for (const on of alike.values())
        if (on.length > 1) yield on.sort((a, b) => a.from - b.from || b.to - a.to);
    }
    i = end;
  }
}

/** Lines along one line that are drawn as one from now on. */
export interface LinesAsOne {
  /** The one that stays, which is the first in the drawing. */
  readonly stays: LineOnLine;
  readonly others: readonly LineOnLine[];
  /** Lines that begin and end the whole. */
  readonly first: LineOnLine;
  readonly last: LineOnLine;
}

/** What makes one line of several: the one that stays is drawn from the end of the first to that of the last, the others go. */
export function drawnThrough(
  { drawing }: AuditContext,
  was: string,
  all: readonly LinesAsOne[],
): readonly Operation[] {
  const endOf = ({ row, isTurned }: LineOnLine, end: 'from' | 'to'): { x: number; y: number } => {
    const { x, y } = vertexTags(drawing, row)[(end === 'to') === isTurned ? 0 : 1];
    return { x: drawing.reader.number(x), y: drawing.reader.number(y) };
  };
  return [
    {
      type: 'move vertices',
      was,
      rows: all.map(({ stays }) => stays.row),
      vertices: all.map(({ stays, first, last }) => [
        { index: stays.isTurned ? 1 : 0, ...endOf(first, 'from') },
        { index: stays.isTurned ? 0 : 1, ...endOf(last, 'to') },
      ]),
      movedUnits: all.map(({ stays, first, last }) => Math.max(stays.from - first.from, last.to - stays.to)),
    },
    { type: 'remove objects', rows: all.flatMap(({ others }) => others.map(({ row }) => row)) },
  ];
}
