import { type TagRange, tagIs } from '../document';
import { kindOf, rangeOf } from '../drawing';
import { foldName } from '../interner';
import { decimal } from '../real';
import type { SpaceComposer } from '../write/space-composer';
import { ownSetting, ownSettings, point } from '../write/space-tags';
import type { EditBase } from './edit-base';
import { addObjects } from './edit-objects';
import { addRecord, addSymbol, hasRecord } from './edit-records';
import { ensureApplication } from './own-data';
import {
  type DimensionRecord,
  dimensionStyleBody,
  holdsCode,
  isRealSetting,
  JOG_HEIGHT,
  SUBCLASSES_FROM,
  settingTags,
} from './record-bodies';
import { removeObjects } from './remove-objects';

/** The oldest version names the symbols of terminators by codes of its own. */
const OLD_SYMBOL_CODE = 337;

/**
 * Writes settings of a dimension style into its record; all others stay as they are.
 * @param codes of the settings that are written
 */
export function setDimensionStyle(
  base: EditBase,
  range: TagRange,
  record: DimensionRecord,
  codes: ReadonlySet<number>,
): void {
  const { version } = base.drawing.document;
  const asked = new Map([...record.values].filter(([code]) => codes.has(code)));
  for (const { code, value } of settingTags(asked, version)) setTag(base, range, code, String(value));
  for (const code of codes) {
    if (code < 340 || code > 347) continue;
    const pointer = record.pointers.get(code);
    if (version >= SUBCLASSES_FROM) {
      if (holdsCode(version, code))
        setTag(base, range, code, pointer ? base.handleOf(recordTable(pointer.table), pointer.name) : null);
    } else if (code >= 342 && code <= 344) setTag(base, range, code - OLD_SYMBOL_CODE, pointer?.name ?? '');
  }
  if (codes.has(JOG_HEIGHT.number) && holdsCode(version, JOG_HEIGHT.number)) setJog(base, range, record);
}

/** Symbols are pointed to by the records that own what is in them. */
const recordTable = (table: string): string => (table === 'BLOCK' ? 'BLOCK_RECORD' : table);

/** Gives a record of settings a value; null takes it out. Two settings share code 70, the second of them is meant. */
function setTag(base: EditBase, range: TagRange, code: number, value: string | null): void {
  const { codes } = base.drawing.document.tags;
  let found = -1;
  let last = range.start;
  let count = 0;
  let inGroup = false;
  for (let tag = range.start + 1; tag < range.end && codes[tag] < 1000; tag++) {
    if (codes[tag] === 102) inGroup = !inGroup;
    last = tag;
    if (inGroup || codes[tag] !== code) continue;
    if (code !== 70 || ++count > 1) found = tag;
  }
  if (found >= 0) {
    if (value === null) base.edits.remove(found);
    else base.edits.replace(found, value);
  } else if (value !== null) base.edits.insertBefore(last + 1, [{ code, value }]);
}

function setJog(base: EditBase, range: TagRange, { jogHeight }: DimensionRecord): void {
  const { codes, count } = base.drawing.document.tags;
  const { reader } = base.drawing;
  for (let tag = range.start; tag < range.end && tag < count; tag++) {
    if (codes[tag] !== 1001 || reader.name(tag) !== JOG_HEIGHT.application) continue;
    for (let at = tag + 1; at < range.end && codes[at] !== 1001; at++)
      if (codes[at] === 1040) {
        base.edits.replace(at, decimal(jogHeight));
        return;
      }
  }
}

/** Adds a dimension style; the records that it names must be there, or added by these edits. */
export function addDimensionStyle(base: EditBase, name: string, record: DimensionRecord): void {
  const { version } = base.drawing.document;
  const { application } = JOG_HEIGHT;
  const tags = dimensionStyleBody(record, version, (table, other) =>
    base.handleOf(recordTable(table), other),
  );
  const isNamed = tags.some(({ value }) => value === application);
  if (
    isNamed &&
    !hasRecord(base.drawing, 'application', application) &&
    base.handleOf('APPID', application) === '0'
  )
    base.remember(
      'APPID',
      application,
      addRecord(base, 'application', application, [{ code: 70, value: 0 }]),
    );
  addRecord(base, 'dimension style', name, tags);
}

