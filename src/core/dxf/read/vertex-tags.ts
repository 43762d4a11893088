import { type Drawing, entityOf, rangeOf } from '../drawing';

/** Where the record of a line or of a light polyline holds a vertex. */
export interface VertexTags {
  /** Numbers of the tags of its x and its y. */
  readonly x: number;
  readonly y: number;
  /** How far the piece behind it bends: tangent of a quarter of its angle; 0 for a straight one. */
  readonly bulge: number;
}

/** The vertices of a line or a light polyline, in order; none of any other object, or of one that is written oddly. */
export function vertexTags(drawing: Drawing, row: number): VertexTags[] {
  const { reader } = drawing;
  const { codes } = drawing.document.tags;
  const range = rangeOf(drawing, row);
  const entity = entityOf(drawing, row);
  if (entity === 'LINE') {
    const ends = [10, 11].map((code) => ({
      x: reader.find(range, code),
      y: reader.find(range, code + 10),
      bulge: 0,
    }));
    return ends.every(({ x, y }) => x >= 0 && y >= 0) ? ends : [];
  }
  if (entity !== 'LWPOLYLINE') return [];
  const tags: { x: number; y: number; bulge: number }[] = [];
  for (let tag = range.start; tag < range.end && codes[tag] < 1000; tag++) {
    if (codes[tag] === 10) {
      if (codes[tag + 1] !== 20) return [];
      tags.push({ x: tag, y: tag + 1, bulge: 0 });
    } else if (codes[tag] === 42 && tags.length > 0) tags[tags.length - 1].bulge = reader.number(tag);
  }
  return tags;
}
