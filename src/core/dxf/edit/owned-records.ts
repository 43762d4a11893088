import { type TagRange, tagIs } from '../document';
import type { Drawing } from '../drawing';
import type { EditBase } from './edit-base';
import { referencesOf } from './references';

/** Handle of a table's record in capitals; empty where it has none. */
export const handleOfRecord = (drawing: Drawing, table: string, range: TagRange): string =>
  drawing.reader.findText(range, table === 'DIMSTYLE' ? 105 : 5).toUpperCase();

/** Removes a record with what hangs on it, and nothing of what points to it. */
export function removeItself(base: EditBase, table: string, record: TagRange): void {
  const handle = handleOfRecord(base.drawing, table, record);
  removeOwned(base, record, new Set(handle === '' ? [] : [handle]));
  base.edits.removeRange(record.start, record.end);
  base.grow(base.drawing.document.tables.get(table), -1);
}

/** Removes a second record of one name; what points to it points to the first from now on. */
export function removeDoubledRecord(base: EditBase, table: string, record: TagRange, first: TagRange): void {
  const { drawing, edits } = base;
  const [handle, stays] = [record, first].map((range) => handleOfRecord(drawing, table, range));
  if (handle !== '' && stays !== '' && handle !== stays)
    for (const tag of referencesOf(drawing).pointers(handle)) edits.replace(tag, stays);
  removeItself(base, table, record);
}

/** Removes the dictionary that a record keeps for itself, and everything that hangs on it. */
export function removeOwned(base: EditBase, range: TagRange, gone: Set<string>): void {
  const { document, reader } = base.drawing;
  const { codes } = document.tags;
  for (let tag = range.start; tag < range.end; tag++)
    if (codes[tag] === 102 && tagIs(document.tags, tag, '{ACAD_XDICTIONARY') && codes[tag + 1] === 360)
      removeKept(base, reader.name(tag + 1).toUpperCase(), gone);
}

/** Removes a record that is kept beside the drawing, by its handle, and everything that hangs on it. */
export function removeKept(base: EditBase, handle: string, gone: Set<string>): void {
  const { drawing, edits } = base;
  const { document, reader } = drawing;
  const { codes } = document.tags;
  const kept = referencesOf(drawing).kept();
  const ownerIs = (own: TagRange | undefined, handle: string): boolean =>
    own !== undefined && reader.fields.load(own).text(330).toUpperCase() === handle;
  const visit = (at: string, depth: number): void => {
    const own = kept.get(at);
    if (!own || gone.has(at) || depth > 16) return;
    gone.add(at);
    for (let tag = own.start; tag < own.end; tag++)
      // Entries of a dictionary may be held loosely: they go when it owns them.
      if (codes[tag] === 360 || (codes[tag] === 350 && ownerIs(kept.get(reader.name(tag).toUpperCase()), at)))
        visit(reader.name(tag).toUpperCase(), depth + 1);
    edits.removeRange(own.start, own.end);
  };
  visit(handle, 0);
}
