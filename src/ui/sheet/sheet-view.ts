import type { LookingAt } from './messages';

/** Pixels per unit of the picture and the place of its origin, in CSS pixels. */
export interface SheetView {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

interface Size {
  readonly width: number;
  readonly height: number;
}

/** A view that shows a box whole, with a margin in pixels about it. */
export function viewOfBox(
  box: readonly [number, number, number, number],
  margin: number,
  { width, height }: Size,
): SheetView {
  const scale = Math.min(
    Math.max(40, width - 2 * margin) / Math.max(box[2] - box[0], 1e-9),
    Math.max(40, height - 2 * margin) / Math.max(box[3] - box[1], 1e-9),
  );
  return {
    scale,
    x: width / 2 - ((box[0] + box[2]) / 2) * scale,
    y: height / 2 + ((box[1] + box[3]) / 2) * scale,
  };
}

/** A view that is larger by a factor; the point x, y stays where it is. */
export const zoomed = (view: SheetView, factor: number, x: number, y: number): SheetView => ({
  scale: view.scale * factor,
  x: x - (x - view.x) * factor,
  y: y - (y - view.y) * factor,
});

/** What a view looks at, in drawing units: pictures of one drawing can have different origins. */
export const lookingAt = (
  { scale, x, y }: SheetView,
  { width, height }: Size,
  [originX, originY]: readonly [number, number],
): LookingAt => ({
  x: (width / 2 - x) / scale + originX,
  y: (y - height / 2) / scale + originY,
  pxPerUnit: scale,
});

/** The view that looks at a place. */
export const viewAt = (
  { x, y, pxPerUnit }: LookingAt,
  { width, height }: Size,
  [originX, originY]: readonly [number, number],
): SheetView => ({
  scale: pxPerUnit,
  x: width / 2 - (x - originX) * pxPerUnit,
  y: height / 2 + (y - originY) * pxPerUnit,
});
