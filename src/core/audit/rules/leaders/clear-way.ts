import { boxOfPoints, grownBy, include } from '../../../geometry/box';
import { movedBy, type OrientedBox, overlapOf, shrunkBy } from '../../../geometry/oriented-box';
import type { AuditContext } from '../../context';
import { figuresAbout, isBeside, linesAbout, type Piece, textsAbout } from '../lettering/around';
import { APART_MM } from './columns';
import {
  anyCallout,
  type Callout,
  labelBoxOf,
  linesCross,
  linesOf,
  type P,
  runsThrough,
  withLabelMoved,
} from './shared';

/** A callout, and where its label goes with the end of its leader, drawing units. */
export interface Way {
  readonly callout: Callout;
  readonly by: P;
}

/** How deep a leader may run in a text, and a line in a label, mm on paper. */
export const THROUGH_MM = 0.2;
/** Ends that differ by no more than this stand in one column, mm on paper. */
export const COLUMN_MM = 3;

/** How far a label that is moved stays from texts, mm on paper. */
const CLEAR_MM = 0.6;
/** Where more pieces of lines than this lie within reach, no place is looked for: there is hardly one, and it would take long. */
const MOST_ABOUT = 3000;
/** How much is left at least between a tip and its knee, mm on paper. */
const LEAST_RUN_MM = 3;
/** Labels are moved by steps of this, mm on paper. */
const STEP_MM = 1;

/** A callout with what its ways are looked for with. */
interface Asked {
  readonly callout: Callout;
  readonly mmPerUnit: number;
  readonly box: OrientedBox;
  /** Directions of length 1: along the letters of the label, and up from them. */
  readonly along: P;
  readonly up: P;
}

/**
 * The shortest way by which the label of a leader goes to where neither it nor its leader meets a dimension, a text or
 * another leader: along the leader, or about the place; only up and down where it stands in a column. The tip stays.
 * @param farthestMm how far it may go, mm on paper
 * @param angles what leaders may run at, degrees from level, 0 to 90; null where they may run anywhere
 * @param moved what goes somewhere itself: it is where it will be
 * @returns null where there is no such way, and for a leader whose label cannot go by itself
 */
export function clearWay(
  context: AuditContext,
  row: number,
  farthestMm: number,
  angles: readonly number[] | null,
  moved: ReadonlyMap<number, Way>,
): Way | null {
  const asked = askedOf(context, row);
  if (!asked) return null;
  const { callout, mmPerUnit, box } = asked;
  const meets = obstaclesAbout(context, asked, farthestMm, moved);
  const { points } = callout;
  const [tip, knee] = points;
  const after = points[2];
  for (const by of waysOf(context, asked, farthestMm, angles)) {
    const next: P = [knee[0] + by[0], knee[1] + by[1]];
    // A leader that is turned back over its shoulder, or has nothing left of itself, is none.
    const isTurned =
      after !== undefined &&
      facing(tip, knee, after) > 0 &&
      facing(tip, next, [after[0] + by[0], after[1] + by[1]]) <= 0;
    const isShort = Math.hypot(next[0] - tip[0], next[1] - tip[1]) * mmPerUnit < LEAST_RUN_MM;
    if (isTurned || isShort) continue;
    const line = withLabelMoved(points, by);
    if (!meets(line, movedBy(box, by))) return { callout, by };
  }
  return null;
}

/** How far the shoulder goes on in the direction that the leader comes in. */
const facing = ([x0, y0]: P, [x1, y1]: P, [x2, y2]: P): number =>
  (x1 - x0) * (x2 - x1) + (y1 - y0) * (y2 - y1);

function askedOf(context: AuditContext, row: number): Asked | null {
  const callout = anyCallout(context, row);
  const box = callout && labelBoxOf(context, callout);
  if (!callout || !box || callout.mmPerUnit === null) return null;
  const width = Math.hypot(box[2] - box[0], box[3] - box[1]);
  if (!(width > 0) || isShared(context, callout, box)) return null;
  const along: P = [(box[2] - box[0]) / width, (box[3] - box[1]) / width];
  return { callout, mmPerUnit: callout.mmPerUnit, box, along, up: [-along[1], along[0]] };
}

/** Whether other leaders lead to the same label: it cannot go with one of them alone. */
function isShared(context: AuditContext, { row, label, mmPerUnit }: Callout, box: OrientedBox): boolean {
  const { drawing, facts } = context;
  return (
    label !== row &&
    facts
      .index(drawing.objects.container[row], 'leader')
      .some(
        grownBy(boxOfPoints(box), COLUMN_MM / mmPerUnit!),
        (other) => other !== row && anyCallout(context, other)?.label === label,
      )
  );
}

/** The ways that are tried, the shortest first. */
function waysOf(
  context: AuditContext,
  asked: Asked,
  farthestMm: number,
  angles: readonly number[] | null,
): P[] {
  const isBound = isInColumn(context, asked);
  return angles ? alongAngles(asked, farthestMm, angles, isBound) : toAllSides(asked, farthestMm, isBound);
}

/** Ways along the leader, and to all sides of the label; only up and down where it is bound to its column. */
function toAllSides({ callout, mmPerUnit, along, up }: Asked, farthestMm: number, isBound: boolean): P[] {
  const [[x0, y0], [x1, y1]] = callout.points;
  const run = Math.hypot(x1 - x0, y1 - y0);
  const own: P[] = run > 0 ? [[(x1 - x0) / run, (y1 - y0) / run]] : [];
  const slant = Math.SQRT1_2;
  const directions = isBound
    ? [up]
    : [
        ...own,
        up,
        along,
        ...[1, -1].map((sign): P => [slant * (along[0] + sign * up[0]), slant * (along[1] + sign * up[1])]),
      ];
  const ways: P[] = [];
  for (let mm = STEP_MM; mm <= farthestMm + 1e-9; mm += STEP_MM)
    for (const [x, y] of directions)
      for (const by of [mm / mmPerUnit, -mm / mmPerUnit]) ways.push([x * by, y * by]);
  return ways;
}

