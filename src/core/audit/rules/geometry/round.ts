import { z } from 'zod';
import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { countOf } from '../../../dxf/object-kinds';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { AS_TYPED_MM, gridOf, isHeldFinely } from './on-grid';

const messages = {
  off: (what: string, count: number, layer: string, off: string, length: string, round: string) =>
    `${what} on layer “${layer}” ${count === 1 ? 'is' : 'are'} a hair off a round length: ${length} for ${round}, which is ${off} off.`,
  free: (count: number) =>
    `${countOf('length', count)} a hair off a round value: too few of their layers are round for it to be a slip`,
  noUnit: 'whether lengths are round: the drawing names no unit',
};

const settings = z.strictObject({
  step: numberSetting('Round lengths are multiples of', 'mm', 5, {
    max: 10_000,
    description: 'In drawings in inches or feet a quarter of an inch stands for it.',
  }),
  off: numberSetting('What is off by no more than this is a slip', 'mm', 0.5, { max: 100 }),
});

/** Share of the lengths of a layer that have to be round for one that nearly is to be a slip, and how many there have to be. */
const MOSTLY = 0.6;
const LEAST = 5;
/** A length of fewer steps than this says nothing. */
const LEAST_STEPS = 4;

interface Length {
  readonly row: number;
  /** True mm. */
  readonly mm: number;
  readonly roundMm: number;
}

export const geometryRound: Rule = {
  meta: {
    id: 'geometry/round',
    title: 'Length a hair off a round value',
    stage: 'looks',
    weight: 'note',
    correction: 'manual',
    what: 'Where lengths are round, none is off by a hair.',
    why: 'A length of 49.98 is dimensioned as 50 today and as 49.98 tomorrow, and the sums no longer come out.',
    source: 'Practice: 49.98 for 50 is said, and never rounded away',
    settings,
  },

  *check(context) {
    const own = settings.parse(context.settings);
    const { drawing } = context;
    if (drawing.unitMm === null) {
      context.notChecked(messages.noUnit);
      return;
    }
    const grid = gridOf(drawing, own.step);
    if (!grid) return;
    const { step, said } = grid;
    let free = 0;
    for (const [index, container] of drawing.containers.entries()) {
      if (container.rows.length === 0 || isGenerated(drawing, container.rows[0])) continue;
      for (const of of groupBy(lengthsIn(context, index, step), ({ row }) =>
        String(drawing.objects.layer[row]),
      ).values()) {
        const off = ({ mm, roundMm }: Length): number => Math.abs(mm - roundMm);
        const slips = of.filter((one) => off(one) > AS_TYPED_MM && off(one) <= own.off);
        if (slips.length === 0) continue;
        const round = of.filter((one) => off(one) <= AS_TYPED_MM).length;
        if (of.length < LEAST || round < MOSTLY * of.length) {
          free += slips.length;
          continue;
        }
        const found = slips.filter(({ row }) => !context.excepts(row));
        if (found.length === 0) continue;
        const worst = found.reduce((a, b) => (off(b) > off(a) ? b : a));
        const rows = [...new Set(found.map(({ row }) => row))].sort((a, b) => a - b);
        const layer = layerNameOf(drawing, rows[0]);
        yield {
          message: messages.off(
            countOf('line', rows.length),
            rows.length,
            layer,
            said(off(worst), 2),
            said(worst.mm),
            said(worst.roundMm),
          ),
          expected: words(`multiples of ${said(step)}`),
          found: words(`${said(worst.mm)} for ${said(worst.roundMm)}`),
          rows,
          subject: { layer, kind: kindOf(drawing, rows[0]), value: container.name },
          remedy: 'Nothing is rounded away: where such a length comes from, a person sees.',
        };
      }
    }
    if (free > 0) context.notChecked(messages.free(free));
  },
};

/** The lengths of the level and plumb pieces of a space that are long enough to be round, each with the nearest round one. */
function lengthsIn({ facts, drawing }: AuditContext, container: number, step: number): Length[] {
  const { vertices, pieces } = facts.joints(container);
  const unitMm = drawing.unitMm ?? 1;
  return pieces.flatMap(({ row, from, to }) => {
    const dx = Math.abs(vertices[to].x - vertices[from].x) * unitMm;
    const dy = Math.abs(vertices[to].y - vertices[from].y) * unitMm;
    if (Math.min(dx, dy) > AS_TYPED_MM) return [];
    const mm = Math.max(dx, dy);
    if (mm < LEAST_STEPS * step) return [];
    // Far from the origin a coordinate is held no finer than this.
    const place = Math.max(Math.abs(vertices[from].x), Math.abs(vertices[from].y)) * unitMm;
    return isHeldFinely(place) ? [{ row, mm, roundMm: Math.round(mm / step) * step }] : [];
  });
}
