import { type DrawingTextStyle, entityOf, rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { Operation } from '../../operation';

/** What is said of a width factor or a slant below these differences is nothing. */
export const SAME_FACTOR = 0.005;
export const SAME_DEG = 0.5;

/** Texts and attributes by the folded name of their style; those in pictures of dimensions are not asked about. */
export function usersOfStyles({ drawing, facts }: AuditContext): Map<string, number[]> {
  const users = new Map<string, number[]>();
  for (const kind of ['text', 'attribute'] as const)
    for (const row of facts.rowsOfKind(kind)) {
      if (isGenerated(drawing, row)) continue;
      const style = foldName(drawing.reader.findText(rangeOf(drawing, row), 7, 'Standard'));
      const rows = users.get(style);
      if (rows) rows.push(row);
      else users.set(style, [row]);
    }
  return users;
}

/** Letter width and slant, as a style has them. */
interface Letters {
  readonly widthFactor: number;
  readonly slantDeg: number;
}

/**
 * What makes the texts of a style follow it when it comes to look otherwise. Single lines of text hold the width and the slant of
 * their style themselves: those that hold what the style had take what it gets, and what a text has of its own stays.
 */
export function followingTexts(
  context: AuditContext,
  style: DrawingTextStyle,
  { widthFactor, slantDeg }: Letters,
): Operation[] {
  const { drawing, facts } = context;
  const { reader } = drawing;
  const next = new Map<number, Letters>();
  for (const row of usersOfStyles(context).get(foldName(style.name)) ?? []) {
    const range = rangeOf(drawing, row);
    // Lines of a multi-line text take both from the style; a fitted one is as wide as its two points have it.
    if (entityOf(drawing, row) === 'MTEXT' || facts.lettering(row)?.shape.fitTo) continue;
    const width = reader.findNumber(range, 41, Number.NaN);
    const slant = reader.findNumber(range, 51, Number.NaN);
    const followsWidth = Math.abs(width / style.widthFactor - 1) <= SAME_FACTOR && width !== widthFactor;
    const followsSlant = Math.abs(slant - style.obliqueDeg) <= SAME_DEG && slant !== slantDeg;
    if (followsWidth || followsSlant)
      next.set(row, {
        widthFactor: followsWidth || Number.isNaN(width) ? widthFactor : width,
        slantDeg: followsSlant || Number.isNaN(slant) ? slantDeg : slant,
      });
  }
  const groups = groupBy(next.keys(), (row) => Object.values(next.get(row)!).join(' '));
  return [...groups.values()].map((rows) => ({ type: 'set text factors', rows, ...next.get(rows[0])! }));
}
