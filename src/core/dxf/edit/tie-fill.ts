import { tagIs } from '../document';
import { handleOf, rangeOf } from '../drawing';
import type { EditBase } from './edit-base';

/** The loops of a fill by their tags: where each begins, and where what it is tied to is listed; none where it has splines. */
function loopTags(base: EditBase, row: number): { readonly start: number; readonly end: number }[] | null {
  const { reader, document } = base.drawing;
  const { codes } = document.tags;
  const range = rangeOf(base.drawing, row);
  const first = reader.find(range, 91);
  const end = reader.find(range, 75);
  if (first < 0 || end < first) return null;
  const starts: number[] = [];
  for (let tag = first; tag < end; tag++) {
    if (codes[tag] === 92) starts.push(tag);
    // Within a spline the count of the objects that it is tied to stands for something else.
    if (codes[tag] === 94) return null;
  }
  return starts.map((start, i) => ({ start, end: starts[i + 1] ?? end }));
}

/**
 * Ties a fill to the objects that its loops run along: the fill lists them, and they list the fill.
 * @param sources rows of the objects of each loop, in the order of the loops
 * @returns false where the file has no place for it
 */
export function tieFill(base: EditBase, row: number, sources: readonly (readonly number[])[]): boolean {
  const { drawing, edits } = base;
  const { reader, document } = drawing;
  const { codes } = document.tags;
  const loops = loopTags(base, row);
  const tied = reader.find(rangeOf(drawing, row), 71);
  const own = handleOf(drawing, row);
  if (!loops || loops.length !== sources.length || tied < 0 || own === '') return false;
  const handles = sources.map((rows) => rows.map((one) => handleOf(drawing, one)));
  if (handles.some((of) => of.length === 0 || of.includes(''))) return false;
  edits.replace(tied, 1);
  for (const [i, { start, end }] of loops.entries()) {
    let count = -1;
    for (let tag = start; tag < end; tag++) if (codes[tag] === 97) count = tag;
    const listed = handles[i].map((value) => ({ code: 330, value }));
    if (count < 0) edits.insertBefore(end, [{ code: 97, value: listed.length }, ...listed]);
    else {
      edits.replace(count, listed.length);
      for (let tag = count + 1; tag < end && codes[tag] === 330; tag++) edits.remove(tag);
      edits.insertBefore(count + 1, listed);
    }
  }
  for (const source of new Set(sources.flat())) addReactor(base, source, own);
  return true;
}

/** Lets an object list another one that is to be told when it changes. */
function addReactor(base: EditBase, row: number, handle: string): void {
  const { drawing, edits } = base;
  const { reader, document } = drawing;
  const { codes } = document.tags;
  const { start, end } = rangeOf(drawing, row);
  for (let tag = start; tag < end && codes[tag] < 1000; tag++) {
    if (codes[tag] !== 102 || !tagIs(document.tags, tag, '{ACAD_REACTORS')) continue;
    let last = tag + 1;
    for (; last < end && codes[last] === 330; last++)
      if (reader.name(last).toUpperCase() === handle.toUpperCase()) return;
    edits.insertBefore(last, [{ code: 330, value: handle }]);
    return;
  }
  const own = reader.find({ start, end }, 5);
  edits.insertBefore(own + 1, [
    { code: 102, value: '{ACAD_REACTORS' },
    { code: 330, value: handle },
    { code: 102, value: '}' },
  ]);
}
