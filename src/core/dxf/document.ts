import { fail, ok, type Result } from '../result';
import { codecFor, type TextCodec } from './encoding';
import { Interner } from './interner';
import { sniff } from './sniff';
import { indexBinary, indexTags, lineAt, startOf, type TagIndex } from './tags';

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
