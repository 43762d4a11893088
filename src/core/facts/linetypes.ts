import type { Effective } from '../drawing/effective';
import type { Drawing } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import type { Appearance } from './paper';

/** What decides how long the dashes of an object come out. */
export interface LinetypeFact {
  readonly linetype: string;
  /** Dash above 0, gap below 0, dot 0, in the linetype's own units; empty for an unbroken line. */
  readonly elements: readonly number[];
  /** Factor of the drawing on all patterns. */
  readonly drawingFactor: number;
  /** The object's own factor. */
  readonly objectFactor: number;
  /** Patterns keep their size on paper in every viewport; else they are as long as the model makes them. */
  readonly followsPaper: boolean;
  /** Lengths in units of the space it lies in, both factors taken in. */
  readonly lengths: readonly number[];
}

export function linetypeFact(drawing: Drawing, row: number, look: Effective): LinetypeFact {
  const record = drawing.linetypes.get(foldName(look.linetype));
  const scale = drawing.reader.headerNumber('$LTSCALE', 1);
  const drawingFactor = scale > 0 ? scale : 1;
  const objectFactor = drawing.objects.linetypeScale[row];
  const elements = record?.elements ?? [];
  return {
    linetype: record?.name ?? look.linetype,
    elements,
    drawingFactor,
    objectFactor,
    followsPaper: drawing.reader.headerNumber('$PSLTSCALE', 1) === 1,
    lengths: elements.map((length) => length * drawingFactor * objectFactor),
  };
}

/**
 * Lengths of a pattern's elements on paper, mm, where an object comes to lie.
 * @param sheetMm paper mm of one unit of that sheet
 */
export const patternOnPaper = (
  fact: LinetypeFact,
  { viewport, mmPerUnit }: Appearance,
  sheetMm: number,
): number[] =>
  // Seen through a viewport, a pattern that follows the paper is measured in the sheet's units.
  fact.lengths.map((length) => length * (viewport !== '' && fact.followsPaper ? sheetMm : mmPerUnit));
