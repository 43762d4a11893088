import { type TableRange, tagIs } from '../document';
import type { Drawing } from '../drawing';
import { foldName } from '../interner';
import { type NewTag, type Part, TagEdits } from './edits';
import { SUBCLASSES_FROM } from './record-bodies';

/** A change that another one brought with it: a linetype or a text style that had to be there, a list that named a layer. */
export interface SideChange {
  readonly handle: string;
  readonly kind: 'linetype' | 'text style' | 'dimension style' | 'parallel-line set' | 'viewport';
  readonly property: 'record' | 'hidden layers';
  readonly before: string;
  readonly after: string;
}

/** Handles have 64 bits; new ones are dealt out upwards only where enough are left below the highest. */
const LAST_START = 0xffffffff00000000n;

const handleValue = (text: string): bigint | null =>
  /^[0-9a-f]{1,16}$/i.test(text) ? BigInt(`0x${text}`) : null;

type NewSection = 'TABLES' | 'BLOCKS' | 'ENTITIES';

/** Sections that come behind one: a new one goes before the first of them that is there. */
const FOLLOWED_BY: Readonly<Record<NewSection, readonly string[]>> = {
  TABLES: ['BLOCKS', 'ENTITIES', 'OBJECTS'],
  BLOCKS: ['ENTITIES', 'OBJECTS'],
  ENTITIES: ['OBJECTS'],
};

/** The owner of a table: the file itself. */
const TOP: NewTag = { code: 330, value: '0' };

/** What every kind of edit needs: the drawing, the edits gathered so far, fresh handles, tables that are there. */
export class EditBase {
  readonly edits: TagEdits;
  /** What had to change along with what was asked for, to be listed with it. */
  readonly sideChanges: SideChange[] = [];
  private handles: { next: bigint; readonly taken: ReadonlySet<bigint> | null } | null = null;
  private readonly tableGrowth = new Map<TableRange, number>();
  private readonly newTables = new Map<string, Part[]>();
  private readonly newHandles = new Map<string, string>();
  private readonly newSections = new Map<string, Part[]>();

  constructor(readonly drawing: Drawing) {
    this.edits = new TagEdits(drawing.document);
  }

  /** Notes a record that had to be there for what was asked. */
  noteAdded(kind: SideChange['kind'], name: string): void {
    this.sideChanges.push({ handle: '', kind, property: 'record', before: 'none', after: name });
  }

  /** Files from R13 on give every record a handle; older ones may. */
  get hasHandles(): boolean {
    const { document, objects } = this.drawing;
    if (document.version >= SUBCLASSES_FROM) return true;
    for (let row = 0; row < objects.count; row++) if (objects.handleTag[row] > 0) return true;
    return false;
  }

  /** Handle of a table record by name, one added by these edits too; "0" when there is none. */
  handleOf(table: string, name: string): string {
    const made = this.newHandles.get(`${table}|${foldName(name)}`);
    if (made !== undefined) return made;
    const { reader, document } = this.drawing;
    const record = document.tables
      .get(table)
      ?.records.find((range) => foldName(reader.findText(range, 2)) === foldName(name));
    return record ? reader.findText(record, table === 'DIMSTYLE' ? 105 : 5) || '0' : '0';
  }

  remember(table: string, name: string, handle: string): void {
    this.newHandles.set(`${table}|${foldName(name)}`, handle);
  }

  /** Puts something at the end of a section; a section that the file lacks is made. */
  putInSection(name: NewSection, part: Part): void {
    const end = this.drawing.document.sectionEnds.get(name);
    if (end === undefined) this.newSection(name).push(part);
    else this.edits.insertBefore(end, part);
  }

  private newSection(name: NewSection): Part[] {
    let list = this.newSections.get(name);
    if (!list) {
      list = [];
      this.newSections.set(name, list);
      this.edits.insertBefore(this.beforeObjects(name), [
        { code: 0, value: 'SECTION' },
        { code: 2, value: name },
        list,
        { code: 0, value: 'ENDSEC' },
      ]);
    }
    return list;
  }

