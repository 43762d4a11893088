import { type RecordKind, recordsNamed, TABLES } from '../dxf/edit/edit-records';
import { removeDoubledRecord } from '../dxf/edit/owned-records';
import { removeKeptRecords } from '../dxf/edit/remove-objects';
import type { ApplyingHand } from './apply-lettering';

/** Of several records of one name the first stays. */
export function joinRecords(
  { context, editor, styleChange }: ApplyingHand,
  rule: string,
  kind: RecordKind,
  name: string,
): void {
  const { drawing } = context;
  const [first, ...others] = recordsNamed(drawing, kind, name);
  for (const other of others) {
    styleChange(rule, kind, other, 'record', drawing.reader.findText(other, 2), 'removed');
    removeDoubledRecord(editor, TABLES[kind], other, first);
  }
}

/** Groups go, by their handles; their objects stay. */
export function dissolveGroups(
  { context, editor, styleChange }: ApplyingHand,
  rule: string,
  handles: readonly string[],
): void {
  const groups = context.drawing.groups.filter(({ handle }) => handles.includes(handle));
  removeKeptRecords(
    editor,
    groups.map(({ range }) => range),
  );
  for (const { name, range, members } of groups) {
    const stay = members.length === 1 ? '1 object stays' : `${members.length} objects stay`;
    styleChange(rule, 'group', range, 'record', name, `dissolved, ${stay}`);
  }
}
