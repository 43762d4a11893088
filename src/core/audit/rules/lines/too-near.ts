import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { Joints } from '../../../facts/joints';
import { type AuditContext, groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { mm } from '../lettering/shared';

const messages = {
  near: (count: number, layers: readonly string[], space: string, least: string) =>
    `${count === 1 ? '1 line' : `${count} lines`} on ${layers.length === 1 ? `layer “${layers[0]}”` : `layers ${layers.map((one) => `“${one}”`).join(' and ')}`} ${count === 1 ? 'runs' : 'run'} as near as ${space} beside another on paper; ${least} is the least that prints apart.`,
  pattern: (count: number) => `${count} lines that stand in a pattern: a fill that is drawn line by line`,
};

const settings = z.strictObject({
  clear: numberSetting('Least clear space between parallel lines', 'mm on paper', 0.7, {
    max: 10,
    description: 'ISO 128-2: 0.7 mm. Lines that run nearer print as one.',
  }),
  along: numberSetting('For at least', 'mm on paper', 5, {
    max: 100,
    description: 'Lines that run beside each other for less are not looked at.',
  }),
});
type Settings = z.infer<typeof settings>;

/** Lines that are nearer than this lie on each other, which is another fault, mm on paper. */
const ONE_LINE_MM = 0.01;
/** Sine of the angle up to which two lines are parallel. */
const PARALLEL = 0.01;

export const linesTooNear: Rule = {
  meta: {
    id: 'lines/too-near',
    title: 'Lines too near to print apart',
    stage: 'looks',
    weight: 'note',
    correction: 'manual',
    what: 'Parallel lines stand as far apart on paper as they have to for two to be seen.',
    why: 'Two lines that print as one thick one are read as one thick one.',
    // From memory.
    source: 'ISO 128-2: the space between parallel lines is not less than 0.7 mm',
    settings,
  },

  *check(context) {
    const own = settings.parse(context.settings);
    const { drawing } = context;
    for (const [index, { rows }] of drawing.containers.entries()) {
      if (rows.length === 0 || !isPlaced(drawing, rows[0])) continue;
      const near = nearIn(context, index, own);
      const patterns = patternsOf(context, near);
      if (patterns.size > 0) context.notChecked(messages.pattern(patterns.size));
      const groups = groupBy(
        near.filter(({ row }) => !context.excepts(row) && !patterns.has(row)),
        ({ row, other }) =>
          [row, other]
            .map((one) => foldName(layerNameOf(drawing, one)))
            .sort()
            .join('\n'),
      );
      for (const group of groups.values()) {
        const found = [...new Set(group.map(({ row }) => row))].sort((a, b) => a - b);
        const layers = [
          ...new Map(
            [group[0].row, group[0].other]
              .map((row) => layerNameOf(drawing, row))
              .map((name) => [foldName(name), name]),
          ).values(),
        ].sort();
        const least = mm(Number(Math.max(0, Math.min(...group.map(({ clearMm }) => clearMm))).toFixed(2)));
        yield {
          message: messages.near(found.length, layers, least, mm(own.clear)),
          expected: words(`${mm(own.clear)} or more between them`),
          found: words(least),
          rows: found,
          subject: { layer: layers[0], kind: 'line', value: layers.slice(1).join() },
          remedy: 'Drawn apart, simplified for this scale, or shown larger: a person decides.',
        };
      }
    }
  },
};

/** A line that runs too near beside another one. */
interface Near {
  /** The later one of the two. */
  readonly row: number;
  readonly other: number;
  /** Between their edges, mm on paper; below 0 where they print over each other. */
  readonly clearMm: number;
  /** Direction of the line, whole degrees from 0 to 179. */
  readonly deg: number;
  /** Drawing units. */
  readonly length: number;
}

/** Lines side by side, each too near to the next, that make a pattern. */
const LEAST_PATTERN = 8;

/**
 * Lines that are parts of a fill drawn line by line, as old versions have to: so many side by side, or so many of one layer in
 * one slanted direction, or of one length in any.
 */
function patternsOf({ drawing }: AuditContext, near: readonly Near[]): Set<number> {
  const rootOf = new Map<number, number>();
  const root = (row: number): number => {
    let at = row;
    while (rootOf.has(at)) at = rootOf.get(at)!;
    // The way is made short for the next that asks.
    for (let one = row; rootOf.has(one) && one !== at; ) {
      const next = rootOf.get(one)!;
      rootOf.set(one, at);
      one = next;
    }
    return at;
  };
  for (const { row, other } of near) {
    const [a, b] = [root(row), root(other)];
    if (a !== b) rootOf.set(a, b);
  }
  const patterns = new Set<number>();
  const families = [
    groupBy(near, ({ row }) => String(root(row))),
    groupBy(
      near,
      ({ row, deg, length }) =>
        `${drawing.objects.layer[row]}|${deg}|${deg % 90 === 0 ? length.toPrecision(3) : ''}`,
    ),
  ];
  for (const family of families)
    for (const group of family.values())
      if (group.length >= LEAST_PATTERN - 1) for (const { row } of group) patterns.add(row);
  return patterns;
}

function nearIn(context: AuditContext, container: number, own: Settings): Near[] {
  const { facts } = context;
  const joints = facts.joints(container);
  const found: Near[] = [];
  const seen = new Set<number>();
  for (const [piece, { row, from, to }] of joints.pieces.entries()) {
    // One finding for a line is enough.
    if (seen.has(row)) continue;
    const mmPerUnit = smallest(context, row);
    if (mmPerUnit === null) continue;
    const [a, b] = [joints.vertices[from], joints.vertices[to]];
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    if (length * mmPerUnit < own.along) continue;
    const width = facts.look(row).widthMm;
    const reach = (own.clear + width / 2 + WIDEST_MM / 2) / mmPerUnit;
    const beside = joints.piecesNear(
      Math.min(a.x, b.x),
      Math.min(a.y, b.y),
      Math.max(a.x, b.x),
      Math.max(a.y, b.y),
      reach,
    );
    for (const other of beside) {
      const theirs = joints.pieces[other].row;
      if (other >= piece || !facts.look(theirs).prints) continue;
      const apart = apartOf(joints, piece, other);
      if (!apart || apart.along * mmPerUnit < own.along || apart.across * mmPerUnit <= ONE_LINE_MM) continue;
      const clearMm = apart.across * mmPerUnit - (width + facts.look(theirs).widthMm) / 2;
      if (clearMm >= own.clear - 1e-6) continue;
      const deg = Math.round((Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI);
      found.push({ row, other: theirs, clearMm, deg: ((deg % 180) + 180) % 180, length });
      seen.add(row);
      break;
    }
  }
  return found;
}

/** The widest pen there is, mm: how far from a line another one can begin. */
const WIDEST_MM = 2.11;

/** The smallest scale that shows an object, mm on paper of a drawing unit; null where none does, or where it does not print. */
function smallest({ facts }: AuditContext, row: number): number | null {
  if (!facts.look(row).prints) return null;
  const shown = facts.appearances(row);
  return shown.length === 0 ? null : Math.min(...shown.map(({ mmPerUnit }) => mmPerUnit));
}

/** How far two parallel pieces run beside each other, and how far apart, drawing units; null for pieces that are not parallel. */
function apartOf(
  { vertices, pieces }: Joints,
  piece: number,
  other: number,
): { readonly along: number; readonly across: number } | null {
  const [a, b] = [vertices[pieces[piece].from], vertices[pieces[piece].to]];
  const [c, d] = [vertices[pieces[other].from], vertices[pieces[other].to]];
  const [length, theirs] = [Math.hypot(b.x - a.x, b.y - a.y), Math.hypot(d.x - c.x, d.y - c.y)];
  if (!(length > 0) || !(theirs > 0)) return null;
  const [ux, uy] = [(b.x - a.x) / length, (b.y - a.y) / length];
  if (Math.abs(ux * (d.y - c.y) - uy * (d.x - c.x)) > PARALLEL * theirs) return null;
  const along = (p: { x: number; y: number }): number => (p.x - a.x) * ux + (p.y - a.y) * uy;
  const across = (p: { x: number; y: number }): number => Math.abs((p.y - a.y) * ux - (p.x - a.x) * uy);
  const [from, to] = [Math.min(along(c), along(d)), Math.max(along(c), along(d))];
  return {
    along: Math.min(to, length) - Math.max(from, 0),
    across: (across(c) + across(d)) / 2,
  };
}
