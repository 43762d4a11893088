import { fail, ok, type Result } from '../result';

/** How a file writes its tags: as lines of text, or in binary with codes of two bytes, or (R12) of one. */
export type Form = 'text' | 'binary' | 'binary-short';

/**
 * Where every tag (a code and a value) of a DXF lies. Parallel arrays, one entry per tag: nothing is decoded and no
 * object is made per tag, so an index costs 10 bytes a tag. Where a tag begins is worked out when an edit asks for it:
 * see {@link startOf}.
 */
export interface TagIndex {
  readonly bytes: Uint8Array;
  readonly form: Form;
  readonly count: number;
  /** Group codes. */
  readonly codes: Int16Array;
  /** First byte of the value. */
  readonly values: Uint32Array;
  /** One past the last byte of the value, its line end or closing zero not included. */
  readonly ends: Uint32Array;
}

/** A remark for people, which may stand anywhere, between a mark and its name too. It is no tag of the drawing. */
const COMMENT = 999;

const LF = 10;
const CR = 13;
const SPACE = 32;
const TAB = 9;

/**
 * Indexes a text DXF. Comments are left out; blank lines where a code should stand are skipped, as some programs write
 * them.
 * @returns the index, or a problem with the line at which the file stops being DXF
 */
export function indexTags(bytes: Uint8Array): Result<TagIndex> {
  const length = bytes.length;
  let room = Math.max(64, Math.ceil(likelyTags(bytes) * 1.05));
  let codes = new Int16Array(room);
  let values = new Uint32Array(room);
  let ends = new Uint32Array(room);
  let count = 0;
  // Very old systems end lines with a carriage return alone.
  const lone = !bytes.subarray(0, 4096).includes(LF);
  const shift = (4 - (bytes.byteOffset & 3)) & 3;
  const words = new Int32Array(bytes.buffer, bytes.byteOffset + shift, Math.max(0, length - shift) >> 2);
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
    if (code === COMMENT && !negative) {
      at = afterLineEnd(bytes, lone ? endOfLine(bytes, at) : lineFeed(bytes, words, shift, at), length);
      continue;
    }
    if (count === room) {
      room = Math.ceil(room * 1.3);
      codes = grown(codes, new Int16Array(room));
      values = grown(values, new Uint32Array(room));
      ends = grown(ends, new Uint32Array(room));
    }
    codes[count] = negative ? -code : code;
    values[count] = at;
    at = lone ? endOfLine(bytes, at) : lineFeed(bytes, words, shift, at);
    ends[count] = !lone && bytes[at - 1] === CR && at > values[count] ? at - 1 : at;
    count++;
    at = lone ? afterLineEnd(bytes, at, length) : at + 1;
  }
  return ok({ bytes, form: 'text', count, codes, values, ends });
}

/** First bytes of the binary form; the format fixes them. */
const BINARY_HEAD_LENGTH = 22;

/**
 * Indexes a DXF in its binary form. R12 writes codes as one byte (255 announces two), later versions as two.
 * @returns the index, or a problem with the byte at which the file stops being DXF
 */
export function indexBinary(bytes: Uint8Array): Result<TagIndex> {
  const { length } = bytes;
  const [first, second] = bytes.subarray(BINARY_HEAD_LENGTH, BINARY_HEAD_LENGTH + 2);
  const form: Form = first === 255 || (first === 0 && second !== 0) ? 'binary-short' : 'binary';
  let room = Math.max(64, length >> 3);
  let codes = new Int16Array(room);
  let values = new Uint32Array(room);
  let ends = new Uint32Array(room);
  let count = 0;
  const view = new DataView(bytes.buffer, bytes.byteOffset, length);
  for (let at = BINARY_HEAD_LENGTH; at < length; ) {
    const start = at;
    let code: number;
    if (form === 'binary-short' && bytes[at] !== 255) code = bytes[at++];
    else {
      if (form === 'binary-short') at++;
      if (at + 2 > length) return cutBinary(start);
      code = view.getInt16(at, true);
      at += 2;
    }
    const size = sizeOf(code);
    if (size === UNKNOWN_SIZE) return damagedBinary(start, code);
    let end: number;
    let next: number;
    if (size === TEXT_SIZE) {
      end = at;
      while (end < length && bytes[end] !== 0) end++;
      next = end + 1;
    } else if (size === CHUNK_SIZE) {
      end = at + 1 + (bytes[at] ?? 0);
      at++;
      next = end;
    } else {
      end = at + size;
      next = end;
    }
    if (end > length || next > length) return cutBinary(start);
    if (code === COMMENT) {
      at = next;
      continue;
    }
    if (count === room) {
      room = Math.ceil(room * 1.3);
      codes = grown(codes, new Int16Array(room));
      values = grown(values, new Uint32Array(room));
      ends = grown(ends, new Uint32Array(room));
    }
    codes[count] = code;
    values[count] = at;
    ends[count] = end;
    count++;
    at = next;
    // What stands behind the end mark is not drawing.
    if (code === 0 && end - values[count - 1] === 3 && bytes[end - 3] === 69 && bytes[end - 2] === 79) break;
  }
  return ok({ bytes, form, count, codes, values, ends });
}

