import { recordsIn, type TagRange } from '../document';
import type { DrawingGroup, DrawingParallelSet, NamedRecord, Reference, SheetPaper } from '../drawing';
import type { TagReader } from '../tag-reader';

export interface LayoutRecord {
  readonly name: string;
  readonly blockHandle: string;
  readonly order: number;
  readonly paper: SheetPaper | null;
}

/** What a file keeps beside its drawing: sheets' set-ups, dictionaries, style objects, groups, orders, references. */
export interface Kept {
  readonly layouts: readonly LayoutRecord[];
  /** Every record by its handle. */
  readonly ranges: ReadonlyMap<string, TagRange>;
  /** Entries of every dictionary, by the dictionary's handle: key to handle. */
  readonly dictionaries: ReadonlyMap<string, ReadonlyMap<string, string>>;
  readonly names: ReadonlyMap<string, string>;
  readonly references: readonly Reference[];
  readonly groups: readonly DrawingGroup[];
  readonly parallelSets: readonly TagRange[];
  readonly otherStyles: ReadonlyMap<string, readonly NamedRecord[]>;
  readonly layerFilters: readonly NamedRecord[];
  /** Draw orders by the handle of the space's record: object to the handle it is sorted by. */
  readonly orders: ReadonlyMap<string, ReadonlyMap<string, string>>;
  readonly kinds: ReadonlyMap<string, number>;
  readonly masksFramed: boolean;
}

/** Style objects that name themselves, with the code that holds the name (0: the dictionary names them). */
const STYLE_OBJECTS: Readonly<Record<string, { kind: string; code: number }>> = {
  MLINESTYLE: { kind: 'parallel-line set', code: 2 },
  MLEADERSTYLE: { kind: 'leader style', code: 0 },
  TABLESTYLE: { kind: 'table style', code: 3 },
  MATERIAL: { kind: 'material', code: 1 },
};
const UNDERLAYS = /^(PDF|DWF|DGN)DEFINITION$/;

export function readKept(reader: TagReader): Kept {
  const { document } = reader;
  const { codes } = document.tags;
  const layouts: LayoutRecord[] = [];
  const ranges = new Map<string, TagRange>();
  const dictionaries = new Map<string, Map<string, string>>();
  const entryNames = new Map<string, string>();
  const names = new Map<string, string>();
  const references: Reference[] = [];
  const parallelSets: TagRange[] = [];
  const groupRecords: { handle: string; range: TagRange }[] = [];
  const styleRecords: { kind: string; code: number; handle: string; range: TagRange }[] = [];
  const layerFilters: NamedRecord[] = [];
  const orders = new Map<string, Map<string, string>>();
  const kinds = new Map<string, number>();
  let masksFramed = false;
  for (const range of recordsIn(document, document.objects)) {
    const { start, end: tag } = range;
    const kind = reader.name(start);
    const handle = reader.findText(range, 5).toUpperCase();
    if (handle !== '') ranges.set(handle, range);
    kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
    const style = STYLE_OBJECTS[kind];
    if (style) styleRecords.push({ ...style, handle, range });
    if (kind === 'LAYOUT') layouts.push(layoutOf(reader, range));
    else if (kind === 'DICTIONARY' || kind === 'ACDBDICTIONARYWDFLT') {
      const entries = new Map<string, string>();
      for (let at = start; at < tag; at++)
        if (codes[at] === 3 && (codes[at + 1] === 350 || codes[at + 1] === 360)) {
          const target = reader.name(at + 1).toUpperCase();
          entries.set(reader.name(at), target);
          entryNames.set(target, reader.name(at));
        }
      dictionaries.set(handle, entries);
    } else if (kind === 'MLINESTYLE') parallelSets.push(range);
    else if (kind === 'GROUP') groupRecords.push({ handle, range });
    else if (kind === 'SORTENTSTABLE') {
      const pairs = new Map<string, string>();
      for (let at = start; at + 1 < tag; at++)
        if (codes[at] === 331 && codes[at + 1] === 5)
          pairs.set(reader.name(at).toUpperCase(), reader.name(at + 1).toUpperCase());
      // The owner stands behind the mark of the record's own class; before it stands its dictionary.
      const owner = reader.findText(reader.subclass(range, 'AcDbSortentsTable'), 330).toUpperCase();
      if (pairs.size > 0) orders.set(owner, pairs);
    } else if (kind === 'IMAGEDEF' || UNDERLAYS.test(kind))
      references.push({
        kind: kind === 'IMAGEDEF' ? 'image' : 'underlay',
        name: '',
        path: reader.findText(range, 1),
        handle,
      });
    else if (kind === 'WIPEOUTVARIABLES') masksFramed = reader.findInt(range, 70) === 1;
    else if (kind === 'LAYER_FILTER') layerFilters.push({ name: '', handle, range });
  }
  const otherStyles = new Map<string, NamedRecord[]>();
  for (const { kind, code, handle, range } of styleRecords) {
    const name = code === 0 ? (entryNames.get(handle) ?? '') : reader.findText(range, code);
    otherStyles.set(kind, [...(otherStyles.get(kind) ?? []), { name, handle, range }]);
    names.set(handle, name);
  }
  return {
    layouts,
    ranges,
    dictionaries,
    names,
    references: references.map((reference) => ({
      ...reference,
      name: entryNames.get(reference.handle) ?? '',
    })),
    groups: groupRecords.map(({ handle, range }) => ({
      name: entryNames.get(handle) ?? '',
      handle,
      range,
      members: membersOf(reader, range),
    })),
    parallelSets,
    otherStyles,
    layerFilters: layerFilters.map((filter) => ({ ...filter, name: entryNames.get(filter.handle) ?? '' })),
    orders,
    kinds,
    masksFramed,
  };
}

