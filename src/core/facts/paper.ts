import { modelSheetsOf } from '../drawing/sheets/model-sheets';
import { viewportClip } from '../drawing/viewports';
import { type Drawing, type DrawingSheet, handleOf, kindOf, layerNameOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { shapeOf } from '../dxf/read/decode';
import type { ViewportShape } from '../dxf/shapes';
import { type Box, boxOfPoints } from '../geometry/box';
import { meetingOf } from '../geometry/crossings';
import { contains } from '../geometry/hatch';
import { applyToPoints, inverseOf } from '../geometry/transform';

/** A viewport of a sheet, as far as it decides what is seen and how large. */
export interface ViewportFact {
  readonly sheet: string;
  readonly sheetContainer: number;
  readonly row: number;
  readonly handle: string;
  /** Paper mm of one unit of the model. */
  readonly mmPerUnit: number;
  /** What the scale rests on, for a person. */
  readonly basis: string;
  /** Corners of what it shows, in the model: x, y, x, y … */
  readonly region: readonly number[];
  readonly box: Box;
  /** It is no rectangle. */
  readonly clipped: boolean;
  /** What it shows is its box: it is a rectangle that is not turned. */
  readonly isUpright: boolean;
  /** Folded names of layers that are hidden in it alone. */
  readonly hiddenLayers: ReadonlySet<string>;
  /** Folded names of layers that look otherwise in it. */
  readonly otherLooks: ReadonlySet<string>;
}

/** Where an object comes to lie on paper. */
export interface Appearance {
  readonly sheet: string;
  /** Handle of the viewport that shows it; empty where it lies on the sheet itself. */
  readonly viewport: string;
  readonly mmPerUnit: number;
  readonly basis: string;
  /** All of its box is seen, not only a part. */
  readonly whole: boolean;
}

/** The viewports of all sheets that show something of the model, in the order of the sheets. */
export function viewportFacts(drawing: Drawing): ViewportFact[] {
  const layerByHandle = new Map(
    drawing.layers.map(({ handle, name }) => [handle.toUpperCase(), foldName(name)]),
  );
  return drawing.sheets.flatMap((sheet) =>
    drawing.containers[sheet.container].rows.flatMap((row) => {
      if (kindOf(drawing, row) !== 'viewport') return [];
      const shape = shapeOf(drawing, row);
      if (shape?.type !== 'viewport' || shape.id === 1 || !shape.on || !(shape.scale > 1e-12)) return [];
      const fact = viewportFact(drawing, sheet, row, shape, layerByHandle);
      return fact ? [fact] : [];
    }),
  );
}

function viewportFact(
  drawing: Drawing,
  sheet: DrawingSheet,
  row: number,
  shape: ViewportShape,
  layerByHandle: ReadonlyMap<string, string>,
): ViewportFact | null {
  const handle = handleOf(drawing, row);
  const back = inverseOf(shape.transform);
  if (!back) return null;
  const clip = viewportClip(drawing, shape, [0, 0]);
  const [x, y, w, h] = [...shape.centre, shape.width / 2, shape.height / 2];
  const onSheet = clip ?? [x - w, y - h, x + w, y - h, x + w, y + h, x - w, y + h];
  const region = applyToPoints(back, onSheet);
  const sheetMm = sheet.paper?.mmPerUnit;
  return {
    sheet: sheet.name,
    sheetContainer: sheet.container,
    row,
    handle,
    mmPerUnit: shape.scale * (sheetMm ?? 1),
    basis:
      sheetMm === undefined
        ? `viewport on sheet ${sheet.name}, whose unit is taken for mm`
        : `viewport on sheet ${sheet.name}`,
    region,
    box: boxOfPoints(region),
    clipped: clip !== null,
    isUpright: clip === null && isBox(region),
    hiddenLayers: new Set(shape.hiddenLayers.flatMap((one) => layerByHandle.get(one.toUpperCase()) ?? [])),
    otherLooks: new Set(
      drawing.layers.filter(({ inViewports }) => inViewports.has(handle)).map(({ name }) => foldName(name)),
    ),
  };
}

/** Whether the corners of a region, going around, are those of a box. */
function isBox(region: readonly number[]): boolean {
  if (region.length !== 8) return false;
  const [ax, ay, bx, by, cx, cy, dx, dy] = region;
  return ay === by && bx === cx && cy === dy && dx === ax;
}

/**
 * The sheets and viewports that show an object of the model, or of a sheet, and the frames in the model that it lies in. What lies on a layer that is off, frozen or hidden in a
 * viewport is not seen there; a layer that does not print is seen all the same, which is for a rule to say.
 */
export function appearancesOf(
  drawing: Drawing,
  viewports: readonly ViewportFact[],
  row: number,
  box: Box | null,
): readonly Appearance[] {
  if (drawing.containers[drawing.objects.container[row]].kind === 'symbol') return NOWHERE;
  const layer = foldName(layerNameOf(drawing, row));
  const record = drawing.layerByName.get(layer);
  if (record && (!record.on || record.frozen)) return NOWHERE;
  const places = placesOnPaper(drawing, viewports, row, box);
  const hiding = viewports.filter(({ hiddenLayers }) => hiddenLayers.has(layer));
  if (hiding.length === 0) return places;
  return places.filter(({ viewport }) => !hiding.some(({ handle }) => handle === viewport));
}

/** Where an object of the model or of a sheet comes to lie on paper, whatever its layer says. */
export function placesOnPaper(
  drawing: Drawing,
  viewports: readonly ViewportFact[],
  row: number,
  box: Box | null,
): readonly Appearance[] {
  const container = drawing.containers[drawing.objects.container[row]];
  if (container.kind === 'sheet') {
    const mmPerUnit = drawing.sheets.find(({ name }) => name === container.name)?.paper?.mmPerUnit;
    return [
      {
        sheet: container.name,
        viewport: '',
        mmPerUnit: mmPerUnit ?? 1,
        basis: mmPerUnit === undefined ? 'the sheet, whose unit is taken for mm' : 'the sheet itself',
        whole: true,
      },
    ];
  }
  if (container.kind !== 'model' || !box) return NOWHERE;
  const frames = modelSheetsOf(drawing);
  if (viewports.length === 0 && frames.length === 0) return NOWHERE;
  const framed = frames
    .filter((sheet) => holdsMiddle(sheet.box, box))
    .map((sheet) => ({
      sheet: sheet.name,
      viewport: '',
      mmPerUnit: sheet.mmPerUnit,
      basis: `frame of ${sheet.sizeName} in the model`,
      whole: holds(sheet.box, box),
    }));
  const seen = viewports.flatMap((viewport) => {
    const part = seenThrough(viewport, box);
    if (part === 'none') return [];
    return [
      {
        sheet: viewport.sheet,
        viewport: viewport.handle,
        mmPerUnit: viewport.mmPerUnit,
        basis: viewport.basis,
        whole: part === 'whole',
      },
    ];
  });
  return [...seen, ...framed];
}

const NOWHERE: readonly Appearance[] = [];

export const holds = (outer: Box, { minX, minY, maxX, maxY }: Box): boolean =>
  minX >= outer.minX && maxX <= outer.maxX && minY >= outer.minY && maxY <= outer.maxY;

/** Whether two boxes share more than an edge; what has no place shares nothing. */
const overlaps = (one: Box, { minX, minY, maxX, maxY }: Box): boolean =>
  maxX > one.minX && minX < one.maxX && maxY > one.minY && minY < one.maxY;

/** An object is on the sheet that its middle lies on. */
function holdsMiddle(outer: Box, { minX, minY, maxX, maxY }: Box): boolean {
  const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2];
  return x >= outer.minX && x <= outer.maxX && y >= outer.minY && y <= outer.maxY;
}