const TEXT_SIZE = 0;
const CHUNK_SIZE = -1;
const UNKNOWN_SIZE = -2;

/** Bytes of a value in the binary form, by its group code, as the format publishes it. */
function sizeOf(code: number): number {
  if (code < 0) return UNKNOWN_SIZE;
  if (code < 10) return TEXT_SIZE;
  if (code < 60) return 8;
  if (code < 80) return 2;
  if (code < 90) return UNKNOWN_SIZE;
  if (code < 100) return 4;
  if (code < 106) return TEXT_SIZE;
  if (code < 110) return UNKNOWN_SIZE;
  if (code < 150) return 8;
  if (code < 160) return UNKNOWN_SIZE;
  if (code < 170) return 8;
  if (code < 180) return 2;
  if (code < 210) return UNKNOWN_SIZE;
  if (code < 240) return 8;
  if (code < 270) return UNKNOWN_SIZE;
  if (code < 290) return 2;
  if (code < 300) return 1;
  if (code < 310) return TEXT_SIZE;
  if (code < 320) return CHUNK_SIZE;
  if (code < 370) return TEXT_SIZE;
  if (code < 390) return 2;
  if (code < 400) return TEXT_SIZE;
  if (code < 410) return 2;
  if (code < 420) return TEXT_SIZE;
  if (code < 430) return 4;
  if (code < 440) return TEXT_SIZE;
  if (code < 460) return 4;
  if (code < 470) return 8;
  if (code < 482) return TEXT_SIZE;
  if (code === COMMENT) return TEXT_SIZE;
  if (code < 1000) return UNKNOWN_SIZE;
  if (code === 1004) return CHUNK_SIZE;
  if (code < 1010) return TEXT_SIZE;
  if (code < 1060) return 8;
  if (code < 1071) return 2;
  return code === 1071 ? 4 : UNKNOWN_SIZE;
}

const isChunk = (code: number): boolean => sizeOf(code) === CHUNK_SIZE;

/** True when values with this code are text in the binary form too. */
export const isTextCode = (code: number): boolean => sizeOf(code) === TEXT_SIZE;

/** A number of the binary form; NaN where the code's values are not numbers. */
export function binaryNumber(tags: TagIndex, tag: number): number {
  const { bytes, codes, values } = tags;
  const at = values[tag];
  const view = new DataView(bytes.buffer, bytes.byteOffset + at, tags.ends[tag] - at);
  const code = codes[tag];
  switch (sizeOf(code)) {
    case 1:
      return view.getUint8(0);
    case 2:
      return view.getInt16(0, true);
    case 4:
      return view.getInt32(0, true);
    case 8:
      return code >= 160 && code < 170 ? Number(view.getBigInt64(0, true)) : view.getFloat64(0, true);
    default:
      return Number.NaN;
  }
}