function membersOf(reader: TagReader, range: TagRange): string[] {
  const { codes } = reader.document.tags;
  const members: string[] = [];
  for (let tag = range.start; tag < range.end; tag++)
    if (codes[tag] === 340) members.push(reader.name(tag).toUpperCase());
  return members;
}

/** Styles of parallel lines by their handles. */
export function readParallelSets(reader: TagReader, kept: Kept): Map<string, DrawingParallelSet> {
  const { codes } = reader.document.tags;
  const sets = new Map<string, DrawingParallelSet>();
  for (const range of kept.parallelSets) {
    const flags = reader.findInt(range, 70);
    const elements: {
      offset: number;
      colour: DrawingParallelSet['elements'][number]['colour'];
      linetype: string;
    }[] = [];
    let first = true;
    let fill = 7;
    for (let tag = range.start; tag < range.end; tag++) {
      const code = codes[tag];
      const last = elements.at(-1);
      if (code === 49) elements.push({ offset: reader.number(tag), colour: null, linetype: 'BYLAYER' });
      else if (code === 62) {
        // The first colour is the fill's.
        if (first && elements.length === 0) {
          first = false;
          const number = reader.int(tag);
          fill = number >= 1 && number <= 255 ? number : 7;
        } else if (last) {
          const number = reader.int(tag);
          last.colour = number >= 1 && number <= 255 ? { number } : null;
        }
      } else if (code === 420 && last) last.colour = { rgb: reader.int(tag) & 0xffffff };
      else if (code === 6 && last) last.linetype = reader.name(tag);
    }
    sets.set(reader.findText(range, 5).toUpperCase(), {
      name: reader.findText(range, 2),
      range,
      elements,
      capStart: (flags & 16) !== 0,
      capEnd: (flags & 256) !== 0,
      roundStart: (flags & 64) !== 0,
      roundEnd: (flags & 1024) !== 0,
      description: reader.findText(range, 3),
      fillColour: (flags & 1) !== 0 ? fill : null,
    });
  }
  return sets;
}

function layoutOf(reader: TagReader, range: TagRange): LayoutRecord {
  const plot = reader.subclass(range, 'AcDbPlotSettings');
  const layout = reader.subclass(range, 'AcDbLayout');
  return {
    name: reader.findText(layout, 1),
    blockHandle: reader.findText(layout, 330).toUpperCase(),
    order: reader.findInt(layout, 71),
    paper: paperOf(reader, plot),
  };
}

function paperOf(reader: TagReader, plot: TagRange): SheetPaper | null {
  const width = reader.findNumber(plot, 44);
  const height = reader.findNumber(plot, 45);
  if (!(width > 0 && height > 0)) return null;
  const turned = reader.findInt(plot, 73) % 2 === 1;
  const inches = reader.findInt(plot, 72) === 0;
  const numerator = reader.findNumber(plot, 142, 1) || 1;
  const denominator = reader.findNumber(plot, 143, 1) || 1;
  const mmPerUnit = ((inches ? 25.4 : 1) * numerator) / denominator;
  // A sheet larger than a mile, or drawn at a scale that no plotter has, is a fault of the file.
  if (!(mmPerUnit > 1e-6 && mmPerUnit < 1e6 && width < 1e6 && height < 1e6)) return null;
  const left = reader.findNumber(plot, turned ? 43 : 40);
  const bottom = reader.findNumber(plot, turned ? 40 : 41);
  return {
    widthMm: turned ? height : width,
    heightMm: turned ? width : height,
    mmPerUnit,
    originX: -left / mmPerUnit,
    originY: -bottom / mmPerUnit,
  };
}