/** Where the settings of its own stand in the extended data of an object: the mark, and the pairs behind it. */
function ownSettingTags(base: EditBase, row: number): { mark: number; from: number; end: number } | null {
  const { tags } = base.drawing.document;
  const { start, end } = rangeOf(base.drawing, row);
  for (let tag = start; tag < end; tag++) {
    if (tags.codes[tag] !== 1000 || !tagIs(tags, tag, 'DSTYLE')) continue;
    let at = tag + 2;
    while (at + 1 < end && tags.codes[at] === 1070) at += 2;
    return { mark: tag, from: tag + 2, end: at };
  }
  return null;
}

/** Takes settings of its own from a dimension or a leader; with the last of them goes the place they stood in. */
export function clearOwnSettings(base: EditBase, row: number, codes: ReadonlySet<number>): void {
  const { tags } = base.drawing.document;
  const { reader } = base.drawing;
  const found = ownSettingTags(base, row);
  if (!found) return;
  const pairs: number[] = [];
  for (let at = found.from; at < found.end; at += 2) pairs.push(at);
  const going = pairs.filter((at) => codes.has(reader.int(at)));
  if (going.length < pairs.length) {
    for (const at of going) base.edits.removeRange(at, at + 2);
    return;
  }
  // The mark, its opening and its closing brace; and the application where nothing else of it is left.
  const isClosed = tags.codes[found.end] === 1002;
  const last = isClosed ? found.end + 1 : found.end;
  const isAlone =
    tags.codes[found.mark - 1] === 1001 &&
    (last >= rangeOf(base.drawing, row).end || tags.codes[last] === 1001 || tags.codes[last] === 0);
  base.edits.removeRange(isAlone ? found.mark - 1 : found.mark, last);
}

/** Gives a dimension or a leader a number of its own for a setting of its style. */
export function setOwnSetting(base: EditBase, row: number, code: number, value: number): void {
  const { reader } = base.drawing;
  const found = ownSettingTags(base, row);
  if (found) {
    for (let at = found.from; at < found.end; at += 2)
      if (reader.int(at) === code) {
        base.edits.replace(at + 1, isRealSetting(code) ? decimal(value) : String(value));
        return;
      }
    base.edits.insertBefore(found.end, ownSetting(code, value));
    return;
  }
  ensureApplication(base, 'ACAD');
  base.edits.insertBefore(rangeOf(base.drawing, row).end, ownSettings(new Map([[code, value]])));
}

/** Names another style for a dimension. */
export function setStyleName(base: EditBase, row: number, name: string): void {
  const range = rangeOf(base.drawing, row);
  const tag = base.drawing.reader.find(range, 3);
  if (tag >= 0) base.edits.replace(tag, name);
  else base.edits.insertBefore(base.drawing.reader.find(range, 10), [{ code: 3, value: name }]);
}

type Way = readonly [number, number];

/** Flag of a dimension whose text somebody put where it is. */
const TEXT_PUT = 128;

/**
 * Moves the line of a dimension with its text, or the points it measures between; or puts its text somewhere. The points in
 * its picture that stand for those go along.
 */
