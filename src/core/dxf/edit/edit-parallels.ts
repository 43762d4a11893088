import { recordsIn, type TagRange, tagIs } from '../document';
import { type Drawing, type DrawingParallelSet, rangeOf } from '../drawing';
import { foldName } from '../interner';
import { crossingsOf, isCut, parallelRun } from '../read/parallel-run';
import { decimal } from '../real';
import type { EditBase } from './edit-base';
import { type NewParallelSet, parallelSetBody } from './parallel-set-tags';

/** The set that the format itself needs. */
const NEEDED = foldName('Standard');

/** Gives a set other lines, ends and another fill; its name and description stay. */
export function setParallelSet(base: EditBase, set: DrawingParallelSet, to: NewParallelSet): void {
  const { reader, document } = base.drawing;
  const { codes } = document.tags;
  const body = parallelSetBody({ ...to, name: set.name, description: set.description });
  const value = (code: number): string | number => body.find((tag) => tag.code === code)?.value ?? 0;
  const flags = reader.find(set.range, 70);
  const fill = reader.find(set.range, 62);
  const count = reader.find(set.range, 71);
  if (flags < 0 || fill < 0 || count < 0 || fill > count) return;
  // What is seen of the set beside its ends and its fill, such as its mitres, stays as it is.
  const ends = 1 | 16 | 64 | 256 | 1024;
  base.edits.replace(flags, (reader.int(flags) & ~ends) | Number(value(70)));
  if (to.fillColour !== null) {
    base.edits.replace(fill, to.fillColour);
    // A colour in full stands before the number.
    for (let tag = fill + 1; tag < count; tag++)
      if (codes[tag] === 420 || codes[tag] === 430) base.edits.remove(tag);
  }
  base.edits.replace(count, to.lines.length);
  let end = count + 1;
  while (end < set.range.end && codes[end] !== 0 && codes[end] < 1000) end++;
  if (end > count + 1) base.edits.removeRange(count + 1, end);
  base.edits.insertBefore(end, body.slice(body.findIndex(({ code }) => code === 71) + 1));
}

/** Moves the lines of a run to where a set has them, and gives it as many as that has. False where it folds back on itself, or pieces were cut out of it by hand. */
export function followSet(base: EditBase, row: number, offsets: readonly number[]): boolean {
  const run = parallelRun(base.drawing, row);
  const wanted = crossingsOf(run, offsets);
  if (!wanted || isCut(run) || run.corners.some(({ start }) => start === 0)) return false;
  const { reader } = base.drawing;
  const many = run.corners.some(({ lines }) => lines.length !== offsets.length);
  for (const [i, corner] of run.corners.entries()) {
    if (!many) {
      for (const [line, { tag, count }] of corner.lines.entries())
        if (count > 0 && reader.number(tag + 1) !== wanted[i][line])
          base.edits.replace(tag + 1, decimal(wanted[i][line]));
      continue;
    }
    base.edits.removeRange(corner.start, corner.end);
    base.edits.insertBefore(
      corner.end,
      wanted[i].flatMap((value) => [
        { code: 74, value: 2 },
        { code: 41, value: decimal(value) },
        { code: 41, value: '0.0' },
        { code: 75, value: 0 },
      ]),
    );
  }
  const count = reader.find(rangeOf(base.drawing, row), 73);
  if (many && count >= 0) base.edits.replace(count, offsets.length);
  return true;
}

/** Lets a run name another set. */
export function nameParallelSet(base: EditBase, row: number, name: string, handle: string): void {
  const { reader } = base.drawing;
  const range = rangeOf(base.drawing, row);
  const [named, pointer] = [reader.find(range, 2), reader.find(range, 340)];
  if (named >= 0) base.edits.replace(named, name);
  if (pointer >= 0) base.edits.replace(pointer, handle);
}

/** The entry of a dictionary that leads to a set: the tag of its name, the tag that points to the set. */
function entryOf(drawing: Drawing, handle: string): readonly [number, number] | null {
  const { document, reader } = drawing;
  const { codes } = document.tags;
  for (const { start, end } of recordsIn(document, document.objects)) {
    if (!tagIs(document.tags, start, 'DICTIONARY')) continue;
    for (let tag = start; tag + 1 < end; tag++)
      if (
        codes[tag] === 3 &&
        (codes[tag + 1] === 350 || codes[tag + 1] === 360) &&
        reader.name(tag + 1).toUpperCase() === handle
      )
        return [tag, tag + 1];
  }
  return null;
}

const handleOfSet = (drawing: Drawing, range: TagRange): string =>
  drawing.reader.findText(range, 5).toUpperCase();

/**
 * Adds a set beside one that is there.
 * @returns its handle; null where the drawing keeps no list of its sets
 */
export function addParallelSet(
  base: EditBase,
  beside: DrawingParallelSet,
  set: NewParallelSet,
): string | null {
  const { drawing, edits } = base;
  const entry = entryOf(drawing, handleOfSet(drawing, beside.range));
  if (!entry) return null;
  const handle = base.freshHandle();
  const { codes } = drawing.document.tags;
  edits.insertBefore(entry[1] + 1, [
    { code: 3, value: set.name },
    { code: codes[entry[1]], value: handle },
  ]);
  const owner = drawing.reader.findText(beside.range, 330);
  edits.insertBefore(beside.range.end, [
    { code: 0, value: 'MLINESTYLE' },
    { code: 5, value: handle },
    ...(owner === '' ? [] : [{ code: 330, value: owner }]),
    ...parallelSetBody(set),
  ]);
  base.noteAdded('parallel-line set', set.name);
  return handle;
}

/**
 * Removes a set that nothing is drawn in any more; the drawing goes on in another one where it names it as its current set.
 * @returns false for the set that the format needs
 */
export function removeParallelSet(base: EditBase, set: DrawingParallelSet, instead: string): boolean {
  const { drawing, edits } = base;
  if (foldName(set.name) === NEEDED) return false;
  const entry = entryOf(drawing, handleOfSet(drawing, set.range));
  if (entry) edits.removeRange(entry[0], entry[1] + 1);
  edits.removeRange(set.range.start, set.range.end);
  const current = drawing.document.header.get('$CMLSTYLE');
  if (current && foldName(drawing.reader.headerText('$CMLSTYLE')) === foldName(set.name))
    edits.replace(current.start + 1, instead);
  return true;
}
