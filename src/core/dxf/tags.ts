import { fail, ok, type Result } from '../result';

/**
 * Where every tag (a code line and a value line) of a text DXF lies. Parallel arrays, one entry per tag:
 * nothing is decoded and no object is made per tag, so an index costs 14 bytes a tag.
 */
export interface TagIndex {
  readonly bytes: Uint8Array;
  readonly count: number;
  /** Group codes. */
  readonly codes: Int16Array;
  /** First byte of the code line. */
  readonly starts: Uint32Array;
  /** First byte of the value. */
  readonly values: Uint32Array;
  /** One past the last byte of the value, its line end not included. */
  readonly ends: Uint32Array;
}

const LF = 10;
const CR = 13;
const SPACE = 32;
const TAB = 9;

/**
 * Indexes a text DXF. Blank lines where a code should stand are skipped, as some programs write them.
 * @returns the index, or a problem with the line at which the file stops being DXF
 */
export function indexTags(bytes: Uint8Array): Result<TagIndex> {
  const length = bytes.length;
  let room = Math.max(64, Math.ceil(likelyTags(bytes) * 1.05));
  let codes = new Int16Array(room);
  let starts = new Uint32Array(room);
  let values = new Uint32Array(room);
  let ends = new Uint32Array(room);
  let count = 0;
  let at = length >= 3 && bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? 3 : 0;

  while (at < length) {
    const start = at;
    let byte = bytes[at];
    while (byte === SPACE || byte === TAB) byte = bytes[++at];
    if (byte === LF || byte === CR) {
      at = afterLineEnd(bytes, at, length);
      continue;
    }
    if (at >= length) break;
    let negative = false;
    if (byte === 45) {
      negative = true;
      byte = bytes[++at];
    }
    let code = 0;
    let digits = 0;
    while (byte >= 48 && byte <= 57) {
      code = code * 10 + byte - 48;
      digits++;
      byte = bytes[++at];
    }
    while (byte === SPACE || byte === TAB) byte = bytes[++at];
    if (byte === 0x1a && at + 1 >= length - 2 && digits === 0) break; // an old end-of-text mark
    if (digits === 0 || digits > 4 || (at < length && byte !== LF && byte !== CR))
      return notACode(bytes, start, length);
    if (at >= length)
      return fail(
        'cut',
        'The file is cut off: its last line is a group code without a value.',
        'Ask the sender to export or send the drawing again.',
        lineAt(bytes, start),
      );
    at = afterLineEnd(bytes, at, length);
    if (count === room) {
      room = Math.ceil(room * 1.3);
      codes = grown(codes, new Int16Array(room));
      starts = grown(starts, new Uint32Array(room));
      values = grown(values, new Uint32Array(room));
      ends = grown(ends, new Uint32Array(room));
    }
    codes[count] = negative ? -code : code;
    starts[count] = start;
    values[count] = at;
    byte = bytes[at];
    while (at < length && byte !== LF && byte !== CR) byte = bytes[++at];
    ends[count] = at;
    count++;
    at = afterLineEnd(bytes, at, length);
  }
  return ok({ bytes, count, codes, starts, values, ends });
}

/** Tags that a file is likely to hold: line ends are counted in its first, middle and last stretch. */
function likelyTags(bytes: Uint8Array): number {
  const stretch = 1 << 18;
  const starts = [0, Math.max(0, (bytes.length - stretch) >> 1), Math.max(0, bytes.length - stretch)];
  let lines = 0;
  let seen = 0;
  for (const start of bytes.length <= stretch ? [0] : starts) {
    const end = Math.min(bytes.length, start + stretch);
    for (let i = start; i < end; i++)
      if (bytes[i] === LF || (bytes[i] === CR && bytes[i + 1] !== LF)) lines++;
    seen += end - start;
  }
  return seen === 0 ? 0 : (lines / seen) * (bytes.length / 2) + 2;
}

function afterLineEnd(bytes: Uint8Array, at: number, length: number): number {
  if (at >= length) return length;
  return bytes[at] === CR && bytes[at + 1] === LF ? at + 2 : at + 1;
}

function grown<T extends Int16Array | Uint32Array>(from: T, into: T): T {
  into.set(from);
  return into;
}

function notACode(bytes: Uint8Array, start: number, length: number): Result<never> {
  let end = start;
  while (end < length && end - start < 40 && bytes[end] !== LF && bytes[end] !== CR) end++;
  const seen = String.fromCharCode(...bytes.subarray(start, end)).replace(/[^\x20-\x7e]/g, '·');
  return fail(
    'damaged',
    `The file is damaged: a group code should stand here, found “${seen.trim()}”.`,
    'Ask the sender to export the drawing again; if it comes back the same, send us the lines around this one.',
    lineAt(bytes, start),
  );
}

/** 1-based line number of a byte. */
export function lineAt(bytes: Uint8Array, offset: number): number {
  let line = 1;
  for (let i = 0; i < offset; i++) if (bytes[i] === LF || (bytes[i] === CR && bytes[i + 1] !== LF)) line++;
  return line;
}

/** Byte offset at which the tag after this one begins; the end of the file for the last tag. */
export function afterTag(tags: TagIndex, tag: number): number {
  return tag + 1 < tags.count ? tags.starts[tag + 1] : tags.bytes.length;
}
