import { append } from '../../append';
import { type BlockRange, recordsIn, type TagRange, tagIs } from '../document';
import type { Drawing } from '../drawing';
import { foldName } from '../interner';
import { eachCommonTag } from '../objects';
import { decimal } from '../real';
import type { SpaceComposer } from '../write/composer';
import type { EditBase } from './edit-base';
import { drawObjects } from './edit-objects';
import type { NewTag, Part } from './edits';
import { removeLayerMentions, renameLayerMentions } from './layer-mentions';
import { handleOfRecord, removeItself } from './owned-records';
import {
  linetypeBody,
  type NewLinetype,
  type NewTextStyle,
  SUBCLASSES_FROM,
  textStyleBody,
} from './record-bodies';
import { referencesOf } from './references';
import { removeObjects } from './remove-objects';

/** Records that a drawing keeps in tables, by what they are for a person. */
export type RecordKind =
  | 'layer'
  | 'linetype'
  | 'text style'
  | 'dimension style'
  | 'symbol'
  | 'application'
  | 'view'
  | 'coordinate system';

export const TABLES: Readonly<Record<RecordKind, string>> = {
  layer: 'LAYER',
  linetype: 'LTYPE',
  'text style': 'STYLE',
  'dimension style': 'DIMSTYLE',
  symbol: 'BLOCK_RECORD',
  application: 'APPID',
  view: 'VIEW',
  'coordinate system': 'UCS',
};

const SUBCLASSES: Readonly<Record<RecordKind, string>> = {
  layer: 'AcDbLayerTableRecord',
  linetype: 'AcDbLinetypeTableRecord',
  'text style': 'AcDbTextStyleTableRecord',
  'dimension style': 'AcDbDimStyleTableRecord',
  symbol: 'AcDbBlockTableRecord',
  application: 'AcDbRegAppTableRecord',
  view: 'AcDbViewTableRecord',
  'coordinate system': 'AcDbUCSTableRecord',
};

/** What takes the place of a record that is removed while something still uses it. */
const FALLBACKS: Readonly<Partial<Record<RecordKind, string>>> = {
  layer: '0',
  linetype: 'Continuous',
  'text style': 'Standard',
  'dimension style': 'Standard',
};

/** Records that the format itself needs. */
const NEEDED: Readonly<Partial<Record<RecordKind, RegExp>>> = {
  layer: /^0$/,
  linetype: /^(continuous|bylayer|byblock)$/,
  symbol: /^[*$](model|paper)_space\d*$/,
  application: /^acad$/,
};

export const recordOf = (drawing: Drawing, kind: RecordKind, name: string): TagRange | undefined =>
  referencesOf(drawing).record(TABLES[kind], name);

/** Every record of a name, in the order of the file. */
export const recordsNamed = ({ document, reader }: Drawing, kind: RecordKind, name: string): TagRange[] =>
  (document.tables.get(TABLES[kind])?.records ?? []).filter(
    (range) => foldName(reader.findText(range, 2)) === foldName(name),
  );

const blocksOf = (drawing: Drawing, name: string): BlockRange[] =>
  drawing.document.blocks.filter((block) => foldName(block.name) === foldName(name));

export const hasRecord = (drawing: Drawing, kind: RecordKind, name: string): boolean =>
  recordOf(drawing, kind, name) !== undefined || (kind === 'symbol' && blocksOf(drawing, name).length > 0);

// ---- where a record is named ----

/** Header variables that name a record, by the record's kind. */
const HEADER_NAMES: Readonly<Partial<Record<RecordKind, readonly string[]>>> = {
  linetype: ['$CELTYPE', '$DIMLTYPE', '$DIMLTEX1', '$DIMLTEX2'],
  'text style': ['$TEXTSTYLE', '$DIMTXSTY'],
  'dimension style': ['$DIMSTYLE'],
  symbol: ['$DIMBLK', '$DIMBLK1', '$DIMBLK2', '$DIMLDRBLK'],
  'coordinate system': ['$UCSNAME', '$PUCSNAME', '$UCSBASE', '$PUCSBASE'],
};

const STYLED_TEXT = new Set(['TEXT', 'MTEXT', 'ATTRIB', 'ATTDEF', 'ACAD_TABLE']);
/** Objects that name a dimension style. */
export const DIMENSIONED = new Set([
  'DIMENSION',
  'LEADER',
  'TOLERANCE',
  'ARC_DIMENSION',
  'LARGE_RADIAL_DIMENSION',
]);
const PLACING = new Set(['INSERT', 'DIMENSION', 'ACAD_TABLE', 'ARC_DIMENSION', 'LARGE_RADIAL_DIMENSION']);

