import { z } from 'zod';
import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { leaderTips } from '../../../dxf/edit/edit-leader';
import { foldName } from '../../../dxf/interner';
import type { ObjectKind } from '../../../dxf/object-kinds';
import { type AuditContext, groupBy } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { mm } from '../lettering/shared';
import { calloutOf, leaders, type P, pointsOf } from './shared';

const messages = {
  short: (count: number, off: string, layer: string) =>
    count === 1
      ? `1 leader on layer “${layer}” ends ${off} from what it points at.`
      : `${leaders(count)} on layer “${layer}” end up to ${off} from what they point at.`,
  nothing: (count: number, layer: string) =>
    `${leaders(count)} on layer “${layer}” ${count === 1 ? 'points' : 'point'} at nothing.`,
};

const settings = z.strictObject({
  reach: numberSetting('How far from its tip a leader can mean something', 'mm on paper', 1, { max: 20 }),
});

/** A tip that is no farther from an object than this touches it, mm on paper. */
const TOUCHES_MM = 0.1;
/** How far along its own direction a leader is drawn out to what it points at, in reaches. */
const ALONG = 3;

/** What a leader does not point at: other labels and what shows the drawing. */
const NO_TARGET: ReadonlySet<ObjectKind> = new Set(['leader', 'text', 'attribute', 'viewport', 'point']);
/** What has an area to point into, rather than lines to point at. */
const AREAS: ReadonlySet<ObjectKind> = new Set(['fill', 'solid', 'image', 'mask', 'symbol', 'table']);

interface Tip {
  readonly row: number;
  /** From the tip to the nearest object, drawing units; null where none is near. */
  readonly off: number | null;
  readonly mmPerUnit: number;
  /** From where to where tips go; none where nobody can say. */
  readonly moves: readonly { readonly from: P; readonly to: P }[];
}

export const leadersTip: Rule = {
  meta: {
    id: 'leaders/tip',
    title: 'Leader that points at nothing, or ends short of it',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'The tip of every leader lies on what it points at.',
    why: 'A label whose leader ends beside a line is read for the thing next to it.',
    // ISO 128-2, from memory.
    source: 'ISO 128-2: leader lines end on the outline, or within it with a dot',
    settings,
  },

  visit(context) {
    const { reach } = settings.parse(context.settings);
    const tips = new Map<number, Tip>();
    return {
      on: {
        leader(row) {
          const tip = tipOf(context, row, reach);
          if (tip) tips.set(row, tip);
        },
      },
      *finish() {
        const { drawing } = context;
        const what = ({ off, moves }: Tip): string =>
          off === null ? 'nothing' : moves.length > 0 ? 'short' : 'unclear';
        const groups = groupBy(
          tips.keys(),
          (row) => `${what(tips.get(row)!)}|${foldName(layerNameOf(drawing, row))}`,
        );
        for (const rows of groups.values()) {
          const layer = layerNameOf(drawing, rows[0]);
          const kind = what(tips.get(rows[0])!);
          const off = Math.max(...rows.map((row) => (tips.get(row)!.off ?? 0) * tips.get(row)!.mmPerUnit));
          yield {
            message:
              kind === 'nothing'
                ? messages.nothing(rows.length, layer)
                : messages.short(rows.length, mm(Number(off.toPrecision(2))), layer),
            expected: words('a tip on what it points at'),
            found: words(
              kind === 'nothing' ? `nothing within ${mm(reach)} on paper` : mm(Number(off.toPrecision(2))),
            ),
            rows,
            subject: { layer, kind: 'leader', value: kind },
            ...(kind === 'short'
              ? { remedy: `${leaders(rows.length)}: the tip goes on to what it points at.` }
              : {
                  correction: 'manual' as const,
                  remedy:
                    kind === 'nothing'
                      ? 'What it was about is gone or has moved: a person sees which.'
                      : 'Several things are near: which of them is meant, a person sees.',
                }),
          };
        }
      },
    };
  },

  settle(context, finding) {
    const { reach } = settings.parse(context.settings);
    const tips = context.rowsOf(finding).flatMap((row) => {
      const tip = tipOf(context, row, reach);
      return tip && tip.moves.length > 0 ? [tip] : [];
    });
    const onPaperMm = ({ moves, mmPerUnit }: Tip): number =>
      Math.max(...moves.map(({ from, to }) => Math.hypot(to[0] - from[0], to[1] - from[1]))) * mmPerUnit;
    const bare = tips.flatMap((tip) => {
      const callout = calloutOf(context, tip.row);
      return callout ? [{ ...tip, points: [tip.moves[0].to, ...callout.points.slice(1)] }] : [];
    });
    const labelled = tips.filter(({ row }) => !calloutOf(context, row));
    return {
      operations: [
        {
          type: 'set leader points',
          rows: bare.map(({ row }) => row),
          points: bare.map(({ points }) => points),
          onPaperMm: bare.map(onPaperMm),
        },
        {
          type: 'move leader tips',
          rows: labelled.map(({ row }) => row),
          moves: labelled.map(({ moves }) => moves),
          onPaperMm: labelled.map(onPaperMm),
        },
      ],
    };
  },
};

