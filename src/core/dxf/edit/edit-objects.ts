import { recordsIn, tagIs } from '../document';
import { inDrawOrder } from '../drawing';
import { foldName } from '../interner';
import { afterTag, startOf } from '../tags';
import { type ComposerHost, SpaceComposer } from '../write/space-composer';
import type { EditBase } from './edit-base';
import type { NewTag, Part } from './edits';
import { removeObjects } from './remove-objects';

/**
 * New objects; `draw` gets a space to draw in, like the composer of whole files.
 * @param handles that the first of them take; the others get fresh ones
 */
export function drawObjects(
  base: EditBase,
  owner: string,
  onPaper: boolean,
  draw: (space: SpaceComposer) => void,
  handles: readonly string[] = [],
): NewTag[][] {
  let next = 0;
  const host: ComposerHost = {
    version: base.drawing.document.version,
    handle: () => {
      if (!base.hasHandles) return '';
      return next < handles.length ? handles[next++] : base.freshHandle();
    },
    nextViewport: () => 2,
    dimensionPicture: () => {
      throw new Error('pictures of dimensions are not made by edits');
    },
  };
  const space = new SpaceComposer(host, owner, onPaper);
  draw(space);
  return space.records;
}

/** New records for a container, with its owner. */
export function drawn(
  base: EditBase,
  container: number,
  draw: (space: SpaceComposer) => void,
  handles: readonly string[] = [],
): NewTag[][] {
  const { kind, block } = base.drawing.containers[container];
  const onPaper = kind === 'sheet' && inEntities(base, container);
  return drawObjects(base, ownerOf(base, block), onPaper, draw, handles);
}

const ownersKept = new WeakMap<EditBase, Map<string, string>>();

/** Handle of the record that owns the objects of a block; empty in files without owners. */
function ownerOf(base: EditBase, block: number): string {
  const { document, reader } = base.drawing;
  if (block < 0) return '';
  let owners = ownersKept.get(base);
  if (!owners) {
    owners = new Map();
    for (const range of document.tables.get('BLOCK_RECORD')?.records ?? []) {
      const name = foldName(reader.findText(range, 2));
      if (!owners.has(name)) owners.set(name, reader.findText(range, 5).toUpperCase());
    }
    ownersKept.set(base, owners);
  }
  return owners.get(foldName(document.blocks[block].name)) ?? '';
}

/** The model and the sheet that is open lie in the section of objects; other sheets and symbols in their blocks. */
function inEntities(base: EditBase, container: number): boolean {
  const { kind, block } = base.drawing.containers[container];
  if (kind === 'model') return true;
  if (kind === 'symbol') return false;
  return block < 0 || /^[*$]paper_space$/i.test(base.drawing.document.blocks[block].name);
}

/** Puts a record behind all others of a container. */
function putLast(base: EditBase, container: number, part: Part): void {
  const { document, containers } = base.drawing;
  if (inEntities(base, container)) base.putInSection('ENTITIES', part);
  else base.edits.insertBefore(document.blocks[containers[container].block].content.end, part);
}

/**
 * Adds objects in front of all others of a container.
 * @param handles that the first of them take
 * @returns how many there are
 */
export function addObjects(
  base: EditBase,
  container: number,
  draw: (space: SpaceComposer) => void,
  handles: readonly string[] = [],
): number {
  const records = drawn(base, container, draw, handles);
  for (const record of records) putLast(base, container, record);
  return records.length;
}

/** Puts new objects in the place of one; the first of them takes its handle, so that what points to it still does. */
export function replaceObject(base: EditBase, row: number, draw: (space: SpaceComposer) => void): void {
  const { objects, reader } = base.drawing;
  const handle = objects.handleTag[row] > 0 ? reader.name(objects.handleTag[row]).toUpperCase() : '';
  const records = drawn(base, objects.container[row], draw, handle === '' ? [] : [handle]);
  for (const record of records) base.edits.insertBefore(objects.start[row], record);
  base.edits.removeRange(objects.start[row], objects.groupEnd[row]);
}

/** Gives a symbol another drawing inside; its placements, its name and its base point stay. */
export function replaceSymbol(base: EditBase, name: string, draw: (space: SpaceComposer) => void): void {
  const symbol = base.drawing.symbols.get(foldName(name));
  if (!symbol) return;
  const { content } = symbol.block;
  removeObjects(
    base,
    base.drawing.containers[symbol.container].rows.filter((row) => base.drawing.objects.parent[row] < 0),
  );
  base.edits.removeRange(content.start, content.end);
  addObjects(base, symbol.container, draw);
}

/**
 * Brings objects of one container to the back or to the front of it. Files that can keep a draw order are given one;
 * in the oldest the records move.
 */