export function moveInDimension(
  base: EditBase,
  row: number,
  move: { readonly line?: Way; readonly feet?: readonly [Way, Way]; readonly textAt?: Way },
): void {
  const { reader } = base.drawing;
  const range = rangeOf(base.drawing, row);
  const ways = [
    [10, move.line],
    [11, move.textAt ? undefined : move.line],
    [13, move.feet?.[0]],
    [14, move.feet?.[1]],
  ] as const;
  const before = new Map<number, Way>();
  for (const [code, by] of ways) {
    if (!by || (by[0] === 0 && by[1] === 0)) continue;
    const tags = [code, code + 10].map((one) => reader.find(range, one));
    if (tags.some((tag) => tag < 0)) continue;
    const [x, y] = tags.map((tag) => reader.number(tag));
    before.set(code, [x, y]);
    for (const [i, tag] of tags.entries()) base.edits.replace(tag, decimal([x, y][i] + by[i]));
  }
  for (const [code, by] of ways) {
    const was = by && code !== 11 ? before.get(code) : undefined;
    if (was && by) movePointInPicture(base, row, was, [was[0] + by[0], was[1] + by[1]]);
  }
  if (move.textAt) putText(base, range, move.textAt);
}

function putText(base: EditBase, range: TagRange, at: Way): void {
  const { reader } = base.drawing;
  const [x, y, flags] = [11, 21, 70].map((code) => reader.find(range, code));
  if (flags >= 0) base.edits.replace(flags, String(reader.int(flags) | TEXT_PUT));
  if (x >= 0 && y >= 0) {
    base.edits.replace(x, decimal(at[0]));
    base.edits.replace(y, decimal(at[1]));
  } else if (flags >= 0) base.edits.insertBefore(flags, point(11, at));
}

/** Pictures hold a point for each that the dimension is measured by. */
function movePointInPicture(base: EditBase, row: number, from: Way, to: Way): void {
  const { drawing } = base;
  const { reader } = drawing;
  const symbol = drawing.symbols.get(foldName(reader.findText(rangeOf(drawing, row), 2)));
  for (const part of symbol ? drawing.containers[symbol.container].rows : []) {
    if (kindOf(drawing, part) !== 'point') continue;
    const tags = [10, 20].map((code) => reader.find(rangeOf(drawing, part), code));
    if (tags.some((tag, i) => tag < 0 || reader.number(tag) !== from[i])) continue;
    for (const [i, tag] of tags.entries()) base.edits.replace(tag, decimal(to[i]));
    return;
  }
}

/** A dimension and what is drawn in its picture. */
export interface NewPicture {
  readonly row: number;
  draw(space: SpaceComposer): void;
}

/**
 * Gives dimensions new pictures: what is drawn in their symbols goes, but for the points they are measured by. A dimension
 * without a picture, or with one that others show too, gets a symbol of its own.
 */
export function redrawPictures(base: EditBase, pictures: readonly NewPicture[]): void {
  const { drawing } = base;
  const users = usersOfPictures(base);
  const own: { readonly container: number; readonly picture: NewPicture }[] = [];
  const apart: NewPicture[] = [];
  for (const picture of pictures) {
    const name = foldName(drawing.reader.findText(rangeOf(drawing, picture.row), 2));
    const symbol = drawing.symbols.get(name);
    if (symbol && users.get(name) === 1) own.push({ container: symbol.container, picture });
    else apart.push(picture);
  }
  const gone: number[] = [];
  for (const { container, picture } of own) {
    // New parts take the handles of old ones: what points into a picture still does, and nothing is mended for it.
    const old = pictureRows(base, container);
    const plain = old.filter((row) => isPlain(base, row));
    const handles = plain.map((row) => drawing.reader.name(drawing.objects.handleTag[row]).toUpperCase());
    const count = addObjects(base, container, (space) => picture.draw(space), handles);
    const replaced = new Set(plain.slice(0, count));
    for (const row of old)
      if (replaced.has(row))
        base.edits.removeRange(drawing.objects.start[row], drawing.objects.groupEnd[row]);
      else gone.push(row);
  }
  if (gone.length > 0) removeObjects(base, gone);
  for (const picture of apart) {
    const name = freshPictureName(base);
    addSymbol(base, name, [0, 0], (space) => picture.draw(space), ANONYMOUS);
    const range = rangeOf(drawing, picture.row);
    const tag = drawing.reader.find(range, 2);
    if (tag >= 0) base.edits.replace(tag, name);
    else base.edits.insertBefore(drawing.reader.find(range, 10), [{ code: 2, value: name }]);
  }
}

