import type { DxfDocument, TagRange } from './document';

/** What fields need of whoever reads the values of tags. */
interface ValueReader {
  readonly document: DxfDocument;
  number(tag: number): number;
  name(tag: number): string;
}

const CODES = 1072;

/**
 * The values of one record by group code, found in one pass: for each code its first tag. Application groups,
 * extended data and embedded objects are left out. One instance is used again for record after record, so it must be
 * read before the next `load`.
 */
export class Fields {
  private readonly at = new Int32Array(CODES);
  private readonly turns = new Int32Array(CODES);
  private turn = 0;
  range: TagRange = { start: 0, end: 0 };
  /** One past the last tag that was looked at: where extended data or an embedded object begins. */
  end = 0;

  constructor(readonly reader: ValueReader) {}

  load(range: TagRange): this {
    const { codes, bytes, values } = this.reader.document.tags;
    const { at, turns } = this;
    const turn = ++this.turn;
    this.range = range;
    let inGroup = false;
    let tag = range.start + 1;
    for (; tag < range.end; tag++) {
      const code = codes[tag];
      if (code >= 1000 || code === 101) break;
      if (code < 0) continue;
      if (code === 102) {
        inGroup = bytes[values[tag]] === 123;
        continue;
      }
      if (inGroup || turns[code] === turn) continue;
      turns[code] = turn;
      at[code] = tag;
    }
    this.end = tag;
    return this;
  }

  has(code: number): boolean {
    return this.turns[code] === this.turn;
  }

  /** First tag with a code, or -1. */
  tag(code: number): number {
    return this.turns[code] === this.turn ? this.at[code] : -1;
  }

  /** A number; `fallback` where there is none, or none that is finite. */
  num(code: number, fallback = 0): number {
    if (this.turns[code] !== this.turn) return fallback;
    const value = this.reader.number(this.at[code]);
    return Number.isFinite(value) ? value : fallback;
  }

  int(code: number, fallback = 0): number {
    return Math.trunc(this.num(code, fallback));
  }

  text(code: number, fallback = ''): string {
    return this.turns[code] === this.turn ? this.reader.name(this.at[code]) : fallback;
  }

  /** x, y and z held under `code`, `code` + 10 and `code` + 20. */
  point(code: number): [number, number, number] {
    return [this.num(code), this.num(code + 10), this.num(code + 20)];
  }
}