export function reorderObjects(base: EditBase, rows: readonly number[], to: 'back' | 'front'): void {
  if (rows.length === 0) return;
  const { drawing } = base;
  const { objects, document } = drawing;
  const container = objects.container[rows[0]];
  const wanted = new Set(rows);
  const order = inDrawOrder(drawing, container).filter((row) => objects.parent[row] < 0);
  const moved = order.filter((row) => wanted.has(row));
  const rest = order.filter((row) => !wanted.has(row));
  const next = to === 'back' ? [...moved, ...rest] : [...rest, ...moved];
  const owner = ownerOf(base, drawing.containers[container].block);
  const handled = next.every((row) => objects.handleTag[row] > 0);
  if (document.version >= ORDERS_FROM && owner !== '' && handled && document.sectionEnds.has('OBJECTS')) {
    if (drawing.drawOrder.has(container)) setOrder(base, container, next);
    else newOrder(base, owner, next);
    return;
  }
  for (const row of moved) {
    if (to === 'back' && row === order[0]) continue;
    const [from, end] = [
      startOf(document.tags, objects.start[row]),
      afterTag(document.tags, objects.groupEnd[row] - 1),
    ];
    const record = document.bytes.slice(from, end);
    if (to === 'back') base.edits.insertBefore(objects.start[order[0]], record);
    else putLast(base, container, record);
    base.edits.removeRange(objects.start[row], objects.groupEnd[row]);
  }
}

/** First version that keeps a draw order beside the objects. */
const ORDERS_FROM = 'AC1015';

/** Pairs of an object and the handle it is sorted by: the objects' own handles dealt out anew, lowest to the back. */
function orderPairs(base: EditBase, order: readonly number[]): NewTag[] {
  const { objects, reader } = base.drawing;
  const handles = order.map((row) => reader.name(objects.handleTag[row]).toUpperCase());
  const keys = [...handles].sort((a, b) => Number.parseInt(a, 16) - Number.parseInt(b, 16));
  return handles.flatMap((handle, i): NewTag[] => [
    { code: 331, value: handle },
    { code: 5, value: keys[i] },
  ]);
}

/** Gives a space a draw order where it has none: a table that hangs on the dictionary of the space's record. */
function newOrder(base: EditBase, owner: string, order: readonly number[]): void {
  const { drawing, edits } = base;
  const { document, reader } = drawing;
  const { codes } = document.tags;
  const record = document.tables
    .get('BLOCK_RECORD')
    ?.records.find((range) => reader.findText(range, 5).toUpperCase() === owner);
  const end = document.sectionEnds.get('OBJECTS');
  if (!record || end === undefined) return;
  const table = base.freshHandle();
  let dictionary = '';
  for (let tag = record.start; tag < record.end; tag++)
    if (codes[tag] === 102 && tagIs(document.tags, tag, '{ACAD_XDICTIONARY') && codes[tag + 1] === 360)
      dictionary = reader.name(tag + 1).toUpperCase();
  const entry: NewTag[] = [
    { code: 3, value: 'ACAD_SORTENTS' },
    { code: 360, value: table },
  ];
  if (dictionary === '') {
    dictionary = base.freshHandle();
    const at = reader.find(record, 5) + 1;
    edits.insertBefore(at, [
      { code: 102, value: '{ACAD_XDICTIONARY' },
      { code: 360, value: dictionary },
      { code: 102, value: '}' },
    ]);
    edits.insertBefore(end, [
      { code: 0, value: 'DICTIONARY' },
      { code: 5, value: dictionary },
      { code: 330, value: owner },
      { code: 100, value: 'AcDbDictionary' },
      { code: 280, value: 1 },
      { code: 281, value: 1 },
      ...entry,
    ]);
  } else
    for (const range of recordsIn(document, document.objects))
      if (reader.findText(range, 5).toUpperCase() === dictionary) edits.insertBefore(range.end, entry);
  edits.insertBefore(end, [
    { code: 0, value: 'SORTENTSTABLE' },
    { code: 5, value: table },
    { code: 330, value: dictionary },
    { code: 100, value: 'AcDbSortentsTable' },
    { code: 330, value: owner },
    ...orderPairs(base, order),
  ]);
}

/** Writes a draw order: the handles that objects are sorted by are dealt out anew, lowest to the back. */
function setOrder(base: EditBase, container: number, order: readonly number[]): void {
  const { drawing, edits } = base;
  const { document, reader, recordNames } = drawing;
  const { codes } = document.tags;
  const block = foldName(document.blocks[drawing.containers[container].block].name);
  for (const { start, end } of recordsIn(document, document.objects)) {
    if (!tagIs(document.tags, start, 'SORTENTSTABLE')) continue;
    const own = reader.subclass({ start, end }, 'AcDbSortentsTable');
    const owner = reader.findText(own, 330).toUpperCase();
    if (foldName(recordNames.get(owner) ?? '') !== block) continue;
    for (let at = own.start; at + 1 < end; at++)
      if (codes[at] === 331 && codes[at + 1] === 5) edits.removeRange(at, at + 2);
    edits.insertBefore(end, orderPairs(base, order));
  }
}
