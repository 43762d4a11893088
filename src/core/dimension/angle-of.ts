import { type Drawing, entityOf, rangeOf } from '../dxf/drawing';
import { type AngleGeometry, angleAtCorner, angleBetweenLines, meantAngle } from '../geometry/angles';

/**
 * Corner, arc and sides of a dimension of an angle or of the length of an arc, as its points give them.
 * @param valueDeg what an angle measures: of several that the points leave open it is the one as large
 * @returns null for other kinds, and where points are missing or make no angle
 */
export function angleOf(drawing: Drawing, row: number, valueDeg: number): AngleGeometry | null {
  const f = drawing.reader.fields.load(rangeOf(drawing, row));
  if (![13, 14, 15].every((code) => f.has(code))) return null;
  const [p10, p13, p14, p15, p16] = [10, 13, 14, 15, 16].map((code) => f.point(code));
  if (entityOf(drawing, row) === 'ARC_DIMENSION') return angleAtCorner(p15, p13, p14, p10);
  switch (f.int(70) & 7) {
    case 2:
      return angleBetweenLines([p13, p14], [p15, p10], p16, valueDeg);
    case 5: {
      const byArc = angleAtCorner(p15, p13, p14, p10);
      return byArc && meantAngle(byArc, valueDeg);
    }
    default:
      return null;
  }
}
