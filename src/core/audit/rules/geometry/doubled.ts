import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf, LINE_KINDS, type ObjectKind } from '../../../dxf/object-kinds';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { arcsWithin } from './on-one-circle';
import { heightsOf, linesOnOneLine, looksOf, SAME } from './on-one-line';

const messages = {
  same: (what: string, count: number, layer: string) =>
    `${what} on layer “${layer}” ${count === 1 ? 'lies' : 'lie'} on another one that is the same.`,
  within: (what: string, count: number, layer: string) =>
    `${what} on layer “${layer}” ${count === 1 ? 'lies' : 'lie'} wholly on a longer one.`,
};

const FAULTS = {
  same: { message: messages.same, expected: () => 'one of each', found: () => 'two on each other' },
  within: {
    message: messages.within,
    expected: (kind: ObjectKind) => `one ${kind}`,
    found: (kind: ObjectKind) => (kind === 'arc' ? 'an arc on an arc' : `a ${kind} on a ${kind}`),
  },
} as const;
type Fault = keyof typeof FAULTS;

/** Of these kinds the same shape twice is one too many. */
const KINDS: readonly ObjectKind[] = [...LINE_KINDS].filter((kind) => kind !== 'construction line');

export const geometryDoubled: Rule = {
  meta: {
    id: 'geometry/doubled',
    title: 'Lines on lines',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'No line, arc or curve lies on another one of its layer with the same looks, or wholly on a longer line or arc.',
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
            rows.filter((row) => !gone.has(row)),
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
              expected: words(expected(kind)),
              found: words(is(kind)),
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

/** Objects that are the same as an earlier one: the same straight pieces, in whichever direction they are drawn. */
function sameOnes(context: AuditContext, rows: readonly number[]): number[] {
  const { drawing, facts } = context;
  // By their boxes first: only what shares one, roughly, is compared piece by piece.
  const boxed = new Map<number, number[]>();
  for (const row of rows) {
    const box = facts.box(row);
    if (!box || !(Math.max(box.maxX - box.minX, box.maxY - box.minY) > 0)) continue;
    const key =
      Math.fround(box.minX) +
      Math.fround(box.minY) * Math.PI +
      Math.fround(box.maxX) * Math.E +
      Math.fround(box.maxY) * Math.SQRT2;
    const group = boxed.get(key);
    if (group) group.push(row);
    else boxed.set(key, [row]);
  }
  const gone: number[] = [];
  for (const boxes of boxed.values()) {
    if (boxes.length < 2) continue;
    const alike = groupBy(boxes, (row) => `${kindOf(drawing, row)}|${looksOf(context, row)}`);
    for (const group of alike.values()) {
      const kept: number[] = [];
      for (const row of group) {
        if (kept.some((one) => isSame(context, one, row))) gone.push(row);
        else kept.push(row);
      }
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

/** Single lines and arcs that lie wholly on a longer one with the same looks. */
function withinOthers(context: AuditContext, rows: readonly number[]): number[] {
  const gone: number[] = arcsWithin(context, rows);
  const lines = rows.filter((row) => kindOf(context.drawing, row) === 'line');
  for (const on of linesOnOneLine(context, new Set(lines))) {
    let longest = on[0];
    for (const line of on.slice(1)) {
      if (line.to <= longest.to + SAME * longest.length && line.length < longest.length) gone.push(line.row);
      else if (line.to > longest.to) longest = line;
    }
  }
  return gone.sort((a, b) => a - b);
}
