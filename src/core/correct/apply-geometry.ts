import type { Operation } from '../audit/operation';
import { flatten, heightOf } from '../dxf/edit/edit-height';
import { moveVertices, setArc } from '../dxf/edit/edit-vertices';
import type { ApplyingHand } from './apply-lettering';

/** Operations on where lines lie. */
export type GeometryOperation = Extract<Operation, { type: 'move vertices' | 'flatten' | 'set arcs' }>;

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
  if (operation.type === 'set arcs') {
    for (const [i, row] of operation.rows.entries()) {
      const [from, to] = [operation.fromDeg[i], operation.toDeg[i]];
      setArc(editor, row, from, to);
      const said = [from, to].map((deg) => `${Number(deg.toPrecision(6))}°`);
      objectChange(rule, row, 'place', operation.was, `from ${said[0]} to ${said[1]}`);
    }
    return;
  }
  for (const [i, row] of operation.rows.entries()) {
    moveVertices(editor, row, operation.vertices[i]);
    const by = Number(operation.movedUnits[i].toPrecision(3));
    objectChange(rule, row, 'place', operation.was, `moved by up to ${by} units`);
  }
}
