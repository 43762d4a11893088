import type { Drawing } from '../dxf/drawing';
import { shapeOf } from '../dxf/read/decode';
import type { PathShape, Shape } from '../dxf/shapes';
import { bulgeArc } from '../geometry/ellipse';
import { fail, ok, type Result } from '../result';
import { MOST_POINTS, MOST_STROKES } from '../standard/line-marks';

/** A long stroke in parts, each from where the one before it ends. */
function inParts(stroke: readonly number[]): number[][] {
  const parts: number[][] = [];
  for (let i = 0; i < stroke.length - 2; i += 2 * (MOST_POINTS - 1))
    parts.push(stroke.slice(i, i + 2 * MOST_POINTS));
  return parts;
}

const STEPS = 48;

/**
 * The lines of a drawing's model as strokes of a line mark: x, y, x, y …, scaled so that the whole is as high as
 * wanted (or as wide, when it is flat), its middle at 0, 0.
 */
export function strokesOfDrawing(drawing: Drawing, heightMm: number): Result<number[][]> {
  const strokes: number[][] = [];
  const model = drawing.containers.find(({ kind }) => kind === 'model');
  for (const row of model?.rows ?? []) {
    const shape = shapeOf(drawing, row);
    if (shape) strokes.push(...strokesOf(shape));
  }
  return fitted(strokes, heightMm);
}

/** Scales and centres strokes; says so when there are none, or too many for a symbol. */
export function fitted(strokes: readonly (readonly number[])[], heightMm: number): Result<number[][]> {
  const drawn = strokes.filter((stroke) => stroke.length >= 4).flatMap(inParts);
  if (drawn.length === 0)
    return fail(
      'no-strokes',
      'There are no lines, arcs or circles in it.',
      'Draw the symbol with lines, polylines, arcs and circles in the model.',
    );
  if (drawn.length > MOST_STROKES)
    return fail(
      'too-many',
      `It has ${drawn.length} strokes; a symbol has at most ${MOST_STROKES}.`,
      'Keep only the symbol itself in the file.',
    );
  const xs = drawn.flatMap((stroke) => stroke.filter((_, i) => i % 2 === 0));
  const ys = drawn.flatMap((stroke) => stroke.filter((_, i) => i % 2 === 1));
  const [minX, maxX, minY, maxY] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const size = maxY - minY > 1e-9 ? maxY - minY : maxX - minX;
  if (!(size > 0) || !Number.isFinite(size))
    return fail('no-size', 'It has no size.', 'Draw the symbol larger, and try again.');
  const k = heightMm / size;
  const round = (value: number): number => Math.round(value * 1e4) / 1e4 || 0;
  return ok(
    drawn.map((stroke) =>
      stroke.map((value, i) => round((value - (i % 2 === 0 ? (minX + maxX) / 2 : (minY + maxY) / 2)) * k)),
    ),
  );
}

function strokesOf(shape: Shape): number[][] {
  if (shape.type === 'path') return [pathStroke(shape)];
  if (shape.type === 'ellipse') {
    const { centre, u, v, from, to } = shape;
    const steps = Math.max(6, Math.ceil((Math.abs(to - from) / (2 * Math.PI)) * STEPS));
    return [
      Array.from({ length: steps + 1 }, (_, i) => {
        const t = from + ((to - from) * i) / steps;
        return [
          centre[0] + u[0] * Math.cos(t) + v[0] * Math.sin(t),
          centre[1] + u[1] * Math.cos(t) + v[1] * Math.sin(t),
        ];
      }).flat(),
    ];
  }
  if (shape.type === 'polygon') {
    const points = shape.points.flatMap((point) => [point[0], point[1]]);
    return [[...points, points[0], points[1]]];
  }
  if (shape.type === 'compound') return shape.parts.flatMap((part) => strokesOf(part.shape));
  return [];
}

function pathStroke({ vertices, closed }: PathShape): number[] {
  const points: number[] = [];
  const count = closed ? vertices.length : vertices.length - 1;
  for (let i = 0; i < count; i++) {
    const a = vertices[i];
    const b = vertices[(i + 1) % vertices.length];
    points.push(a.x, a.y);
    const arc = a.bulge === 0 ? null : bulgeArc(a.x, a.y, b.x, b.y, a.bulge);
    if (!arc) continue;
    const steps = Math.max(2, Math.ceil((Math.abs(arc.to - arc.from) / (2 * Math.PI)) * STEPS));
    for (let j = 1; j < steps; j++) {
      const angle = arc.from + ((arc.to - arc.from) * j) / steps;
      points.push(arc.x + arc.radius * Math.cos(angle), arc.y + arc.radius * Math.sin(angle));
    }
  }
  const last = closed ? vertices[0] : vertices[vertices.length - 1];
  if (last) points.push(last.x, last.y);
  return points;
}
