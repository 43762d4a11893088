import { hexOf, rgbOf } from '../../../dxf/colour';
import type { Drawing } from '../../../dxf/drawing';
import { nearestNumber } from '../../../dxf/edit/storable-colour';
import { foldName } from '../../../dxf/interner';
import type { Gradient } from '../../../dxf/shapes';
import type { FillFact } from '../../../facts/annotations';
import type { Facts } from '../../../facts/facts';
import type { StandardFill } from '../../../standard/fills';
import { type AuditContext, isGenerated } from '../../context';
import type { Settlement } from '../../rule';

export const fills = (count: number): string => (count === 1 ? '1 fill' : `${count} fills`);

/**
 * The fills of the standard that a fill can be: the one of its name; of solids and gradients, which are called the same in every
 * file, all solids, and the gradients whose colours run alike.
 */
export function fillsMeant(
  all: readonly StandardFill[],
  { pattern, kind, gradient }: FillFact,
): StandardFill[] {
  if (gradient) return all.filter((one) => isGradient(one, gradient));
  const exact = all.find(({ name }) => foldName(name) === foldName(pattern));
  return exact ? [exact] : kind === 'solid' ? all.filter((one) => one.kind === 'solid') : [];
}

/** The first fill of the standard that a fill can be. */
export const fillNamed = (all: readonly StandardFill[], fact: FillFact): StandardFill | undefined =>
  fillsMeant(all, fact)[0];

/** Directions of gradients that differ by less are one, degrees. */
const SAME_DIRECTION = 1;

/** Whether the colours of a gradient run as those of one of the standard do. What the standard leaves to the layer can be any colour. */
function isGradient(fill: StandardFill, { colours: [from, to], angleRad, form }: Gradient): boolean {
  if (fill.kind !== 'gradient' || form !== 'linear') return false;
  const off = ((((angleRad * 180) / Math.PI - fill.gradientDeg + 180) % 360) + 360) % 360;
  return (
    (fill.colour === null || isAs(from, fill.colour)) &&
    (fill.secondColour === null ? to === WHITE : isAs(to, fill.secondColour)) &&
    (fill.angle === 'host' || Math.abs(off - 180) <= SAME_DIRECTION)
  );
}

const WHITE = 0xffffff;

/** Whether a numbered colour is the nearest to red, green and blue. Several numbers can be one colour. */
const isAs = (rgb: number, number: number): boolean =>
  nearestNumber(rgb) === nearestNumber(rgbOf({ number }));

/** "from #1a4d80 to #ffffff at 45°": how the colours of a gradient run, in words. */
export const formatGradient = ({ colours: [from, to], angleRad }: Gradient): string => {
  const deg = ((((angleRad * 180) / Math.PI) % 360) + 360) % 360;
  return `from ${hexOf(from)} to ${hexOf(to)} at ${Number(deg.toFixed(1)) % 360}°`;
};

/** What is known of a fill that a person made; null for those in pictures that programs make. */
export const drawnFill = ({ drawing, facts }: AuditContext, row: number): FillFact | null =>
  isGenerated(drawing, row) ? null : facts.fill(row);

/**
 * Units of the drawing in a mm of a fill of the standard: on paper as the one scale that shows it has it, in the model by the
 * drawing's unit. Null where no scale shows it, or several do, or the unit is not known.
 */
export function unitsPerMm(
  { drawing, facts }: AuditContext,
  row: number,
  { basis, kind }: StandardFill,
): number | null {
  if (kind !== 'lines') return 1;
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
