import { z } from 'zod';
import { formatContainer } from '../../../dxf/drawing';
import { countOf } from '../../../dxf/object-kinds';
import type { Box } from '../../../geometry/box';
import { type AuditContext, kindsInWords } from '../../context';
import { removal } from '../../finding';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';

const messages = {
  far: (what: string, count: number, times: string) =>
    `${what} ${count === 1 ? 'lies' : 'lie'} far from everything else: ${times} the size of the drawing away.`,
};

const settings = z.strictObject({
  times: numberSetting('Far is', 'times the size of the drawing', 10, { min: 1, max: 1e6 }),
});

/** Objects below which nothing tells where a drawing is. */
const LEAST = 10;
/** Share of a drawing, at either end, that does not say where it is. */
const TAIL = 0.02;

export const geometryFar: Rule = {
  meta: {
    id: 'geometry/far',
    title: 'Content far from everything else',
    stage: 'looks',
    weight: 'should',
    correction: 'choice',
    what: 'A drawing lies in one place: nothing of it is far away from the rest.',
    why: 'With a forgotten point far out the drawing shrinks to a dot when it is shown as a whole, and rounding eats its figures.',
    source: 'Practice: stray content far out is removed',
    settings,
  },

  *check(context) {
    const own = settings.parse(context.settings);
    const { drawing } = context;
    for (const [index, container] of drawing.containers.entries()) {
      if (container.kind === 'symbol') continue;
      const far = farIn(context, index, own.times);
      const rows = [...far.keys()].filter((row) => !context.excepts(row));
      if (rows.length === 0) continue;
      const what = kindsInWords(drawing, rows);
      const distances = rows.map((row) => far.get(row)!);
      const [least, most] = [Math.min(...distances), Math.max(...distances)].map((one) =>
        Math.round(one).toLocaleString('en-GB'),
      );
      const times = least === most ? `${least} times` : `${least} to ${most} times`;
      yield {
        message: messages.far(what, rows.length, times),
        expected: words(`within ${own.times} times the size of the drawing`),
        found: words(`${times} away`),
        rows,
        subject: { kind: 'object', value: formatContainer(container) },
        options: [removal(countOf('object', rows.length))],
      };
    }
  },

  settle: (context, finding) => ({
    operations: [{ type: 'remove objects', rows: context.rowsOf(finding) }],
  }),
};

/** Objects of a space that lie far from where most of it is, with how many times its size that is. */
function farIn({ drawing, facts }: AuditContext, container: number, times: number): Map<number, number> {
  const rows: number[] = [];
  const boxes: Box[] = [];
  for (const row of drawing.containers[container].rows) {
    const box = facts.box(row);
    if (!box || !Number.isFinite(box.minX + box.maxX + box.minY + box.maxY)) continue;
    rows.push(row);
    boxes.push(box);
  }
  const far = new Map<number, number>();
  if (boxes.length < LEAST) return far;
  const xs = Float64Array.from(boxes, ({ minX, maxX }) => (minX + maxX) / 2);
  const ys = Float64Array.from(boxes, ({ minY, maxY }) => (minY + maxY) / 2);
  const [left, right] = between(xs);
  const [bottom, top] = between(ys);
  // The size of a drawing is that of what lies in its middle, long lines and all.
  let size = Math.max(right - left, top - bottom);
  for (const [i, { minX, minY, maxX, maxY }] of boxes.entries())
    if (xs[i] >= left && xs[i] <= right && ys[i] >= bottom && ys[i] <= top)
      size = Math.max(size, maxX - minX, maxY - minY);
  if (!(size > 0)) return far;
  for (const [i, box] of boxes.entries()) {
    const dx = Math.max(left - box.maxX, box.minX - right, 0);
    const dy = Math.max(bottom - box.maxY, box.minY - top, 0);
    const away = Math.hypot(dx, dy) / size;
    if (away > times) far.set(rows[i], away);
  }
  return far;
}

/** Between which values all lie but the tails at either end. */
function between(values: Float64Array): readonly [number, number] {
  const sorted = values.slice().sort();
  // One of ten is already more than the tail.
  const cut = Math.max(1, Math.floor(TAIL * sorted.length));
  return [sorted[cut], sorted[sorted.length - 1 - cut]];
}
