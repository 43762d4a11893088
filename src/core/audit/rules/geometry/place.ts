import { z } from 'zod';
import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { countOf } from '../../../dxf/object-kinds';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { AS_TYPED_MM, gridOf, isHeldFinely } from './on-grid';

const messages = {
  off: (count: number, layer: string, off: string, at: string, round: string) =>
    `${countOf('line', count)} on layer “${layer}” ${count === 1 ? 'lies' : 'lie'} a hair off round coordinates: ${at} for ${round}, which is ${off} off.`,
};

const settings = z.strictObject({
  step: numberSetting('Round coordinates are multiples of', 'mm', 5, {
    max: 10_000,
    description: 'In drawings in inches or feet a quarter of an inch stands for it.',
  }),
  off: numberSetting('What is off by no more than this is a slip', 'mm', 0.1, { max: 100 }),
});

/** Share of the coordinates of a layer that have to be round for one that nearly is to be a slip, and how many there have to be. */
const MOSTLY = 0.6;
const LEAST = 10;

/** Where a level or plumb piece lies across its way: a y, or an x. */
interface Place {
  readonly row: number;
  readonly mm: number;
  readonly roundMm: number;
}

export const geometryPlace: Rule = {
  meta: {
    id: 'geometry/place',
    title: 'Line a hair off round coordinates',
    stage: 'looks',
    weight: 'note',
    correction: 'manual',
    what: 'Where lines lie on round coordinates, no level or plumb one lies a hair beside.',
    why: 'A line at 200.02 meets nothing that lies at 200, and whatever is measured to it is not round.',
    source: 'Practice: a coordinate a hair off is said, and never rounded away',
    settings,
  },

  *check(context) {
    const own = settings.parse(context.settings);
    const { drawing } = context;
    const grid = gridOf(drawing, own.step);
    if (!grid) return;
    const off = ({ mm, roundMm }: Place): number => Math.abs(mm - roundMm);
    for (const [index, container] of drawing.containers.entries()) {
      if (container.rows.length === 0 || isGenerated(drawing, container.rows[0])) continue;
      const byLayer = groupBy(placesIn(context, index, grid.step), ({ row }) =>
        String(drawing.objects.layer[row]),
      );
      for (const places of byLayer.values()) {
        const slips = places.filter((one) => off(one) > AS_TYPED_MM && off(one) <= own.off);
        const round = places.filter((one) => off(one) <= AS_TYPED_MM).length;
        if (slips.length === 0 || places.length < LEAST || round < MOSTLY * places.length) continue;
        const found = slips.filter(({ row }) => !context.excepts(row));
        if (found.length === 0) continue;
        const worst = found.reduce((a, b) => (off(b) > off(a) ? b : a));
        const rows = [...new Set(found.map(({ row }) => row))].sort((a, b) => a - b);
        const layer = layerNameOf(drawing, rows[0]);
        const { said } = grid;
        yield {
          message: messages.off(
            rows.length,
            layer,
            said(off(worst), 2),
            said(worst.mm, 9),
            said(worst.roundMm, 9),
          ),
          expected: words(`multiples of ${said(grid.step)}`),
          found: words(`${said(worst.mm, 9)} for ${said(worst.roundMm, 9)}`),
          rows,
          subject: { layer, kind: kindOf(drawing, rows[0]), value: container.name },
          remedy: 'Nothing is rounded away: where such a place comes from, a person sees.',
        };
      }
    }
  },
};

/** Where the level and plumb pieces of a space lie across their way, each with the nearest round place. */
function placesIn({ facts, drawing }: AuditContext, container: number, step: number): Place[] {
  const { vertices, pieces } = facts.joints(container);
  const unitMm = drawing.unitMm ?? 1;
  return pieces.flatMap(({ row, from, to }): Place[] => {
    const [a, b] = [vertices[from], vertices[to]];
    const [dx, dy] = [Math.abs(a.x - b.x) * unitMm, Math.abs(a.y - b.y) * unitMm];
    // A slope, or a point.
    if (Math.min(dx, dy) > AS_TYPED_MM || Math.max(dx, dy) <= AS_TYPED_MM) return [];
    const mm = (dx < dy ? a.x : a.y) * unitMm;
    return isHeldFinely(mm) ? [{ row, mm, roundMm: Math.round(mm / step) * step }] : [];
  });
}
