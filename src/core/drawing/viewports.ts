import { type Drawing, type DrawingSheet, handleOf, kindOf } from '../dxf/drawing';
import { shapeOf } from '../dxf/read/decode';
import type { PathShape, ViewportShape } from '../dxf/shapes';
import { type Box, boxOfPoints } from '../geometry/box';
import { pointsOfArc } from '../geometry/ellipse';
import { IDENTITY_SPACE } from '../geometry/space';
import { applyToPoints, inverseOf } from '../geometry/transform';
import { outlineEllipse, outlinePath } from './outline';

/** Corners of the object that bounds a viewport, or null for a viewport that is a rectangle. */
export function viewportClip(
  drawing: Drawing,
  viewport: ViewportShape,
  origin: readonly [number, number],
): number[] | null {
  if (viewport.clipBy === '') return null;
  for (const sheet of drawing.sheets)
    for (const row of drawing.containers[sheet.container].rows) {
      if (handleOf(drawing, row) !== viewport.clipBy) continue;
      const shape = shapeOf(drawing, row);
      const points: number[] = [];
      const put = (x: number, y: number): void => void points.push(x - origin[0], y - origin[1]);
      const sink = {
        move: put,
        line: put,
        arc: (arc: Parameters<typeof pointsOfArc>[0]) => {
          for (const [x, y] of pointsOfArc(arc, 0.02)) put(x, y);
        },
        close: () => undefined,
      };
      if (shape?.type === 'path') outlinePath(shape, IDENTITY_SPACE, sink);
      else if (shape?.type === 'ellipse') outlineEllipse(shape, IDENTITY_SPACE, sink);
      return points.length >= 6 ? points : null;
    }
  return null;
}

/** What of the model a viewport shows, as a box; the edge of one that is no rectangle is not looked at. */
export function viewportRegion({ transform, centre: [x, y], width, height }: ViewportShape): Box | null {
  const back = inverseOf(transform);
  if (!back) return null;
  const [w, h] = [width / 2, height / 2];
  const corners = [x - w, y - h, x + w, y - h, x + w, y + h, x - w, y + h];
  return boxOfPoints(applyToPoints(back, corners));
}

/**
 * Paper mm of a picture's unit and of a unit of line patterns. The model has no scale of its own: it is shown as on
 * the sheet that shows most of it, or at a usual scale that fits it on A1.
 * @param extent larger side of what is drawn, drawing units
 * @param otherwise the scale of a model that no viewport shows, where its own sheets say it
 */
export function scaleOfSpace(
  drawing: Drawing,
  sheet: DrawingSheet | null,
  extent: number,
  otherwise?: { mmPerUnit: number; mmPerPatternUnit: number; note: string },
): { mmPerUnit: number; mmPerPatternUnit: number; note: string | null } {
  const inch = drawing.reader.headerNumber('$MEASUREMENT', 1) === 0 ? 25.4 : 1;
  if (sheet) {
    const mmPerUnit = sheet.paper?.mmPerUnit ?? inch;
    return { mmPerUnit, mmPerPatternUnit: mmPerUnit, note: null };
  }
  const seen = largestViewport(drawing);
  const paperPatterns = drawing.reader.headerNumber('$PSLTSCALE', 1) === 1;
  if (seen)
    return {
      mmPerUnit: seen.mmPerUnit,
      mmPerPatternUnit: paperPatterns ? seen.sheetMm : seen.mmPerUnit,
      note: `as on sheet ${seen.sheet}`,
    };
  if (otherwise) return otherwise;
  const mmPerUnit = 1 / preferredScale(extent);
  return { mmPerUnit, mmPerPatternUnit: mmPerUnit, note: 'fitted to an A1 sheet' };
}

/** Scale of the largest viewport of a sheet, or of any: what the model is mostly seen at. */
export function largestViewport(
  drawing: Drawing,
  of: DrawingSheet | null = null,
): { sheet: string; mmPerUnit: number; sheetMm: number } | null {
  let best: { sheet: string; mmPerUnit: number; sheetMm: number } | null = null;
  let largest = 0;
  for (const sheet of of ? [of] : drawing.sheets) {
    const sheetMm = sheet.paper?.mmPerUnit ?? 1;
    for (const row of drawing.containers[sheet.container].rows) {
      if (kindOf(drawing, row) !== 'viewport') continue;
      const shape = shapeOf(drawing, row);
      if (shape?.type !== 'viewport' || shape.id === 1 || !(shape.scale > 0)) continue;
      const area = shape.width * shape.height;
      if (area <= largest) continue;
      largest = area;
      best = { sheet: sheet.name, mmPerUnit: shape.scale * sheetMm, sheetMm };
    }
  }
  return best;
}

/** Model units per paper mm at which an extent fits the long side of an A1 sheet, from the 1-2-5 series of ISO 5455. */
export function preferredScale(extent: number): number {
  const needed = extent / 800;
  if (!(needed > 0) || !Number.isFinite(needed)) return 1;
  const power = 10 ** Math.floor(Math.log10(needed));
  return ([1, 2, 5, 10].find((step) => step * power >= needed) ?? 10) * power;
}

/** The edge of a viewport, which prints like any line on its layer. */
export function frameOf({ centre: [x, y], width, height }: ViewportShape): PathShape {
  const corner = (sx: number, sy: number) => ({
    x: x + (sx * width) / 2,
    y: y + (sy * height) / 2,
    bulge: 0,
  });
  return {
    type: 'path',
    vertices: [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)],
    closed: true,
    width: 0,
    system: IDENTITY_SPACE,
  };
}
