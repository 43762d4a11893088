import type { TagRange } from '../document';
import type { Drawing } from '../drawing';

/** First point that an object's record names, in the object's own units, or null when it names none. */
export function anchorOf(drawing: Drawing, range: TagRange): [number, number] | null {
  const { reader, document } = drawing;
  const { codes } = document.tags;
  for (let tag = range.start + 1; tag < range.end && codes[tag] < 1000; tag++) {
    if (codes[tag] !== 10) continue;
    const x = reader.number(tag);
    const y = codes[tag + 1] === 20 ? reader.number(tag + 1) : 0;
    return Number.isFinite(x) && Number.isFinite(y) ? [x, y] : null;
  }
  return null;
}
