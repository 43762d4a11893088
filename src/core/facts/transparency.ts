import type { Drawing } from '../dxf/drawing';
import { propertyTags } from '../dxf/objects';

/** What is written where an object takes its transparency from its layer, or from the symbol it is in; group code 440. */
const FROM_LAYER = 0x00;
const FROM_SYMBOL = 0x01;

/** How far an object can be seen through, percent; or from what it takes that where it is placed. */
export type OwnTransparency = number | 'from the symbol';

/**
 * Objects with a transparency of their own, by row. Source: published DXF reference, group code 440: the highest byte says
 * where it comes from, the lowest holds 255 for what covers and 0 for what cannot be seen.
 */
export function ownTransparencies(drawing: Drawing): ReadonlyMap<number, OwnTransparency> {
  const { objects, document, reader } = drawing;
  const { codes, count } = document.tags;
  const found = new Map<number, OwnTransparency>();
  // Few drawings use it: objects are asked only where the code stands somewhere in them.
  const first = codes.indexOf(CODE);
  if (first < 0 || first >= count) return found;
  const rows = Array.from({ length: objects.count }, (_, row) => row).sort(
    (a, b) => objects.start[a] - objects.start[b],
  );
  let at = 0;
  for (let tag = first; tag < count; tag++) {
    if (codes[tag] !== CODE) continue;
    while (at < rows.length && objects.end[rows[at]] <= tag) at++;
    if (at === rows.length) break;
    const row = rows[at];
    if (objects.start[row] > tag) continue;
    const own = propertyTags(document, { start: objects.start[row], end: objects.end[row] }).transparency;
    const last = own.at(-1);
    tag = objects.end[row] - 1;
    if (last === undefined) continue;
    const value = reader.int(last);
    const from = (value >>> 24) & 0xff;
    if (from === FROM_LAYER) continue;
    found.set(row, from === FROM_SYMBOL ? 'from the symbol' : Math.round((1 - (value & 0xff) / 255) * 100));
  }
  return found;
}

/** Group code of an object’s transparency. */
const CODE = 440;
