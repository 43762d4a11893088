import type { DxfDocument, TagRange } from '../document';
import { afterTag, binaryTag, binaryValue, startOf } from '../tags';

/** A tag to be written. Numbers are written as given; text in the file's own encoding. */
export interface NewTag {
  readonly code: number;
  readonly value: string | number;
}

/** What is put before a tag: tags, bytes as they are, or a list that may still grow until the edits are written. */
export type Part = NewTag | Uint8Array | readonly Part[];

/** Two edits want different values for one tag. */
export class EditConflict extends Error {}

/** Replace the bytes `start` to `end` of the original by `bytes`. */
export interface ByteEdit {
  readonly start: number;
  readonly end: number;
  readonly bytes: Uint8Array;
}

/**
 * Edits of one document, gathered tag by tag. Two edits of the same tag become one; everything that no edit
 * touches comes out byte for byte. Nothing is written before {@link byteEdits}.
 */
export class TagEdits {
  private readonly replaced = new Map<number, string>();
  private readonly removed = new Set<number>();
  private readonly before = new Map<number, Part[]>();
  /** Every tag that was given another value or removed, in the order in which that was asked for. */
  readonly touched: TagRange[] = [];

  constructor(readonly document: DxfDocument) {}

  get isEmpty(): boolean {
    return this.replaced.size === 0 && this.removed.size === 0 && this.before.size === 0;
  }

  /**
   * Give a tag another value; blanks around the old value are kept as they were.
   * @throws EditConflict when it was given another one before: one of the two would be lost unsaid
   */
  replace(tag: number, value: string | number): void {
    const before = this.replaced.get(tag);
    if (before !== undefined && before !== String(value))
      throw new EditConflict(`“${before}” and “${value}” for the same place.`);
    this.give(tag, value);
  }

  /** Give a tag a value that builds on the one it was given before: counts, seeds, texts with several names in them. */
  update(tag: number, value: string | number): void {
    this.give(tag, value);
  }

  private give(tag: number, value: string | number): void {
    this.replaced.set(tag, String(value));
    this.touched.push({ start: tag, end: tag + 1 });
  }

  /** The value that a tag was given, if it was. */
  given(tag: number): string | undefined {
    return this.replaced.get(tag);
  }

  remove(tag: number): void {
    this.removeRange(tag, tag + 1);
  }

  removeRange(start: number, end: number): void {
    this.touched.push({ start, end });
    for (let tag = start; tag < end; tag++) this.removed.add(tag);
  }

  isRemoved(tag: number): boolean {
    return this.removed.has(tag);
  }

  /** Put something before a tag; further calls for the same tag add after the earlier ones. */
  insertBefore(tag: number, part: Part): void {
    const present = this.before.get(tag);
    if (present) present.push(part);
    else this.before.set(tag, [part]);
  }

  /** The edits in the order of the file, neighbours not joined, none overlapping. */
  byteEdits(): ByteEdit[] {
    const { tags, codec } = this.document;
    const touched = [...new Set([...this.replaced.keys(), ...this.removed, ...this.before.keys()])].sort(
      (a, b) => a - b,
    );
    const edits: ByteEdit[] = [];
    const push = (start: number, end: number, bytes: Uint8Array): void => {
      const last = edits.at(-1);
      // A removal that touches the one before it is the same change: a whole object goes as one range.
      if (
        last &&
        last.end === start &&
        (bytes.length === 0 || last.bytes.length === 0) &&
        start !== end &&
        last.start !== last.end
      )
        edits[edits.length - 1] = { start: last.start, end, bytes: joined(last.bytes, bytes) };
      else edits.push({ start, end, bytes });
    };
    for (const tag of touched) {
      const at = startOf(tags, tag);
      const added = this.before.get(tag);
      if (added) push(at, at, this.written(added));
      if (this.removed.has(tag)) push(at, afterTag(tags, tag), NO_BYTES);
      else {
        const value = this.replaced.get(tag);
        if (value === undefined) continue;
        const { bytes } = tags;
        let from = tags.values[tag];
        let to = tags.ends[tag];
        if (tags.form !== 'text') {
          push(from, to, binaryValue(tags.codes[tag], value, codec.encode));
          continue;
        }
        while (from < to && bytes[from] === 32) from++;
        while (to > from && bytes[to - 1] === 32) to--;
        push(from, to, codec.encode(oneLine(value)));
      }
    }
    return edits;
  }

  private written(added: readonly Part[]): Uint8Array {
    const { lineEnd, codec, tags } = this.document;
    return added.reduce<Uint8Array>((whole, part) => {
      if (part instanceof Uint8Array) return joined(whole, part);
      if (isList(part)) return joined(whole, this.written(part));
      const bytes =
        tags.form === 'text'
          ? codec.encode(`${String(part.code).padStart(3)}${lineEnd}${oneLine(part.value)}${lineEnd}`)
          : binaryTag(tags.form, part.code, part.value, codec.encode);
      return joined(whole, bytes);
    }, NO_BYTES);
  }
}

const isList = (part: Part): part is readonly Part[] => Array.isArray(part);

/** A value never breaks the line it is written on: the format has an escape for line ends in text. */
const oneLine = (value: string | number): string => String(value).replace(/\r\n|\r|\n/g, '^J');

const NO_BYTES = new Uint8Array(0);

function joined(a: Uint8Array, b: Uint8Array): Uint8Array {
  const whole = new Uint8Array(a.length + b.length);
  whole.set(a);
  whole.set(b, a.length);
  return whole;
}

/**
 * Applies edits given in file order.
 * @throws RangeError when edits overlap or lie outside the file: a fault of the caller, never of the input
 */
export function applyByteEdits(bytes: Uint8Array, edits: readonly ByteEdit[]): Uint8Array {
  let size = bytes.length;
  for (const edit of edits) size += edit.bytes.length - (edit.end - edit.start);
  const result = new Uint8Array(size);
  let from = 0;
  let to = 0;
  for (const edit of edits) {
    if (edit.start < from || edit.end < edit.start || edit.end > bytes.length)
      throw new RangeError(`edits overlap at byte ${edit.start}`);
    result.set(bytes.subarray(from, edit.start), to);
    to += edit.start - from;
    result.set(edit.bytes, to);
    to += edit.bytes.length;
    from = edit.end;
  }
  result.set(bytes.subarray(from), to);
  return result;
}

/** The edits that turn the edited bytes back into the original. */
export function inverseEdits(bytes: Uint8Array, edits: readonly ByteEdit[]): ByteEdit[] {
  let shift = 0;
  return edits.map((edit) => {
    const start = edit.start + shift;
    shift += edit.bytes.length - (edit.end - edit.start);
    return { start, end: start + edit.bytes.length, bytes: bytes.slice(edit.start, edit.end) };
  });
}
