import { onSheet, type Snap } from '@/core/picture/hit';
import type { Scene, View } from '@/core/picture/pass';
import type { Measure } from './messages';

/** A point that was measured from: in its own space, and where that is on the sheet or in the picture. */
export interface Place {
  readonly at: readonly [number, number];
  readonly viewport: number;
  readonly what: Snap['what'] | null;
}

/** The distance of two places, on paper and, where both are seen in one space, in that. */
export function measureBetween(scene: Scene, from: Place, to: Place, done: boolean): Measure {
  const { head } = scene.picture;
  const [a, b] = [from, to].map((place) => onSheet(scene, place.at, place.viewport));
  const together = from.viewport === to.viewport && (from.viewport >= 0 || head.space.kind === 'model');
  const [dx, dy] = [to.at[0] - from.at[0], to.at[1] - from.at[1]];
  return {
    paperMm: Math.hypot(b[0] - a[0], b[1] - a[1]) * head.mmPerUnit,
    model: together
      ? {
          length: Math.hypot(dx, dy),
          dx,
          dy,
          unit: (scene.model ?? scene.picture).head.unit,
          from: from.at,
          to: to.at,
        }
      : null,
    done,
  };
}

/** Shows one place or two and the line between them; what was snapped to has a larger ring. */
export function paintPlaces(
  context: OffscreenCanvasRenderingContext2D,
  scene: Scene,
  view: View,
  places: readonly Place[],
  colour: string,
  ratio: number,
): void {
  const [ox, oy] = scene.picture.head.origin;
  const spots = places.map((place): [number, number] => {
    const [x, y] = onSheet(scene, place.at, place.viewport);
    return [(x - ox) * view.scale + view.x, view.y - (y - oy) * view.scale];
  });
  context.strokeStyle = colour;
  context.lineWidth = 1.5 * ratio;
  context.setLineDash([]);
  if (spots.length === 2) {
    context.beginPath();
    context.moveTo(...spots[0]);
    context.lineTo(...spots[1]);
    context.stroke();
  }
  for (const [i, [x, y]] of spots.entries()) {
    context.beginPath();
    context.arc(x, y, (places[i].what ? 5 : 3) * ratio, 0, 2 * Math.PI);
    context.stroke();
  }
}
