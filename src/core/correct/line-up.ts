import { z } from 'zod';
import type { AuditContext } from '../audit/context';
import type { FollowingLine, SettableLength } from '../audit/finding';
import type { Operation } from '../audit/operation';
import { textTransform } from '../drawing/extents';
import { entityOf, formatContainer, handleOf, kindOf } from '../dxf/drawing';
import { wordsOf } from '../dxf/read/decode-text';
import { IDENTITY_SPACE } from '../geometry/space';
import { applyX, applyY } from '../geometry/transform';
import { layOut } from '../lettering/layout';
import { oneLine } from '../one-line';
import { fail, ok, type Result } from '../result';

/** What of texts is brought onto one line. */
export const EDGES = ['left edges', 'middles', 'right edges', 'base lines'] as const;
export type Edge = (typeof EDGES)[number];

/** The farthest that a reference line can be from the first text, mm on paper. */
const FARTHEST_MM = 200;

/** Texts that a person picked, and how they are to be lined up. */
export const lineUpSchema = z.strictObject({
  /** Handles of the texts; the others are lined up with the first. */
  texts: z.array(z.string().min(1).max(100)).min(2, 'two texts at least').max(500, 'at most 500 texts'),
  edge: z.enum(EDGES),
  /** Where the reference line stands, mm on paper from the first text's edge. */
  mm: z.number().min(-FARTHEST_MM).max(FARTHEST_MM),
});
export type LineUp = z.infer<typeof lineUpSchema>;

/** What changes are listed under. */
export const LINING_UP = 'lettering/lining-up';

/** One text of those that are lined up. */
interface Member {
  readonly row: number;
  /** A bare leader whose label it is; null where none is. */
  readonly leader: number | null;
  /** How far its edge is from the first's, drawing units. */
  readonly off: number;
  /** The corners of its lines, x, y each. */
  readonly corners: readonly number[];
}

interface Standing {
  readonly members: readonly Member[];
  /** The first text's edge, along the way. */
  readonly at: number;
  readonly mmPerUnit: number;
  /** The way that moves a text onto the line, of unit length. */
  readonly way: readonly [number, number];
  readonly space: string;
}

/** What lining texts up would do: the line that is set, and what each text is off by. */
export interface LinedUp {
  readonly sets: SettableLength;
  /** The first words of each text, and how far it would go when the line stands at 0, mm on paper. */
  readonly texts: readonly { readonly handle: string; readonly says: string; readonly mm: number }[];
}

/** Rows by a handle as pictures name it: an object without one is named by its place in the file. */
const rowsOf = ({ drawing, facts }: AuditContext, handle: string): readonly number[] => {
  const place = /^~([0-9A-F]+)$/.exec(handle);
  const row = place ? Number.parseInt(place[1], 16) - 1 : -1;
  return place
    ? row < drawing.objects.count
      ? [row]
      : []
    : (facts.rowsByHandle.get(handle.toUpperCase()) ?? []);
};

/** Directions that differ by less than this are one, radians. */
const SAME_TURN = Math.PI / 180;

/** Where texts stand that a person picked; refused with what to do where they cannot be lined up. */
function standing(context: AuditContext, { texts, edge }: Omit<LineUp, 'mm'>): Result<Standing> {
  const { drawing, facts } = context;
  const rows: number[] = [];
  for (const handle of new Set(texts)) {
    const [row, another] = rowsOf(context, handle);
    if (row === undefined || kindOf(drawing, row) !== 'text')
      return fail(
        'no-text',
        `#${handle} is no text of this drawing.`,
        'Pick texts that stand by themselves.',
      );
    if (another !== undefined)
      return fail(
        'two-objects',
        `Two objects have the handle ${handle}.`,
        'Have the handles put right first.',
      );
    if (drawing.containers[drawing.objects.container[row]].kind === 'symbol')
      return fail('in-a-symbol', 'A picked text lies in a symbol.', 'Change the symbol where it is drawn.');
    rows.push(row);
  }
  if (rows.length < 2) return fail('one-text', 'One text is in line with itself.', 'Pick another one.');
  const [first] = rows;
  const container = drawing.objects.container[first];
  if (rows.some((row) => drawing.objects.container[row] !== container))
    return fail(
      'two-spaces',
      'The texts lie in the model and on sheets, or on several sheets.',
      'Pick texts that lie together.',
    );
  const mmPerUnit = facts.appearancesOfText(first)[0]?.mmPerUnit;
  if (mmPerUnit === undefined)
    return fail(
      'not-shown',
      'No sheet shows the first text.',
      'Its size on paper is not known: put it on a sheet.',
    );
  const lettering = rows.map((row) => facts.lettering(row));
  const turn = lettering[0]?.angleRad ?? 0;
  if (lettering.some((one) => !one || Math.abs(Math.sin((one.angleRad - turn) / 2)) > SAME_TURN / 2))
    return fail(
      'two-directions',
      'The texts run in different directions.',
      'Pick texts that are read the same way.',
    );
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const way = edge === 'base lines' ? ([-s, c] as const) : ([c, s] as const);
  const labels = labelled(context);
  const placed = rows.map((row) => {
    const { corners, base } = linesOf(context, row);
    const [x0, y0, x1, y1] = corners;
    const along = (x: number, y: number): number => x * way[0] + y * way[1];
    const at =
      edge === 'left edges'
        ? along(x0, y0)
        : edge === 'right edges'
          ? along(x1, y1)
          : edge === 'middles'
            ? (along(x0, y0) + along(x1, y1)) / 2
            : along(...base);
    return { row, at, corners, leader: labels.get(handleOf(drawing, row).toUpperCase()) ?? null };
  });
  return ok({
    at: placed[0].at,
    members: placed.map(({ at, ...member }) => ({ ...member, off: at - placed[0].at })),
    mmPerUnit,
    way,
    space: formatContainer(drawing.containers[container]),
  });
}

