import { compose, type Transform, translation } from '../geometry/transform';
import type { Highlights, Scene } from './pass';
import { ITEM_STRIDE, type PictureData } from './picture';

export const NO_HIGHLIGHTS: Highlights = { handles: new Set(), layers: new Set() };

const highlightedCache = new WeakMap<PictureData, { highlights: Highlights; bits: Uint8Array }>();

/** 1 for each item that is highlighted, 2 for those that are marked as speaking against. */
export function highlightedItems(data: PictureData, highlights: Highlights): Uint8Array {
  const known = highlightedCache.get(data);
  if (known?.highlights === highlights) return known.bits;
  const { head, items } = data;
  const bits = new Uint8Array(items.length / ITEM_STRIDE);
  if (highlights.handles.size > 0 || highlights.layers.size > 0) {
    const handles = head.handles.map((handle) =>
      highlights.handles.has(handle) ? (highlights.against?.has(handle) ? 2 : 1) : 0,
    );
    const layers = head.layers.map((layer) => highlights.layers.has(layer.name.toLowerCase()));
    for (let n = 0, i = 0; i < items.length; n++, i += ITEM_STRIDE)
      bits[n] =
        (handles[items[i + 2]] ?? 0) ||
        (handles[items[i + 3]] ?? 0) ||
        (layers[head.looks[items[i + 1]].layer] ? 1 : 0);
  }
  highlightedCache.set(data, { highlights, bits });
  return bits;
}

/** Box of everything highlighted, in the picture's own coordinates; objects seen through a viewport count where they show. */
export function highlightedBox(
  scene: Scene,
  highlights: Highlights,
): [number, number, number, number] | null {
  const found: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  const widen = (x: number, y: number): void => {
    found[0] = Math.min(found[0], x);
    found[1] = Math.min(found[1], y);
    found[2] = Math.max(found[2], x);
    found[3] = Math.max(found[3], y);
  };
  eachHighlighted(scene.picture, highlights, (box) => {
    widen(box[0], box[1]);
    widen(box[2], box[3]);
  });
  if (scene.model)
    for (const viewport of scene.picture.head.viewports) {
      const { origin } = scene.model.head;
      const t = compose(viewport.transform as Transform, translation(origin[0], origin[1]));
      eachHighlighted(scene.model, highlights, (box) => {
        const corners = [0, 2].flatMap((i) =>
          [1, 3].map((j) => [t[0] * box[i] + t[2] * box[j] + t[4], t[1] * box[i] + t[3] * box[j] + t[5]]),
        );
        const clampX = (x: number): number => Math.min(viewport.x + viewport.width, Math.max(viewport.x, x));
        const clampY = (y: number): number => Math.min(viewport.y + viewport.height, Math.max(viewport.y, y));
        const outside =
          corners.every(([x]) => x < viewport.x) ||
          corners.every(([x]) => x > viewport.x + viewport.width) ||
          corners.every(([, y]) => y < viewport.y) ||
          corners.every(([, y]) => y > viewport.y + viewport.height);
        if (!outside) for (const [x, y] of corners) widen(clampX(x), clampY(y));
      });
    }
  return found[0] <= found[2] ? found : null;
}

function eachHighlighted(
  data: PictureData,
  highlights: Highlights,
  visit: (box: Float32Array) => void,
): void {
  const bits = highlightedItems(data, highlights);
  for (let n = 0; n < bits.length; n++) if (bits[n] > 0) visit(data.boxes.subarray(n * 4, n * 4 + 4));
}
