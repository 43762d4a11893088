import { handleOf, kindOf, layerNameOf, rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { ObjectKind } from '../../../dxf/object-kinds';
import { shapeOf } from '../../../dxf/read/decode';
import type { EllipseShape, FillShape, PathShape, PathVertex } from '../../../dxf/shapes';
import { type Box, boxOfPoints } from '../../../geometry/box';
import { applySpace, type Space } from '../../../geometry/space';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { fills } from './shared';

const messages = {
  loose: (count: number, layer: string) =>
    `${fills(count)} on layer “${layer}” ${count === 1 ? 'lies' : 'lie'} exactly in ${count === 1 ? 'a boundary that is' : 'boundaries that are'} drawn, and ${count === 1 ? 'is' : 'are'} not tied to ${count === 1 ? 'it' : 'them'}.`,
};

export const fillsTied: Rule = {
  meta: {
    id: 'fills/tied',
    title: 'Fill not tied to its boundary',
    stage: 'looks',
    weight: 'note',
    correction: 'automatic',
    what: 'A fill that lies exactly in closed lines of the drawing is tied to them.',
    why: 'A wall is moved, and its fill stays where it was.',
    source: 'Practice: fills tied to their boundary, so that they follow when it changes',
  },

  visit(context) {
    const { drawing } = context;
    const loose: number[] = [];
    return {
      on: {
        fill(row) {
          if (!isGenerated(drawing, row) && boundaryOf(context, row)) loose.push(row);
        },
      },
      *finish() {
        for (const rows of groupBy(loose, (row) => foldName(layerNameOf(drawing, row))).values()) {
          const layer = layerNameOf(drawing, rows[0]);
          yield {
            message: messages.loose(rows.length, layer),
            expected: words('tied to its boundary'),
            found: words('not tied'),
            rows,
            subject: { layer, kind: 'fill', value: 'not tied' },
            remedy: `${fills(rows.length)} tied to the lines around; nothing that is seen changes.`,
          };
        }
      },
    };
  },

  settle(context, finding) {
    const rows = context.rowsOf(finding);
    const sources = rows.map((row) => boundaryOf(context, row));
    if (sources.some((of) => of === null)) return { refused: 'The lines around are no longer there.' };
    return { operations: [{ type: 'tie fills', rows, sources: sources.map((of) => of ?? []) }] };
  },
};

/** Kinds that enclose an area by themselves. */
const CLOSED: ReadonlySet<ObjectKind> = new Set<ObjectKind>(['polyline', 'circle']);

/** The closed objects that the loops of a fill run along exactly, one for each loop; null where there are not, or it is tied to some. */
function boundaryOf(context: AuditContext, row: number): number[][] | null {
  const { drawing, facts } = context;
  if (handleOf(drawing, row) === '' || isTied(context, row)) return null;
  const shape = shapeOf(drawing, row);
  if (shape?.type !== 'fill' || shape.loops.length === 0) return null;
  const container = drawing.objects.container[row];
  const closed = closedByBox(context, container);
  const found: number[][] = [];
  for (const [i, loop] of shape.loops.entries()) {
    const own = outlineOf(loop, shape.system);
    if (!own) return null;
    // The first loop is the outermost, whose box is that of the fill.
    const box = boxOf(own) ?? (i === 0 ? facts.box(row) : null);
    // An island with arcs in it has no box to be looked for by.
    if (!box) return null;
    const source = closed.get(keyOf(box))?.find((other) => {
      const theirs = shapeOf(drawing, other);
      if (theirs?.type !== 'path' && theirs?.type !== 'ellipse') return false;
      const outline = theirs.type === 'path' && !theirs.closed ? null : outlineOf(theirs, theirs.system);
      return outline !== null && isSame(own, outline);
    });
    if (source === undefined) return null;
    found.push([source]);
  }
  return found;
}

/** The box of an outline without arcs; null where it has some. */
function boxOf(outline: Outline): Box | null {
  if (outline.type === 'circle') {
    const [[x, y], r] = [outline.centre, outline.radius];
    return { minX: x - r, minY: y - r, maxX: x + r, maxY: y + r };
  }
  if (outline.corners.some(({ bulge }) => bulge !== 0)) return null;
  return boxOfPoints(outline.corners.flatMap(({ x, y }) => [x, y]));
}

/** What is one to single precision is looked at closely. */
const keyOf = ({ minX, minY, maxX, maxY }: Box): string =>
  [minX, minY, maxX, maxY].map(Math.fround).join('|');

const known = new WeakMap<AuditContext['facts'], Map<number, Map<string, number[]>>>();

/** Objects of a space that can enclose an area by themselves, by their boxes. */
function closedByBox({ drawing, facts }: AuditContext, container: number): ReadonlyMap<string, number[]> {
  const spaces = known.get(facts) ?? new Map<number, Map<string, number[]>>();
  known.set(facts, spaces);
  const before = spaces.get(container);
  if (before) return before;
  const byBox = new Map<string, number[]>();
  spaces.set(container, byBox);
  for (const row of drawing.containers[container].rows) {
    if (!CLOSED.has(kindOf(drawing, row)) || handleOf(drawing, row) === '') continue;
    const box = facts.box(row);
    if (!box) continue;
    const key = keyOf(box);
    const rows = byBox.get(key);
    if (rows) rows.push(row);
    else byBox.set(key, [row]);
  }
  return byBox;
}

/** Whether a fill says that it is tied, and something of what it lists is there. */
function isTied({ drawing, facts }: AuditContext, row: number): boolean {
  const { reader, document } = drawing;
  const { codes } = document.tags;
  const { start, end } = rangeOf(drawing, row);
  if (reader.findInt({ start, end }, 71) !== 1) return false;
  for (let tag = start; tag < end; tag++) {
    if (codes[tag] !== 97) continue;
    for (let at = tag + 1; at < end && codes[at] === 330; at++)
      if (facts.rowsByHandle.has(reader.name(at).toUpperCase())) return true;
  }
  return false;
}

/** Places that differ by less than this share of the size of an outline are one. */
const SAME = 1e-6;

/** A closed outline in the coordinates of its space: a circle, or corners with the bulges behind them. */
type Outline = { readonly size: number } & (
  | { readonly type: 'circle'; readonly centre: readonly [number, number]; readonly radius: number }
  | { readonly type: 'corners'; readonly corners: readonly PathVertex[] }
);

function outlineOf(loop: FillShape['loops'][number] | EllipseShape, system: Space): Outline | null {
  const place = (x: number, y: number): readonly [number, number] => {
    const [px, py] = applySpace(system, [x, y, 0]);
    return [px, py];
  };
  // A plane that is seen from behind turns bulges around: such are left as they are.
  if (system[10] < 1 - 1e-9 || system[0] < 1 - 1e-9) return null;
  if (loop.type === 'ellipse') return circleOf(loop, place);
  if (loop.type === 'path') return cornersOf(loop, place);
  const [first, ...others] = loop.parts;
  if (others.length === 0) return first?.type === 'ellipse' ? circleOf(first, place) : null;
  // Straight edges one after the other are corners.
  const straight = loop.parts.filter(
    (part): part is PathShape => part.type === 'path' && part.vertices.length === 2,
  );
  if (straight.length !== loop.parts.length) return null;
  const isRound = straight.every(({ vertices }, i) => {
    const next = straight[(i + 1) % straight.length].vertices[0];
    return vertices[1].x === next.x && vertices[1].y === next.y;
  });
  return isRound
    ? cornersOf({ ...straight[0], vertices: straight.map(({ vertices }) => vertices[0]) }, place)
    : null;
}

function circleOf(
  { centre, u, v, from, to }: EllipseShape,
  place: (x: number, y: number) => readonly [number, number],
): Outline | null {
  const radius = Math.hypot(...u);
  if (
    Math.abs(Math.hypot(...v) - radius) > SAME * radius ||
    Math.abs(Math.abs(to - from) - 2 * Math.PI) > SAME
  )
    return null;
  return { type: 'circle', centre: place(...centre), radius, size: radius };
}

function cornersOf(
  { vertices }: PathShape,
  place: (x: number, y: number) => readonly [number, number],
): Outline | null {
  const corners = vertices.map((vertex): PathVertex => {
    const [x, y] = place(vertex.x, vertex.y);
    return { ...vertex, x, y };
  });
  // A last corner that is the first again closes what is closed anyway.
  const last = corners.at(-1);
  if (corners.length > 1 && last && last.x === corners[0].x && last.y === corners[0].y) corners.pop();
  if (corners.length < 2) return null;
  const xs = corners.map(({ x }) => x);
  const ys = corners.map(({ y }) => y);
  const size = Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  return size > 0 ? { type: 'corners', corners, size } : null;
}

/** Whether two outlines are one, wherever they begin and whichever way they run. */
function isSame(a: Outline, b: Outline): boolean {
  const reach = SAME * a.size;
  const near = (p: readonly [number, number], q: readonly [number, number]): boolean =>
    Math.hypot(p[0] - q[0], p[1] - q[1]) <= reach;
  if (a.type === 'circle')
    return b.type === 'circle' && near(a.centre, b.centre) && Math.abs(a.radius - b.radius) <= reach;
  if (b.type === 'circle') return false;
  const count = a.corners.length;
  if (b.corners.length !== count) return false;
  for (const way of [1, -1]) {
    for (let shift = 0; shift < count; shift++) {
      const at = (i: number): PathVertex => b.corners[(((shift + way * i) % count) + count) % count];
      // The bulge of a piece stands with the corner that it begins at: against the run with the one it ends at.
      const bulgeAt = (i: number): number => (way === 1 ? at(i).bulge : -at(i + 1).bulge);
      if (
        a.corners.every(
          (corner, i) =>
            near([corner.x, corner.y], [at(i).x, at(i).y]) && Math.abs(corner.bulge - bulgeAt(i)) <= SAME,
        )
      )
        return true;
    }
  }
  return false;
}
