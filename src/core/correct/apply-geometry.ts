import type { Operation } from '../audit/operation';
import { flatten, heightOf } from '../dxf/edit/edit-height';
import { moveVertices } from '../dxf/edit/edit-vertices';
import type { ApplyingHand } from './apply-lettering';

/** Operations on where lines lie. */
export type GeometryOperation = Extract<Operation, { type: 'move vertices' | 'flatten' }>;

/** Moves what lines are drawn between. */
export function applyGeometry(hand: ApplyingHand, rule: string, operation: GeometryOperation): void {
  const { editor, objectChange, context } = hand;
  if (operation.type === 'flatten') {
    for (const row of operation.rows) {
      const height = Number(heightOf(context.drawing, row).toPrecision(6));
      flatten(editor, row);
      objectChange(rule, row, 'place', `height ${height}`, 'height 0');
    }
    return;
  }
  for (const [i, row] of operation.rows.entries()) {
    moveVertices(editor, row, operation.vertices[i]);
    const by = Number(operation.movedUnits[i].toPrecision(3));
    objectChange(rule, row, 'place', operation.was, `moved by up to ${by} units`);
  }
}