  /** Start of the section before which a new one belongs: tables before blocks, blocks before objects. */
  private beforeObjects(name: NewSection): number {
    const { document } = this.drawing;
    const { tags } = document;
    for (let tag = 0; tag + 1 < tags.count; tag++)
      if (
        tags.codes[tag] === 0 &&
        tagIs(tags, tag, 'SECTION') &&
        FOLLOWED_BY[name].some((next) => tagIs(tags, tag + 1, next))
      )
        return tag;
    for (let tag = 0; tag < tags.count; tag++)
      if (tags.codes[tag] === 0 && tagIs(tags, tag, 'EOF')) return tag;
    return tags.count;
  }

  /** Adds a record to a table that the file lacks. */
  addTable(name: string, subclass: string, body: readonly NewTag[]): string {
    const marked = this.drawing.document.version >= SUBCLASSES_FROM;
    let list = this.newTables.get(name);
    if (!list) {
      list = [];
      this.newTables.set(name, list);
      const own = this.hasHandles ? this.freshHandle() : '';
      this.remember(name, '', own);
      this.putInSection('TABLES', [
        { code: 0, value: 'TABLE' },
        { code: 2, value: name },
        ...(own === '' ? [] : [{ code: 5, value: own }]),
        ...(marked ? [TOP, { code: 100, value: 'AcDbSymbolTable' }] : []),
        { code: 70, value: 1 },
        list,
        { code: 0, value: 'ENDTAB' },
      ]);
    }
    const handle = this.hasHandles ? this.freshHandle() : '';
    list.push([
      { code: 0, value: name },
      ...(handle === '' ? [] : [{ code: name === 'DIMSTYLE' ? 105 : 5, value: handle }]),
      ...(marked
        ? [
            { code: 330, value: this.handleOf(name, '') },
            { code: 100, value: 'AcDbSymbolTableRecord' },
            { code: 100, value: subclass },
          ]
        : []),
      ...body,
    ]);
    return handle;
  }

  /** The tags that every table record begins with, behind its kind. */
  recordHead(table: TableRange, subclass: string): NewTag[] {
    const { document, reader } = this.drawing;
    const head5 = reader.findText(table.head, 5);
    const hasHandles = head5 !== '' || table.records.some((range) => reader.find(range, 5) >= 0);
    const tags: NewTag[] = hasHandles
      ? [{ code: table.name === 'DIMSTYLE' ? 105 : 5, value: this.freshHandle() }]
      : [];
    if (document.version < SUBCLASSES_FROM) return tags;
    if (head5 !== '') tags.push({ code: 330, value: head5 });
    tags.push({ code: 100, value: 'AcDbSymbolTableRecord' }, { code: 100, value: subclass });
    return tags;
  }

  freshHandle(): string {
    this.handles ??= this.handlesLeft();
    const { taken } = this.handles;
    while (taken?.has(this.handles.next)) this.handles.next++;
    const handle = this.handles.next++;
    const seed = this.drawing.document.header.get('$HANDSEED');
    // Where handles come out of gaps, the file's own next one stays what it is.
    if (seed && !taken) this.edits.update(seed.start + 1, this.handles.next.toString(16).toUpperCase());
    return handle.toString(16).toUpperCase();
  }

  /** Handles go on where the file's own end; in a file whose handles reach the highest there is, gaps are filled. */
  private handlesLeft(): { next: bigint; readonly taken: ReadonlySet<bigint> | null } {
    const { reader } = this.drawing;
    let highest = 0n;
    for (const value of this.handleValues()) if (value > highest) highest = value;
    const named = handleValue(reader.headerText('$HANDSEED')) ?? 0n;
    if (named > highest && named <= LAST_START) return { next: named, taken: null };
    if (highest < LAST_START) return { next: highest + 1n, taken: null };
    return { next: 1n, taken: new Set(this.handleValues()) };
  }

  private *handleValues(): Generator<bigint> {
    const { reader, document } = this.drawing;
    const { codes, count } = document.tags;
    for (let tag = 0; tag < count; tag++) {
      if (codes[tag] !== 5 && codes[tag] !== 105) continue;
      const value = handleValue(reader.name(tag));
      if (value !== null) yield value;
    }
  }

  /** Keeps a table's stated number of records right where it was right. */
  grow(table: TableRange | undefined, by: number): void {
    if (!table) return;
    const growth = (this.tableGrowth.get(table) ?? 0) + by;
    this.tableGrowth.set(table, growth);
    const { reader } = this.drawing;
    const count = reader.find(table.head, 70);
    if (count >= 0 && reader.int(count) === table.records.length)
      this.edits.update(count, table.records.length + growth);
  }
}
