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
  off: (count: number, layer: string, off: string, at: string, round: string) =>
    `${countOf('line', count)} on layer “${layer}” ${count === 1 ? 'lies' : 'lie'} a hair off round coordinates: ${at} for ${round}, which is ${off} off.`,
};

const settings = gridSettings('coordinates', 0.1);

/** Lines of a layer before they say what is usual there. */
const LEAST = 10;
/** Coordinates are said to so many digits: they can be large, and a hair off. */
const DIGITS = 9;

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
    const { said } = grid;
    const placesOf = (container: number): OnGrid[] => placesIn(context, container, grid);
    const { slips } = slipsOf(context, grid, own.off, placesOf, LEAST, DIGITS);
    for (const { layer, rows, worst, offMm, about } of slips)
      yield {
        ...about,
        message: messages.off(
          rows.length,
          layer,
          said(offMm, 2),
          said(worst.mm, DIGITS),
          said(worst.roundMm, DIGITS),
        ),
        remedy: 'Nothing is rounded away: where such a place comes from, a person sees.',
      };
  },
};

/** Where the level and plumb pieces of a space lie across their way (a y, or an x), each with the nearest round place. */
function placesIn({ facts, drawing }: AuditContext, container: number, grid: Grid): OnGrid[] {
  const { vertices, pieces } = facts.joints(container);
  const unitMm = drawing.unitMm ?? 1;
  return pieces.flatMap(({ row, from, to }): OnGrid[] => {
    const [a, b] = [vertices[from], vertices[to]];
    const [dx, dy] = [Math.abs(a.x - b.x) * unitMm, Math.abs(a.y - b.y) * unitMm];
    // A slope, or a point.
    if (Math.min(dx, dy) > AS_TYPED_MM || Math.max(dx, dy) <= AS_TYPED_MM) return [];
    const mm = (dx < dy ? a.x : a.y) * unitMm;
    return isHeldFinely(mm) ? [onGrid(row, mm, grid)] : [];
  });
}
