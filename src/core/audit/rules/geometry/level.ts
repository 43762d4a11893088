import { z } from 'zod';
import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf } from '../../../dxf/object-kinds';
import { type Joints, ONE_POINT, type Piece } from '../../../facts/joints';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { Moving } from './moving';

const messages = {
  off: (what: string, layer: string, is: string, angle: string, units: string) =>
    `${what} on layer “${layer}” ${is} almost level or plumb: up to ${angle}° off, which is ${units} at the end.`,
  skewed: (count: number) =>
    `${count} pieces almost level or plumb: most lines of their layers are neither, so that nothing says they should be`,
};

const settings = z.strictObject({
  angle: numberSetting('What is off by no more than this is meant to be level or plumb', '°', 0.3, {
    max: 5,
  }),
  limit: numberSetting('An end is moved by no more than', 'mm', 5, {
    max: 1000,
    description: 'As drawn, not on paper. What would have to go farther is left to a person.',
  }),
});
type Settings = z.infer<typeof settings>;

/** Share of a layer’s straight length that has to be level or plumb for what is almost so to be a slip. */
const MOSTLY = 0.5;
/** A piece that is off by less than this many drawing units lies as it was typed. */
const AS_TYPED = 2 * ONE_POINT;

/** Along which axis a piece nearly runs. */
type Way = 'level' | 'plumb';

interface Off {
  readonly piece: number;
  readonly way: Way;
  /** How far its ends lie beside each other, drawing units. */
  readonly by: number;
  readonly angleDeg: number;
}

export const geometryLevel: Rule = {
  meta: {
    id: 'geometry/level',
    title: 'Line almost level or plumb',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'In a drawing of level and plumb lines none is off by a hair.',
    why: 'Lines that are off by a hair do not meet, their lengths are odd, and whatever is drawn from them is off as well.',
    source: 'Practice: lines almost level or plumb are found and put right',
    settings,
  },

  *check(context) {
    const own = settings.parse(context.settings);
    const { drawing } = context;
    for (const [index, container] of drawing.containers.entries()) {
      if (container.rows.length === 0 || isGenerated(drawing, container.rows[0])) continue;
      const joints = context.facts.joints(index);
      const all = offIn(joints, own);
      if (all.length === 0) continue;
      const off = meantSquare(context, joints, all);
      if (off.length < all.length) context.notChecked(messages.skewed(all.length - off.length));
      if (off.length === 0) continue;
      const plan = planFor(context, joints, own, off);
      const worst = new Map<number, Off>();
      for (const one of off) {
        const { row } = joints.pieces[one.piece];
        if (!context.excepts(row) && one.by > (worst.get(row)?.by ?? 0)) worst.set(row, one);
      }
      const rows = [...worst.keys()].sort((a, b) => a - b);
      const groups = groupBy(
        rows,
        (row) => `${foldName(layerNameOf(drawing, row))}|${kindOf(drawing, row)}|${plan.stuck.has(row)}`,
      );
      for (const of of groups.values()) {
        const layer = layerNameOf(drawing, of[0]);
        const kind = kindOf(drawing, of[0]);
        const stuck = plan.stuck.get(of[0]);
        const angle = Math.max(...of.map((row) => worst.get(row)!.angleDeg));
        const by = Math.max(...of.map((row) => worst.get(row)!.by));
        const what = countOf(kind, of.length);
        yield {
          message: messages.off(what, layer, of.length === 1 ? 'is' : 'are', figure(angle), units(by)),
          expected: words('level or plumb'),
          found: words(`${figure(angle)}° off`),
          rows: of,
          subject: { layer, kind, value: stuck === undefined ? 'almost' : 'held' },
          ...(stuck === undefined
            ? {
                remedy: `Ends are moved by up to ${units(Math.max(...of.map((row) => plan.moved.get(row) ?? 0)))}; lines that are joined to them go along.`,
              }
            : { correction: 'manual' as const, remedy: `Left to a person: ${stuck}.` }),
        };
      }
    }
  },

  settle(context, finding) {
    const own = settings.parse(context.settings);
    const wanted = new Set(context.rowsOf(finding));
    const { objects } = context.drawing;
    const spaces = groupBy(wanted, (row) => String(objects.container[row]));
    return {
      operations: [...spaces.keys()].flatMap((container) => {
        const joints = context.facts.joints(Number(container));
        const off = meantSquare(context, joints, offIn(joints, own)).filter(({ piece }) =>
          wanted.has(joints.pieces[piece].row),
        );
        const operation = planFor(context, joints, own, off).moving.operation('almost level or plumb');
        return 'rows' in operation && operation.rows.length > 0 ? [operation] : [];
      }),
    };
  },
};