/** How much of a box a viewport shows. */
function seenThrough({ region, box: bounds, isUpright }: ViewportFact, box: Box): 'none' | 'part' | 'whole' {
  if (box.maxX < bounds.minX || box.minX > bounds.maxX || box.maxY < bounds.minY || box.minY > bounds.maxY)
    return 'none';
  if (isUpright) return holds(bounds, box) ? 'whole' : overlaps(bounds, box) ? 'part' : 'none';
  const corners = [
    [box.minX, box.minY],
    [box.maxX, box.minY],
    [box.maxX, box.maxY],
    [box.minX, box.maxY],
  ] as const;
  const inside = corners.filter(([x, y]) => contains(region, x, y)).length;
  let crosses = false;
  for (let i = 0; i < region.length && !crosses; i += 2) {
    const k = (i + 2) % region.length;
    for (const [j, [x, y]] of corners.entries()) {
      const [u, v] = corners[(j + 1) % 4];
      if (meetingOf(region[i], region[i + 1], region[k], region[k + 1], x, y, u, v) === 'cross')
        crosses = true;
    }
  }
  if (inside === 4 && !crosses) return 'whole';
  if (inside > 0 || crosses) return 'part';
  // The viewport can lie inside the object: a frame around all of it.
  return region[0] >= box.minX && region[0] <= box.maxX && region[1] >= box.minY && region[1] <= box.maxY
    ? 'part'
    : 'none';
}
