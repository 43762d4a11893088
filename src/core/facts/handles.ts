import { type DxfDocument, recordsIn, type TagRange } from '../dxf/document';
import type { Drawing } from '../dxf/drawing';

/** What is wrong with the handles of a drawing, by the tags that hold them. */
export interface HandleFaults {
  /** Objects, vertices and attributes whose handle something before them, or a record of the file, has too. */
  readonly doubled: readonly number[];
  /** Objects, vertices and attributes whose handle is none: no number in sixteens, nothing, or of more than 16 digits. */
  readonly invalid: readonly number[];
  /** Records beside the drawing that share a handle with another one. */
  readonly records: readonly number[];
  /** Row of the object that each tag belongs to. */
  readonly rowOf: ReadonlyMap<number, number>;
}

/** Digits that a number holds exactly. */
const EXACT_DIGITS = 13;
const MOST_DIGITS = 16;

/** A handle's number; NaN where it is none, infinite where it has more digits than a number holds exactly. */
function handleNumber({ tags }: DxfDocument, tag: number): number {
  const { bytes, values, ends } = tags;
  let [value, digits] = [0, 0];
  let at = values[tag];
  let end = ends[tag];
  while (at < end && bytes[at] === 32) at++;
  while (end > at && bytes[end - 1] === 32) end--;
  for (; at < end; at++) {
    const byte = bytes[at];
    const digit =
      byte >= 48 && byte <= 57 ? byte - 48 : (byte | 32) >= 97 && (byte | 32) <= 102 ? (byte | 32) - 87 : -1;
    if (digit < 0) return Number.NaN;
    if (digits > 0 || digit > 0) digits++;
    value = value * 16 + digit;
  }
  if (digits === 0 || digits > MOST_DIGITS) return Number.NaN;
  return digits > EXACT_DIGITS ? Number.POSITIVE_INFINITY : value;
}

/** Handles of the records that are no objects: tables, their records, symbols, and what is kept beside the drawing. */
function recordHandles({ document }: Drawing): number[] {
  const { codes } = document.tags;
  const found: number[] = [];
  const put = ({ start, end }: TagRange, code: number): void => {
    for (let tag = start + 1; tag < end && codes[tag] < 1000; tag++)
      if (codes[tag] === code) {
        found.push(tag);
        return;
      }
  };
  for (const { name, head, records } of document.tables.values()) {
    put(head, 5);
    for (const range of records) put(range, name === 'DIMSTYLE' ? 105 : 5);
  }
  for (const { head, tail } of document.blocks) {
    put(head, 5);
    put(tail, 5);
  }
  for (const range of recordsIn(document, document.objects)) put(range, 5);
  return found;
}

/** Handles of the objects in the order of the file, those of their vertices and end marks behind them. */
function objectHandles(drawing: Drawing): { tags: number[]; rows: number[] } {
  const { objects, document } = drawing;
  const { codes } = document.tags;
  const tags: number[] = [];
  const rows: number[] = [];
  for (let row = 0; row < objects.count; row++) {
    if (objects.handleTag[row] > 0) {
      tags.push(objects.handleTag[row]);
      rows.push(row);
    }
    let seen = true;
    for (let tag = objects.partsFrom(row); tag < objects.groupEnd[row]; tag++)
      if (codes[tag] === 0) seen = false;
      else if (codes[tag] === 5 && !seen) {
        seen = true;
        tags.push(tag);
        rows.push(row);
      }
  }
  return { tags, rows };
}

/** Handles below this are looked for twice in a map of bits, others by sorting: nearly all are far below. */
const MOST_BITS = 1 << 27;

/** The numbers that come more than once; what is no number, or not held exactly, is passed over. */
function numbersTwice(numbers: Float64Array): ReadonlySet<number> {
  const twice = new Set<number>();
  let highest = 0;
  for (const value of numbers) if (Number.isFinite(value) && value > highest) highest = value;
  if (highest < MOST_BITS) {
    const seen = new Uint8Array((highest >> 3) + 1);
    for (const value of numbers) {
      if (!Number.isFinite(value)) continue;
      const [at, bit] = [value >> 3, 1 << (value & 7)];
      if (seen[at] & bit) twice.add(value);
      seen[at] |= bit;
    }
    return twice;
  }
  const sorted = numbers.slice().sort();
  for (let k = 1; k < sorted.length && Number.isFinite(sorted[k]); k++)
    if (sorted[k] === sorted[k - 1]) twice.add(sorted[k]);
  return twice;
}

/**
 * Handles that are doubled or none. Of objects that share one the first in the file keeps it, and a record keeps it
 * before every object: more points to records.
 */
export function handleFaults(drawing: Drawing): HandleFaults {
  const { document, reader } = drawing;
  const all = recordHandles(drawing);
  const others = all.length;
  const { tags, rows } = objectHandles(drawing);
  for (const tag of tags) all.push(tag);
  const numbers = new Float64Array(all.length);
  const rowOf = new Map<number, number>();
  const invalid: number[] = [];
  const long: number[] = [];
  for (let i = 0; i < all.length; i++) {
    const value = handleNumber(document, all[i]);
    numbers[i] = value;
    if (value === Number.POSITIVE_INFINITY) long.push(i);
    else if (Number.isNaN(value) && i >= others) {
      invalid.push(all[i]);
      rowOf.set(all[i], rows[i - others]);
    }
  }
  const doubled: number[] = [];
  const records: number[] = [];
  const meet = (order: readonly number[], same: (a: number, b: number) => boolean): void => {
    for (let k = 1; k < order.length; k++) {
      if (!same(order[k - 1], order[k])) continue;
      const i = order[k];
      if (i < others) records.push(all[i]);
      else {
        doubled.push(all[i]);
        rowOf.set(all[i], rows[i - others]);
      }
    }
  };
  // Nearly always no number comes twice: that is seen at once, and only then asked which.
  const twice = numbersTwice(numbers);
  if (twice.size > 0)
    meet(
      all
        .map((_, i) => i)
        .filter((i) => twice.has(numbers[i]))
        .sort((a, b) => numbers[a] - numbers[b] || a - b),
      (a, b) => numbers[a] === numbers[b],
    );
  if (long.length > 1) {
    const texts = new Map(long.map((i) => [i, reader.name(all[i]).toUpperCase().replace(/^0+/, '')]));
    const text = (i: number): string => texts.get(i)!;
    meet(
      long.sort((a, b) => (text(a) < text(b) ? -1 : text(a) > text(b) ? 1 : a - b)),
      (a, b) => text(a) === text(b),
    );
  }
  doubled.sort((a, b) => a - b);
  return { doubled, invalid, records, rowOf };
}