/** Tags that name a record anywhere in the file, its own record not among them. */
export function tagsNaming(drawing: Drawing, kind: RecordKind, name: string): number[] {
  if (kind === 'layer') return referencesOf(drawing).layerTags(name);
  const wanted = foldName(name);
  const found: number[] = [];
  eachNaming(drawing, kind, (tag) => {
    if (foldName(drawing.reader.text(tag)) === wanted) found.push(tag);
  });
  return found;
}

/** Calls `visit` for every tag that names a record of a kind, that of a layer excepted. */
export function eachNaming(
  drawing: Drawing,
  kind: Exclude<RecordKind, 'layer'>,
  visit: (tag: number) => void,
): void {
  const { document, reader } = drawing;
  const { codes } = document.tags;
  const put = (tag: number): void => {
    if (tag >= 0) visit(tag);
  };
  if (kind === 'application') {
    for (let tag = 0; tag < document.tags.count; tag++) if (codes[tag] === 1001) put(tag);
    return;
  }
  for (const variable of HEADER_NAMES[kind] ?? []) {
    const range = document.header.get(variable);
    if (range && range.end - range.start > 1) put(range.start + 1);
  }
  const everyObject = (visit: (entity: string, range: TagRange) => void): void => {
    for (let row = 0; row < drawing.objects.count; row++)
      visit(document.names.text(drawing.objects.entity[row]).toUpperCase(), {
        start: drawing.objects.start[row],
        end: drawing.objects.groupEnd[row],
      });
  };
  const withCode = (range: TagRange, code: number): void => {
    for (let tag = range.start; tag < range.end && codes[tag] < 1000; tag++)
      if (codes[tag] === code) put(tag);
  };
  if (kind === 'linetype') {
    everyObject((_, range) => {
      for (let tag = range.start; tag < range.end; ) {
        const start = tag++;
        while (tag < range.end && codes[tag] !== 0) tag++;
        eachCommonTag(document, { start, end: tag }, (at, code) => {
          if (code === 6) put(at);
        });
      }
    });
    for (const range of document.tables.get('LAYER')?.records ?? []) withCode(range, 6);
    eachKept(drawing, 'MLINESTYLE', (range) => withCode(range, 6));
  } else if (kind === 'text style') {
    everyObject((entity, range) => STYLED_TEXT.has(entity) && withCode(range, 7));
    eachKept(drawing, 'TABLESTYLE', (range) => withCode(range, 7));
  } else if (kind === 'dimension style')
    everyObject((entity, range) => DIMENSIONED.has(entity) && put(reader.find(range, 3)));
  else if (kind === 'symbol') {
    everyObject((entity, range) => PLACING.has(entity) && put(reader.find(range, 2)));
    // The oldest versions name the marks of dimensions in their styles; later ones point to them.
    if (document.version < SUBCLASSES_FROM)
      for (const range of document.tables.get('DIMSTYLE')?.records ?? [])
        for (const code of [5, 6, 7]) put(reader.find(range, code));
  }
}

function eachKept(drawing: Drawing, kind: string, visit: (range: TagRange) => void): void {
  const { document } = drawing;
  for (const range of recordsIn(document, document.objects))
    if (tagIs(document.tags, range.start, kind)) visit(range);
}

// ---- the edits ----

/** Gives a record another name wherever it is named. The new name must not be taken; see {@link mergeRecord}. */
export function renameRecord(base: EditBase, kind: RecordKind, from: string, to: string): void {
  const { drawing, edits } = base;
  const { reader } = drawing;
  nameOtherwise(base, kind, from, to);
  const record = recordOf(drawing, kind, from);
  if (record) edits.replace(reader.find(record, 2), to);
  if (kind === 'symbol')
    for (const block of blocksOf(drawing, from))
      for (const code of [2, 3]) {
        const tag = reader.find(block.head, code);
        if (tag >= 0) edits.replace(tag, to);
      }
}

/** Lets everything that names a record name another one. */
function nameOtherwise(base: EditBase, kind: RecordKind, from: string, to: string): void {
  if (kind === 'layer') renameLayerMentions(base, from, to);
  else
    for (const tag of tagsNaming(base.drawing, kind, from))
      if (!base.edits.isRemoved(tag)) base.edits.replace(tag, to);
}

/**
 * Moves everything that uses a record to another one of its kind, and removes the emptied record.
 * Lists of hidden layers are an exception: see docs/decisions/004.
 * @param newName what the other one is called from now on, where the same edits rename it
 */
