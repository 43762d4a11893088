import type { EllipseShape, FillShape, PathShape, PathVertex } from '../dxf/shapes';
import { type AxisEllipse, bulgeArc, toAxes } from '../geometry/ellipse';
import { composeSpace, planOf, type Space } from '../geometry/space';
import { applyX, applyY, type Transform } from '../geometry/transform';

/** What takes in the outline of a shape, seen in plan. */
export interface OutlineSink {
  move(x: number, y: number): void;
  line(x: number, y: number): void;
  /** An arc that begins where the outline is. */
  arc(arc: AxisEllipse): void;
  close(): void;
}

/** A path through a space: straight pieces and arcs. Heights over its plane count where the space is tilted. */
export function outlinePath(shape: PathShape, outer: Space, sink: OutlineSink): void {
  const { vertices } = shape;
  if (vertices.length === 0) return;
  const m = composeSpace(outer, shape.system);
  const t = planOf(m);
  const px = (v: PathVertex): number => applyX(t, v.x, v.y) + (v.z ? m[2] * v.z : 0);
  const py = (v: PathVertex): number => applyY(t, v.x, v.y) + (v.z ? m[6] * v.z : 0);
  sink.move(px(vertices[0]), py(vertices[0]));
  const count = shape.closed ? vertices.length : vertices.length - 1;
  for (let i = 0; i < count; i++) {
    const from = vertices[i];
    const to = vertices[(i + 1) % vertices.length];
    const arc = from.bulge === 0 ? null : bulgeArc(from.x, from.y, to.x, to.y, from.bulge);
    if (arc) sink.arc(toAxes([arc.x, arc.y], [arc.radius, 0], [0, arc.radius], arc.from, arc.to, t));
    else if (i === vertices.length - 1) sink.close();
    else sink.line(px(to), py(to));
  }
}

export function outlineEllipse(shape: EllipseShape, outer: Space, sink: OutlineSink, moves = true): void {
  const t = planOf(composeSpace(outer, shape.system));
  if (moves) {
    const [x, y] = pointAt(shape, shape.from);
    sink.move(applyX(t, x, y), applyY(t, x, y));
  }
  sink.arc(toAxes(shape.centre, shape.u, shape.v, shape.from, shape.to, t));
}

const pointAt = ({ centre, u, v }: EllipseShape, angle: number): [number, number] => [
  centre[0] + u[0] * Math.cos(angle) + v[0] * Math.sin(angle),
  centre[1] + u[1] * Math.cos(angle) + v[1] * Math.sin(angle),
];

export function outlinePolygon(
  points: readonly (readonly [number, number, number])[],
  m: Space,
  sink: OutlineSink,
): void {
  const t = planOf(m);
  for (const [i, [x, y, z]] of points.entries()) {
    const px = applyX(t, x, y) + m[2] * z;
    const py = applyY(t, x, y) + m[6] * z;
    if (i === 0) sink.move(px, py);
    else sink.line(px, py);
  }
  sink.close();
}

/** The boundary of a fill, loop by loop. Edges of a loop are joined by straight pieces where they leave gaps. */
export function outlineFill(shape: FillShape, outer: Space, sink: OutlineSink): void {
  const m = composeSpace(outer, shape.system);
  for (const loop of shape.loops) {
    if (loop.type === 'path') outlinePath(loop, m, sink);
    else
      for (const [i, part] of loop.parts.entries()) {
        if (part.type === 'ellipse') {
          if (i > 0) {
            const t: Transform = planOf(composeSpace(m, part.system));
            const [x, y] = pointAt(part, part.from);
            sink.line(applyX(t, x, y), applyY(t, x, y));
          }
          outlineEllipse(part, m, sink, i === 0);
        } else outlinePath(part, m, i === 0 ? sink : { ...sinkOf(sink), move: (x, y) => sink.line(x, y) });
      }
    sink.close();
  }
}

const sinkOf = (sink: OutlineSink): OutlineSink => ({
  move: (x, y) => sink.move(x, y),
  line: (x, y) => sink.line(x, y),
  arc: (arc) => sink.arc(arc),
  close: () => sink.close(),
});
