import type { Pass, Scene } from '@/core/picture/pass';
import { countOne } from '@/core/tally';
import type { Window } from './messages';

/** Where each space that shows lies in the picture, so that the page can draw over it. */
export const windowsOf = (passes: readonly Pass[], ratio: number): Window[] =>
  passes.map(({ data, viewport, toPx, clipBox }) => ({
    viewport,
    origin: [data.head.origin[0], data.head.origin[1]],
    toPx: [
      toPx[0] / ratio,
      toPx[1] / ratio,
      toPx[2] / ratio,
      toPx[3] / ratio,
      toPx[4] / ratio,
      toPx[5] / ratio,
    ],
    clip: [clipBox[0] / ratio, clipBox[1] / ratio, clipBox[2] / ratio, clipBox[3] / ratio],
  }));

/** A point of a space in CSS pixels of the picture. */
export const toPixels = ({ origin, toPx }: Window, x: number, y: number): [number, number] => {
  const [u, v] = [x - origin[0], y - origin[1]];
  return [toPx[0] * u + toPx[2] * v + toPx[4], toPx[1] * u + toPx[3] * v + toPx[5]];
};

/** The windows through which a space is seen: "model", or "sheet Plan" for a sheet itself. */
export const windowsOnto = (
  windows: readonly Window[],
  space: string,
  /** Space of the picture itself. */
  shown: string,
): readonly Window[] =>
  windows.filter(({ viewport }) => (viewport < 0 ? space === shown : space === 'model' && shown !== 'model'));

/** What could not be drawn, of the sheet and of the model that it shows. */
export function notDrawnOf({ picture, model }: Scene): Record<string, number> {
  const sum = new Map(Object.entries(picture.head.notDrawn));
  for (const [kind, count] of Object.entries(model?.head.notDrawn ?? {})) countOne(sum, kind, count);
  return Object.fromEntries(sum);
}
