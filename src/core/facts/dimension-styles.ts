import type { TagRange } from '../dxf/document';
import { type Drawing, dimensionStyleNameOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import type { ObjectKind } from '../dxf/object-kinds';
import { paperMmPerPatternUnit } from '../records/linetype-record';

/** A dimension style of a drawing, what is drawn in it, and how large. */
export interface DimensionStyleFact {
  readonly name: string;
  readonly folded: string;
  /** Its record; null where dimensions name a style that the drawing does not define. */
  readonly range: TagRange | null;
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

/** What must be known of the objects of a drawing. */
interface KnownObjects {
  rowsOfKind(kind: ObjectKind): readonly number[];
  appearances(row: number): readonly { readonly mmPerUnit: number }[];
}

/** Scales that differ by less than this share are one. */
const SAME_SCALE = 0.001;

/** The dimension styles of a drawing's table, with what is drawn in each. */
export function dimensionStyleFacts(drawing: Drawing, facts: KnownObjects): DimensionStyleFact[] {
  const rowsOf = new Map<string, number[]>();
  const named = new Map<string, string>();
  for (const kind of ['dimension', 'leader', 'tolerance frame'] as const)
    for (const row of facts.rowsOfKind(kind)) {
      if (isPicture(drawing, row)) continue;
      const name = dimensionStyleNameOf(drawing, row);
      if (name === null) continue;
      const rows = rowsOf.get(foldName(name));
      if (rows) rows.push(row);
      else {
        rowsOf.set(foldName(name), [row]);
        named.set(foldName(name), name);
      }
    }
  const records = new Map<string, { name: string; range: TagRange | null }>(drawing.dimensionStyles);
  for (const [folded, name] of named) if (!records.has(folded)) records.set(folded, { name, range: null });
  return [...records].map(([folded, { name, range }]) => {
    const rows = rowsOf.get(folded) ?? [];
    const overallScale = range === null ? 1 : drawing.reader.findNumber(range, 40, 1);
    return {
      name,
      folded,
      range,
      handle: range === null ? '' : drawing.reader.findText(range, 105).toUpperCase(),
      rows,
      overallScale,
      paperMm: overallScale === 0 ? paperMmPerPatternUnit(drawing) : shownMm(facts, overallScale, rows),
      modelMm: drawing.unitMm ?? 1,
    };
  });
}

function shownMm(facts: KnownObjects, overallScale: number, rows: readonly number[]): number | null {
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
