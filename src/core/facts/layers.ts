import { type Drawing, type DrawingLayer, isSheetItself, layerNameOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';

/** What lies on one layer. */
export interface LayerContent {
  /** As the record, or the first object that names it, writes it. */
  readonly name: string;
  readonly record: DrawingLayer | undefined;
  /** All objects on it, those inside symbols included. */
  readonly rows: number[];
}

export interface LayerContents {
  /** Layers with a record first, in table order, then those that only objects name. */
  readonly content: readonly LayerContent[];
  /** Index into `content` for each row. */
  readonly of: Int32Array;
}

/** Sorts the objects of a drawing by the layer that they name, whatever the case of its letters. */
export function layerContents(drawing: Drawing): LayerContents {
  const { objects } = drawing;
  const content: LayerContent[] = [];
  const indexOf = new Map<string, number>();
  for (const record of drawing.layers) {
    const key = foldName(record.name);
    if (indexOf.has(key)) continue;
    indexOf.set(key, content.length);
    content.push({ name: record.name, record, rows: [] });
  }
  /** By the number of the name, so that few rows ask for its letters. */
  const byName: number[] = [];
  const of = new Int32Array(objects.count);
  for (let row = 0; row < objects.count; row++) {
    const id = objects.layer[row];
    let index = id >= 0 ? byName[id] : undefined;
    if (index === undefined) {
      const name = layerNameOf(drawing, row);
      const key = foldName(name);
      index = indexOf.get(key);
      if (index === undefined) {
        index = content.length;
        indexOf.set(key, index);
        content.push({ name, record: undefined, rows: [] });
      }
      if (id >= 0) byName[id] = index;
    }
    of[row] = index;
    const layer = content[index];
    if (layer.record || !isSheetItself(drawing, row)) layer.rows.push(row);
  }
  return { content, of };
}