const figure = (value: number): string => String(Number(value.toPrecision(2)));
const units = (value: number): string => {
  const said = figure(value);
  return said === '1' ? '1 unit' : `${said} units`;
};

/** The pieces that are almost level or plumb, and not quite. */
function offIn(joints: Joints, { angle }: Settings): Off[] {
  const limit = Math.tan((angle * Math.PI) / 180);
  const { vertices, pieces } = joints;
  return pieces.flatMap(({ from, to }: Piece, piece) => {
    const dx = Math.abs(vertices[to].x - vertices[from].x);
    const dy = Math.abs(vertices[to].y - vertices[from].y);
    const [along, by] = dx > dy ? [dx, dy] : [dy, dx];
    if (!(by > AS_TYPED) || by > limit * along) return [];
    // A coordinate far from the origin is held no finer than this.
    const place = Math.max(Math.abs(vertices[from].x), Math.abs(vertices[from].y));
    if (by <= place * 1e-12) return [];
    const way: Way = dx > dy ? 'level' : 'plumb';
    return [{ piece, way, by, angleDeg: (Math.atan2(by, along) * 180) / Math.PI }];
  });
}

/** Those on layers of which most of what is drawn straight is level or plumb: a contour may run as it likes. */
function meantSquare(
  { drawing }: AuditContext,
  { vertices, pieces }: Joints,
  off: readonly Off[],
): readonly Off[] {
  const lengths = new Map<number, { square: number; all: number }>();
  for (const { row, from, to } of pieces) {
    const dx = Math.abs(vertices[to].x - vertices[from].x);
    const dy = Math.abs(vertices[to].y - vertices[from].y);
    const length = Math.hypot(dx, dy);
    const layer = drawing.objects.layer[row];
    const of = lengths.get(layer) ?? { square: 0, all: 0 };
    of.all += length;
    if (Math.min(dx, dy) <= AS_TYPED) of.square += length;
    lengths.set(layer, of);
  }
  return off.filter(({ piece }) => {
    const of = lengths.get(drawing.objects.layer[pieces[piece].row]);
    return of !== undefined && of.square >= MOSTLY * of.all;
  });
}

interface Plan {
  readonly moving: Moving;
  /** Why an object cannot be put right by itself, by its row. */
  readonly stuck: ReadonlyMap<number, string>;
  /** How far an end of an object is moved, drawing units. */
  readonly moved: ReadonlyMap<number, number>;
}

/** Puts pieces level or plumb one after the other, as far as all that touches them goes along without being turned. */
function planFor(context: AuditContext, joints: Joints, own: Settings, off: readonly Off[]): Plan {
  const moving = new Moving(joints);
  const limit = own.limit / (context.drawing.unitMm ?? 1);
  const stuck = new Map<number, string>();
  const moved = new Map<number, number>();
  const isOff = new Set(off.map(({ piece }) => piece));
  for (const { piece, way } of off) {
    const { row, from, to } = joints.pieces[piece];
    const why = straighten(moving, { piece, from, to, way, limit, isOff });
    if (why !== null) stuck.set(row, why);
    else moved.set(row, Math.max(moved.get(row) ?? 0, moving.distance(from), moving.distance(to)));
  }
  return { moving, stuck, moved };
}