/** The bytes of a value in the binary form, its closing zero not included for text. */
export function binaryValue(
  code: number,
  value: string | number,
  encode: (text: string) => Uint8Array,
): Uint8Array {
  const size = sizeOf(code);
  if (size === TEXT_SIZE) return encode(String(value));
  if (size === CHUNK_SIZE) {
    const digits = String(value).match(/[0-9a-f]{2}/gi) ?? [];
    return Uint8Array.from(digits.map((pair) => Number.parseInt(pair, 16)));
  }
  const bytes = new Uint8Array(Math.max(0, size));
  const view = new DataView(bytes.buffer);
  const number = Number(value);
  if (size === 1) view.setUint8(0, number);
  else if (size === 2) view.setInt16(0, number, true);
  else if (size === 4) view.setInt32(0, number, true);
  else if (code >= 160 && code < 170) view.setBigInt64(0, BigInt(Math.trunc(number)), true);
  else view.setFloat64(0, number, true);
  return bytes;
}

/** A whole tag of the binary form. */
export function binaryTag(
  form: Form,
  code: number,
  value: string | number,
  encode: (text: string) => Uint8Array,
): Uint8Array {
  const body = binaryValue(code, value, encode);
  const head =
    form === 'binary' ? [code & 255, code >> 8] : code < 255 ? [code] : [255, code & 255, code >> 8];
  if (isChunk(code)) head.push(body.length);
  const tail = isTextCode(code) ? 1 : 0;
  const whole = new Uint8Array(head.length + body.length + tail);
  whole.set(head);
  whole.set(body, head.length);
  return whole;
}

const cutBinary = (at: number): Result<never> =>
  fail(
    'cut',
    `The file is cut off: its last value, at byte ${at.toLocaleString('en-GB')}, is not complete.`,
    'Ask the sender to export or send the drawing again.',
  );

const damagedBinary = (at: number, code: number): Result<never> =>
  fail(
    'damaged',
    `The file is damaged: at byte ${at.toLocaleString('en-GB')} stands ${code} where a group code should stand.`,
    'Ask the sender to export the drawing again, in the text form of DXF if possible.',
  );

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

function endOfLine(bytes: Uint8Array, from: number): number {
  let at = from;
  while (at < bytes.length && bytes[at] !== LF && bytes[at] !== CR) at++;
  return at;
}

/**
 * Place of the next line feed, or the end. Four bytes are looked at together: a byte of `word ^ 0x0a0a0a0a` is nothing
 * where there is a line feed, and (x - 0x01010101) & ~x & 0x80808080 finds the first such byte (H. S. Warren,
 * "Hacker's Delight", 6-1).
 * @param words the same bytes four by four, from byte `shift` on
 */
function lineFeed(bytes: Uint8Array, words: Int32Array, shift: number, from: number): number {
  const { length } = bytes;
  let at = from;
  while (((at - shift) & 3) !== 0) {
    if (at >= length || bytes[at] === LF) return at;
    at++;
  }
  let word = (at - shift) >> 2;
  const last = words.length;
  for (; word < last; word++) {
    const x = words[word] ^ 0x0a0a0a0a;
    const hit = (x - 0x01010101) & ~x & 0x80808080;
    if (hit !== 0) return shift + (word << 2) + ((31 - Math.clz32(hit & -hit)) >> 3);
  }
  at = shift + (word << 2);
  while (at < length && bytes[at] !== LF) at++;
  return at;
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

/** Byte offset at which a tag begins: the first byte of its code. One past the last tag is the end of the file. */
export function startOf(tags: TagIndex, tag: number): number {
  const { bytes, form, values } = tags;
  if (tag >= tags.count) return bytes.length;
  if (form !== 'text') {
    const sized = isChunk(tags.codes[tag]) ? 1 : 0;
    return values[tag] - sized - (form === 'binary' ? 2 : tags.codes[tag] < 255 ? 1 : 3);
  }
  let at = values[tag] - 1;
  if (bytes[at] === LF && bytes[at - 1] === CR) at--;
  while (at > 0 && bytes[at - 1] !== LF && bytes[at - 1] !== CR) at--;
  return at === 0 && bytes[0] === 0xef && bytes[1] === 0xbb ? 3 : at;
}

/** Byte offset behind a tag: behind its line end, or its closing zero. A comment behind it is not part of it. */
export function afterTag(tags: TagIndex, tag: number): number {
  const { bytes, form, ends, codes } = tags;
  if (tag >= tags.count) return bytes.length;
  if (form === 'text') return afterLineEnd(bytes, ends[tag], bytes.length);
  return ends[tag] + (isTextCode(codes[tag]) ? 1 : 0);
}
