import { angleAtCorner, angleBetweenLines } from '../../geometry/angles';
import { applySpace, type Point3, type Space } from '../../geometry/space';
import { tagIs } from '../document';
import { type Drawing, rangeOf } from '../drawing';
import { normalOf } from './decode-text';

const DEGREES = 180 / Math.PI;

/** What a dimension measures in the drawing, whatever its text says. */
export interface Measured {
  readonly what: 'length' | 'diameter' | 'radius' | 'angle' | 'ordinate' | 'arc length';
  /** Drawing units, or degrees for an angle; without the style's factor. */
  readonly value: number;
  /** The value that is stored along with the dimension, where one is. */
  readonly stored: number | null;
}

/** Measures a dimension by its definition points; null for kinds that are not known. */
export function measureOf(drawing: Drawing, row: number): Measured | null {
  const { reader } = drawing;
  const f = reader.fields.load(rangeOf(drawing, row));
  const entity = f.range.start;
  const { tags } = drawing.document;
  if (tagIs(tags, entity, 'ARC_DIMENSION') || tagIs(tags, entity, 'LARGE_RADIAL_DIMENSION')) {
    const stored = f.has(42) ? f.num(42) : null;
    if (tagIs(tags, entity, 'ARC_DIMENSION') && [13, 14, 15].every((code) => f.has(code))) {
      const [first, second, centre] = [13, 14, 15].map((code) => f.point(code));
      const arc = angleAtCorner(centre, first, second, f.point(10));
      const value = arc && (distance(first, centre) * (arc.toDeg - arc.fromDeg)) / DEGREES;
      if (value !== null) return { what: 'arc length', value, stored };
    }
    return stored === null
      ? null
      : { what: tagIs(tags, entity, 'ARC_DIMENSION') ? 'arc length' : 'radius', value: stored, stored };
  }
  const stored = f.has(42) ? f.num(42) : null;
  const kind = f.int(70) & 7;
  const [p10, p13, p14, p15, p16] = [10, 13, 14, 15, 16].map((code) => f.point(code));
  const angle = f.num(50) / DEGREES;
  const normal = normalOf(f);
  const made = (what: Measured['what'], value: number): Measured => ({ what, value, stored });
  switch (kind) {
    case 0: {
      const [a, b] = [toOwn(normal, p13), toOwn(normal, p14)];
      return made('length', Math.abs((b[0] - a[0]) * Math.cos(angle) + (b[1] - a[1]) * Math.sin(angle)));
    }
    case 1:
      return made('length', distance(p13, p14));
    case 2: {
      const kept = stored === null ? Number.NaN : stored * DEGREES;
      const angle = angleBetweenLines([p13, p14], [p15, p10], p16, kept);
      const counted = between(difference(p14, p13), difference(p10, p15));
      return made('angle', angle ? angle.toDeg - angle.fromDeg : counted);
    }
    case 3:
      return made('diameter', distance(p10, p15));
    case 4:
      return made('radius', distance(p10, p15));
    case 5: {
      // Counted from the first side to the second, unless the other way round is what is stored along.
      const counted = between(difference(p13, p15), difference(p14, p15));
      const isOther = stored !== null && Math.abs(360 - counted - stored * DEGREES) < SAME_ANGLE;
      return made('angle', isOther ? 360 - counted : counted);
    }
    case 6: {
      // Counted along the direction that was level when it was drawn.
      const level = -f.num(51) / DEGREES;
      const [x, y] = difference(p13, p10);
      const [c, s] = [Math.cos(level), Math.sin(level)];
      return made('ordinate', (f.int(70) & 64) === 64 ? x * c + y * s : y * c - x * s);
    }
    default:
      return null;
  }
}

/** Degrees by which a stored angle may be off; it is kept in radians. */
const SAME_ANGLE = 1e-3;

/** World coordinates in an object's own system/** World coordinates in an object's own system: its axes are square, so the way back is the transposed matrix. */
const toOwn = (m: Space, p: Point3): Point3 =>
  applySpace([m[0], m[4], m[8], 0, m[1], m[5], m[9], 0, m[2], m[6], m[10], 0], p);

const difference = (a: Point3, b: Point3): Point3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const distance = (a: Point3, b: Point3): number => Math.hypot(...difference(a, b));

/** Angle counter-clockwise from one direction to another, 0 to 360 degrees. */
function between(a: Point3, b: Point3): number {
  const angle = (Math.atan2(b[1], b[0]) - Math.atan2(a[1], a[0])) * DEGREES;
  return angle < 0 ? angle + 360 : angle;
}
