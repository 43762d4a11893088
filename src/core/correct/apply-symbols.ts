import type { Operation } from '../audit/operation';
import { mergeRecord, recordOf, renameRecord } from '../dxf/edit/edit-records';
import { foldName } from '../dxf/interner';
import { findSymbol } from '../standard/standard';
import type { ApplyingHand } from './apply-lettering';

/** Gives a symbol a name of the standard; where the drawing has that symbol already, the placements show that one. */
export function becomeSymbol(
  { context, editor, styleChange, objectChange, coversRecord }: ApplyingHand,
  rule: string,
  { from, to, rows }: Extract<Operation, { type: 'become symbol' }>,
): void {
  const { drawing, standard } = context;
  const symbol = drawing.symbols.get(foldName(from));
  const wanted = findSymbol(standard, to);
  if (!symbol || !wanted) return;
  const present = drawing.symbols.get(foldName(wanted.name));
  const name = present?.name ?? wanted.name;
  // The oldest versions have no record of a symbol beside its definition.
  const record = recordOf(drawing, 'symbol', symbol.name) ?? symbol.block.head;
  if (present) {
    mergeRecord(editor, 'symbol', symbol.name, present.name, present.name);
    styleChange(rule, 'symbol', record, 'record', symbol.name, `removed, its placements show ${name}`);
  } else {
    renameRecord(editor, 'symbol', symbol.name, wanted.name);
    styleChange(rule, 'symbol', record, 'name', symbol.name, wanted.name);
  }
  coversRecord(symbol.block);
  for (const row of rows) objectChange(rule, row, 'reference', symbol.name, name);
}
