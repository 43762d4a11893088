import { fail, ok, type Result } from '../result';
import { codecFor, type TextCodec } from './encoding';
import { Fields } from './fields';
import { foldName, Interner } from './interner';
import { sniff } from './sniff';
import { binaryNumber, indexBinary, indexTags, isTextCode, lineAt, startOf, type TagIndex } from './tags';

/** A run of tags: `start` inclusive, `end` exclusive. */
export interface TagRange {
  readonly start: number;
  readonly end: number;
}

export interface TableRange extends TagRange {
  readonly name: string;
  /** The records between the table's head and its end mark. */
  readonly records: readonly TagRange[];
  /** The end mark. */
  readonly endTag: number;
}

export interface BlockRange extends TagRange {
  readonly name: string;
  /** The definition's own record, from its begin mark to its first object. */
  readonly head: TagRange;
  /** The objects inside. */
  readonly content: TagRange;
  /** The end mark's record. */
  readonly tail: TagRange;
}

/** Version marks of the header, oldest first, with the name a person knows them by. */
const VERSION_NAMES: Readonly<Record<string, string>> = {
  AC1006: 'R10',
  AC1009: 'R12',
  AC1012: 'R13',
  AC1014: 'R14',
  AC1015: '2000',
  AC1018: '2004',
  AC1021: '2007',
  AC1024: '2010',
  AC1027: '2013',
  AC1032: '2018',
};

const OLDEST_READ = 'AC1009';

/** Line of a tag in a file of text; binary files have none. */
const whereIs = (tags: TagIndex, tag: number): number | undefined =>
  tags.form === 'text' ? lineAt(tags.bytes, startOf(tags, tag)) : undefined;

/** A DXF file as its bytes plus where things lie in them. Nothing is decoded until it is asked for. */
export interface DxfDocument {
  readonly bytes: Uint8Array;
  readonly tags: TagIndex;
  readonly codec: TextCodec;
  readonly names: Interner;
  /** Version mark, e.g. AC1032; AC1009 where the file names none. */
  readonly version: string;
  /** "R12", "2018", … */
  readonly versionName: string;
  readonly lineEnd: string;
  /** First tag of each header variable, by its name with the leading sign. */
  readonly header: ReadonlyMap<string, TagRange>;
  readonly tables: ReadonlyMap<string, TableRange>;
  readonly blocks: readonly BlockRange[];
  readonly entities: TagRange;
  readonly objects: TagRange;
  /** Tags of the mark that closes the header, table and block sections, where new parts go in. */
  readonly sectionEnds: ReadonlyMap<string, number>;
}

/**
 * Opens a DXF, in text or in binary form.
 * @returns the document, or the problem that keeps it from being read
 */
export function openDocument(bytes: Uint8Array): Result<DxfDocument> {
  const kind = sniff(bytes.subarray(0, 512));
  if (!kind.ok) return kind;
  const indexed = kind.value === 'binary' ? indexBinary(bytes) : indexTags(bytes);
  if (!indexed.ok) return indexed;
  const tags = indexed.value;
  if (tags.count === 0)
    return fail('not-dxf', 'The file holds no DXF records.', 'Choose the DXF export of the drawing.');

  const header = readHeader(tags);
  const headerText = (name: string): string => {
    const range = header.get(name);
    return range && range.end - range.start > 1 ? ascii(tags, range.start + 1).trim() : '';
  };
  const version = headerText('$ACADVER') || OLDEST_READ;
  if (!(version in VERSION_NAMES) || version < OLDEST_READ)
    return fail(
      'unknown-version',
      `The file names a version that is not known here: “${version}”${VERSION_NAMES[version] ? ` (${VERSION_NAMES[version]})` : ''}.`,
      'Export the drawing as DXF in a version from R12 to 2018.',
      header.has('$ACADVER') ? whereIs(tags, header.get('$ACADVER')!.start) : undefined,
    );
  const codec = codecFor(version, headerText('$DWGCODEPAGE'));
  const structure = readStructure(tags, codec);
  if (!structure.ok) return structure;
  return ok({
    bytes,
    tags,
    codec,
    names: new Interner(bytes, codec.decode),
    version,
    versionName: VERSION_NAMES[version],
    lineEnd: firstLineEnd(bytes),
    header,
    ...structure.value,
  });
}

