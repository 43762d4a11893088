import type { PathShape, PathVertex } from '../dxf/shapes';

/** Segments whose width changes along them, as areas; arcs by straight pieces. */
export function tapered(shape: PathShape): [number, number, number][][] {
  const areas: [number, number, number][][] = [];
  const { vertices } = shape;
  const count = shape.closed ? vertices.length : vertices.length - 1;
  for (let i = 0; i < count; i++) {
    const from = vertices[i];
    const to = vertices[(i + 1) % vertices.length];
    const [w0, w1] = from.widths ?? [shape.width, shape.width];
    if (!(w0 > 0 || w1 > 0)) continue;
    const points = segmentPoints(from, to);
    const left: [number, number, number][] = [];
    const right: [number, number, number][] = [];
    for (const [k, [x, y, nx, ny]] of points.entries()) {
      const half = (w0 + ((w1 - w0) * k) / (points.length - 1)) / 2;
      left.push([x + nx * half, y + ny * half, 0]);
      right.push([x - nx * half, y - ny * half, 0]);
    }
    areas.push([...left, ...right.reverse()]);
  }
  return areas;
}

/** Runs of segments without a width between such as have one: lines drawn with the pen. */
export function untapered(shape: PathShape): PathShape[] {
  const { vertices, closed } = shape;
  const runs: PathVertex[][] = [];
  let run: PathVertex[] = [];
  const count = closed ? vertices.length : vertices.length - 1;
  for (let i = 0; i <= count; i++) {
    const { widths: _, ...vertex } = vertices[i % vertices.length];
    const [w0, w1] = vertices[i % vertices.length].widths ?? [shape.width, shape.width];
    if (run.length > 0 || i < count) run.push(vertex);
    if (i < count && !(w0 > 0 || w1 > 0)) continue;
    if (run.length > 1) runs.push(run);
    run = [];
  }
  return runs.map((one) => ({ ...shape, vertices: one, closed: false, width: 0 }));
}

type Station = readonly [x: number, y: number, normalX: number, normalY: number];

function segmentPoints(
  from: { x: number; y: number; bulge: number },
  to: { x: number; y: number },
): Station[] {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(dx, dy) || 1;
  if (Math.abs(from.bulge) < 1e-12)
    return [
      [from.x, from.y, -dy / length, dx / length],
      [to.x, to.y, -dy / length, dx / length],
    ];
  const sweep = 4 * Math.atan(from.bulge);
  const radius = (length * (1 + from.bulge ** 2)) / (4 * Math.abs(from.bulge));
  const offset = (length * (1 - from.bulge ** 2)) / (4 * from.bulge);
  const cx = (from.x + to.x) / 2 - (dy / length) * offset;
  const cy = (from.y + to.y) / 2 + (dx / length) * offset;
  const start = Math.atan2(from.y - cy, from.x - cx);
  const steps = Math.max(4, Math.ceil(Math.abs(sweep) / 0.1));
  const side = sweep > 0 ? -1 : 1;
  return Array.from({ length: steps + 1 }, (_, i): Station => {
    const angle = start + (sweep * i) / steps;
    return [
      cx + radius * Math.cos(angle),
      cy + radius * Math.sin(angle),
      side * Math.cos(angle),
      side * Math.sin(angle),
    ];
  });
}
