import { recordsIn, type TagRange, tagIs } from '../document';
import type { Drawing } from '../drawing';
import { foldName } from '../interner';

/** Lookups before an index over the whole file is worth its memory. */
const BY_SCANNING = 3;

/** True for codes whose values are handles of other records. */
export const isPointer = (code: number): boolean =>
  (code >= 320 && code <= 369) ||
  (code >= 390 && code <= 399) ||
  code === 480 ||
  code === 481 ||
  code === 1005;

/**
 * Where records of one drawing are named and pointed to. The first lookups walk over the file; when more come, an
 * index is made once, so that a thousand edits cost one walk and not a thousand.
 */
export class References {
  private lookups = 0;
  private byLayer: Map<string, number[]> | null = null;
  private byHandle: Map<string, number[]> | null = null;
  private readonly tables = new Map<string, Map<string, TagRange>>();
  private keptRecords: Map<string, TagRange> | null = null;
  private viewportTags: Map<number, string> | null = null;

  constructor(private readonly drawing: Drawing) {}

  /** Record of a table by its name. */
  record(table: string, name: string): TagRange | undefined {
    let names = this.tables.get(table);
    if (!names) {
      names = new Map();
      for (const range of this.drawing.document.tables.get(table)?.records ?? []) {
        const key = foldName(this.drawing.reader.findText(range, 2));
        if (!names.has(key)) names.set(key, range);
      }
      this.tables.set(table, names);
    }
    return names.get(foldName(name));
  }

  /** Tags that name a layer: 8 on objects, in filters, states and the header; 1003 in extended data. */
  layerTags(name: string): number[] {
    const { document } = this.drawing;
    const { tags, names } = document;
    const wanted = foldName(name);
    if (this.byLayer) return this.byLayer.get(wanted) ?? [];
    const index = this.countLookup() ? new Map<string, number[]>() : null;
    const found: number[] = [];
    const folded: (string | undefined)[] = [];
    for (let tag = 0; tag < tags.count; tag++) {
      if (tags.codes[tag] !== 8 && tags.codes[tag] !== 1003) continue;
      const id = names.id(tags.values[tag], tags.ends[tag]);
      folded[id] ??= foldName(names.text(id));
      if (index) put(index, folded[id], tag);
      else if (folded[id] === wanted) found.push(tag);
    }
    if (!index) return found;
    this.byLayer = index;
    return index.get(wanted) ?? [];
  }

  /** Tags that point to a handle: owners, references of styles, lists, extended data. */
  pointers(handle: string): number[] {
    if (handle === '') return [];
    if (this.byHandle) return this.byHandle.get(handle) ?? [];
    const { document, reader } = this.drawing;
    const { codes } = document.tags;
    const index = this.countLookup() ? new Map<string, number[]>() : null;
    const found: number[] = [];
    for (let tag = 0; tag < document.tags.count; tag++) {
      if (!isPointer(codes[tag])) continue;
      const to = reader.name(tag).toUpperCase();
      if (index) put(index, to, tag);
      else if (to === handle) found.push(tag);
    }
    if (!index) return found;
    this.byHandle = index;
    return index.get(handle) ?? [];
  }

  /** Records kept beside the drawing, by handle. */
  kept(): ReadonlyMap<string, TagRange> {
    if (this.keptRecords) return this.keptRecords;
    const { document, reader } = this.drawing;
    this.keptRecords = new Map();
    for (const range of recordsIn(document, document.objects)) {
      const handle = reader.findText(range, 5).toUpperCase();
      if (handle !== '') this.keptRecords.set(handle, range);
    }
    return this.keptRecords;
  }

  /** Tags inside viewports, with the viewport's handle. */
  inViewports(): ReadonlyMap<number, string> {
    if (this.viewportTags) return this.viewportTags;
    const { document, objects, reader } = this.drawing;
    this.viewportTags = new Map();
    for (let row = 0; row < objects.count; row++)
      if (tagIs(document.tags, objects.start[row], 'VIEWPORT'))
        for (let tag = objects.start[row]; tag < objects.end[row]; tag++)
          this.viewportTags.set(
            tag,
            objects.handleTag[row] > 0 ? reader.name(objects.handleTag[row]).toUpperCase() : '',
          );
    return this.viewportTags;
  }

  private countLookup(): boolean {
    return ++this.lookups > 2 * BY_SCANNING;
  }
}

function put(index: Map<string, number[]>, key: string, tag: number): void {
  const list = index.get(key);
  if (list) list.push(tag);
  else index.set(key, [tag]);
}

const known = new WeakMap<Drawing, References>();

export function referencesOf(drawing: Drawing): References {
  let references = known.get(drawing);
  if (!references) {
    references = new References(drawing);
    known.set(drawing, references);
  }
  return references;
}