export function mergeRecord(
  base: EditBase,
  kind: RecordKind,
  from: string,
  into: string,
  newName?: string,
): void {
  const { drawing } = base;
  const { reader } = drawing;
  const target = recordOf(drawing, kind, into);
  const name = newName ?? (target ? reader.findText(target, 2) : into);
  nameOtherwise(base, kind, from, name);
  const replacement = target ? handleOfRecord(drawing, TABLES[kind], target) : '';
  detachRecord(base, kind, from, replacement);
}

/**
 * Removes a record. What still uses it takes the plainest of its kind: the base layer, an unbroken line, the standard
 * style; placements of a removed symbol go with it.
 * @returns false when the format needs the record, or nothing could take its place
 */
export function removeRecord(base: EditBase, kind: RecordKind, name: string): boolean {
  const { drawing, edits } = base;
  const folded = foldName(name);
  if (NEEDED[kind]?.test(folded)) return false;
  if (kind === 'symbol') {
    const placed: number[] = [];
    for (let row = 0; row < drawing.objects.count; row++) {
      if (!tagIs(drawing.document.tags, drawing.objects.start[row], 'INSERT')) continue;
      const range = { start: drawing.objects.start[row], end: drawing.objects.end[row] };
      if (foldName(drawing.reader.findText(range, 2)) === folded) placed.push(row);
    }
    removeObjects(base, placed);
    detachRecord(base, kind, name, '');
    return true;
  }
  if (kind === 'application') {
    for (const tag of tagsNaming(drawing, kind, name)) removeExtendedData(base, tag);
    detachRecord(base, kind, name, '');
    return true;
  }
  const uses = tagsNaming(drawing, kind, name).filter((tag) => !edits.isRemoved(tag));
  const fallback = FALLBACKS[kind];
  if (fallback !== undefined && uses.length > 0) {
    if (foldName(fallback) === folded) return false;
    if (kind !== 'layer' && kind !== 'linetype' && !recordOf(drawing, kind, fallback)) return false;
    if (kind === 'layer') removeLayerMentions(base, name, fallback);
    else for (const tag of uses) edits.replace(tag, fallback);
  }
  const replacement =
    fallback === undefined || kind === 'layer' ? undefined : recordOf(drawing, kind, fallback);
  detachRecord(base, kind, name, replacement ? handleOfRecord(drawing, TABLES[kind], replacement) : '');
  return true;
}

/** Removes a record itself, with the dictionary it keeps; pointers to it go to the replacement, or out of the lists they stand in. */
function detachRecord(base: EditBase, kind: RecordKind, name: string, replacement: string): void {
  const { drawing, edits } = base;
  const record = recordOf(drawing, kind, name);
  const pointers: number[] = [];
  if (record) {
    append(pointers, referencesOf(drawing).pointers(handleOfRecord(drawing, TABLES[kind], record)));
    removeItself(base, TABLES[kind], record);
  }
  if (kind === 'symbol')
    for (const block of blocksOf(drawing, name)) {
      const symbol = drawing.symbols.get(foldName(name));
      if (symbol?.block === block)
        removeObjects(
          base,
          drawing.containers[symbol.container].rows.filter((row) => drawing.objects.parent[row] < 0),
        );
      edits.removeRange(block.start, block.end);
    }
  settlePointers(base, kind, name, pointers, replacement);
}

const NO_TAGS: ReadonlyMap<number, string> = new Map();

function settlePointers(
  base: EditBase,
  kind: RecordKind,
  name: string,
  pointers: readonly number[],
  replacement: string,
): void {
  const { drawing, edits } = base;
  const { document } = drawing;
  const { codes } = document.tags;
  const viewports = kind === 'layer' ? referencesOf(drawing).inViewports() : NO_TAGS;
  for (const tag of pointers) {
    if (edits.isRemoved(tag)) continue;
    // A layer hidden in one viewport must not hide its replacement there.
    const viewport = viewports.get(tag);
    if (viewport !== undefined) {
      base.sideChanges.push({
        handle: viewport,
        kind: 'viewport',
        property: 'hidden layers',
        before: name,
        after: 'not listed',
      });
      edits.remove(tag);
    } else if (replacement !== '') {
      if (listHas(base, tag, replacement)) edits.remove(tag);
      else edits.replace(tag, replacement);
    }
    // An entry of a dictionary is a pair: its key and its value.
    else if (codes[tag - 1] === 3 && (codes[tag] === 350 || codes[tag] === 360 || codes[tag] === 340))
      edits.removeRange(tag - 1, tag + 1);
    // An override in extended data is a pair: its code and its value.
    else if (codes[tag] === 1005 && codes[tag - 1] === 1070) edits.removeRange(tag - 1, tag + 1);
    else edits.remove(tag);
  }
}

