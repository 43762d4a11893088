import { type Drawing, layerNameOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { applyX, applyY } from '../geometry/transform';
import { type Appearance, placesOnPaper, type ViewportFact } from './paper';
import type { LetteringFact } from './texts';
import type { WaysIn } from './ways-in';

/**
 * Sheets and viewports that show the point of a text inside a symbol, each size once.
 * @returns paper mm of a unit of the symbol, by how high the letters come out: a stretched placement makes them higher or wider
 */
export function textInside(
  drawing: Drawing,
  viewports: readonly ViewportFact[],
  ways: WaysIn,
  row: number,
  { at: [x, y], angleRad }: LetteringFact,
): readonly Appearance[] {
  const found = new Map<string, Appearance>();
  const layer = foldName(layerNameOf(drawing, row));
  const seeing = viewports.filter(({ hiddenLayers }) => !hiddenLayers.has(layer));
  for (const { top, t } of ways.into(drawing.objects.container[row])) {
    const along = Math.hypot(
      t[0] * Math.cos(angleRad) + t[2] * Math.sin(angleRad),
      t[1] * Math.cos(angleRad) + t[3] * Math.sin(angleRad),
    );
    // What stands on the base line keeps its area: as much wider, so much lower.
    const higher = Math.abs(t[0] * t[3] - t[1] * t[2]) / along;
    if (!(higher > 0)) continue;
    const [px, py] = [applyX(t, x, y), applyY(t, x, y)];
    for (const place of placesOnPaper(drawing, seeing, top, { minX: px, minY: py, maxX: px, maxY: py })) {
      const mmPerUnit = place.mmPerUnit * higher;
      const key = [place.sheet, place.viewport, mmPerUnit.toPrecision(9)].join('\n');
      if (!found.has(key)) found.set(key, { ...place, mmPerUnit });
    }
  }
  return [...found.values()];
}
