import Flatbush from 'flatbush';
import { kindOf, layerNameOf, rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf, LINE_KINDS } from '../../../dxf/object-kinds';
import { type AuditContext, groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  nothing: (what: string, count: number, layer: string) =>
    `${what} on layer “${layer}” ${count === 1 ? 'has' : 'have'} no length.`,
  dots: (count: number) => `${count} lines without a length that stand in a pattern: they are dots of a fill`,
};

export const geometryNothing: Rule = {
  meta: {
    id: 'geometry/nothing',
    title: 'Line without a length',
    stage: 'looks',
    weight: 'note',
    correction: 'automatic',
    what: 'Every line, arc and curve has a length.',
    why: 'What cannot be seen is counted, snapped to and exported all the same, and stands in the way of what is drawn.',
    source: 'Practice: nothing in a drawing that nobody can see',
  },

  visit(context) {
    const { drawing } = context;
    const found: number[] = [];
    return {
      on: Object.fromEntries(
        [...LINE_KINDS]
          .filter((kind) => kind !== 'construction line')
          .map((kind) => [
            kind,
            (row: number) => {
              // Within symbols a line without a length is a dot: that is how patterns are drawn there.
              if (isPlaced(drawing, row) && hasNoLength(context, row)) found.push(row);
            },
          ]),
      ),
      *finish() {
        const dots = new Set(patternsOf(context, found));
        if (dots.size > 0) context.notChecked(messages.dots(dots.size));
        const groups = groupBy(
          found.filter((row) => !dots.has(row)),
          (row) => `${foldName(layerNameOf(drawing, row))}\n${kindOf(drawing, row)}`,
        );
        for (const rows of groups.values()) {
          const layer = layerNameOf(drawing, rows[0]);
          const kind = kindOf(drawing, rows[0]);
          const what = countOf(kind, rows.length);
          yield {
            message: messages.nothing(what, rows.length, layer),
            expected: words('a length'),
            found: words('none'),
            rows,
            subject: { layer, kind },
            remedy: `${what} removed.`,
          };
        }
      },
    };
  },

  settle: (context, finding) => ({
    operations: [{ type: 'remove objects', rows: context.rowsOf(finding) }],
  }),
};

/** So many of one layer tell a pattern, when half of them are as far from their neighbours as each other. */
const LEAST_DOTS = 8;
const SAME_STEP = 0.02;

/**
 * Those that are dots: fills that were drawn line by line, by hand or by a program, have points at a constant step, and a line
 * without a length prints as a dot.
 */
function patternsOf({ drawing, facts }: AuditContext, rows: readonly number[]): number[] {
  const { container, layer } = drawing.objects;
  const dots: number[] = [];
  for (const group of groupBy(rows, (row) => `${container[row]}|${layer[row]}`).values()) {
    if (group.length < LEAST_DOTS) continue;
    const tree = new Flatbush(group.length);
    for (const row of group) {
      const { minX, minY } = facts.box(row)!;
      tree.add(minX, minY);
    }
    tree.finish();
    const steps = group.map((row) => {
      const { minX, minY } = facts.box(row)!;
      // The first is the point itself, and what lies on it is no neighbour.
      const near = tree.neighbors(minX, minY, 4).map((i) => {
        const other = facts.box(group[i])!;
        return Math.hypot(other.minX - minX, other.minY - minY);
      });
      return near.find((step) => step > 0) ?? 0;
    });
    const sorted = [...steps].sort((a, b) => a - b);
    const middle = sorted[Math.floor(sorted.length / 2)];
    const alike = steps.filter((step) => Math.abs(step - middle) <= SAME_STEP * middle).length;
    if (middle > 0 && 2 * alike >= group.length) dots.push(...group);
  }
  return dots;
}

/**
 * Whether all that an object draws is one point. What cannot be read, or has a height that makes a wall of the point, is not
 * nothing.
 */
function hasNoLength({ drawing, facts }: AuditContext, row: number): boolean {
  const { reader } = drawing;
  const range = rangeOf(drawing, row);
  if (reader.findNumber(range, 39, 0) !== 0) return false;
  const box = facts.box(row);
  if (!box) return false;
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  if (width !== 0 || height !== 0) return false;
  // A line that runs straight up is a point from above only.
  return reader.findNumber(range, 30, 0) === reader.findNumber(range, 31, reader.findNumber(range, 30, 0));
}
