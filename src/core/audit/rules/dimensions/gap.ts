import { z } from 'zod';
import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { LINE_KINDS, type ObjectKind } from '../../../dxf/object-kinds';
import type { StraightDimension } from '../../../facts/straight-dimension';
import { type AuditContext, groupBy } from '../../context';
import { unitsPerSize, whyNotRedrawn } from '../../redrawing';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { mm } from '../lettering/shared';
import { dimensions } from './shared';

const messages = {
  far: (count: number, layer: string, gap: string, wanted: string) =>
    `Extension lines of ${dimensions(count)} on layer “${layer}” begin up to ${gap} from the object; ${wanted} is their gap.`,
  touching: (count: number, layer: string, wanted: string) =>
    `Extension lines of ${dimensions(count)} on layer “${layer}” begin at the object or in it; ${wanted} is their gap.`,
};

const settings = z.strictObject({
  tolerance: numberSetting('Gaps may differ by', 'mm on paper', 0.5, { max: 10 }),
  reach: numberSetting('What lies no farther behind a point is meant by it', 'mm on paper', 10, { max: 100 }),
});
type Settings = z.infer<typeof settings>;

/** A point that is no farther from a line than this lies on it, mm on paper. */
const ON_MM = 0.1;

/** What an extension line can lead to. */
const OBJECTS: ReadonlySet<ObjectKind> = new Set([
  ...LINE_KINDS,
  'symbol',
  'solid',
  'fill',
  'parallel-line set',
]);

/** A dimension whose points lie off the object. */
interface Gap {
  readonly what: 'far' | 'touching';
  /** Ways of its two points onto the object, drawing units. */
  readonly feet: readonly [readonly [number, number], readonly [number, number]];
  /** The gap that is farthest from what it should be, and that, mm on paper. */
  readonly gapMm: number;
  readonly wantedMm: number;
  readonly mmPerUnit: number;
  /** Moving the points changes nothing that is measured. */
  readonly can: boolean;
}

export const dimensionsGap: Rule = {
  meta: {
    id: 'dimensions/gap',
    title: 'Extension line far from its object, or touching it',
    stage: 'looks',
    weight: 'note',
    correction: 'automatic',
    what: 'Extension lines begin at the gap of their style from the object that they measure.',
    why: 'An extension line that ends in the air leaves open what is measured; one that touches looks like an edge.',
    // ISO 129-1 and ASME Y14.5, from memory: a visible gap; ASME says about 1.5 mm.
    source: 'ISO 129-1, ASME Y14.5: a short visible gap between the outline and the extension line',
    settings,
  },

  visit(context) {
    const own = settings.parse(context.settings);
    const found = new Map<number, Gap>();
    return {
      on: {
        dimension(row) {
          const gap = gapOf(context, row, own);
          if (gap) found.set(row, gap);
        },
      },
      *finish() {
        const { drawing } = context;
        const can = (row: number): boolean => found.get(row)!.can && whyNotRedrawn(context, row) === null;
        const groups = groupBy(found.keys(), (row) => {
          const { what, wantedMm } = found.get(row)!;
          return `${foldName(layerNameOf(drawing, row))}\n${what}\n${wantedMm.toFixed(2)}\n${can(row)}`;
        });
        for (const rows of groups.values()) {
          const { what, wantedMm } = found.get(rows[0])!;
          const layer = layerNameOf(drawing, rows[0]);
          const wanted = mm(Number(wantedMm.toFixed(2)));
          const farthest = Math.max(...rows.map((row) => found.get(row)!.gapMm));
          const gap = mm(Number(farthest.toFixed(2)));
          yield {
            message:
              what === 'far'
                ? messages.far(rows.length, layer, gap, wanted)
                : messages.touching(rows.length, layer, wanted),
            expected: words(`a gap of ${wanted}`),
            found: words(what === 'far' ? `up to ${gap}` : 'none'),
            rows,
            subject: { layer, kind: 'dimension', value: `${what}, ${wanted}, ${can(rows[0])}` },
            ...(can(rows[0])
              ? {
                  remedy:
                    'The points move onto the object, along the extension lines; what they measure stays.',
                }
              : {
                  correction: 'manual' as const,
                  remedy:
                    'Moving its points would change what it measures, or its picture is not drawn anew: by hand.',
                }),
          };
        }
      },
    };
  },

  settle(context, finding) {
    const own = settings.parse(context.settings);
    const moves = context.rowsOf(finding).flatMap((row) => {
      const gap = gapOf(context, row, own);
      return gap?.can ? [{ row, gap }] : [];
    });
    if (moves.length === 0) return { refused: 'The points lie on their objects by now.' };
    return {
      operations: [
        {
          type: 'move in dimensions',
          was: 'off the object',
          rows: moves.map(({ row }) => row),
          moves: moves.map(({ gap: { feet } }) => ({ feet })),
          onPaperMm: moves.map(
            ({ gap: { feet, mmPerUnit } }) =>
              Math.max(...feet.map((foot) => Math.hypot(...foot))) * mmPerUnit,
          ),
        },
      ],
    };
  },
};