interface Straightened {
  readonly piece: number;
  readonly from: number;
  readonly to: number;
  readonly way: Way;
  /** Drawing units. */
  readonly limit: number;
  readonly isOff: ReadonlySet<number>;
}

/** Moves one end of a piece, or both; gives why that cannot be done where it cannot. */
function straighten(moving: Moving, of: Straightened): string | null {
  const axis = of.way === 'level' ? 1 : 0;
  const [a, b] = [moving.at(of.from)[axis], moving.at(of.to)[axis]];
  if (a === b) return null;
  let why = '';
  // The end that is joined to less goes; both meet in the middle where neither can go alone.
  for (const target of [a, b, (a + b) / 2]) {
    const said = moving.attempt(() => bring(moving, of, axis, target));
    if (said === null) return null;
    why ||= said;
  }
  return why;
}

/** Brings a piece, and all that ends on it, to one height (or one place across); says what is in the way. */
function bring(
  moving: Moving,
  { piece, from, to, limit, isOff }: Straightened,
  axis: 0 | 1,
  target: number,
): string | null {
  const { joints } = moving;
  const touching = new Set<number>();
  for (const end of [from, to]) {
    const { x, y } = joints.vertices[end];
    for (const vertex of joints.verticesNear(x, y)) touching.add(vertex);
  }
  for (const vertex of endsOn(joints, piece)) touching.add(vertex);
  for (const vertex of touching) {
    const [x, y] = moving.at(vertex);
    if ((axis === 1 ? y : x) === target) continue;
    const { index, of } = joints.vertices[vertex];
    if (of === 'dimension') return 'a dimension measures to it, and would say another value';
    if (index < 0) return 'it is joined to a curve, which would not go along';
    moving.move(vertex, axis === 1 ? x : target, axis === 1 ? target : y);
    if (moving.distance(vertex) > limit) return 'an end would have to go farther than the standard lets it';
    for (const other of piecesAt(joints, vertex))
      if (other !== piece && !isOff.has(other) && isTurned(moving, other))
        return 'a line that is joined to it would be turned';
  }
  return null;
}

/** Vertices of other lines that lie on a piece between its ends. */
function endsOn(joints: Joints, piece: number): number[] {
  const { vertices, pieces } = joints;
  const [a, b] = [vertices[pieces[piece].from], vertices[pieces[piece].to]];
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  const [ux, uy] = [(b.x - a.x) / length, (b.y - a.y) / length];
  return joints
    .verticesIn(
      Math.min(a.x, b.x) - ONE_POINT,
      Math.min(a.y, b.y) - ONE_POINT,
      Math.max(a.x, b.x) + ONE_POINT,
      Math.max(a.y, b.y) + ONE_POINT,
    )
    .filter((vertex) => {
      const { x, y } = vertices[vertex];
      const along = (x - a.x) * ux + (y - a.y) * uy;
      const across = Math.abs((y - a.y) * ux - (x - a.x) * uy);
      return across <= ONE_POINT && along > ONE_POINT && along < length - ONE_POINT;
    });
}

/** The pieces that a vertex ends. */
function piecesAt(joints: Joints, vertex: number): number[] {
  const { x, y, row } = joints.vertices[vertex];
  return joints
    .piecesNear(x, y, x, y)
    .filter((piece) => joints.pieces[piece].row === row)
    .filter((piece) => joints.pieces[piece].from === vertex || joints.pieces[piece].to === vertex);
}

/** Whether a piece that was level, plumb or straight between two points runs another way now: none may lose its direction. */
function isTurned(moving: Moving, piece: number): boolean {
  const { vertices, pieces } = moving.joints;
  const { from, to } = pieces[piece];
  const [a, b] = [vertices[from], vertices[to]];
  const [na, nb] = [moving.at(from), moving.at(to)];
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  if (length === 0) return false;
  const cross = (b.x - a.x) * (nb[1] - na[1]) - (b.y - a.y) * (nb[0] - na[0]);
  return Math.abs(cross) / length > AS_TYPED;
}