function firstLineEnd(bytes: Uint8Array): string {
  for (let i = 0; i < bytes.length; i++) {
    if (bytes[i] === 10) return '\n';
    if (bytes[i] === 13) return bytes[i + 1] === 10 ? '\r\n' : '\r';
  }
  return '\n';
}

/** The value of a tag when only plain letters are expected: marks, names of sections and kinds. */
export function ascii(tags: TagIndex, tag: number): string {
  let text = '';
  for (let i = tags.values[tag]; i < tags.ends[tag]; i++) text += String.fromCharCode(tags.bytes[i]);
  return text;
}

/** True when the value of a tag is exactly this plain text, blanks at its ends left out. */
export function tagIs(tags: TagIndex, tag: number, text: string): boolean {
  let from = tags.values[tag];
  let to = tags.ends[tag];
  const { bytes } = tags;
  while (from < to && bytes[from] === 32) from++;
  while (to > from && bytes[to - 1] === 32) to--;
  if (to - from !== text.length) return false;
  for (let i = 0; i < text.length; i++) if (bytes[from + i] !== text.charCodeAt(i)) return false;
  return true;
}

function readHeader(tags: TagIndex): Map<string, TagRange> {
  const header = new Map<string, TagRange>();
  let tag = 0;
  while (tag < tags.count && tags.codes[tag] === 999) tag++;
  if (!(tags.codes[tag] === 0 && tagIs(tags, tag, 'SECTION') && tagIs(tags, tag + 1, 'HEADER')))
    return header;
  for (tag += 2; tag < tags.count && tags.codes[tag] !== 0; ) {
    if (tags.codes[tag] !== 9) {
      tag++;
      continue;
    }
    const start = tag++;
    while (tag < tags.count && tags.codes[tag] !== 9 && tags.codes[tag] !== 0) tag++;
    header.set(ascii(tags, start).trim(), { start, end: tag });
  }
  return header;
}

interface Structure {
  tables: Map<string, TableRange>;
  blocks: BlockRange[];
  entities: TagRange;
  objects: TagRange;
  sectionEnds: Map<string, number>;
}

const NOTHING: TagRange = { start: 0, end: 0 };

function readStructure(tags: TagIndex, codec: TextCodec): Result<Structure> {
  const result: Structure = {
    tables: new Map(),
    blocks: [],
    entities: NOTHING,
    objects: NOTHING,
    sectionEnds: new Map(),
  };
  let tag = nextRecord(tags, 0);
  let ended = false;
  let sections = 0;
  while (tag < tags.count) {
    if (tagIs(tags, tag, 'EOF')) {
      ended = true;
      break;
    }
    if (!tagIs(tags, tag, 'SECTION')) {
      if (sections === 0)
        return fail(
          'not-dxf',
          `This is not a DXF drawing: the first record is “${ascii(tags, tag).trim().slice(0, 30)}”, not the start of a section.`,
          'Choose the DXF export of the drawing.',
          whereIs(tags, tag),
        );
      tag = nextRecord(tags, tag + 1);
      continue;
    }
    sections++;
    const name = tag + 1 < tags.count && tags.codes[tag + 1] === 2 ? ascii(tags, tag + 1).trim() : '';
    const first = nextRecord(tags, tag + 1);
    const end = sectionEnd(tags, first);
    if (end === tags.count)
      return fail(
        'cut',
        `The file is cut off inside its section ${name || '(unnamed)'}.`,
        'Ask the sender to export or send the drawing again.',
        whereIs(tags, tags.count),
      );
    const content = { start: first, end };
    result.sectionEnds.set(name, end);
    if (name === 'TABLES') readTables(tags, content, result.tables);
    else if (name === 'BLOCKS') result.blocks = readBlocks(tags, codec, content);
    else if (name === 'ENTITIES') result.entities = content;
    else if (name === 'OBJECTS') result.objects = content;
    tag = nextRecord(tags, end + 1);
  }
  if (sections === 0)
    return fail(
      'not-dxf',
      'The file holds no section of a drawing.',
      'Choose the DXF export of the drawing.',
    );
  if (!ended && result.entities === NOTHING)
    return fail(
      'cut',
      'The file is cut off: it ends before any drawing content.',
      'Ask the sender to export or send the drawing again.',
      whereIs(tags, tags.count),
    );
  return ok(result);
}

function nextRecord(tags: TagIndex, from: number): number {
  let tag = from;
  while (tag < tags.count && tags.codes[tag] !== 0) tag++;
  return tag;
}

