import { recordsIn, tagIs } from '../document';
import { afterTag, startOf } from '../tags';
import type { EditBase } from './edit-base';
import { drawn } from './edit-objects';
import { addSymbolOf } from './edit-records';
import type { Part } from './edits';

/**
 * Moves objects of one container into a new symbol as they are, byte for byte but for their owner, and places it where the
 * first of them stood. They keep their handles; what counts objects of the container (draw order, groups) names the
 * placement in their stead.
 * @param rows neighbours in the file, so that nothing between them changes its order
 */
export function moveIntoSymbol(base: EditBase, name: string, rows: readonly number[]): void {
  const { drawing, edits } = base;
  const { objects, reader } = drawing;
  addSymbolOf(base, name, [0, 0], (owner) => rows.map((row) => ownedBy(base, row, owner)));
  const [placement] = drawn(base, objects.container[rows[0]], (space) =>
    space.place({ layer: '0' }, name, [0, 0]),
  );
  edits.insertBefore(objects.start[rows[0]], placement);
  for (const row of rows) edits.removeRange(objects.start[row], objects.groupEnd[row]);
  const handle = placement.find(({ code }) => code === 5)?.value;
  if (handle === undefined) return;
  const moved = rows.flatMap((row) =>
    objects.handleTag[row] > 0 ? [reader.name(objects.handleTag[row]).toUpperCase()] : [],
  );
  nameInstead(base, new Set(moved), String(handle));
}

/** The bytes of an object with another owner. */
function ownedBy(base: EditBase, row: number, owner: string): Part {
  const { document, objects, reader } = base.drawing;
  const { tags, bytes } = document;
  const [start, end] = [objects.start[row], objects.groupEnd[row]];
  const from = startOf(tags, start);
  const to = afterTag(tags, end - 1);
  let group = false;
  for (let tag = start + 1; tag < end && tags.codes[tag] !== 100 && tags.codes[tag] < 1000; tag++) {
    if (tags.codes[tag] === 102) group = reader.name(tag).startsWith('{');
    if (group || tags.codes[tag] !== 330 || owner === '') continue;
    return [
      bytes.slice(from, startOf(tags, tag)),
      { code: 330, value: owner },
      bytes.slice(afterTag(tags, tag), to),
    ];
  }
  return bytes.slice(from, to);
}

/** Where groups and draw orders list objects that went into a symbol, they list its placement once instead. */
function nameInstead(base: EditBase, moved: ReadonlySet<string>, placement: string): void {
  const { drawing, edits } = base;
  const { document, reader } = drawing;
  const { codes } = document.tags;
  for (const { start, end } of recordsIn(document, document.objects)) {
    const isOrder = tagIs(document.tags, start, 'SORTENTSTABLE');
    if (!isOrder && !tagIs(document.tags, start, 'GROUP')) continue;
    let named = false;
    for (let tag = start; tag < end; tag++) {
      if (codes[tag] !== (isOrder ? 331 : 340) || !moved.has(reader.name(tag).toUpperCase())) continue;
      if (!named) edits.replace(tag, placement);
      // A draw order keeps a second handle with each object: what it is sorted by.
      else edits.removeRange(tag, isOrder && codes[tag + 1] === 5 ? tag + 2 : tag + 1);
      named = true;
    }
  }
}
