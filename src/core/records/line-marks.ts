import type { Drawing } from '../dxf/drawing';
import { shapeOf } from '../dxf/read/decode';
import { readOwnData } from '../dxf/read/own-data';
import { type LineMark, lineMarkSchema } from '../standard/line-marks';

const known = new WeakMap<Drawing, readonly LineMark[]>();

/**
 * Symbols of lines whose geometry the drawing holds: templates keep each as a symbol, because the file of shapes that
 * linetypes point to lies beside the drawing and is never opened.
 */
export function lineMarksOf(drawing: Drawing): readonly LineMark[] {
  const present = known.get(drawing);
  if (present) return present;
  const found: LineMark[] = [];
  for (const symbol of drawing.symbols.values()) {
    const data = readOwnData(drawing.reader, symbol.block.head);
    if (data === null || typeof data !== 'object' || !('lineMark' in data) || !('number' in data)) continue;
    const strokes: number[][] = [];
    for (const row of drawing.containers[symbol.container].rows) {
      const shape = shapeOf(drawing, row);
      if (shape?.type === 'path') strokes.push(shape.vertices.flatMap(({ x, y }) => [tidy(x), tidy(y)]));
    }
    const made = lineMarkSchema.safeParse({ name: data.lineMark, number: data.number, strokes });
    if (made.success) found.push(made.data);
  }
  known.set(drawing, found);
  return found;
}

/** Takes off the noise of reading without hiding a real difference: 1e-9. */
const tidy = (value: number): number => Math.round(value * 1e9) / 1e9;
