import { recordsIn, type TagRange, tagIs } from '../dxf/document';
import type { Drawing } from '../dxf/drawing';
import { eachNaming, type RecordKind, TABLES } from '../dxf/edit/edit-records';
import { handleOfRecord } from '../dxf/edit/owned-records';
import { referencesOf } from '../dxf/edit/references';
import { foldName } from '../dxf/interner';
import { readOwnData } from '../dxf/read/own-data';
import { isFormatName } from '../dxf/reserved';
import { oncePer } from '../once';
import { WORDS_STYLE } from '../records/linetype-marks';

/** Kinds of records that a drawing can hold without using them. */
export const UNUSED_KINDS = ['symbol', 'dimension style', 'text style', 'linetype'] as const;
export type UnusedKind = (typeof UNUSED_KINDS)[number];

/** A style that words on lines are given, which a drawing has ready for them. */
const READY = foldName(WORDS_STYLE);
/** Codes of texts in records of saved data. */
const isText = (code: number): boolean => (code >= 1 && code <= 9) || (code >= 300 && code <= 309);

/**
 * Records that nothing in a drawing uses, by kind, as the drawing writes their names: nothing that is drawn, no other record, no
 * saved data names them or points to them, but for symbols that are unused themselves. What is in doubt counts as used.
 */
export const unusedRecords: (drawing: Drawing) => ReadonlyMap<UnusedKind, readonly string[]> = oncePer(
  (drawing) => [drawing],
  findUnused,
);

function findUnused(drawing: Drawing): ReadonlyMap<UnusedKind, readonly string[]> {
  const symbols = unusedSymbols(drawing);
  const inside = owners(drawing, symbols);
  const isInside = (tag: number): boolean => inside(tag) !== null;
  const found = new Map<UnusedKind, readonly string[]>();
  const saved = savedTexts(drawing);
  for (const kind of UNUSED_KINDS) {
    if (kind === 'symbol') {
      const names = [...drawing.symbols.values()].map(({ name }) => name);
      found.set(
        kind,
        names.filter((name) => symbols.has(foldName(name)) && !saved.has(foldName(name))),
      );
      continue;
    }
    const named = new Set<string>();
    eachNaming(drawing, kind, (tag) => {
      if (!isInside(tag)) named.add(foldName(drawing.reader.text(tag)));
    });
    const unused = [...recordsByName(drawing, kind)].filter(
      ([name, ranges]) =>
        !isFormatName(name) &&
        name !== READY &&
        !named.has(name) &&
        !saved.has(name) &&
        pointersTo(drawing, kind, ranges).every(isInside),
    );
    found.set(
      kind,
      unused.map(([, [range]]) => drawing.reader.findText(range, 2)),
    );
  }
  return found;
}

/** The records of a table by their folded names, in the order of the file. */
function recordsByName({ document, reader }: Drawing, kind: RecordKind): Map<string, TagRange[]> {
  const records = new Map<string, TagRange[]>();
  for (const range of document.tables.get(TABLES[kind])?.records ?? []) {
    // A font of symbols is a style to the format, and none to write in.
    if (kind === 'text style' && (reader.findInt(range, 70) & 1) === 1) continue;
    const name = foldName(reader.findText(range, 2));
    const ranges = records.get(name);
    if (ranges) ranges.push(range);
    else records.set(name, [range]);
  }
  return records;
}

const pointersTo = (drawing: Drawing, kind: RecordKind, ranges: readonly TagRange[]): number[] =>
  ranges.flatMap((range) => referencesOf(drawing).pointers(handleOfRecord(drawing, TABLES[kind], range)));

/** Finds the range that a tag lies in, of some that do not overlap. */
function rangeAt<T extends TagRange>(ranges: readonly T[]): (tag: number) => T | null {
  const sorted = [...ranges].sort((a, b) => a.start - b.start);
  return (tag) => {
    let [low, high] = [0, sorted.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (sorted[middle].start <= tag) low = middle + 1;
      else high = middle;
    }
    const found = sorted[low - 1];
    return found && tag < found.end ? found : null;
  };
}

/** Symbols, by their folded names, that are placed nowhere but in symbols that are placed nowhere. */
function unusedSymbols(drawing: Drawing): ReadonlySet<string> {
  const naming = new Map<string, number[]>();
  eachNaming(drawing, 'symbol', (tag) => {
    const name = foldName(drawing.reader.text(tag));
    const tags = naming.get(name);
    if (tags) tags.push(tag);
    else naming.set(name, [tag]);
  });
  const asked = new Set<string>();
  for (const { name, block, anonymous, external } of drawing.symbols.values()) {
    // What a template of ours keeps in it, it keeps to be used.
    const isTemplates = readOwnData(drawing.reader, block.head) !== null;
    if (!anonymous && !external && !isTemplates && !isFormatName(foldName(name))) asked.add(foldName(name));
  }
  const ownerOf = owners(drawing, asked);
  /** By what uses it: the symbols in each symbol, and those that something else uses. */
  const inside = new Map<string, string[]>();
  const records = recordsByName(drawing, 'symbol');
  const used: string[] = [];
  for (const name of asked)
    for (const tag of [
      ...(naming.get(name) ?? []),
      ...pointersTo(drawing, 'symbol', records.get(name) ?? []),
    ]) {
      const owner = ownerOf(tag);
      if (owner === null) used.push(name);
      else if (owner !== name) {
        const held = inside.get(owner);
        if (held) held.push(name);
        else inside.set(owner, [name]);
      }
    }
  // What is in something that is used is used.
  for (let name = used.pop(); name !== undefined; name = used.pop())
    if (asked.delete(name)) used.push(...(inside.get(name) ?? []));
  return asked;
}

/** The symbol, by its folded name, in whose definition or record a tag stands; null for what stands in none of them. */
function owners(drawing: Drawing, names: ReadonlySet<string>): (tag: number) => string | null {
  const ranges: (TagRange & { readonly name: string })[] = [];
  for (const { name, start, end } of drawing.document.blocks)
    if (names.has(foldName(name))) ranges.push({ name: foldName(name), start, end });
  for (const { start, end } of drawing.document.tables.get(TABLES.symbol)?.records ?? []) {
    const name = foldName(drawing.reader.findText({ start, end }, 2));
    if (names.has(name)) ranges.push({ name, start, end });
  }
  const at = rangeAt(ranges);
  return (tag) => at(tag)?.name ?? null;
}

/** What records of saved data say, folded: a state of the layers can name a linetype. */
function savedTexts(drawing: Drawing): ReadonlySet<string> {
  const { document, reader } = drawing;
  const texts = new Set<string>();
  for (const { start, end } of recordsIn(document, document.objects)) {
    if (!tagIs(document.tags, start, 'XRECORD')) continue;
    for (let tag = start + 1; tag < end; tag++)
      if (isText(document.tags.codes[tag])) texts.add(foldName(reader.text(tag)));
  }
  return texts;
}
