import { startOf } from '../tags';
import type { EditBase } from './edit-base';

/** Whether a space keeps an order of its own for what is drawn over what, beside the order in which it is written. */
export const hasOwnOrder = ({ drawing }: Pick<EditBase, 'drawing'>, row: number): boolean =>
  drawing.drawOrder.has(drawing.objects.container[row]);

/**
 * Moves objects to the beginning of their space, so that everything else is drawn over them; among themselves they stay in
 * their order. Their records are written as they were, elsewhere. Only for spaces without an order of their own.
 */
export function sendBehind(base: EditBase, rows: readonly number[]): void {
  const { drawing, edits } = base;
  const { objects, containers } = drawing;
  const { tags } = drawing.document;
  const moved = new Set(rows);
  for (const row of [...rows].sort((a, b) => a - b)) {
    const first = containers[objects.container[row]].rows.find((one) => !moved.has(one));
    if (first === undefined || first > row) continue;
    const [start, end] = [objects.start[row], objects.end[row]];
    const bytes = tags.bytes.slice(startOf(tags, start), startOf(tags, end));
    edits.removeRange(start, end);
    edits.insertBefore(objects.start[first], bytes);
  }
}
