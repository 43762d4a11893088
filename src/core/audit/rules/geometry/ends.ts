import { z } from 'zod';
import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf, LINE_KINDS } from '../../../dxf/object-kinds';
import { type Joints, ONE_POINT } from '../../../facts/joints';
import { type AuditContext, groupBy, isGenerated, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { mm } from '../lettering/shared';
import { Moving } from './moving';

const messages = {
  short: (count: number, layer: string, gap: string) =>
    count === 1
      ? `1 end of a line on layer “${layer}” misses what it is drawn to by ${gap} on paper.`
      : `${count} ends of lines on layer “${layer}” miss what they are drawn to, by up to ${gap} on paper.`,
  unseen: (count: number) =>
    `whether the ends of ${countOf('line', count)} meet: no scale shows them, or several do`,
};

const settings = z.strictObject({
  gap: numberSetting('What ends no farther from a line than this is meant to meet it', 'mm on paper', 0.05, {
    max: 5,
  }),
});

/** An end that meets nothing, and nearly does. */
interface Short {
  readonly row: number;
  readonly vertex: number;
  /** mm on paper. */
  readonly gapMm: number;
  /** Why it is left to a person; null where it is put right. */
  readonly stuck: string | null;
}

export const geometryEnds: Rule = {
  meta: {
    id: 'geometry/ends',
    title: 'Ends that nearly meet',
    stage: 'looks',
    weight: 'note',
    correction: 'automatic',
    what: 'A line that is drawn to another one ends on it.',
    why: 'A gap that nobody sees leaves outlines open: they cannot be filled, measured or taken over into a model.',
    source: 'Practice: ends that nearly meet are closed before a drawing is worked on',
    settings,
  },

  *check(context) {
    const own = settings.parse(context.settings);
    const { drawing } = context;
    let unseen = 0;
    for (const [index, container] of drawing.containers.entries()) {
      const [first] = container.rows;
      if (first === undefined || isGenerated(drawing, first) || !isPlaced(drawing, first)) continue;
      const { short, unseen: here } = shortIn(context, index, own.gap);
      unseen += here;
      const wanted = short.filter(({ row }) => !context.excepts(row));
      const groups = groupBy(
        wanted,
        ({ row, stuck }) => `${foldName(layerNameOf(drawing, row))}|${stuck ?? ''}`,
      );
      for (const of of groups.values()) {
        const [{ row, stuck }] = of;
        const layer = layerNameOf(drawing, row);
        const gap = mm(Number(Math.max(...of.map(({ gapMm }) => gapMm)).toPrecision(2)));
        const rows = [...new Set(of.map((one) => one.row))].sort((a, b) => a - b);
        yield {
          message: messages.short(of.length, layer, gap),
          expected: words('an end on the line it is drawn to'),
          found: words(`up to ${gap} beside it`),
          rows,
          subject: { layer, kind: kindOf(drawing, row), value: stuck ?? 'short' },
          ...(stuck === null
            ? { remedy: `Drawn on, or cut back, along their own direction: by up to ${gap} on paper.` }
            : { correction: 'manual' as const, remedy: `Left to a person: ${stuck}.` }),
        };
      }
    }
    if (unseen > 0) context.notChecked(messages.unseen(unseen));
  },

  settle(context, finding) {
    const own = settings.parse(context.settings);
    const wanted = new Set(context.rowsOf(finding));
    const { objects } = context.drawing;
    return {
      operations: [...groupBy(wanted, (row) => String(objects.container[row])).keys()].flatMap(
        (container) => {
          const { moving } = shortIn(context, Number(container), own.gap, wanted);
          const operation = moving.operation('ends beside the line it is drawn to');
          return 'rows' in operation && operation.rows.length > 0 ? [operation] : [];
        },
      ),
    };
  },
};

/** The ends of a space that nearly meet something, and how they come to meet it; of `only` these objects where it is given. */
function shortIn(
  context: AuditContext,
  container: number,
  limitMm: number,
  only?: ReadonlySet<number>,
): { readonly short: Short[]; readonly moving: Moving; readonly unseen: number } {
  const joints = context.facts.joints(container);
  const moving = new Moving(joints);
  const short: Short[] = [];
  const unseen = new Set<number>();
  // Two ends that miss each other are one fault.
  const met = new Set<number>();
  for (const [vertex, { row, isEnd, of, index }] of joints.vertices.entries()) {
    if (!isEnd || of !== 'line' || index < 0 || (only && !only.has(row))) continue;
    if (met.has(vertex)) continue;
    const mmPerUnit = context.facts.oneScale(row);
    if (mmPerUnit === null) {
      // What lies on a hidden layer is nowhere to be seen.
      if (context.facts.look(row).shows) unseen.add(row);
      continue;
    }
    const limit = limitMm / mmPerUnit;
    if (limit <= ONE_POINT || isShort(joints, vertex, SHORT * limit) || isMark(joints, vertex, limit))
      continue;
    const near = nearest(context, container, joints, vertex, limit);
    if (!near) continue;
    if (near.vertex !== null) met.add(near.vertex);
    const stuck = moving.attempt(() => meet(moving, vertex, near, limit));
    short.push({ row, vertex, gapMm: near.gap * mmPerUnit, stuck });
  }
  return { short, moving, unseen: unseen.size };
}

/** A line that is no longer than so many gaps is a detail of its own: an arrow, a dash of a pattern, a letter. */
const SHORT = 40;

/** A line of no more gaps than these that touches nothing at either end is a mark: a cross, a tick. */
const MARK = 200;

function isShort(joints: Joints, vertex: number, length: number): boolean {
  const piece = pieceOf(joints, vertex);
  if (piece === null) return false;
  const [a, b] = [joints.pieces[piece].from, joints.pieces[piece].to].map((one) => joints.vertices[one]);
  return Math.hypot(b.x - a.x, b.y - a.y) < length;
}

/** Whether an end is one of a mark, which stands by itself and is drawn to nothing at either end. */
function isMark(joints: Joints, vertex: number, limit: number): boolean {
  if (!isShort(joints, vertex, MARK * limit)) return false;
  const { row } = joints.vertices[vertex];
  const step = joints.vertices[vertex + 1]?.row === row ? 1 : -1;
  let other = vertex;
  while (joints.vertices[other + step]?.row === row) other += step;
  const { x, y } = joints.vertices[other];
  const isOther = (one: number): boolean => joints.vertices[one].row !== row;
  return !(
    joints.verticesNear(x, y, limit).some((one) => isOther(one) && joints.vertices[one].of !== 'dimension') ||
    joints
      .piecesNear(x, y, x, y, limit)
      .some((piece) => joints.pieces[piece].row !== row && distanceTo(joints, piece, x, y) <= limit)
  );
}

/** What a free end nearly meets: another end or bend, or a piece that runs past it. */
interface Near {
  /** Drawing units. */
  readonly gap: number;
  readonly vertex: number | null;
  readonly piece: number | null;
}

/** What is nearest to an end that meets nothing; null for one that meets something, and where nothing is near. */
function nearest(
  context: AuditContext,
  container: number,
  joints: Joints,
  vertex: number,
  limit: number,
): Near | null {
  const { x, y, row } = joints.vertices[vertex];
  let best: Near | null = null;
  for (const other of joints.verticesNear(x, y, limit)) {
    const there = joints.vertices[other];
    // A piece of the same line is too short to be told from the gap.
    if (other === vertex || there.of === 'dimension') continue;
    const gap = Math.hypot(there.x - x, there.y - y);
    if (gap <= ONE_POINT) return null;
    if (there.row === row && !there.isEnd) return null;
    if (gap <= limit && (!best || gap < best.gap)) best = { gap, vertex: other, piece: null };
  }
  for (const piece of joints.piecesNear(x, y, x, y, limit)) {
    const { from, to } = joints.pieces[piece];
    if (from === vertex || to === vertex) continue;
    const gap = distanceTo(joints, piece, x, y);
    if (gap <= ONE_POINT) return null;
    // An end of the other line that is as near is what is meant.
    if (gap <= limit && (!best || gap < best.gap - ONE_POINT)) best = { gap, vertex: null, piece };
  }
  if (!best) return null;
  // What ends on a curve or on a symbol is drawn to that.
  const box = { minX: x - limit, minY: y - limit, maxX: x + limit, maxY: y + limit };
  const straight = new Set(joints.piecesNear(x, y, x, y, limit).map((piece) => joints.pieces[piece].row));
  for (const other of context.facts.index(container).within(box)) {
    const kind = kindOf(context.drawing, other);
    if (other === row || straight.has(other) || !(LINE_KINDS.has(kind) || kind === 'symbol')) continue;
    const { near, pieces } = context.facts.piecesNear(other);
    if (near.within(box).some((i) => distanceToPiece(pieces.subarray(i, i + 4), x, y) <= limit)) return null;
  }
  return best;
}

function distanceToPiece(
  [ax, ay, bx, by]: ArrayLike<number> & Iterable<number>,
  x: number,
  y: number,
): number {
  const [dx, dy] = [bx - ax, by - ay];
  const square = dx * dx + dy * dy;
  const t = square === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / square));
  return Math.hypot(ax + t * dx - x, ay + t * dy - y);
}