function sectionEnd(tags: TagIndex, from: number): number {
  let tag = from;
  while (tag < tags.count && !tagIs(tags, tag, 'ENDSEC')) {
    if (tagIs(tags, tag, 'EOF')) return tags.count;
    tag = nextRecord(tags, tag + 1);
  }
  return tag;
}

function readTables(tags: TagIndex, section: TagRange, tables: Map<string, TableRange>): void {
  let tag = section.start;
  while (tag < section.end) {
    if (!tagIs(tags, tag, 'TABLE')) {
      tag = nextRecord(tags, tag + 1);
      continue;
    }
    const start = tag;
    const name =
      tags.codes[tag + 1] === 2
        ? ascii(tags, tag + 1)
            .trim()
            .toUpperCase()
        : '';
    const records: TagRange[] = [];
    tag = nextRecord(tags, tag + 1);
    while (tag < section.end && !tagIs(tags, tag, 'ENDTAB') && !tagIs(tags, tag, 'TABLE')) {
      const next = nextRecord(tags, tag + 1);
      records.push({ start: tag, end: Math.min(next, section.end) });
      tag = next;
    }
    const endTag = tag;
    if (tag < section.end && tagIs(tags, tag, 'ENDTAB')) tag = nextRecord(tags, tag + 1);
    if (!tables.has(name)) tables.set(name, { name, start, end: tag, records, endTag });
  }
}

function readBlocks(tags: TagIndex, codec: TextCodec, section: TagRange): BlockRange[] {
  const blocks: BlockRange[] = [];
  let tag = section.start;
  while (tag < section.end) {
    if (!tagIs(tags, tag, 'BLOCK')) {
      tag = nextRecord(tags, tag + 1);
      continue;
    }
    const start = tag;
    const contentStart = nextRecord(tags, tag + 1);
    let name = '';
    for (let i = start; i < contentStart; i++)
      if (tags.codes[i] === 2) {
        name = codec.decode(tags.bytes, tags.values[i], tags.ends[i]).trim();
        break;
      }
    tag = contentStart;
    while (tag < section.end && !tagIs(tags, tag, 'ENDBLK')) tag = nextRecord(tags, tag + 1);
    const tailStart = tag;
    tag = tag < section.end ? nextRecord(tags, tag + 1) : tag;
    blocks.push({
      name,
      start,
      end: tag,
      head: { start, end: contentStart },
      content: { start: contentStart, end: tailStart },
      tail: { start: tailStart, end: tag },
    });
  }
  return blocks;
}

/** Powers of ten that a double holds exactly. */
const POWERS = Array.from({ length: 23 }, (_, i) => 10 ** i);

/**
 * Reads a number from its digits. Up to 15 digits the quotient of two exact doubles is the nearest double (Clinger,
 * "How to read floating point numbers accurately", 1990); anything else is left to the language.
 */
export function parseNumber(bytes: Uint8Array, start: number, end: number): number {
  let i = start;
  let stop = end;
  while (i < stop && bytes[i] === 32) i++;
  while (stop > i && bytes[stop - 1] === 32) stop--;
  const first = i;
  const negative = bytes[i] === 45;
  if (negative || bytes[i] === 43) i++;
  let mantissa = 0;
  let digits = 0;
  let fraction = -1;
  for (; i < stop; i++) {
    const byte = bytes[i];
    if (byte >= 48 && byte <= 57) {
      mantissa = mantissa * 10 + byte - 48;
      digits++;
      if (fraction >= 0) fraction++;
    } else if (byte === 46 && fraction < 0) fraction = 0;
    else break;
  }
  if (i === stop && digits > 0 && digits <= 15) {
    const value = fraction > 0 ? mantissa / POWERS[fraction] : mantissa;
    return negative ? -value : value;
  }
  if (stop === first || stop - first > LONGEST_NUMBER) return Number.NaN;
  const text = String.fromCharCode.apply(null, bytes.subarray(first, stop) as unknown as number[]);
  const value = Number(text);
  // Some writers use a D for the exponent.
  return Number.isNaN(value) ? Number(text.replace(/[dD](?=[+-]?\d)/, 'e')) : value;
}

/** A number of more characters than this is none. */
const LONGEST_NUMBER = 400;

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
    return this.text(tag).trim();
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

export { foldName };
