import { type TagRange, tagIs } from '../document';
import type { EditBase } from './edit-base';
import { removeOwned } from './owned-records';
import { isPointer, referencesOf } from './references';

/** The handle that points to nothing. */
const NOTHING = '0';
/** Bit of a viewport's flags: it is cut by the outline that its pointer names. */
const CLIPPED = 0x10000;
/** What a leader says of its label: it has none. */
const NO_LABEL = 3;

/**
 * Removes objects with their vertices, attributes and everything that is theirs alone, and mends whatever pointed to
 * any of it: groups, draw order, dictionaries, back references, the outlines of viewports, labels of leaders, boundaries
 * of fills, extended data.
 */
export function removeObjects(base: EditBase, rows: readonly number[]): void {
  const { edits } = base;
  const { objects } = base.drawing;
  const gone = new Set<string>();
  for (const row of rows) {
    const end = Math.max(objects.end[row], objects.parent[row] < 0 ? objects.groupEnd[row] : 0);
    edits.removeRange(objects.start[row], end);
    forgetHandles(base, { start: objects.start[row], end }, gone);
    const placement = objects.parent[row];
    if (placement >= 0) dropEndMarkIfBare(base, placement);
  }
  // What pointed to something may go with it, and be pointed to itself.
  for (let before = 0; gone.size > before; ) {
    before = gone.size;
    mendPointers(base, gone);
  }
}

/** Notes the handles of the records of a range, and removes what hangs on them and on nothing else. */
function forgetHandles(base: EditBase, range: TagRange, gone: Set<string>): void {
  const { reader, document } = base.drawing;
  const { codes } = document.tags;
  const kept = referencesOf(base.drawing).kept();
  for (let tag = range.start; tag < range.end; ) {
    const start = tag++;
    while (tag < range.end && codes[tag] !== 0) tag++;
    const record = { start, end: tag };
    const handle = reader.findText(record, 5).toUpperCase();
    if (handle === '') continue;
    gone.add(handle);
    removeOwned(base, record, gone);
    // An image owns the record that ties it to its definition, as other objects own theirs.
    for (let at = start; at < tag; at++) {
      if (codes[at] !== 360) continue;
      const own = kept.get(reader.name(at).toUpperCase());
      if (
        own &&
        !base.edits.isRemoved(own.start) &&
        reader.fields.load(own).text(330).toUpperCase() === handle
      )
        removeKept(base, own, gone);
    }
  }
}

/** Removes records that are kept beside the drawing, groups among them; what they list stays, and what points to them no longer does. */
export function removeKeptRecords(base: EditBase, ranges: readonly TagRange[]): void {
  const gone = new Set<string>();
  for (const range of ranges) removeKept(base, range, gone);
  for (let before = 0; gone.size > before; ) {
    before = gone.size;
    mendPointers(base, gone);
  }
}

/** Removes a record that is kept beside the drawing, with what hangs on it. */
function removeKept(base: EditBase, range: TagRange, gone: Set<string>): void {
  const handle = base.drawing.reader.findText(range, 5).toUpperCase();
  if (handle !== '') gone.add(handle);
  removeOwned(base, range, gone);
  base.edits.removeRange(range.start, range.end);
}

function dropEndMarkIfBare(base: EditBase, placement: number): void {
  const { edits } = base;
  const { objects, document } = base.drawing;
  for (let row = placement + 1; row < objects.count && objects.parent[row] === placement; row++)
    if (!edits.isRemoved(objects.start[row])) return;
  const end = objects.groupEnd[placement];
  for (let tag = objects.end[placement]; tag < end; tag++)
    if (document.tags.codes[tag] === 0 && tagIs(document.tags, tag, 'SEQEND')) edits.removeRange(tag, end);
  for (let tag = objects.start[placement]; tag < objects.end[placement]; tag++)
    if (document.tags.codes[tag] === 66) edits.remove(tag);
}

/** Goes over the file once and mends every record that points to something that is gone. */
function mendPointers(base: EditBase, gone: Set<string>): void {
  const { document, reader } = base.drawing;
  const { codes, count } = document.tags;
  let start = 0;
  let mended = -1;
  for (let tag = 0; tag < count; tag++) {
    if (codes[tag] === 0) start = tag;
    if (!isPointer(codes[tag]) || mended === start || base.edits.isRemoved(tag)) continue;
    if (!gone.has(reader.name(tag).toUpperCase())) continue;
    let end = tag;
    while (end < count && codes[end] !== 0) end++;
    mendRecord(base, { start, end }, gone);
    mended = start;
  }
}