function distanceTo({ vertices, pieces }: Joints, piece: number, x: number, y: number): number {
  const [a, b] = [vertices[pieces[piece].from], vertices[pieces[piece].to]];
  return distanceToPiece([a.x, a.y, b.x, b.y], x, y);
}

/** Lets an end meet what it is near, along its own direction; says what is in the way. */
function meet(moving: Moving, vertex: number, near: Near, limit: number): string | null {
  const { joints } = moving;
  const own = pieceOf(joints, vertex);
  if (own === null) return 'it ends in a curve';
  const at = joints.vertices[vertex];
  const isMeasured = (x: number, y: number): boolean =>
    joints.verticesNear(x, y).some((one) => joints.vertices[one].of === 'dimension');
  if (isMeasured(at.x, at.y)) return 'a dimension measures to it, and would say another value';
  if (near.vertex === null) {
    const to = meetingOf(joints, own, near.piece!);
    if (!to || Math.hypot(to[0] - at.x, to[1] - at.y) > limit)
      return 'it runs along the line that it is near';
    moving.move(vertex, ...to);
    return null;
  }
  const other = joints.vertices[near.vertex];
  const theirs = other.isEnd && other.index >= 0 && other.of === 'line' ? pieceOf(joints, near.vertex) : null;
  const isFree = joints.verticesNear(other.x, other.y).length === 1;
  // Straight on to it, where it lies on the line.
  const [ox, oy] = moving.at(near.vertex);
  if (offLine(joints, own, ox, oy) <= ONE_POINT) {
    moving.move(vertex, ox, oy);
    return null;
  }
  const to = theirs === null ? null : meetingOf(joints, own, theirs);
  if (
    !to ||
    !isFree ||
    Math.hypot(to[0] - at.x, to[1] - at.y) > limit ||
    Math.hypot(to[0] - ox, to[1] - oy) > limit
  )
    return 'it would be turned to meet it';
  moving.move(vertex, ...to);
  moving.move(near.vertex, ...to);
  return null;
}

