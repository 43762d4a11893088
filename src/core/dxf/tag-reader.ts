import { type DxfDocument, type TagRange, tagIs } from './document';
import { Fields } from './fields';
import { nameText } from './interner';
import { parseNumber } from './parse-number';
import { binaryNumber, isTextCode, type TagIndex } from './tags';

/** A value of the binary form that is no text, as the text form would write it. */
function binaryText(tags: TagIndex, tag: number): string {
  const number = binaryNumber(tags, tag);
  if (!Number.isNaN(number)) return String(number);
  let digits = '';
  for (let i = tags.values[tag]; i < tags.ends[tag]; i++)
    digits += tags.bytes[i].toString(16).toUpperCase().padStart(2, '0');
  return digits;
}

/** Reads values of tags; the few functions through which everything above the bytes sees a file. */
export class TagReader {
  /** Values of one record at a time; see {@link Fields}. */
  readonly fields: Fields;

  constructor(readonly document: DxfDocument) {
    this.fields = new Fields(this);
  }

  text(tag: number): string {
    const { tags, codec } = this.document;
    if (tags.form !== 'text' && !isTextCode(tags.codes[tag])) return binaryText(tags, tag);
    return codec.decode(tags.bytes, tags.values[tag], tags.ends[tag]);
  }

  /** The first `most` bytes of a text: what is longer is not laid out or listed whole. */
  textUpTo(tag: number, most: number): string {
    const { tags, codec } = this.document;
    if (tags.ends[tag] - tags.values[tag] <= most) return this.text(tag);
    return `${codec.decode(tags.bytes, tags.values[tag], tags.values[tag] + most)} …`;
  }

  /** Text without blanks at its ends: names, marks, handles. */
  name(tag: number): string {
    const { tags, codec } = this.document;
    if (tags.form !== 'text' && !isTextCode(tags.codes[tag])) return binaryText(tags, tag);
    return nameText(tags.bytes, tags.values[tag], tags.ends[tag], codec.decode).trim();
  }

  /** A number; NaN where the value is none. */
  number(tag: number): number {
    const { tags } = this.document;
    if (tags.form !== 'text' && !isTextCode(tags.codes[tag])) return binaryNumber(tags, tag);
    return parseNumber(tags.bytes, tags.values[tag], tags.ends[tag]);
  }

  /** Whole number; `fallback` where the value is none. */
  int(tag: number, fallback = 0): number {
    const value = Math.trunc(this.number(tag));
    return Number.isFinite(value) ? value : fallback;
  }

  /** First tag with this code in a range, or -1. */
  find(range: TagRange, code: number): number {
    const { codes } = this.document.tags;
    for (let tag = range.start; tag < range.end; tag++) if (codes[tag] === code) return tag;
    return -1;
  }

  /** Range of the tags after a subclass mark up to the next one; the whole range when the mark is absent. */
  subclass(range: TagRange, mark: string): TagRange {
    const { tags } = this.document;
    for (let tag = range.start; tag < range.end; tag++)
      if (tags.codes[tag] === 100 && tagIs(tags, tag, mark)) {
        let end = tag + 1;
        while (end < range.end && tags.codes[end] !== 100 && tags.codes[end] < 1000) end++;
        return { start: tag + 1, end };
      }
    return range;
  }

  findText(range: TagRange, code: number, fallback = ''): string {
    const tag = this.find(range, code);
    return tag < 0 ? fallback : this.name(tag);
  }

  findNumber(range: TagRange, code: number, fallback = 0): number {
    const tag = this.find(range, code);
    if (tag < 0) return fallback;
    const value = this.number(tag);
    return Number.isFinite(value) ? value : fallback;
  }

  findInt(range: TagRange, code: number, fallback = 0): number {
    const tag = this.find(range, code);
    return tag < 0 ? fallback : this.int(tag, fallback);
  }

  /** Value of a header variable as a number. */
  headerNumber(name: string, fallback: number): number {
    const range = this.document.header.get(name);
    if (!range || range.end - range.start < 2) return fallback;
    const value = this.number(range.start + 1);
    return Number.isFinite(value) ? value : fallback;
  }

  headerText(name: string): string {
    const range = this.document.header.get(name);
    return range && range.end - range.start > 1 ? this.name(range.start + 1) : '';
  }
}
