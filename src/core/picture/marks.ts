import { compose, type Transform, translation } from '../geometry/transform';
import type { Marks, Scene } from './pass';
import { ITEM_STRIDE, type PictureData } from './picture';

export const NO_MARKS: Marks = { handles: new Set(), layers: new Set() };

const markedCache = new WeakMap<PictureData, { marks: Marks; bits: Uint8Array }>();

/** 1 for each item that is marked. */
export function markedItems(data: PictureData, marks: Marks): Uint8Array {
  const known = markedCache.get(data);
  if (known?.marks === marks) return known.bits;
  const { head, items } = data;
  const bits = new Uint8Array(items.length / ITEM_STRIDE);
  if (marks.handles.size > 0 || marks.layers.size > 0) {
    const handles = head.handles.map((handle) => marks.handles.has(handle));
    const layers = head.layers.map((layer) => marks.layers.has(layer.name.toLowerCase()));
    for (let n = 0, i = 0; i < items.length; n++, i += ITEM_STRIDE)
      bits[n] =
        handles[items[i + 2]] || handles[items[i + 3]] || layers[head.looks[items[i + 1]].layer] ? 1 : 0;
  }
  markedCache.set(data, { marks, bits });
  return bits;
}

/** Box of everything marked, in the picture's own coordinates; objects seen through a window count where they show. */
export function markedBox(scene: Scene, marks: Marks): [number, number, number, number] | null {
  const found: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  const widen = (x: number, y: number): void => {
    found[0] = Math.min(found[0], x);
    found[1] = Math.min(found[1], y);
    found[2] = Math.max(found[2], x);
    found[3] = Math.max(found[3], y);
  };
  eachMarked(scene.picture, marks, (box) => {
    widen(box[0], box[1]);
    widen(box[2], box[3]);
  });
  if (scene.model)
    for (const window of scene.picture.head.views) {
      const { origin } = scene.model.head;
      const t = compose(window.transform as Transform, translation(origin[0], origin[1]));
      eachMarked(scene.model, marks, (box) => {
        const corners = [0, 2].flatMap((i) =>
          [1, 3].map((j) => [t[0] * box[i] + t[2] * box[j] + t[4], t[1] * box[i] + t[3] * box[j] + t[5]]),
        );
        const clampX = (x: number): number => Math.min(window.x + window.width, Math.max(window.x, x));
        const clampY = (y: number): number => Math.min(window.y + window.height, Math.max(window.y, y));
        const outside =
          corners.every(([x]) => x < window.x) ||
          corners.every(([x]) => x > window.x + window.width) ||
          corners.every(([, y]) => y < window.y) ||
          corners.every(([, y]) => y > window.y + window.height);
        if (!outside) for (const [x, y] of corners) widen(clampX(x), clampY(y));
      });
    }
  return found[0] <= found[2] ? found : null;
}

function eachMarked(data: PictureData, marks: Marks, visit: (box: Float32Array) => void): void {
  const bits = markedItems(data, marks);
  for (let n = 0; n < bits.length; n++) if (bits[n] === 1) visit(data.boxes.subarray(n * 4, n * 4 + 4));
}
