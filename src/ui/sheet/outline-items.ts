import { tracePixels } from '@/core/picture/paint-stroke';
import { type Pass, passesByLook } from '@/core/picture/pass';
import { ITEM, ITEM_STRIDE, type PictureData } from '@/core/picture/picture';
import type { Surface } from '@/core/picture/surface';

/** What is outlined and how. */
interface Outline {
  readonly colour: string;
  /** How much wider than the lines themselves, pixels. */
  readonly byPx: number;
  readonly which: (item: number, data: PictureData) => boolean;
  /** Only what is seen through one viewport. */
  readonly viewport?: number;
}

/** Draws the outline of items over the picture. */
export function outlineItems(
  context: OffscreenCanvasRenderingContext2D,
  passes: readonly Pass[],
  { colour, byPx, which, viewport }: Outline,
): void {
  context.strokeStyle = colour;
  context.setLineDash([]);
  for (const pass of passes) {
    if (viewport !== undefined && pass.viewport !== viewport) continue;
    const { data } = pass;
    const byLook = passesByLook(pass);
    context.save();
    context.beginPath();
    context.rect(
      pass.clipBox[0],
      pass.clipBox[1],
      pass.clipBox[2] - pass.clipBox[0],
      pass.clipBox[3] - pass.clipBox[1],
    );
    context.clip();
    for (let i = 0; i < data.items.length; i += ITEM_STRIDE) {
      if (!which(i, data)) continue;
      const at = data.items[i + 1];
      context.lineWidth = Math.max(1, data.head.looks[at].widthMm * byLook[at].pxPerMm) + byPx;
      context.globalAlpha = 0.55;
      context.beginPath();
      if (data.items[i] === ITEM.text)
        traceBox(context, pass.toPx, data.boxes.subarray((i / ITEM_STRIDE) * 4, (i / ITEM_STRIDE) * 4 + 4));
      else {
        const end = data.items[i + 5] - (data.items[i] === ITEM.fill ? 1 : 0);
        tracePixels(context as unknown as Surface, data.ops, data.items[i + 4], end, pass.toPx);
      }
      context.stroke();
    }
    context.restore();
  }
}

function traceBox(context: OffscreenCanvasRenderingContext2D, t: readonly number[], b: Float32Array): void {
  for (const [i, [x, y]] of [
    [b[0], b[1]],
    [b[2], b[1]],
    [b[2], b[3]],
    [b[0], b[3]],
  ].entries()) {
    const px = t[0] * x + t[2] * y + t[4];
    const py = t[1] * x + t[3] * y + t[5];
    if (i === 0) context.moveTo(px, py);
    else context.lineTo(px, py);
  }
  context.closePath();
}
