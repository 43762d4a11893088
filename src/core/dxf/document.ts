import { fail, ok, type Result } from '../result';
import { codecFor, type TextCodec } from './encoding';
import { Interner, nameText } from './interner';
import { sniff } from './sniff';
import { indexBinary, indexTags, lineAt, startOf, type TagIndex } from './tags';

/** A run of tags: `start` inclusive, `end` exclusive. */
export interface TagRange {
  readonly start: number;
  readonly end: number;
}

/** The records of a table, gathered from wherever the file keeps them. */
export interface TableRange {
  readonly name: string;
  /** The table's own tags, before its first record; empty where only its records are there. */
  readonly head: TagRange;
  readonly records: readonly TagRange[];
  /** Tag before which a new record goes. */
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

/** Something about the structure of a file that readers take differently, so that a person must know of it. */
export interface Oddity {
  readonly kind: 'no end mark' | 'open section' | 'records outside' | 'records behind the end';
  /** The section or the kind of record that it is about; empty where it is the whole file. */
  readonly about: string;
  readonly count: number;
  /** Where it is: the records, or the section from its mark to where its own should stand. */
  readonly ranges: readonly TagRange[];
  /** Line it begins at; absent in binary files. */
  readonly line?: number;
}

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
  /** The objects of the model and of the open sheet. A file may have several sections of one name, as of this one. */
  readonly entities: readonly TagRange[];
  /** The records that the file keeps beside its drawing. */
  readonly objects: readonly TagRange[];
  /** Tag behind the last record of each section, where new parts go in. */
  readonly sectionEnds: ReadonlyMap<string, number>;
  readonly oddities: readonly Oddity[];
}

