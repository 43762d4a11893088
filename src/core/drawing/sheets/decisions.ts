import type { Drawing } from '../../dxf/drawing';
import type { Box } from '../../geometry/box';
import { mapX, mapY, type Similarity, worldMap } from '../../geometry/similarity';

/** Corners of a sheet's paper in the model: minX, minY, maxX, maxY, drawing units. */
export type SheetBox = readonly [number, number, number, number];

/** What a person says of a sheet in the model. It holds for the frame that lies there, and is kept with the drawing. */
export type SheetDecision =
  /** There is a sheet, at 1 : reduction. */
  | { readonly action: 'add'; readonly box: SheetBox; readonly reduction: number }
  /** The sheet there has another scale. */
  | { readonly action: 'scale'; readonly box: SheetBox; readonly reduction: number }
  /** What lies there is no sheet. */
  | { readonly action: 'drop'; readonly box: SheetBox };

/** A sheet's paper as a box. */
export const paperOf = ([minX, minY, maxX, maxY]: SheetBox): Box => ({ minX, minY, maxX, maxY });

const decided = new WeakMap<Drawing, readonly SheetDecision[]>();

/** Says what people decided on a drawing's sheets; to be said before its sheets are asked for. */
export function decideSheets(drawing: Drawing, decisions: readonly SheetDecision[]): void {
  if (decisions.length > 0) decided.set(drawing, decisions);
}

export const sheetDecisionsOf = (drawing: Drawing): readonly SheetDecision[] => decided.get(drawing) ?? [];

/** Frames count as one when each side lies within this share of the shorter one. */
const SAME = 0.01;

export function isSameBox([minX, minY, maxX, maxY]: SheetBox, box: Box): boolean {
  const within = SAME * Math.min(maxX - minX, maxY - minY);
  return [minX - box.minX, minY - box.minY, maxX - box.maxX, maxY - box.maxY].every(
    (off) => Math.abs(off) <= within,
  );
}

/**
 * Decisions with a further one: the last on a frame counts. A sheet that a person added and drops again is forgotten; one
 * that was dropped and is added again is a sheet as before.
 */
export function withDecision(
  decisions: readonly SheetDecision[],
  next: SheetDecision,
): readonly SheetDecision[] {
  const paper = paperOf(next.box);
  const before = decisions.filter(({ box }) => isSameBox(box, paper));
  const others = decisions.filter((one) => !before.includes(one));
  const wasAdded = before.some(({ action }) => action === 'add');
  if (next.action === 'drop' && wasAdded) return others;
  // The scale of a sheet that a person added is part of adding it.
  if (next.action === 'scale' && wasAdded) return [...others, { ...next, action: 'add' }];
  return [...others, next];
}

/**
 * Decisions as they hold for a drawing that was scaled, turned and moved.
 * @param units by how much a unit grew: mm of a unit afterwards over mm of one before
 */
export function mapDecisions(
  decisions: readonly SheetDecision[],
  map: Similarity,
  units: number,
): readonly SheetDecision[] {
  const world = worldMap(map);
  // Frames lie upright: what is turned by an odd angle is no longer found.
  if (Math.abs(world.cos * world.sin) > 1e-12) return [];
  return decisions.map((decision) => {
    const [minX, minY, maxX, maxY] = decision.box;
    const [x0, y0] = [mapX(world, minX, minY), mapY(world, minX, minY)];
    const [x1, y1] = [mapX(world, maxX, maxY), mapY(world, maxX, maxY)];
    const box: SheetBox = [Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1)];
    if (decision.action === 'drop') return { ...decision, box };
    return { ...decision, box, reduction: Number((decision.reduction * map.factor * units).toPrecision(10)) };
  });
}
