import { rgbOf } from '../dxf/colour';
import type { Drawing } from '../dxf/drawing';
import { patternOf } from './patterns';
import type { ViewportLook } from './picture';

/** Looks of layers that are different in one viewport. */
export function viewportLooks(
  drawing: Drawing,
  viewport: string,
  linetypeScale: number,
  defaultWidthMm: number,
): ViewportLook[] {
  const looks: ViewportLook[] = [];
  for (const layer of drawing.layers) {
    const other = layer.inViewports.get(viewport);
    if (!other) continue;
    looks.push({
      layer: layer.name,
      ...(other.colour ? { rgb: rgbOf(other.colour) } : {}),
      ...(other.width !== undefined
        ? { widthMm: other.width >= 0 ? other.width / 100 : defaultWidthMm }
        : {}),
      ...(other.linetype !== undefined ? { pattern: patternOf(drawing, other.linetype, linetypeScale) } : {}),
    });
  }
  return looks;
}
