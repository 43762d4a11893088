import { type Drawing, rangeOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { paperMmPerPatternUnit } from '../records/linetype-record';
import type { Facts } from './facts';

/** A dimension style of a drawing, what is drawn in it, and how large. */
export interface DimensionStyleFact {
  readonly name: string;
  readonly folded: string;
  readonly handle: string;
  /** Dimensions, leaders and tolerance frames of the style, in drawing order; those in pictures of others left out. */
  readonly rows: readonly number[];
  /** Factor on all its sizes; 0 where they are sizes on paper, whatever shows them. */
  readonly overallScale: number;
  /**
   * mm on paper of one of the units that its record counts its sizes in: paper units where the style is sized on paper,
   * and what the one scale makes of it that shows its dimensions. Null where no scale does, or several.
   */
  readonly paperMm: number | null;
  /** The same in the model: true mm of one of its units, before the overall scale; 1 where the drawing has no unit. */
  readonly modelMm: number;
}

/** Scales that differ by less than this share are one. */
const SAME_SCALE = 0.001;

/** The dimension styles of a drawing's table, with what is drawn in each. */
export function dimensionStyleFacts(drawing: Drawing, facts: Facts): DimensionStyleFact[] {
  const rowsOf = new Map<string, number[]>();
  for (const kind of ['dimension', 'leader', 'tolerance frame'] as const)
    for (const row of facts.rowsOfKind(kind)) {
      if (isPicture(drawing, row)) continue;
      const name = foldName(drawing.reader.findText(rangeOf(drawing, row), 3, 'Standard'));
      const rows = rowsOf.get(name);
      if (rows) rows.push(row);
      else rowsOf.set(name, [row]);
    }
  return [...drawing.dimensionStyles].map(([folded, { name, range }]) => {
    const rows = rowsOf.get(folded) ?? [];
    const overallScale = drawing.reader.findNumber(range, 40, 1);
    return {
      name,
      folded,
      handle: drawing.reader.findText(range, 105).toUpperCase(),
      rows,
      overallScale,
      paperMm: overallScale === 0 ? paperMmPerPatternUnit(drawing) : shownMm(facts, overallScale, rows),
      modelMm: drawing.unitMm ?? 1,
    };
  });
}

function shownMm(facts: Facts, overallScale: number, rows: readonly number[]): number | null {
  let shown: number | null = null;
  for (const row of rows)
    for (const { mmPerUnit } of facts.appearances(row)) {
      if (shown !== null && Math.abs(shown / mmPerUnit - 1) >= SAME_SCALE) return null;
      shown = mmPerUnit;
    }
  return shown === null ? null : shown * overallScale;
}

/** Objects in the pictures that programs make of dimensions are none of a person's. */
const isPicture = ({ containers, objects }: Drawing, row: number): boolean => {
  const { kind, name } = containers[objects.container[row]];
  return kind === 'symbol' && /^\*d/i.test(name);
};