/** A tip that touches nothing; null for one that does, and for leaders that no one scale shows. */
function tipOf(context: AuditContext, row: number, reachMm: number): Tip | null {
  const callout = calloutOf(context, row);
  if (callout)
    return callout.mmPerUnit === null
      ? null
      : tipOfLine(context, row, callout.points, callout.mmPerUnit, reachMm);
  const mmPerUnit = context.facts.oneScale(row);
  if (mmPerUnit === null) return null;
  const ends = new Set(leaderTips(context, row).map(String));
  const tips = context.facts
    .leader(row)
    .lines.filter((line) => line.length >= 4 && ends.has(String(line.slice(0, 2))))
    .flatMap((line) => tipOfLine(context, row, pointsOf(line), mmPerUnit, reachMm) ?? []);
  // Of several lines the one speaks that means nothing, then the one that is unclear.
  const left = tips.find(({ off }) => off === null) ?? tips.find(({ moves }) => moves.length === 0);
  if (left) return left;
  if (tips.length === 0) return null;
  const off = Math.max(...tips.map((tip) => tip.off ?? 0));
  return { row, off, mmPerUnit, moves: tips.flatMap(({ moves }) => moves) };
}

/** The same of one line, whose first point is the tip. */
function tipOfLine(
  { drawing, facts }: AuditContext,
  row: number,
  [[x, y], next]: readonly P[],
  mmPerUnit: number,
  reachMm: number,
): Tip | null {
  const reach = reachMm / mmPerUnit;
  const box = { minX: x - reach, minY: y - reach, maxX: x + reach, maxY: y + reach };
  const near = facts
    .index(drawing.objects.container[row])
    .within(box)
    .filter((other) => !NO_TARGET.has(kindOf(drawing, other)));
  const targets: { pieces: Float64Array; off: number }[] = [];
  for (const other of near) {
    const area = facts.box(other);
    const holds = area !== null && x >= area.minX && x <= area.maxX && y >= area.minY && y <= area.maxY;
    // What is filled is pointed into anywhere; of a symbol nobody can say where its outline is.
    if (holds && AREAS.has(kindOf(drawing, other))) return null;
    const { pieces, near: index } = facts.piecesNear(other);
    const off = distanceTo(pieces, index.within(box), x, y);
    if (off * mmPerUnit <= TOUCHES_MM) return null;
    if (off <= reach) targets.push({ pieces, off });
  }
  if (targets.length === 0) return { row, off: null, mmPerUnit, moves: [] };
  const off = Math.min(...targets.map((one) => one.off));
  const [only] = targets;
  const to =
    targets.length > 1
      ? null
      : (aheadOn(only.pieces, [x, y], next, ALONG * reach) ??
        nearestOn(only.pieces, everyPiece(only.pieces), x, y));
  return { row, off, mmPerUnit, moves: to ? [{ from: [x, y], to }] : [] };
}

/** The point of a piece that lies nearest to a place. */
function footOn(pieces: Float64Array, i: number, x: number, y: number): P {
  const [x0, y0, dx, dy] = [
    pieces[i],
    pieces[i + 1],
    pieces[i + 2] - pieces[i],
    pieces[i + 3] - pieces[i + 1],
  ];
  const size = dx * dx + dy * dy;
  const t = size > 0 ? Math.min(1, Math.max(0, ((x - x0) * dx + (y - y0) * dy) / size)) : 0;
  return [x0 + t * dx, y0 + t * dy];
}

const everyPiece = (pieces: Float64Array): number[] =>
  Array.from({ length: pieces.length / 4 }, (_, i) => 4 * i);

/** @param which where the pieces begin that are asked about */
function nearestOn(pieces: Float64Array, which: readonly number[], x: number, y: number): P | null {
  let best: P | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const i of which) {
    const foot = footOn(pieces, i, x, y);
    const off = Math.hypot(foot[0] - x, foot[1] - y);
    if (off < least) [best, least] = [foot, off];
  }
  return best;
}

function distanceTo(pieces: Float64Array, which: readonly number[], x: number, y: number): number {
  const nearest = nearestOn(pieces, which, x, y);
  return nearest ? Math.hypot(nearest[0] - x, nearest[1] - y) : Number.POSITIVE_INFINITY;
}

/** Where a leader meets a line when it is drawn on, within a distance; null where it does not. */
function aheadOn(pieces: Float64Array, [x, y]: P, [fx, fy]: P, farthest: number): P | null {
  const size = Math.hypot(x - fx, y - fy);
  if (!(size > 0)) return null;
  const [ux, uy] = [(x - fx) / size, (y - fy) / size];
  let least = farthest;
  let found: P | null = null;
  for (let i = 0; i < pieces.length; i += 4) {
    const [ax, ay, dx, dy] = [
      pieces[i],
      pieces[i + 1],
      pieces[i + 2] - pieces[i],
      pieces[i + 3] - pieces[i + 1],
    ];
    const cross = ux * dy - uy * dx;
    if (Math.abs(cross) < 1e-12) continue;
    const along = ((ax - x) * dy - (ay - y) * dx) / cross;
    const share = ((ax - x) * uy - (ay - y) * ux) / cross;
    if (along <= 0 || along > least || share < 0 || share > 1) continue;
    least = along;
    found = [x + along * ux, y + along * uy];
  }
  return found;
}
