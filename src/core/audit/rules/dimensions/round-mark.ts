import { formatDimension, formatLength } from '../../../dimension/value';
import { layerNameOf, rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { shapeOf } from '../../../dxf/read/decode';
import { oneLine } from '../../../one-line';
import { type AuditContext, groupBy } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { dimensions } from './shared';
import { shownValue } from './shown';

const messages = {
  across: (count: number, layer: string) =>
    `${dimensions(count)} on layer “${layer}” ${count === 1 ? 'measures' : 'measure'} across ${count === 1 ? 'a whole circle' : 'whole circles'} without a diameter sign.`,
  round: (count: number, what: 'diameter' | 'radius', layer: string) =>
    `${dimensions(count)} of a ${what} on layer “${layer}” ${count === 1 ? 'has' : 'have'} no sign for it.`,
};

const SIGN = { diameter: '⌀', radius: 'R' } as const;
/** What says that a length is a diameter, or a radius, in whatever way it is written. */
const SAYS = {
  diameter: /[⌀Øø∅]|%%c|\bdia\b|\bdiam/i,
  radius: /\bR|\brad/i,
} as const;

export const dimensionsRoundMark: Rule = {
  meta: {
    id: 'dimensions/round-mark',
    title: 'Diameter or radius without its sign',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Diameters carry their sign and radii theirs; so do plain dimensions across a whole circle.',
    why: 'Without its sign a diameter reads as a length, and a hole is drilled or a pipe ordered at half or twice its size.',
    // ISO 129-1, from memory.
    source: 'ISO 129-1: graphical symbols for diameter and radius precede the value',
  },

  visit(context) {
    const { drawing, facts } = context;
    const found = new Map<number, 'across' | 'diameter' | 'radius'>();
    return {
      on: {
        dimension(row) {
          const { measured, typed } = facts.dimension(row);
          if (measured?.what === 'diameter' || measured?.what === 'radius') {
            // A number that is typed over the value is another rule's.
            const raw = drawing.reader.findText(rangeOf(drawing, row), 1);
            const said =
              raw.replace('<>', shownValue(facts.dimension(row))) || shownValue(facts.dimension(row));
            if ((raw === '' || raw.includes('<>')) && !SAYS[measured.what].test(oneLine(said)))
              found.set(row, measured.what);
          } else if (measured?.what === 'length' && crossesCircle(context, row)) {
            const { prefix, suffix } = facts.dimension(row).values;
            if (!SAYS.diameter.test(`${typed ?? ''} ${prefix} ${suffix}`)) found.set(row, 'across');
          }
        },
      },
      *finish() {
        const groups = groupBy(
          found.keys(),
          (row) => `${found.get(row)} ${foldName(layerNameOf(drawing, row))}`,
        );
        for (const rows of groups.values()) {
          const [row] = rows;
          const what = found.get(row)!;
          const layer = layerNameOf(drawing, row);
          const sign = SIGN[what === 'radius' ? 'radius' : 'diameter'];
          const shown = shownValue(facts.dimension(row));
          yield {
            message:
              what === 'across'
                ? messages.across(rows.length, layer)
                : messages.round(rows.length, what, layer),
            expected: words(`${sign}${shown}`),
            found: words(shown),
            rows,
            subject: { layer, kind: 'dimension', value: what },
            ...(what === 'across'
              ? { remedy: `${dimensions(rows.length)}: “${sign}” before the value.` }
              : {
                  correction: 'manual' as const,
                  remedy: `The words before the value take the place of “${sign}”: they are the style’s, or the dimension’s own.`,
                }),
          };
        }
      },
    };
  },

  settle(context, finding) {
    const { facts } = context;
    const rows = context.rowsOf(finding);
    return {
      operations: [
        {
          type: 'set dimension texts',
          rows,
          texts: rows.map((row) => {
            const raw = oneLine(facts.dimension(row).typed ?? '');
            const { measured, values } = facts.dimension(row);
            const value = formatDimension(formatLength(values, Math.abs(measured?.value ?? 0)));
            const typed = raw.includes('<>') ? raw.replace('<>', '⌀<>') : '⌀<>';
            return { typed, shown: typed.replace('<>', value) };
          }),
        },
      ],
    };
  },
};

/** Share of a radius by which a circle may be off the points of a dimension. */
const SAME = 1e-6;

/** Whether a straight dimension measures from one side of a circle through its centre to the other. */
function crossesCircle({ drawing, facts }: AuditContext, row: number): boolean {
  const f = drawing.reader.fields.load(rangeOf(drawing, row));
  const [[x0, y0], [x1, y1]] = [f.point(13), f.point(14)];
  const radius = Math.hypot(x1 - x0, y1 - y0) / 2;
  const length = Math.abs(facts.dimension(row).measured?.value ?? 0);
  if (!(radius > 0) || Math.abs(length / (2 * radius) - 1) > SAME) return false;
  const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const near = radius * SAME;
  const box = { minX: x - near, minY: y - near, maxX: x + near, maxY: y + near };
  return facts
    .index(drawing.objects.container[row], 'circle')
    .within(box)
    .some((circle) => {
      const shape = shapeOf(drawing, circle);
      if (shape?.type !== 'ellipse') return false;
      const at = facts.box(circle);
      return (
        at !== null &&
        Math.abs((at.minX + at.maxX) / 2 - x) <= near &&
        Math.abs((at.minY + at.maxY) / 2 - y) <= near &&
        Math.abs((at.maxX - at.minX) / 2 - radius) <= near
      );
    });
}
