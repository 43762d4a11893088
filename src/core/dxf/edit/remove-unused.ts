import type { TagRange } from '../document';
import { foldName } from '../interner';
import type { EditBase } from './edit-base';
import { eachNaming, type RecordKind, removeRecord, TABLES } from './edit-records';
import { handleOfRecord, removeItself } from './owned-records';
import { referencesOf } from './references';
import { removeObjects } from './remove-objects';

/**
 * Removes records that nothing uses but each other, all of them in one walk over the file: what is removed one by one is looked
 * for in the whole of it each time. What is used after all takes the plainest of its kind, as with {@link removeRecord}.
 * @returns the names of what went
 */
export function removeUnused(base: EditBase, kind: RecordKind, names: readonly string[]): string[] {
  const { drawing, edits } = base;
  const { reader, document } = drawing;
  const wanted = new Map(names.map((name) => [foldName(name), name]));
  const ranges = new Map<string, TagRange[]>();
  for (const range of document.tables.get(TABLES[kind])?.records ?? []) {
    const name = foldName(reader.findText(range, 2));
    if (wanted.has(name)) ranges.set(name, [...(ranges.get(name) ?? []), range]);
  }
  if (kind === 'symbol') {
    const rows: number[] = [];
    for (const symbol of drawing.symbols.values())
      if (wanted.has(foldName(symbol.name)))
        for (const row of drawing.containers[symbol.container].rows)
          if (drawing.objects.parent[row] < 0) rows.push(row);
    removeObjects(base, rows);
    for (const block of document.blocks)
      if (wanted.has(foldName(block.name))) edits.removeRange(block.start, block.end);
    for (const records of ranges.values())
      for (const record of records) removeItself(base, TABLES[kind], record);
    return [...names];
  }
  const named = new Set<string>();
  if (kind !== 'layer')
    eachNaming(drawing, kind, (tag) => {
      if (!edits.isRemoved(tag)) named.add(foldName(reader.text(tag)));
    });
  return names.filter((name) => {
    const records = ranges.get(foldName(name)) ?? [];
    const isPointedTo = records.some((record) =>
      referencesOf(drawing)
        .pointers(handleOfRecord(drawing, TABLES[kind], record))
        .some((tag) => !edits.isRemoved(tag)),
    );
    if (kind === 'layer' || named.has(foldName(name)) || isPointedTo || records.length !== 1)
      return removeRecord(base, kind, name);
    removeItself(base, TABLES[kind], records[0]);
    return true;
  });
}