/** The room of a text's lines, counter-clockwise from its lower left corner, and a point on the base line of its first line. */
function linesOf(
  { facts }: AuditContext,
  row: number,
): { readonly corners: readonly number[]; readonly base: readonly [number, number] } {
  const { shape, at } = facts.lettering(row)!;
  const laid = layOut(shape);
  const t = textTransform(shape, IDENTITY_SPACE, laid.heightFactor);
  if (laid.pieces.length === 0) return { corners: [...at, ...at, ...at, ...at], base: at };
  // From where the first letter begins to where the last ends: the room that a list of other words would take as well.
  const left = Math.min(...laid.pieces.map(({ x }) => x));
  const right = Math.max(...laid.pieces.map(({ x, width }) => x + width));
  const corner = (x: number, y: number): [number, number] => [applyX(t, x, y), applyY(t, x, y)];
  return {
    corners: [
      ...corner(left, laid.minY),
      ...corner(right, laid.minY),
      ...corner(right, laid.maxY),
      ...corner(left, laid.maxY),
    ],
    base: corner(laid.pieces[0].x, laid.pieces[0].y),
  };
}

/** Bare leaders by the handles of their labels. */
function labelled({ drawing, facts }: AuditContext): ReadonlyMap<string, number> {
  const leaders = facts.rowsOfKind('leader').filter((row) => entityOf(drawing, row) === 'LEADER');
  return new Map(
    leaders.map((row) => [facts.leader(row).annotation, row] as const).filter(([label]) => label),
  );
}

/** What lining texts up would do, as it is shown and set on the sheet. */
export function planLineUp(context: AuditContext, asked: Omit<LineUp, 'mm'>): Result<LinedUp> {
  const found = standing(context, asked);
  if (!found.ok) return found;
  const { drawing } = context;
  const { members, mmPerUnit, way, space } = found.value;
  return ok({
    texts: members.map(({ row, off }) => ({
      handle: handleOf(drawing, row),
      says: oneLine(wordsOf(drawing, row) ?? ''),
      mm: Number(Math.abs(off * mmPerUnit).toFixed(2)),
    })),
    sets: {
      what: `Line of the ${asked.edge}, from the first text`,
      start: 0,
      least: -FARTHEST_MM,
      most: FARTHEST_MM,
      space,
      way: [way[0] / mmPerUnit, way[1] / mmPerUnit],
      lines: [referenceLine(found.value, asked.edge), ...members.map((one) => outline(one, way))],
    },
  });
}

/** How far a reference line stands out over the texts, in heights of the tallest. */
const BEYOND = 0.8;

/** The line through the first text's edge, from beyond the texts on one side to beyond those on the other. */
function referenceLine({ members, way, at }: Standing, edge: Edge): FollowingLine {
  // Square to the way on which texts are moved.
  const [cx, cy] = edge === 'base lines' ? [way[1], -way[0]] : [-way[1], way[0]];
  const across = (x: number, y: number): number => x * cx + y * cy;
  const all = members.flatMap(({ corners }) => [0, 2, 4, 6].map((i) => across(corners[i], corners[i + 1])));
  const beyond =
    BEYOND * Math.max(...members.map(({ corners: [, , x1, y1, x2, y2] }) => Math.hypot(x2 - x1, y2 - y1)));
  const [low, high] = [Math.min(...all) - beyond, Math.max(...all) + beyond];
  const point = (value: number): [number, number] => [at * way[0] + value * cx, at * way[1] + value * cy];
  return { points: [...point(low), ...point(high)], rates: [1, 1], drags: true };
}

/** The room of a text where it would stand. */
const outline = ({ corners, off }: Member, way: readonly [number, number]): FollowingLine => ({
  points: [...corners, corners[0], corners[1]].map((value, i) => value - off * way[i % 2]),
  rates: [1, 1, 1, 1, 1],
  drags: false,
});

/** What lining texts up asks for; texts that stand on the line already stay as they are. */
export function operationsOf(context: AuditContext, asked: LineUp): Result<readonly Operation[]> {
  const found = standing(context, asked);
  if (!found.ok) return found;
  const { members, mmPerUnit, way } = found.value;
  const moves = members
    .map(({ row, leader, off }) => ({ row, leader, by: asked.mm / mmPerUnit - off }))
    .filter(({ by }) => Math.abs(by) * mmPerUnit > SAME_MM);
  const wayOf = ({ by }: { readonly by: number }): readonly [number, number] => [by * way[0], by * way[1]];
  const alone = moves.filter(({ leader }) => leader === null);
  const led = moves.filter(({ leader }) => leader !== null);
  return ok([
    {
      type: 'move texts',
      was: 'not lined up',
      rows: alone.map(({ row }) => row),
      by: alone.map(wayOf),
      onPaperMm: alone.map(({ by }) => Math.abs(by) * mmPerUnit),
    },
    {
      type: 'move labels',
      was: 'not lined up',
      rows: led.map(({ row }) => row),
      leaders: led.map(({ leader }) => leader!),
      by: led.map(wayOf),
      onPaperMm: led.map(({ by }) => Math.abs(by) * mmPerUnit),
    },
  ]);
}

/** What is nearer to its line than this stands on it, mm on paper. */
const SAME_MM = 1e-6;