/** Whether an object has a handle and nothing that hangs on it. */
function isPlain({ drawing }: EditBase, row: number): boolean {
  const { objects, document } = drawing;
  if (objects.handleTag[row] === 0 || objects.groupEnd[row] > objects.end[row]) return false;
  for (let tag = objects.start[row]; tag < objects.end[row]; tag++)
    if (document.tags.codes[tag] === 102) return false;
  return true;
}

const picturesNamed = new WeakMap<EditBase, number>();

/** A name for the symbol of a picture that neither the drawing has nor these edits gave. */
function freshPictureName(base: EditBase): string {
  let number = (picturesNamed.get(base) ?? 0) + 1;
  while (base.drawing.symbols.has(`*d${number}`)) number++;
  picturesNamed.set(base, number);
  return `*D${number}`;
}

/** Flag of a symbol that a program made. */
const ANONYMOUS = 1;

/** The objects of a dimension's picture that are drawn anew: all but the points it is measured by. */
export const pictureRows = ({ drawing }: EditBase, container: number): number[] =>
  drawing.containers[container].rows.filter(
    (row) => drawing.objects.parent[row] < 0 && kindOf(drawing, row) !== 'point',
  );

const usersKept = new WeakMap<EditBase, Map<string, number>>();

/** How many objects show each symbol, by its folded name. */
function usersOfPictures(base: EditBase): ReadonlyMap<string, number> {
  const known = usersKept.get(base);
  if (known) return known;
  const { drawing } = base;
  const users = new Map<string, number>();
  for (let row = 0; row < drawing.objects.count; row++) {
    const kind = kindOf(drawing, row);
    if (kind !== 'dimension' && kind !== 'symbol') continue;
    const name = foldName(drawing.reader.findText(rangeOf(drawing, row), 2));
    users.set(name, (users.get(name) ?? 0) + 1);
  }
  usersKept.set(base, users);
  return users;
}

/** A straight dimension to be made. */
export interface NewDimension {
  readonly container: number;
  readonly layer: string;
  readonly style: string;
  readonly angleDeg: number;
  readonly first: readonly [number, number];
  readonly second: readonly [number, number];
  /** A point of its line, at the second extension line. */
  readonly line: readonly [number, number];
  draw(space: SpaceComposer): void;
}

/** Adds straight dimensions, each with its picture. */
export function addDimensions(base: EditBase, made: readonly NewDimension[]): void {
  const marked = base.drawing.document.version >= SUBCLASSES_FROM;
  for (const one of made) {
    const name = freshPictureName(base);
    addSymbol(base, name, [0, 0], (space) => one.draw(space), ANONYMOUS);
    const [c, s] = [Math.cos((one.angleDeg * Math.PI) / 180), Math.sin((one.angleDeg * Math.PI) / 180)];
    const [dx, dy] = [one.second[0] - one.first[0], one.second[1] - one.first[1]];
    const half = (dx * c + dy * s) / 2;
    addObjects(base, one.container, (space) =>
      space.record('DIMENSION', { layer: one.layer }, 'AcDbDimension', [
        { code: 2, value: name },
        ...point(10, one.line),
        ...point(11, [one.line[0] - half * c, one.line[1] - half * s]),
        { code: 70, value: marked ? 32 : 0 },
        { code: 3, value: one.style },
        ...(marked ? [{ code: 100, value: 'AcDbAlignedDimension' }] : []),
        ...point(13, one.first),
        ...point(14, one.second),
        { code: 50, value: decimal(one.angleDeg) },
        ...(marked ? [{ code: 100, value: 'AcDbRotatedDimension' }] : []),
      ]),
    );
  }
}