function gapOf(context: AuditContext, row: number, own: Settings): Gap | null {
  const { facts } = context;
  const line = facts.straight(row);
  const mmPerUnit = facts.oneScale(row);
  if (!line || mmPerUnit === null) return null;
  const { values, measured } = facts.dimension(row);
  // Lines of one length begin wherever that has them.
  if (values.extensionFixed || !measured) return null;
  const offset = values.extensionOffsetMm * unitsPerSize(context, row);
  if (!Number.isFinite(offset)) return null;
  const wantedMm = offset * mmPerUnit;
  const hidden = [values.hideExtension1, values.hideExtension2];
  const found = line.points.map((foot, i) =>
    hidden[i] ? null : offObject(context, line, foot, offset, mmPerUnit, own),
  );
  const off = found.filter((one) => one !== null);
  if (off.length === 0) return null;
  const what = off.some((one) => one.what === 'far') ? 'far' : 'touching';
  const [first, second] = found.map((one) => one?.by ?? 0);
  const way = (by: number): readonly [number, number] => [line.across[0] * by, line.across[1] * by];
  return {
    what,
    feet: [way(first), way(second)],
    gapMm: Math.max(...off.map(({ gap }) => gap * mmPerUnit)),
    wantedMm,
    mmPerUnit,
    // An aligned dimension turns with its points.
    can: line.turned || Math.abs(first - second) < 1e-9 * Math.max(1, Math.abs(first)),
  };
}

/** How a point lies off the object that its extension line leads to; null where it lies on one, or where none is near. */
function offObject(
  { drawing, facts }: AuditContext,
  line: StraightDimension,
  [x, y]: readonly [number, number],
  offset: number,
  mmPerUnit: number,
  { tolerance, reach }: Settings,
): { readonly what: Gap['what']; readonly by: number; readonly gap: number } | null {
  const [wx, wy] = line.across;
  const side = Math.sign(line.at - (x * wx + y * wy)) || 1;
  const [ox, oy] = [wx * side, wy * side];
  const on = ON_MM / mmPerUnit;
  const [back, ahead] = [reach / mmPerUnit, offset + on];
  const ends = [
    [x - ox * back, y - oy * back],
    [x + ox * ahead, y + oy * ahead],
  ];
  const box = {
    minX: Math.min(ends[0][0], ends[1][0]) - on,
    minY: Math.min(ends[0][1], ends[1][1]) - on,
    maxX: Math.max(ends[0][0], ends[1][0]) + on,
    maxY: Math.max(ends[0][1], ends[1][1]) + on,
  };
  // Nearest meeting with an object: below 0 behind the point, seen from the dimension line.
  let nearest: number | null = null;
  for (const other of facts.index(drawing.objects.container[line.row]).within(box)) {
    if (!OBJECTS.has(kindOf(drawing, other)) || !facts.look(other).shows) continue;
    const { pieces, near } = facts.piecesNear(other);
    for (const i of near.within(box)) {
      const along = (px: number, py: number): number => (px - x) * ox + (py - y) * oy;
      const beside = (px: number, py: number): number => (px - x) * -oy + (py - y) * ox;
      const [a, b] = [beside(pieces[i], pieces[i + 1]), beside(pieces[i + 2], pieces[i + 3])];
      const [c, d] = [along(pieces[i], pieces[i + 1]), along(pieces[i + 2], pieces[i + 3])];
      const meets = meetings(a, b, c, d, on);
      if (!meets) continue;
      // A line that runs along the extension line holds the point where that lies within it.
      const at =
        meets[0] <= on && meets[1] >= -on ? 0 : Math.abs(meets[0]) < Math.abs(meets[1]) ? meets[0] : meets[1];
      if (Math.abs(at) <= on) return null;
      if (at >= -back && at <= ahead && (nearest === null || Math.abs(at) < Math.abs(nearest))) nearest = at;
    }
  }
  if (nearest === null) return null;
  const gap = offset - nearest;
  if (nearest < 0) return -nearest * mmPerUnit > tolerance ? { what: 'far', by: nearest * side, gap } : null;
  return nearest * mmPerUnit > Math.min(tolerance, (offset * mmPerUnit) / 2)
    ? { what: 'touching', by: nearest * side, gap }
    : null;
}

/** From where to where along an axis a piece meets it, given how far its ends lie beside the axis and along it. */
function meetings(a: number, b: number, c: number, d: number, on: number): readonly [number, number] | null {
  if (Math.min(a, b) > on || Math.max(a, b) < -on) return null;
  if (Math.abs(a) <= on && Math.abs(b) <= on) return [Math.min(c, d), Math.max(c, d)];
  const share = Math.min(1, Math.max(0, a / (a - b)));
  const at = c + share * (d - c);
  return [at, at];
}
