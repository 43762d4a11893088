import { readDrawing } from '../../../dxf/read/interpret';
import { vertexTags } from '../../../dxf/read/vertex-tags';

/** The coordinates of every line and light polyline of a drawing, by row; none of any other object. */
export function coordinatesOf(bytes: Uint8Array): number[][] {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const { reader, objects } = read.value;
  return Array.from({ length: objects.count }, (_, row) =>
    vertexTags(read.value, row).flatMap(({ x, y }) => [reader.number(x), reader.number(y)]),
  );
}
