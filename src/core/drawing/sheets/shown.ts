import { type Drawing, type DrawingSheet, isSheetItself, kindOf } from '../../dxf/drawing';
import { shapeOf } from '../../dxf/read/decode';
import type { Box } from '../../geometry/box';
import { extentsOf } from '../extents';
import { firstPoint } from '../first-point';
import { viewportRegion } from '../viewports';
import { type ModelSheet, modelSheetsOf } from './model-sheets';

/** What can be looked at on its own: a layout, a frame that lies in the model, or all of the model (null). */
export type Shown = DrawingSheet | ModelSheet | null;

/** Whether what is shown is a frame that lies in the model. */
export const isModelSheet = (shown: Shown): shown is ModelSheet => shown !== null && 'box' in shown;

/** Layouts first, then the frames in the model: the order in which sheets are numbered. */
export const sheetsOf = (drawing: Drawing): readonly (DrawingSheet | ModelSheet)[] => [
  ...drawing.sheets,
  ...modelSheetsOf(drawing),
];

/** Whether something can be seen on a layout: objects of its own, or a viewport with some of the model behind it. */
export function isUsed(drawing: Drawing, sheet: DrawingSheet): boolean {
  return drawing.containers[sheet.container].rows.some((row) => {
    if (isSheetItself(drawing, row)) return false;
    if (kindOf(drawing, row) !== 'viewport') return shapeOf(drawing, row) !== null;
    const shape = shapeOf(drawing, row);
    if (shape?.type !== 'viewport' || shape.id === 1 || !shape.on) return false;
    const region = viewportRegion(shape);
    return region !== null && holdsSomething(drawing, region);
  });
}

/** Objects whose whole extent is looked at when none begins in a viewport. */
const LOOKED_AT = 5000;

/** Whether an object of the model lies in a box. */
function holdsSomething(drawing: Drawing, box: Box): boolean {
  const { rows } = drawing.containers[0];
  const begins = rows.some((row) => {
    const shape = shapeOf(drawing, row);
    const at = shape && firstPoint(shape);
    if (!at) return false;
    return at[0] >= box.minX && at[0] <= box.maxX && at[1] >= box.minY && at[1] <= box.maxY;
  });
  // A contour can run through a viewport that it neither begins nor ends in.
  return begins || rows.slice(0, LOOKED_AT).some((row) => meet(extentsOf(drawing, row), box));
}

const meet = (a: Box | null, b: Box): boolean =>
  a !== null && a.minX <= b.maxX && a.maxX >= b.minX && a.minY <= b.maxY && a.maxY >= b.minY;
