import type { NewParallelSet } from '../dxf/edit/parallel-set-tags';
import { inOrder, type StandardParallelSet } from '../standard/parallels';

/**
 * A set of the standard as a drawing holds it.
 * @param unitMm what a unit of the drawing is, mm
 * @param linetypeOf the name under which the drawing has a linetype of the standard
 */
export function newParallelSet(
  set: StandardParallelSet,
  unitMm = 1,
  linetypeOf: (name: string) => string = (name) => name,
): NewParallelSet {
  const { lines, name, use, startCap, endCap, fillColour } = inOrder(set);
  return {
    name,
    description: use,
    startCap,
    endCap,
    fillColour,
    lines: lines.map(({ offsetMm, colour, linetype }) => ({
      offset: offsetMm / unitMm,
      colour: colour ?? 256,
      linetype: linetype === '' ? 'BYLAYER' : linetypeOf(linetype),
    })),
  };
}
