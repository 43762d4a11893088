import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import { removal } from '../../finding';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { fills } from './shared';

const messages = {
  sliver: (count: number, layer: string, wide: string) =>
    `${fills(count)} on layer “${layer}” ${count === 1 ? 'is a sliver' : 'are slivers'}: ${count === 1 ? '' : 'as little as '}${wide} wide on paper.`,
};

const settings = z.strictObject({
  least: numberSetting('Least width of a fill', 'mm on paper', 0.1, { min: 0.01, max: 10 }),
});

export const fillsSliver: Rule = {
  meta: {
    id: 'fills/sliver',
    title: 'Sliver of a fill',
    stage: 'looks',
    weight: 'note',
    correction: 'choice',
    ways: { remove: 'removed' },
    what: 'A fill is wide enough for what it is filled with to be seen.',
    why: 'Where boundaries miss each other by a hair, what lies between them is filled too: a line that nobody drew.',
    source: 'Practice: slivers are cleaned out of fills',
    settings,
  },

  visit(context) {
    const { least } = settings.parse(context.settings);
    const { drawing } = context;
    const slivers = new Map<number, number>();
    return {
      on: {
        fill(row) {
          const wide = isGenerated(drawing, row) ? null : widthOnPaper(context, row);
          if (wide !== null && wide < least - 1e-6) slivers.set(row, wide);
        },
      },
      *finish() {
        for (const rows of groupBy(slivers.keys(), (row) => foldName(layerNameOf(drawing, row))).values()) {
          const layer = layerNameOf(drawing, rows[0]);
          const wide = `${Number(Math.min(...rows.map((row) => slivers.get(row)!)).toPrecision(2))} mm`;
          yield {
            message: messages.sliver(rows.length, layer, wide),
            expected: words(`${least} mm or wider`),
            found: words(wide),
            rows,
            subject: { layer, kind: 'fill', value: 'sliver' },
            options: [removal(fills(rows.length))],
          };
        }
      },
    };
  },

  settle: (context, finding) => ({
    operations: [{ type: 'remove objects', rows: context.rowsOf(finding) }],
  }),
};

/**
 * How wide a fill is where it is shown largest, mm on paper: of its widest loop twice the area to the outline, which is the width
 * of a long strip. Null where nothing shows it, and for a fill whose edges do not enclose anything.
 */
function widthOnPaper({ facts }: AuditContext, row: number): number | null {
  const shown = facts.appearances(row);
  const edges = facts.edges(row);
  if (shown.length === 0 || edges.length === 0) return null;
  let widest = 0;
  for (let i = 0; i < edges.length; ) {
    const [x, y] = [edges[i], edges[i + 1]];
    let twice = 0;
    let around = 0;
    // A loop goes on for as long as each of its pieces begins where the one before it ends.
    do {
      const [x0, y0, x1, y1] = [edges[i] - x, edges[i + 1] - y, edges[i + 2] - x, edges[i + 3] - y];
      twice += x0 * y1 - x1 * y0;
      around += Math.hypot(x1 - x0, y1 - y0);
      i += 4;
    } while (i < edges.length && edges[i] === edges[i - 2] && edges[i + 1] === edges[i - 1]);
    if (around > 0) widest = Math.max(widest, Math.abs(twice) / around);
  }
  const largest = Math.max(...shown.map(({ mmPerUnit }) => mmPerUnit));
  return widest > 0 ? widest * largest : null;
}
