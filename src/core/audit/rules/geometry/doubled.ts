import { kindOf, layerNameOf, rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf, LINE_KINDS, type ObjectKind } from '../../../dxf/object-kinds';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  same: (what: string, count: number, layer: string) =>
    `${what} on layer “${layer}” ${count === 1 ? 'lies' : 'lie'} on another one that is the same.`,
  within: (what: string, count: number, layer: string) =>
    `${what} on layer “${layer}” ${count === 1 ? 'lies' : 'lie'} wholly on a longer one.`,
};

const FAULTS = {
  same: { message: messages.same, expected: 'one of each', found: 'two on each other' },
  within: { message: messages.within, expected: 'one line', found: 'a line on a line' },
} as const;
type Fault = keyof typeof FAULTS;

/** Places that differ by less than this share of a line's length are one. */
const SAME = 1e-6;
/** Lines of one direction that are looked at with each other; of more, what they would be held against grows too long. */
const MOST_BESIDE = 20_000;

/** Of these kinds the same shape twice is one too many. */
const KINDS: readonly ObjectKind[] = [...LINE_KINDS].filter((kind) => kind !== 'construction line');

export const geometryDoubled: Rule = {
  meta: {
    id: 'geometry/doubled',
    title: 'Lines on lines',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'No line, arc or curve lies on another one of its layer with the same looks, or wholly on a longer line.',
    why: 'Two lines on each other print darker, are picked one at a time, and one of them stays when the other is moved.',
    source: 'Practice: doubled lines are cleaned out before a drawing is worked on',
  },

  visit(context) {
    const { drawing } = context;
    const rows: number[] = [];
    const on = (row: number): void => {
      if (!isGenerated(drawing, row)) rows.push(row);
    };
    return {
      on: Object.fromEntries(KINDS.map((kind) => [kind, on])),
      *finish() {
        const same = sameOnes(context, rows);
        const gone = new Set(same);
        const found: Readonly<Record<Fault, readonly number[]>> = {
          same,
          within: withinOthers(
            context,
            rows.filter((row) => !gone.has(row) && kindOf(drawing, row) === 'line'),
          ),
        };
        for (const fault of ['same', 'within'] as const) {
          const groups = groupBy(
            found[fault],
            (row) => `${foldName(layerNameOf(drawing, row))}\n${kindOf(drawing, row)}`,
          );
          for (const group of groups.values()) {
            const layer = layerNameOf(drawing, group[0]);
            const kind = kindOf(drawing, group[0]);
            const what = countOf(kind, group.length);
            const { message, expected, found: is } = FAULTS[fault];
            yield {
              message: message(what, group.length, layer),
              expected: words(expected),
              found: words(is),
              rows: group,
              subject: { layer, kind, value: fault },
              remedy: `${what} removed; what they lie on stays.`,
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

/** What two objects have to share to be one too many: their space, layer and all that makes their looks. */
function looksOf({ drawing }: AuditContext, row: number): string {
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
function heightsOf({ drawing }: AuditContext, row: number): string {
  const range = rangeOf(drawing, row);
  return [30, 31, 38, 39].map((code) => drawing.reader.findNumber(range, code, 0)).join('|');
}

/** Objects that are the same as an earlier one: the same straight pieces, in whichever direction they are drawn. */
function sameOnes(context: AuditContext, rows: readonly number[]): number[] {
  const { drawing, facts } = context;
  // By their boxes first: only what shares one is compared piece by piece.
  const boxed = groupBy(rows, (row) => {
    const box = facts.box(row);
    if (!box) return '';
    const size = Math.max(box.maxX - box.minX, box.maxY - box.minY);
    if (!(size > 0)) return '';
    return [box.minX, box.minY, box.maxX, box.maxY]
      .map((value) => value.toPrecision(9))
      .concat(kindOf(drawing, row), looksOf(context, row))
      .join('|');
  });
  const gone: number[] = [];
  for (const [key, group] of boxed) {
    if (key === '' || group.length < 2) continue;
    const kept: number[] = [];
    for (const row of group) {
      if (kept.some((one) => isSame(context, one, row))) gone.push(row);
      else kept.push(row);
    }
  }
  return gone.sort((a, b) => a - b);
}

function isSame(context: AuditContext, row: number, other: number): boolean {
  const { facts } = context;
  if (heightsOf(context, row) !== heightsOf(context, other)) return false;
  const [a, b] = [facts.segments(row), facts.segments(other)];
  if (a.length !== b.length || a.length === 0) return false;
  const box = facts.box(row)!;
  const near = SAME * Math.max(box.maxX - box.minX, box.maxY - box.minY);
  const forwards = a.every((value, i) => Math.abs(value - b[i]) <= near);
  // Backwards the last piece comes first, and its end is its beginning.
  const backwards = (): boolean => {
    for (let i = 0; i < a.length; i += 4) {
      const j = b.length - 4 - i;
      if (
        Math.abs(a[i] - b[j + 2]) > near ||
        Math.abs(a[i + 1] - b[j + 3]) > near ||
        Math.abs(a[i + 2] - b[j]) > near ||
        Math.abs(a[i + 3] - b[j + 1]) > near
      )
        return false;
    }
    return true;
  };
  return forwards || backwards();
}

/** Single lines that lie wholly on a longer one with the same looks. */
function withinOthers(context: AuditContext, rows: readonly number[]): number[] {
  const { facts } = context;
  const lines = rows.flatMap((row) => {
    const [x0, y0, x1, y1] = facts.segments(row);
    const length = Math.hypot(x1 - x0, y1 - y0);
    if (!(length > 0)) return [];
    const flip = x1 < x0 || (x1 === x0 && y1 < y0) ? -1 : 1;
    const [u, v] = [(flip * (x1 - x0)) / length, (flip * (y1 - y0)) / length];
    const [from, to] = [x0 * u + y0 * v, x1 * u + y1 * v].sort((a, b) => a - b);
    return [{ row, u, v, off: y0 * u - x0 * v, from, to, length }];
  });
  const byRow = new Map(lines.map((line) => [line.row, line]));
  const families = groupBy(
    byRow.keys(),
    (row) =>
      `${looksOf(context, row)}|${heightsOf(context, row)}|${byRow.get(row)!.u.toFixed(6)}|${byRow.get(row)!.v.toFixed(6)}`,
  );
  const gone: number[] = [];
  for (const family of families.values()) {
    if (family.length < 2 || family.length > MOST_BESIDE) continue;
    const beside = family.map((row) => byRow.get(row)!).sort((a, b) => a.off - b.off || a.from - b.from);
    for (let i = 0; i < beside.length; ) {
      // Lines of one direction that lie on one line.
      let end = i + 1;
      while (end < beside.length && beside[end].off - beside[end - 1].off <= SAME * beside[end].length) end++;
      const on = beside.slice(i, end).sort((a, b) => a.from - b.from || b.to - a.to);
      let longest = on[0];
      for (const line of on.slice(1)) {
        if (line.to <= longest.to + SAME * longest.length && line.length < longest.length)
          gone.push(line.row);
        else if (line.to > longest.to) longest = line;
      }
      i = end;
    }
  }
  return gone.sort((a, b) => a - b);
}
