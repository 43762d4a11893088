import type { Part, Shape } from '../dxf/shapes';
import { applySpace, composeSpace, IDENTITY_SPACE, planOf } from '../geometry/space';
import { applyX, applyY } from '../geometry/transform';

/** A point of a shape, seen in plan: where its record begins, or the middle of what has a middle. Null where it has none. */
export function firstPoint(shape: Shape | Part['shape']): readonly [number, number] | null {
  switch (shape.type) {
    case 'path': {
      const [first] = shape.vertices;
      if (!first) return null;
      const t = planOf(shape.system);
      return [applyX(t, first.x, first.y), applyY(t, first.x, first.y)];
    }
    case 'ellipse': {
      const t = planOf(shape.system);
      return [applyX(t, ...shape.centre), applyY(t, ...shape.centre)];
    }
    case 'polygon':
    case 'mask': {
      if (shape.points.length === 0) return null;
      const [x, y, z] = applySpace(shape.system, shape.points[0]);
      return Number.isFinite(z) ? [x, y] : null;
    }
    case 'fill': {
      const [loop] = shape.loops;
      const part = loop?.type === 'edges' ? loop.parts[0] : loop;
      if (!part) return null;
      return firstPoint({ ...part, system: composeSpace(shape.system, part.system) });
    }
    case 'endless':
      return [shape.at[0], shape.at[1]];
    case 'tolerance frame':
      return [shape.system[3], shape.system[7]];
    case 'placement':
      return shape.spaces.length > 0 && shape.spaces[0] !== IDENTITY_SPACE
        ? [shape.spaces[0][3], shape.spaces[0][7]]
        : null;
    case 'viewport':
      return shape.centre;
    case 'point':
      return [shape.x, shape.y];
    case 'text': {
      const t = planOf(shape.system);
      return [applyX(t, shape.x, shape.y), applyY(t, shape.x, shape.y)];
    }
    case 'compound':
      return shape.parts.length > 0 ? firstPoint(shape.parts[0].shape) : null;
    default:
      return null;
  }
}
