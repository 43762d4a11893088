import { extentsOf } from '../drawing/extents';
import type { Drawing } from '../dxf/drawing';
import { wordsOf } from '../dxf/read/decode-text';
import { type UnitPair, unitsOf } from '../facts/units/units';
import { emptyBox, include, isEmpty } from '../geometry/box';
import { whatMatters } from '../picture/what-matters';
import { bodiesInWords } from './scale-drawing';

/** A label with its words, and the line beside it. */
export interface ReportedPair extends Omit<UnitPair, 'rows'> {
  readonly words: string;
}

/** What a page shows of a drawing's units: what labels say, and what scaling would do. */
export interface UnitsReport {
  readonly mmPerUnit: number | null;
  readonly sure: number;
  readonly drawnAs: string;
  readonly pairs: readonly ReportedPair[];
  /** Name of the unit that the header names. */
  readonly units: string;
  readonly headerMm: number | null;
  /** Width and height of what lies in the model but strays far outside, drawing units; null for an empty model. */
  readonly size: readonly [number, number] | null;
  /** What would be scaled within symbols, in words; empty when there is nothing of the kind. */
  readonly bodies: string;
}

export function unitsReport(drawing: Drawing): UnitsReport {
  const { pairs, ...told } = unitsOf(drawing, true);
  const boxes: number[] = [];
  const whole = emptyBox();
  for (const row of drawing.containers[0].rows) {
    const box = extentsOf(drawing, row);
    if (!box) continue;
    boxes.push(box.minX, box.minY, box.maxX, box.maxY);
    include(whole, box.minX, box.minY);
    include(whole, box.maxX, box.maxY);
  }
  const box = whatMatters(boxes)?.box ?? whole;
  return {
    ...told,
    pairs: pairs.map(({ rows, ...pair }) => ({ ...pair, words: wordsOf(drawing, rows[0]) ?? '' })),
    units: drawing.units,
    size: isEmpty(box) ? null : [box.maxX - box.minX, box.maxY - box.minY],
    bodies: bodiesInWords(drawing),
  };
}
