import type { DxfDocument } from '../../document';
import { decimal } from '../../real';
import { binaryValue } from '../../tags';

/** Digits of a double that are sure. */
const DIGITS = 15;

/**
 * New numbers for tags of one document: for edits that touch nearly all of it, where a list of edits would take more memory
 * than the file.
 */
export class NumberEdits {
  /** By tag; NaN where the tag stays. */
  private readonly numbers: Float64Array;
  count = 0;

  constructor(private readonly document: DxfDocument) {
    this.numbers = new Float64Array(document.tags.count).fill(Number.NaN);
  }

  /** Gives a tag a number. One that it has already, and one that is no number, changes nothing. */
  set(tag: number, value: number, before: number): void {
    if (!Number.isFinite(value)) return;
    const rounded = Number(value.toPrecision(DIGITS));
    if (rounded === before) return;
    if (Number.isNaN(this.numbers[tag])) this.count++;
    this.numbers[tag] = rounded;
  }

  /** The file with the new numbers; everything else byte for byte. */
  apply(): Uint8Array {
    const { tags } = this.document;
    const { bytes, values, ends, codes, form, count } = tags;
    const text = new TextEncoder();
    let result = new Uint8Array(bytes.length + 8 * this.count + 64);
    let to = 0;
    let from = 0;
    const put = (part: Uint8Array): void => {
      if (to + part.length > result.length) {
        const more = new Uint8Array(Math.ceil((to + part.length) * 1.25));
        more.set(result.subarray(0, to));
        result = more;
      }
      result.set(part, to);
      to += part.length;
    };
    for (let tag = 0; tag < count; tag++) {
      const value = this.numbers[tag];
      if (Number.isNaN(value)) continue;
      let start = values[tag];
      let end = ends[tag];
      if (form === 'text') {
        while (start < end && bytes[start] === 32) start++;
        while (end > start && bytes[end - 1] === 32) end--;
      }
      put(bytes.subarray(from, start));
      put(
        form === 'text'
          ? text.encode(decimal(value))
          : binaryValue(codes[tag], String(value), (words) => text.encode(words)),
      );
      from = end;
    }
    put(bytes.subarray(from));
    return result.subarray(0, to);
  }
}