/** Mends all pointers of one record. */
function mendRecord(base: EditBase, range: TagRange, gone: Set<string>): void {
  const { edits } = base;
  const { tags } = base.drawing.document;
  const { codes } = tags;
  const is = (kind: string): boolean => tagIs(tags, range.start, kind);
  if (is('GROUP') && forgetMembers(base, range, gone)) return;
  forgetReactors(base, range, gone);
  const owner = ownerTag(base, range);
  for (let tag = range.start; tag < range.end; tag++) {
    if (edits.isRemoved(tag) || !isPointer(codes[tag]) || !isGone(base, tag, gone)) continue;
    const code = codes[tag];
    if (tag === owner) {
      // What belongs to something that is gone goes too, where it is no object that is drawn.
      if (isKept(base, range)) {
        removeKept(base, range, gone);
        return;
      }
      edits.replace(tag, NOTHING);
    } else if (is('SORTENTSTABLE') && code === 331 && codes[tag + 1] === 5) edits.removeRange(tag, tag + 2);
    else if (codes[tag - 1] === 3 && (code === 350 || code === 360 || code === 340))
      edits.removeRange(tag - 1, tag + 1);
    else if (is('VIEWPORT') && code === 340) forgetClip(base, range, tag);
    else if (is('LEADER') && code === 340) forgetLabel(base, range, tag);
    else edits.replace(tag, NOTHING);
  }
}

const isGone = (base: EditBase, tag: number, gone: ReadonlySet<string>): boolean =>
  gone.has(base.drawing.reader.name(tag).toUpperCase());

const isKept = ({ drawing }: EditBase, { start }: TagRange): boolean =>
  drawing.document.objects.some((run) => start >= run.start && start < run.end);

/** The tag that names what a record belongs to: the first of its kind outside of groups, before the marks of its classes. */
function ownerTag(base: EditBase, range: TagRange): number {
  const { codes, bytes, values } = base.drawing.document.tags;
  let inGroup = false;
  for (let tag = range.start; tag < range.end && codes[tag] !== 100; tag++)
    if (codes[tag] === 102) inGroup = bytes[values[tag]] === 123;
    else if (codes[tag] === 330 && !inGroup) return tag;
  return -1;
}

function forgetClip(base: EditBase, range: TagRange, tag: number): void {
  const { reader } = base.drawing;
  const flags = reader.find(range, 90);
  if (flags >= 0) base.edits.update(flags, reader.int(flags) & ~CLIPPED);
  base.edits.remove(tag);
}

function forgetLabel(base: EditBase, range: TagRange, tag: number): void {
  const made = base.drawing.reader.find(range, 73);
  if (made >= 0) base.edits.update(made, NO_LABEL);
  base.edits.replace(tag, NOTHING);
}

/**
 * Takes objects out of a group; a group that loses its last goes itself, and its name with it.
 * @returns true when the group goes
 */
function forgetMembers(base: EditBase, range: TagRange, gone: Set<string>): boolean {
  const { edits } = base;
  const { codes } = base.drawing.document.tags;
  const members: number[] = [];
  for (let tag = range.start; tag < range.end; tag++)
    if (codes[tag] === 340 && !edits.isRemoved(tag)) members.push(tag);
  const lost = members.filter((tag) => isGone(base, tag, gone));
  if (lost.length > 0 && lost.length === members.length) {
    removeKept(base, range, gone);
    return true;
  }
  for (const tag of lost) edits.remove(tag);
  return false;
}

function forgetReactors(base: EditBase, range: TagRange, gone: ReadonlySet<string>): void {
  const { edits } = base;
  const { reader, document } = base.drawing;
  const { codes, values, bytes } = document.tags;
  let open = -1;
  let kept = 0;
  for (let tag = range.start; tag < range.end && codes[tag] < 1000; tag++) {
    if (codes[tag] === 102) {
      if (bytes[values[tag]] === 123) {
        open = tagIs(document.tags, tag, '{ACAD_REACTORS') ? tag : -1;
        kept = 0;
      } else if (open >= 0) {
        if (kept === 0) edits.removeRange(open, tag + 1);
        open = -1;
      }
    } else if (open >= 0 && codes[tag] === 330) {
      if (isGone(base, tag, gone)) edits.remove(tag);
      else kept++;
    }
  }
  // A fill that is tied to its boundary lists the boundary's objects behind their number.
  for (let tag = range.start; tag < range.end; tag++) {
    if (codes[tag] !== 97) continue;
    const count = reader.int(tag);
    let dropped = 0;
    for (let i = 1; i <= count && codes[tag + i] === 330; i++)
      if (edits.isRemoved(tag + i) || isGone(base, tag + i, gone)) {
        edits.remove(tag + i);
        dropped++;
      }
    if (dropped > 0) edits.update(tag, count - dropped);
  }
}
