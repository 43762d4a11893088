import type { Drawing } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { FillFact } from '../../../facts/annotations';
import type { Facts } from '../../../facts/facts';
import type { StandardFill } from '../../../standard/fills';
import { type AuditContext, isGenerated } from '../../context';
import type { Settlement } from '../../rule';

export const fills = (count: number): string => (count === 1 ? '1 fill' : `${count} fills`);

/** The fill of the standard that a name means; a solid one is called the same in every file. */
export function fillNamed(
  standardFills: readonly StandardFill[],
  { pattern, kind }: FillFact,
): StandardFill | undefined {
  if (kind === 'solid') return standardFills.find((one) => one.kind === 'solid');
  return standardFills.find((one) => foldName(one.name) === foldName(pattern));
}

/** What is known of a fill that a person made; null for those in pictures that programs make, and for gradients. */
export function drawnFill({ drawing, facts }: AuditContext, row: number): FillFact | null {
  const fact = isGenerated(drawing, row) ? null : facts.fill(row);
  return fact && fact.kind !== 'gradient' ? fact : null;
}

/**
 * Units of the drawing in a mm of a fill of the standard: on paper as the one scale that shows it has it, in the model by the
 * drawing's unit. Null where no scale shows it, or several do, or the unit is not known.
 */
export function unitsPerMm(
  { drawing, facts }: AuditContext,
  row: number,
  { basis, kind }: StandardFill,
): number | null {
  if (kind === 'solid') return 1;
  const container = drawing.containers[drawing.objects.container[row]];
  // On a sheet itself nothing says at which scale a part of a model is drawn there.
  if (basis === 'model')
    return container.kind === 'sheet' || facts.certainUnitMm === null ? null : 1 / facts.certainUnitMm;
  const mmPerUnit = facts.oneScale(row);
  return mmPerUnit === null ? null : 1 / mmPerUnit;
}

/** Angles of families of lines, degrees from 0 to 180, in ascending order. */
export const anglesOf = (families: FillFact['families']): number[] =>
  families
    .map(({ angleRad }) => {
      const deg = ((((angleRad * 180) / Math.PI) % 180) + 180) % 180;
      return deg > 180 - 1e-6 ? 0 : deg;
    })
    .sort((a, b) => a - b);

/** The same of a fill of the standard. */
export const wantedAngles = ({ lines }: StandardFill): number[] =>
  anglesOf(lines.map(({ angleDeg }) => ({ spacing: 1, angleRad: (angleDeg * Math.PI) / 180 })));

const ranks = new WeakMap<Drawing, Map<number, ReadonlyMap<number, number>>>();

/** Whether one object of a space is drawn over another. */
export function isDrawnLater(drawing: Drawing, row: number, other: number): boolean {
  const container = drawing.objects.container[row];
  const order = drawing.drawOrder.get(container);
  if (!order) return row > other;
  // A space with an order of its own can hold very many objects: the place of each is looked up, and not for.
  const known = ranks.get(drawing) ?? new Map<number, ReadonlyMap<number, number>>();
  ranks.set(drawing, known);
  const places = known.get(container) ?? new Map(order.map((one, i) => [one, i]));
  known.set(container, places);
  return (places.get(row) ?? -1) > (places.get(other) ?? -1);
}

/** Whether a point lies in what the edges of a fill enclose, by the even-odd rule. */
export function isInFill(facts: Facts, fill: number, x: number, y: number): boolean {
  const { near, pieces } = facts.piecesNear(fill);
  let inside = false;
  // Only the edges that a ray from the point can meet are looked at.
  for (const i of near.within({ minX: x, minY: y, maxX: Number.MAX_VALUE, maxY: y })) {
    const [x0, y0, x1, y1] = [pieces[i], pieces[i + 1], pieces[i + 2], pieces[i + 3]];
    if (y0 > y !== y1 > y && x < x0 + ((y - y0) / (y1 - y0)) * (x1 - x0)) inside = !inside;
  }
  return inside;
}

/** Draws fills as one of the standard, each in the size of the scale that shows it. */
export function drawnAs(
  context: AuditContext,
  rows: readonly number[],
  fill: StandardFill | undefined,
): Settlement {
  if (!fill) return { refused: 'The standard no longer has this fill.' };
  const scales = rows.map((row) => unitsPerMm(context, row, fill));
  if (scales.some((scale) => scale === null))
    return {
      refused: 'No scale shows some of them, or several do: how large their lines are to be is not known.',
    };
  return {
    operations: [{ type: 'set fills', rows, fill: fill.name, unitsPerMm: scales.map((scale) => scale ?? 1) }],
  };
}