/** The straight piece that an end ends; null for an end in a curve. */
function pieceOf(joints: Joints, vertex: number): number | null {
  const { x, y } = joints.vertices[vertex];
  const found = joints
    .piecesNear(x, y, x, y)
    .find((piece) => joints.pieces[piece].from === vertex || joints.pieces[piece].to === vertex);
  return found ?? null;
}

/** How far a point lies beside the line of a piece, drawing units. */
function offLine({ vertices, pieces }: Joints, piece: number, x: number, y: number): number {
  const [a, b] = [vertices[pieces[piece].from], vertices[pieces[piece].to]];
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  return length === 0
    ? Number.POSITIVE_INFINITY
    : Math.abs((x - a.x) * (b.y - a.y) - (y - a.y) * (b.x - a.x)) / length;
}

/** Where the lines of two pieces meet; null for parallel ones. */
function meetingOf({ vertices, pieces }: Joints, piece: number, other: number): [number, number] | null {
  const [a, b] = [vertices[pieces[piece].from], vertices[pieces[piece].to]];
  const [c, d] = [vertices[pieces[other].from], vertices[pieces[other].to]];
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const cross = ux * vy - uy * vx;
  if (Math.abs(cross) <= PARALLEL * Math.hypot(ux, uy) * Math.hypot(vx, vy)) return null;
  const t = ((c.x - a.x) * vy - (c.y - a.y) * vx) / cross;
  // On a level or a plumb line a point has its very coordinate, not what rounding makes of it.
  const x = vx === 0 ? c.x : ux === 0 ? a.x : a.x + t * ux;
  const y = vy === 0 ? c.y : uy === 0 ? a.y : a.y + t * uy;
  return [x, y];
}

/** Sine of the angle below which two lines are parallel. */
const PARALLEL = 1e-6;
