import type { Operation } from '../audit/operation';
import { mergeRecord, renameRecord } from '../dxf/edit/edit-records';
import { foldName } from '../dxf/interner';
import { findLinetype } from '../standard/standard';
import type { ApplyingHand } from './apply-lettering';

/** Operations on the linetypes of a drawing. */
export type LinetypeOperation = Extract<Operation, { type: 'redefine linetype' | 'become linetype' }>;

/** Gives linetypes the pattern of the standard, or lets them become one of it. */
export function applyLinetypes(hand: ApplyingHand, rule: string, operation: LinetypeOperation): void {
  const { context, editor, styleChange } = hand;
  const { linetypes } = context.drawing;
  if (operation.type === 'redefine linetype') {
    const record = linetypes.get(foldName(operation.name));
    const wanted = findLinetype(context.standard, operation.name);
    if (!record || !wanted) return;
    editor.redefineLinetype(record, wanted);
    styleChange(rule, 'linetype', record.range, 'record', operation.before, operation.after);
    return;
  }
  const record = linetypes.get(foldName(operation.from));
  const wanted = findLinetype(context.standard, operation.to);
  if (!record || !wanted) return;
  const present = linetypes.get(foldName(operation.to));
  if (present) {
    mergeRecord(editor, 'linetype', record.name, present.name, present.name);
    const after = `removed, its lines are in ${present.name}`;
    styleChange(rule, 'linetype', record.range, 'record', record.name, after);
    return;
  }
  renameRecord(editor, 'linetype', record.name, wanted.name);
  editor.redefineLinetype(record, wanted);
  styleChange(rule, 'linetype', record.range, 'name', record.name, wanted.name);
}