/** The records of the runs of a section, one after the other. */
export function* recordsIn({ tags }: DxfDocument, runs: readonly TagRange[]): Generator<TagRange> {
  for (const { start, end } of runs)
    for (let tag = start; tag < end; ) {
      const from = tag;
      tag = nextRecord(tags, tag + 1);
      yield { start: from, end: Math.min(tag, end) };
    }
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

  const sections = readSections(tags);
  if (!sections.ok) return sections;
  const header = readHeader(tags, sections.value);
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
  if (sections.value.problem) return sections.value.problem;
  const codec = codecFor(version, headerText('$DWGCODEPAGE'));
  return ok({
    bytes,
    tags,
    codec,
    names: new Interner(bytes, codec.decode),
    version,
    versionName: VERSION_NAMES[version],
    lineEnd: firstLineEnd(bytes),
    header,
    ...readStructure(tags, codec, sections.value),
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

interface Section {
  readonly name: string;
  /** Everything behind its mark and name: header variables begin here. */
  readonly body: TagRange;
  /** Its records. */
  readonly content: TagRange;
}

interface Sections {
  readonly list: readonly Section[];
  readonly oddities: readonly Oddity[];
  /** What keeps the file from being read, once its version is known to be one that can be. */
  readonly problem: Result<never> | null;
}

function readSections(tags: TagIndex): Result<Sections> {
  const list: Section[] = [];
  const open: Oddity[] = [];
  const outside: TagRange[] = [];
  let ended = -1;
  let problem: Result<never> | null = null;
  let tag = nextRecord(tags, 0);
  while (tag < tags.count) {
    if (tagIs(tags, tag, 'EOF')) {
      ended = tag;
      break;
    }
    if (!tagIs(tags, tag, 'SECTION')) {
      if (list.length === 0)
        return fail(
          'not-dxf',
          `This is not a DXF drawing: the first record is “${ascii(tags, tag).trim().slice(0, 30)}”, not the start of a section.`,
          'Choose the DXF export of the drawing.',
          whereIs(tags, tag),
        );
      const end = nextRecord(tags, tag + 1);
      if (!tagIs(tags, tag, 'ENDSEC')) outside.push({ start: tag, end });
      tag = end;
      continue;
    }
    const named = tag + 1 < tags.count && tags.codes[tag + 1] === 2;
    const name = named ? ascii(tags, tag + 1).trim() : '';
    const first = nextRecord(tags, tag + 1);
    const end = sectionEnd(tags, first);
    if (end === tags.count)
      problem = fail(
        'cut',
        `The file is cut off inside its section ${name || '(unnamed)'}.`,
        'Ask the sender to export or send the drawing again.',
        whereIs(tags, tags.count),
      );
    list.push({ name, body: { start: tag + (named ? 2 : 1), end }, content: { start: first, end } });
    if (end === tags.count) break;
    if (tagIs(tags, end, 'ENDSEC')) tag = nextRecord(tags, end + 1);
    else {
      open.push(oddity(tags, 'open section', name, [{ start: tag, end }]));
      tag = end;
    }
  }
  if (list.length === 0)
    return fail(
      'not-dxf',
      'The file holds no section of a drawing.',
      'Choose the DXF export of the drawing.',
    );
  if (ended < 0 && !list.some(({ name }) => name === 'ENTITIES'))
    problem ??= fail(
      'cut',
      'The file is cut off: it ends before any drawing content.',
      'Ask the sender to export or send the drawing again.',
      whereIs(tags, tags.count),
    );
  const oddities = [...open];
  if (outside.length > 0)
    oddities.push(oddity(tags, 'records outside', ascii(tags, outside[0].start).trim(), outside));
  if (ended < 0) oddities.push(oddity(tags, 'no end mark', '', [{ start: tags.count, end: tags.count }]));
  else oddities.push(...behindTheEnd(tags, ended));
  return ok({ list, oddities, problem });
}

/** Records that stand behind the end mark: no reader takes them for drawing, and a person may not know that they are there. */
function behindTheEnd(tags: TagIndex, ended: number): Oddity[] {
  const first = nextRecord(tags, ended + 1);
  if (first >= tags.count) return [];
  let count = 0;
  for (let tag = first; tag < tags.count; tag = nextRecord(tags, tag + 1)) count++;
  const range = { start: first, end: tags.count };
  return [{ ...oddity(tags, 'records behind the end', ascii(tags, first).trim(), [range]), count }];
}

const oddity = (
  tags: TagIndex,
  kind: Oddity['kind'],
  about: string,
  ranges: readonly TagRange[],
): Oddity => ({ kind, about, count: ranges.length, ranges, line: whereIs(tags, ranges[0].start) });

/** The variables of the header, wherever its section stands; the first of a name counts. */
function readHeader(tags: TagIndex, { list }: Sections): Map<string, TagRange> {
  const header = new Map<string, TagRange>();
  for (const { name, body } of list) {
    if (name !== 'HEADER') continue;
    for (let tag = body.start; tag < body.end && tags.codes[tag] !== 0; ) {
      if (tags.codes[tag] !== 9) {
        tag++;
        continue;
      }
      const start = tag++;
      while (tag < body.end && tags.codes[tag] !== 9 && tags.codes[tag] !== 0) tag++;
      const variable = ascii(tags, start).trim();
      if (!header.has(variable)) header.set(variable, { start, end: tag });
    }
  }
  return header;
}

type Structure = Pick<DxfDocument, 'tables' | 'blocks' | 'entities' | 'objects' | 'sectionEnds' | 'oddities'>;

function readStructure(tags: TagIndex, codec: TextCodec, { list, oddities }: Sections): Structure {
  const named = (wanted: string): TagRange[] =>
    list.filter(({ name }) => name === wanted).map(({ content }) => content);
  return {
    tables: readTables(tags, named('TABLES')),
    blocks: named('BLOCKS').flatMap((section) => readBlocks(tags, codec, section)),
    entities: named('ENTITIES'),
    objects: named('OBJECTS'),
    sectionEnds: new Map(list.map(({ name, content }) => [name, content.end])),
    oddities,
  };
}

function nextRecord(tags: TagIndex, from: number): number {
  let tag = from;
  while (tag < tags.count && tags.codes[tag] !== 0) tag++;
  return tag;
}

/** Where a section ends: at its end mark, or where the next one begins or the file ends without one. */
function sectionEnd(tags: TagIndex, from: number): number {
  let tag = from;
  while (
    tag < tags.count &&
    !tagIs(tags, tag, 'ENDSEC') &&
    !tagIs(tags, tag, 'SECTION') &&
    !tagIs(tags, tag, 'EOF')
  )
    tag = nextRecord(tags, tag + 1);
  return tag;
}

/** Kinds of record that are their table's, wherever they stand. */
const TABLE_NAMES = [
  'VPORT',
  'LTYPE',
  'LAYER',
  'STYLE',
  'VIEW',
  'UCS',
  'APPID',
  'DIMSTYLE',
  'BLOCK_RECORD',
] as const;

/**
 * The tables of all sections of tables. Two tables of one name are one; a record that stands in the wrong table, or
 * outside of any, belongs to that of its kind.
 */
function readTables(tags: TagIndex, sections: readonly TagRange[]): Map<string, TableRange> {
  const tables = new Map<string, { name: string; head: TagRange; records: TagRange[]; endTag: number }>();
  const tableOf = (name: string, head: TagRange) => {
    let table = tables.get(name);
    if (!table) {
      table = { name, head, records: [], endTag: head.end };
      tables.set(name, table);
    }
    return table;
  };
  for (const section of sections) {
    let inside = '';
    for (let tag = section.start; tag < section.end; ) {
      const start = tag;
      tag = nextRecord(tags, tag + 1);
      const range = { start, end: Math.min(tag, section.end) };
      if (tagIs(tags, start, 'ENDTAB')) {
        const table = tables.get(inside);
        if (table) table.endTag = start;
        inside = '';
      } else if (tagIs(tags, start, 'TABLE')) {
        inside =
          tags.codes[start + 1] === 2
            ? ascii(tags, start + 1)
                .trim()
                .toUpperCase()
            : '';
        const table = tableOf(inside, range);
        if (table.head.start === table.head.end) table.head = range;
        table.endTag = range.end;
      } else {
        const kind = TABLE_NAMES.find((name) => tagIs(tags, start, name)) ?? inside;
        const table = tableOf(kind, { start, end: start });
        table.records.push(range);
        if (kind === inside || table.head.start === table.head.end) table.endTag = range.end;
      }
    }
  }
  return tables;
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
        name = nameText(tags.bytes, tags.values[i], tags.ends[i], codec.decode).trim();
        break;
      }
    tag = contentStart;
    // A symbol without its end mark ends where the next one begins.
    while (tag < section.end && !tagIs(tags, tag, 'ENDBLK') && !tagIs(tags, tag, 'BLOCK'))
      tag = nextRecord(tags, tag + 1);
    const tailStart = tag;
    if (tag < section.end && tagIs(tags, tag, 'ENDBLK')) tag = nextRecord(tags, tag + 1);
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
