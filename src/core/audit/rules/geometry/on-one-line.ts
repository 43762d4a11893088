import { rangeOf } from '../../../dxf/drawing';
import { type AuditContext, groupBy } from '../../context';

/** Places that differ by less than this share of a line's length are one. */
export const SAME = 1e-6;
/** Lines of one direction that are looked at with each other; of more, what they would be held against grows too long. */
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
  /** It is drawn against the direction along which it is measured. */
  readonly isTurned: boolean;
}

/** Single lines with the same looks that run along one line, from one end of it to the other; of each such line those that are two or more. */
export function* linesOnOneLine(
  context: AuditContext,
  rows: readonly number[],
): Iterable<readonly LineOnLine[]> {
  const { facts } = context;
  const lines = rows.flatMap((row) => {
    const [x0, y0, x1, y1] = facts.segments(row);
    const length = Math.hypot(x1 - x0, y1 - y0);
    if (!(length > 0)) return [];
    const isTurned = x1 < x0 || (x1 === x0 && y1 < y0);
    const flip = isTurned ? -1 : 1;
    const [u, v] = [(flip * (x1 - x0)) / length, (flip * (y1 - y0)) / length];
    const [from, to] = [x0 * u + y0 * v, x1 * u + y1 * v].sort((a, b) => a - b);
    return [{ row, u, v, off: y0 * u - x0 * v, from, to, length, isTurned }];
  });
  const families = groupBy(
    lines,
    ({ row, u, v }) => `${looksOf(context, row)}|${heightsOf(context, row)}|${u.toFixed(6)}|${v.toFixed(6)}`,
  );
  for (const family of families.values()) {
    if (family.length < 2 || family.length > MOST_BESIDE) continue;
    const beside = family.sort((a, b) => a.off - b.off || a.from - b.from);
    for (let i = 0; i < beside.length; ) {
      let end = i + 1;
      while (end < beside.length && beside[end].off - beside[end - 1].off <= SAME * beside[end].length) end++;
      if (end > i + 1) yield beside.slice(i, end).sort((a, b) => a.from - b.from || b.to - a.to);
      i = end;
    }
  }
}
