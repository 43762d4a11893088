import { z } from 'zod';
import { formatContainer, layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { PLAIN_RULE } from '../../../standard/rule-settings';
import { type AuditContext, groupBy } from '../../context';
import type { FindingDraft, Rule } from '../../rule';
import { choiceSetting, numberSetting } from '../../settings';
import { words } from '../../value';
import { anyCallout, type Callout, leaders, linesCross, type P, pointsOf } from './shared';

const messages = {
  angle: (count: number, layer: string, angles: string) =>
    `${leaders(count)} on layer “${layer}” ${count === 1 ? 'runs' : 'run'} at ${angles}, which is not permitted.`,
  mixed: (count: number, space: string, square: number) =>
    `${space} has ${leaders(count)} at 45° and ${square} square: one or the other.`,
};

/** What leaders may run at, degrees from level, by the words of the setting. */
const PERMITTED = {
  any: [],
  'steps of 15°': [0, 15, 30, 45, 60, 75, 90],
  '30°, 45° or 60°': [30, 45, 60],
  '45°, or square': [0, 45, 90],
  '45°': [45],
  square: [0, 90],
} as const;
type Permitted = keyof typeof PERMITTED;

const settings = z.strictObject({
  angles: choiceSetting(
    'Leaders run at',
    Object.keys(PERMITTED) as [Permitted, ...Permitted[]],
    'any',
    'From level, on the sheet; the shoulder is not meant. “45°, or square” means one of the two on a sheet, not both.',
  ),
  tolerance: numberSetting('Angles may differ by', '°', 1, { max: 15 }),
});
type Settings = z.infer<typeof settings>;

/** Share of a shoulder that is left at least when its knee moves. */
const LEAST_SHOULDER = 0.2;

/** A leader and how its way to the knee runs, degrees from level: 0 to 90. */
interface Run {
  readonly row: number;
  readonly callout: Callout;
  readonly angle: number;
}

export const leadersAngle: Rule = {
  meta: {
    id: 'leaders/angle',
    title: 'Leader at an angle that is not permitted',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Leaders run at the angles that the office permits, and those of a sheet all square or all slanted.',
    why: 'Leaders at any angle look like lines of the drawing; at one angle they are seen to be leaders.',
    // ISO 128-2, from memory.
    source: 'ISO 128-2: leader lines run at an angle to the outline; the set of angles is office practice',
    settings,
  },

  visit(context) {
    const own = settings.parse(context.settings);
    const runs = new Map<number, Run>();
    let others = 0;
    return {
      on: {
        leader(row) {
          if (own.angles === 'any') return;
          const run = runOf(context, row);
          if (run) runs.set(row, run);
          else if (context.facts.leader(row).lines.length > 1) others++;
        },
      },
      *finish() {
        if (others > 0) context.notChecked(`the angles of ${leaders(others)} with several lines`);
        yield* offAngle(context, runs, own);
        if (own.angles === '45°, or square') yield* mixed(context, runs, own);
      },
    };
  },

  settle(context, finding) {
    const own = settings.parse(context.settings);
    const turned = context.rowsOf(finding).flatMap((row) => {
      const run = runOf(context, row);
      const points = run && snapped(context, run, PERMITTED[own.angles], own);
      return points ? [{ run, points }] : [];
    });
    if (turned.length === 0) return { refused: 'No permitted angle leads from the tip to the label.' };
    return {
      operations: [
        {
          type: 'set leader points',
          rows: turned.map(({ run }) => run.row),
          points: turned.map(({ points }) => points),
          onPaperMm: turned.map(
            ({ run: { callout }, points: [, [x, y]] }) =>
              Math.hypot(x - callout.points[1][0], y - callout.points[1][1]) * (callout.mmPerUnit ?? 0),
          ),
        },
      ],
    };
  },
};

function runOf(context: AuditContext, row: number): Run | null {
  const callout = anyCallout(context, row);
  if (!callout) return null;
  const angle = angleOf(callout.points[0], callout.points[1]);
  return Number.isNaN(angle) ? null : { row, callout, angle };
}

/** Degrees from level, 0 to 90; NaN between points that are one. */
function angleOf([x0, y0]: P, [x1, y1]: P): number {
  const [dx, dy] = [Math.abs(x1 - x0), Math.abs(y1 - y0)];
  return dx + dy > 0 ? (Math.atan2(dy, dx) * 180) / Math.PI : Number.NaN;
}

const fits = (angle: number, permitted: readonly number[], tolerance: number): boolean =>
  permitted.some((one) => Math.abs(one - angle) <= tolerance + 1e-9);

/** What leaders may run at by the standard, degrees from level, 0 to 90; null where they may run anywhere. */
export function permittedAngles({ standard }: AuditContext): readonly number[] | null {
  const rule = standard.rules[leadersAngle.meta.id] ?? PLAIN_RULE;
  const parsed = settings.safeParse(rule.settings);
  const { angles } = parsed.success ? parsed.data : settings.parse({});
  return rule.on && angles !== 'any' ? PERMITTED[angles] : null;
}

function* offAngle(
  context: AuditContext,
  runs: ReadonlyMap<number, Run>,
  own: Settings,
): Generator<FindingDraft> {
  const { drawing } = context;
  const permitted = PERMITTED[own.angles];
  const off = [...runs.values()].filter(({ angle }) => !fits(angle, permitted, own.tolerance));
  const can = new Map(off.map((run) => [run.row, snapped(context, run, permitted, own) !== null]));
  const groups = groupBy(can.keys(), (row) => `${foldName(layerNameOf(drawing, row))}|${can.get(row)}`);
  for (const rows of groups.values()) {
    const layer = layerNameOf(drawing, rows[0]);
    const angles = rows.map((row) => Number(runs.get(row)!.angle.toFixed(1))).sort((a, b) => a - b);
    const found =
      angles[0] === angles[angles.length - 1]
        ? `${angles[0]}°`
        : `${angles[0]}° to ${angles[angles.length - 1]}°`;
    yield {
      message: messages.angle(rows.length, layer, found),
      expected: words(own.angles),
      found: words(found),
      rows,
      subject: { layer, kind: 'leader', value: can.get(rows[0]) ? 'angle' : 'no way' },
      ...(can.get(rows[0])
        ? { remedy: 'The knee moves along its shoulder to the nearest permitted angle; tip and label stay.' }
        : {
            correction: 'manual' as const,
            remedy: 'No permitted angle leads from the tip to the shoulder: move the label by hand.',
          }),
    };
  }
}

/** Square and slanted leaders on one sheet. */
function* mixed(
  context: AuditContext,
  runs: ReadonlyMap<number, Run>,
  { tolerance }: Settings,
): Generator<FindingDraft> {
  const { drawing } = context;
  const spaces = groupBy(runs.keys(), (row) => String(drawing.objects.container[row]));
  for (const rows of spaces.values()) {
    const of = (angles: readonly number[]): number[] =>
      rows.filter((row) => fits(runs.get(row)!.angle, angles, tolerance));
    const [slanted, square] = [of([45]), of([0, 90])];
    if (slanted.length === 0 || square.length === 0) continue;
    const space = formatContainer(drawing.containers[drawing.objects.container[rows[0]]]);
    const fewer = slanted.length < square.length ? slanted : square;
    yield {
      message: messages.mixed(
        slanted.length,
        space === 'model' ? 'The model' : space.replace(/^s/, 'S'),
        square.length,
      ),
      expected: words('all square, or all at 45°'),
      found: words(`${slanted.length} at 45°, ${square.length} square`),
      rows: fewer,
      correction: 'manual',
      subject: { layer: layerNameOf(drawing, fewer[0]), kind: 'leader', value: `mixed in ${space}` },
      remedy: 'Which of the two this sheet is in, a person decides.',
    };
  }
}

/**
 * The points of a leader whose knee has moved along its shoulder until its way from the tip runs at a permitted angle: the
 * nearest that leaves a shoulder and crosses no other leader. Null where there is none.
 */
function snapped(
  context: AuditContext,
  { row, callout, angle }: Run,
  permitted: readonly number[],
  { tolerance }: Settings,
): P[] | null {
  const { points } = callout;
  if (points.length !== 3) return null;
  const [tip, knee, end] = points;
  const [sx, sy] = [end[0] - knee[0], end[1] - knee[1]];
  const size = Math.hypot(sx, sy);
  // A shoulder that is not level has no place for its knee that could be worked out from angles.
  if (!(size > 0) || Math.abs(sy) > 0.02 * size) return null;
  const [ahead, up] = [Math.sign(sx), end[1] - tip[1]];
  const nearest = [...permitted].sort((a, b) => Math.abs(a - angle) - Math.abs(b - angle));
  for (const to of nearest) {
    // A level way is the shoulder itself: it has a knee only where both are at one height.
    if (to === 0) continue;
    const side = Math.sign(knee[0] - tip[0]) || ahead;
    const x = tip[0] + (to === 90 ? 0 : (side * Math.abs(up)) / Math.tan((to * Math.PI) / 180));
    // Some of the shoulder has to be left.
    if (!((end[0] - x) * ahead > LEAST_SHOULDER * size)) continue;
    const moved: P[] = [tip, [x, knee[1]], end];
    if (fits(angleOf(tip, moved[1]), permitted, tolerance) && !crossesOthers(context, row, moved))
      return moved;
  }
  return null;
}

function crossesOthers({ drawing, facts }: AuditContext, row: number, moved: readonly P[]): boolean {
  const xs = moved.map(([x]) => x);
  const ys = moved.map(([, y]) => y);
  const box = { minX: Math.min(...xs), minY: Math.min(...ys), maxX: Math.max(...xs), maxY: Math.max(...ys) };
  return facts
    .index(drawing.objects.container[row], 'leader')
    .some(
      box,
      (other) => other !== row && facts.leader(other).lines.some((line) => linesCross(moved, pointsOf(line))),
    );
}