/** Ways to where the knee stands at an angle from the tip that leaders may run at. */
function alongAngles(
  { callout, mmPerUnit, along }: Asked,
  farthestMm: number,
  angles: readonly number[],
  isBound: boolean,
): P[] {
  const [[tx, ty], [kx, ky]] = callout.points;
  const step = STEP_MM / mmPerUnit;
  const farthest = farthestMm / mmPerUnit;
  const most = Math.hypot(kx - tx, ky - ty) + farthest;
  const ways: P[] = [];
  for (const angle of angles)
    for (const [i, j] of [
      [1, 1],
      [1, -1],
      [-1, 1],
      [-1, -1],
    ]) {
      const [c, s] = [i * Math.cos((angle * Math.PI) / 180), j * Math.sin((angle * Math.PI) / 180)];
      const across = c * along[0] + s * along[1];
      // In a column there is one place on each ray: where it meets the column's line.
      const runs = isBound
        ? [((kx - tx) * along[0] + (ky - ty) * along[1]) / across]
        : Array.from({ length: Math.floor(most / step) }, (_, n) => (n + 1) * step);
      for (const run of runs) {
        const by: P = [tx + c * run - kx, ty + s * run - ky];
        if (run > 0 && Number.isFinite(run) && Math.hypot(...by) <= farthest) ways.push(by);
      }
    }
  return ways.sort((a, b) => Math.hypot(...a) - Math.hypot(...b));
}

/** Whether the ends of other leaders stand over or under this one's. */
function isInColumn(context: AuditContext, { callout, mmPerUnit, along, up }: Asked): boolean {
  const { drawing, facts } = context;
  const { row, points } = callout;
  const [x, y] = points[points.length - 1];
  const near = boxOfPoints([x, y]);
  return facts
    .index(drawing.objects.container[row], 'leader')
    .some(grownBy(near, APART_MM / mmPerUnit), (other) => {
      const one = other === row ? null : anyCallout(context, other);
      if (one?.label == null) return false;
      const [ox, oy] = one.points[one.points.length - 1];
      const beside = Math.abs((ox - x) * along[0] + (oy - y) * along[1]) * mmPerUnit;
      const over = Math.abs((ox - x) * up[0] + (oy - y) * up[1]) * mmPerUnit;
      return beside <= COLUMN_MM && over <= APART_MM;
    });
}

/** What tells whether a leader and its label meet anything that lies within reach. */
function obstaclesAbout(
  context: AuditContext,
  { callout, mmPerUnit, box }: Asked,
  farthestMm: number,
  moved: ReadonlyMap<number, Way>,
): (line: readonly P[], label: OrientedBox) => boolean {
  const { drawing, facts } = context;
  const { row, label, points } = callout;
  const reach = (farthestMm + STEP_MM) / mmPerUnit;
  const depth = THROUGH_MM / mmPerUnit;
  const about = boxOfPoints([...box, ...points.flat()]);
  const wide = grownBy(about, reach);
  const lines = linesAbout(context, row, wide);
  if (lines.length > MOST_ABOUT) return () => true;
  const dimensions = lines.filter(({ what }) => what === 'dimension');
  const movedLabels = new Map([...moved.values()].map((way) => [way.callout.label, way]));
  const texts = figuresAbout(context, row, wide).map((one) => one.box);
  for (const one of textsAbout(context, row, wide)) {
    const way = movedLabels.get(one.row);
    if (one.row !== label) texts.push(way ? movedBy(one.box, way.by) : one.box);
  }
  const others = facts
    .index(drawing.objects.container[row], 'leader')
    .within(wide)
    .filter((other) => other !== row)
    .map((other) => {
      const way = moved.get(other);
      const own = anyCallout(context, other);
      const inside = own?.label === other ? labelBoxOf(context, own) : null;
      if (inside) texts.push(way ? movedBy(inside, way.by) : inside);
      return way ? [withLabelMoved(way.callout.points, way.by)] : linesOf(context, other);
    });
  return (line, there) => {
    const inner = shrunkBy(there, depth);
    const wider = shrunkBy(there, -CLEAR_MM / mmPerUnit);
    if (!inner || !wider) return true;
    const reached = boxOfPoints(line.flat());
    const innerBox = boxOfPoints(inner);
    for (let i = 0; i < there.length; i += 2) include(reached, there[i], there[i + 1]);
    const isNear = ({ piece }: { readonly piece: Piece }): boolean => !isBeside(piece, reached);
    return (
      lines.some((one) => !isBeside(one.piece, innerBox) && runsThrough(endsOf(one.piece), there, depth)) ||
      dimensions.some((one) => isNear(one) && linesCross(line, endsOf(one.piece))) ||
      texts.some((text) => overlapOf(text, wider) > 0 || runsThrough(line, text, depth)) ||
      others.some((leader) => leader.some((one) => linesCross(line, one) || runsThrough(one, there, depth)))
    );
  };
}

const endsOf = ([x0, y0, x1, y1]: Piece): readonly P[] => [
  [x0, y0],
  [x1, y1],
];
