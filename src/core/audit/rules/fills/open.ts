import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { shapeOf } from '../../../dxf/read/decode';
import type { EllipseShape, FillShape, PathShape } from '../../../dxf/shapes';
import { applySpace } from '../../../geometry/space';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { fills } from './shared';

const messages = {
  open: (count: number, layer: string, gap: string) =>
    count === 1
      ? `The boundary of 1 fill on layer “${layer}” is open by ${gap}.`
      : `The boundaries of ${fills(count)} on layer “${layer}” are open, by up to ${gap}.`,
};

/** Share of the size of a fill that its edges may lie apart and still meet: what single precision leaves. */
const MEETS = 1e-5;

type P = readonly [number, number];

/** Where the boundary of a fill is open widest. */
interface Gap {
  readonly from: P;
  readonly to: P;
  /** Drawing units. */
  readonly width: number;
}

export const fillsOpen: Rule = {
  meta: {
    id: 'fills/open',
    title: 'Fill with an open boundary',
    stage: 'looks',
    weight: 'should',
    correction: 'manual',
    what: 'The edges of a fill meet all around it.',
    why: 'Programs close the gap each in its own way, or do not fill the area at all.',
    source: 'Practice: fills tied to closed boundaries',
  },

  visit(context) {
    const { drawing } = context;
    const gaps = new Map<number, Gap>();
    return {
      on: {
        fill(row) {
          if (isGenerated(drawing, row)) return;
          const gap = widestGap(context, row);
          if (gap) gaps.set(row, gap);
        },
      },
      *finish() {
        for (const rows of groupBy(gaps.keys(), (row) => foldName(layerNameOf(drawing, row))).values()) {
          const layer = layerNameOf(drawing, rows[0]);
          const all = rows.map((row) => gaps.get(row)!);
          const widest = all.reduce((a, b) => (b.width > a.width ? b : a));
          const said = Number(widest.width.toPrecision(3));
          const gap = said === 1 ? '1 unit' : `${said} units`;
          yield {
            message: messages.open(rows.length, layer, gap),
            expected: words('edges that meet'),
            found: words(`a gap of ${gap}`),
            rows,
            subject: { layer, kind: 'fill', value: 'open' },
            shown: all.slice(0, MOST_SHOWN).map(({ from, to }) => ({ type: 'gap' as const, from, to })),
            remedy:
              'Close the outline that it was made from, and fill it again: which edge goes on, a person sees.',
          };
        }
      },
    };
  },
};

/** Gaps that are drawn over the sheet. */
const MOST_SHOWN = 50;

/** The widest place at which an end of an edge meets no other; null where all edges meet. */
function widestGap({ drawing, facts }: AuditContext, row: number): Gap | null {
  const shape = shapeOf(drawing, row);
  const box = facts.box(row);
  if (shape?.type !== 'fill' || !box) return null;
  const near = MEETS * Math.max(box.maxX - box.minX, box.maxY - box.minY);
  let widest: Gap | null = null;
  for (const loop of shape.loops) {
    if (loop.type !== 'edges') continue;
    const ends = loop.parts.flatMap((part) => endsOf(part, shape));
    for (const [i, from] of ends.entries()) {
      let nearest: P | null = null;
      let least = Number.POSITIVE_INFINITY;
      for (const [j, to] of ends.entries()) {
        // The other end of the same edge is no neighbour, but for one that closes by itself.
        if (j === i || (ends.length > 2 && j === (i ^ 1))) continue;
        const width = Math.hypot(to[0] - from[0], to[1] - from[1]);
        if (width < least) [least, nearest] = [width, to];
      }
      if (nearest && least > near && least > (widest?.width ?? 0))
        widest = { from, to: nearest, width: least };
      // Loops of very many edges are looked at as far as a gap is found.
      if (widest && ends.length > MANY_ENDS) return widest;
    }
  }
  return widest;
}

/** Ends of edges that are held against each other all; of longer loops the first gap is enough. */
const MANY_ENDS = 2000;

/** Both ends of an edge, in the space that the fill lies in; none of one that is closed by itself. */
function endsOf(part: PathShape | EllipseShape, { system }: FillShape): P[] {
  const at = (x: number, y: number): P => {
    const [px, py] = applySpace(system, [x, y, 0]);
    return [px, py];
  };
  if (part.type === 'ellipse') {
    if (Math.abs(Math.abs(part.to - part.from) - 2 * Math.PI) < 1e-9) return [];
    const point = (t: number): P =>
      at(
        part.centre[0] + part.u[0] * Math.cos(t) + part.v[0] * Math.sin(t),
        part.centre[1] + part.u[1] * Math.cos(t) + part.v[1] * Math.sin(t),
      );
    return [point(part.from), point(part.to)];
  }
  const { vertices } = part;
  if (part.closed || vertices.length < 2) return [];
  const [first, last] = [vertices[0], vertices[vertices.length - 1]];
  return [at(first.x, first.y), at(last.x, last.y)];
}
