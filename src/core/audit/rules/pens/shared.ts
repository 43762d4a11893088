import { kindOf } from '../../../dxf/drawing';
import { LINE_KINDS, type ObjectKind } from '../../../dxf/object-kinds';
import { type AuditContext, isPlaced } from '../../context';

/** Kinds that are drawn with a pen. */
const PENNED: ReadonlySet<ObjectKind> = new Set<ObjectKind>([
  ...LINE_KINDS,
  'parallel-line set',
  'dimension',
  'leader',
  'text',
]);

export const isPenned = ({ drawing }: AuditContext, row: number): boolean =>
  isPlaced(drawing, row) && PENNED.has(kindOf(drawing, row));

/** How wide an object prints where widths come from colours, mm; null for a colour that the office's table does not have. */
export function widthByColour({ facts, standard }: AuditContext, row: number): number | null {
  const { colour } = facts.look(row);
  const number = 'number' in colour ? colour.number : null;
  return standard.pens.byColour.find((one) => one.number === number)?.widthMm ?? null;
}