/** True when a list of pointers, in a record of saved data, has one to the same record already. */
function listHas({ drawing, edits }: EditBase, tag: number, handle: string): boolean {
  const { document, reader } = drawing;
  const { codes, count } = document.tags;
  let start = tag;
  while (codes[start] !== 0) start--;
  if (!tagIs(document.tags, start, 'XRECORD')) return false;
  for (let at = start + 1; at < count && codes[at] !== 0; at++)
    if (
      at !== tag &&
      codes[at] === codes[tag] &&
      !edits.isRemoved(at) &&
      (edits.given(at) ?? reader.name(at)).toUpperCase() === handle
    )
      return true;
  return false;
}

/** Removes an application's extended data from the record it stands on. */
function removeExtendedData(base: EditBase, tag: number): void {
  const { codes } = base.drawing.document.tags;
  let end = tag + 1;
  while (end < codes.length && codes[end] > 1001 && codes[end] <= 1071) end++;
  base.edits.removeRange(tag, end);
}

// ---- new records ----

/** Adds a record to a table; tables that the file lacks are made. The name must not be taken. */
export function addRecord(base: EditBase, kind: RecordKind, name: string, body: readonly NewTag[]): string {
  const { document } = base.drawing;
  const tableName = TABLES[kind];
  const table = document.tables.get(tableName);
  const head: NewTag[] = [{ code: 0, value: tableName }];
  if (table) {
    const record = base.recordHead(table, SUBCLASSES[kind]);
    base.edits.insertBefore(table.endTag, [...head, ...record, { code: 2, value: name }, ...body]);
    base.grow(table, 1);
    return String(record.find(({ code }) => code === 5 || code === 105)?.value ?? '');
  }
  return base.addTable(tableName, SUBCLASSES[kind], [{ code: 2, value: name }, ...body]);
}

export function addLinetype(base: EditBase, linetype: NewLinetype): void {
  const { version } = base.drawing.document;
  addRecord(
    base,
    'linetype',
    linetype.name,
    linetypeBody(linetype, version, (table, name) => base.handleOf(table, name)),
  );
}

export function addTextStyle(base: EditBase, style: NewTextStyle): void {
  base.remember('STYLE', style.name, addRecord(base, 'text style', style.name, textStyleBody(style)));
}

/** Adds a symbol with what is drawn in it; `at` is its base point. */
export function addSymbol(
  base: EditBase,
  name: string,
  at: readonly [number, number],
  draw: (space: SpaceComposer) => void,
  flags = 0,
): void {
  addSymbolOf(base, name, at, (owner) => drawObjects(base, owner, false, draw), flags);
}

/**
 * Adds a symbol that holds records; they are told the handle of their owner, empty where the version knows none.
 * @param flags 1 for one that a program made and nobody places by name
 */
export function addSymbolOf(
  base: EditBase,
  name: string,
  at: readonly [number, number],
  content: (owner: string) => readonly Part[],
  flags = 0,
): void {
  const { document } = base.drawing;
  const marked = document.version >= SUBCLASSES_FROM;
  const owner = marked
    ? addRecord(base, 'symbol', name, [
        { code: 70, value: 0 },
        { code: 280, value: 1 },
        { code: 281, value: 0 },
      ])
    : '';
  base.remember('BLOCK_RECORD', name, owner);
  const part = (entity: string, subclass: string, body: readonly NewTag[]): NewTag[] => {
    const handle = base.hasHandles ? base.freshHandle() : '';
    return [
      { code: 0, value: entity },
      ...(handle === '' ? [] : [{ code: 5, value: handle }]),
      ...(marked
        ? [
            { code: 330, value: owner },
            { code: 100, value: 'AcDbEntity' },
          ]
        : []),
      { code: 8, value: '0' },
      ...(marked ? [{ code: 100, value: subclass }] : []),
      ...body,
    ];
  };
  base.putInSection(
    'BLOCKS',
    part('BLOCK', 'AcDbBlockBegin', [
      { code: 2, value: name },
      { code: 70, value: flags },
      { code: 10, value: decimal(at[0]) },
      { code: 20, value: decimal(at[1]) },
      { code: 30, value: '0.0' },
      { code: 3, value: name },
      { code: 1, value: '' },
    ]),
  );
  for (const record of content(owner)) base.putInSection('BLOCKS', record);
  base.putInSection('BLOCKS', part('ENDBLK', 'AcDbBlockEnd', []));
}
