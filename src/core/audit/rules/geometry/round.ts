import { countOf } from '../../../dxf/object-kinds';
import type { AuditContext } from '../../context';
import type { Rule } from '../../rule';
import {
  AS_TYPED_MM,
  type Grid,
  gridOf,
  gridSettings,
  isHeldFinely,
  type OnGrid,
  onGrid,
  slipsOf,
} from './on-grid';

const messages = {
  off: (what: string, count: number, layer: string, off: string, length: string, round: string) =>
    `${what} on layer “${layer}” ${count === 1 ? 'is' : 'are'} a hair off a round length: ${length} for ${round}, which is ${off} off.`,
  free: (count: number) =>
    `${countOf('length', count)} a hair off a round value: too few of their layers are round for it to be a slip`,
  noUnit: 'whether lengths are round: the drawing names no unit',
};

const settings = gridSettings('lengths', 0.5);

/** Lengths of a layer before they say what is usual there. */
const LEAST = 5;
/** A length of fewer steps than this says nothing. */
const LEAST_STEPS = 4;

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
    const { said } = grid;
    const { slips, free } = slipsOf(
      context,
      grid,
      own.off,
      (container) => lengthsIn(context, container, grid),
      LEAST,
    );
    for (const { layer, rows, worst, offMm, about } of slips)
      yield {
        ...about,
        message: messages.off(
          countOf('line', rows.length),
          rows.length,
          layer,
          said(offMm, 2),
          said(worst.mm),
          said(worst.roundMm),
        ),
        remedy: 'Nothing is rounded away: where such a length comes from, a person sees.',
      };
    if (free > 0) context.notChecked(messages.free(free));
  },
};

/** The lengths of the level and plumb pieces of a space that are long enough to be round, each with the nearest round one. */
function lengthsIn({ facts, drawing }: AuditContext, container: number, grid: Grid): OnGrid[] {
  const { vertices, pieces } = facts.joints(container);
  const unitMm = drawing.unitMm ?? 1;
  return pieces.flatMap(({ row, from, to }) => {
    const dx = Math.abs(vertices[to].x - vertices[from].x) * unitMm;
    const dy = Math.abs(vertices[to].y - vertices[from].y) * unitMm;
    if (Math.min(dx, dy) > AS_TYPED_MM) return [];
    const mm = Math.max(dx, dy);
    if (mm < LEAST_STEPS * grid.step) return [];
    // Far from the origin a coordinate is held no finer than this.
    const place = Math.max(Math.abs(vertices[from].x), Math.abs(vertices[from].y)) * unitMm;
    return isHeldFinely(place) ? [onGrid(row, mm, grid)] : [];
  });
}
