import { recordsIn, type TagRange, tagIs } from '../dxf/document';
import type { Drawing } from '../dxf/drawing';
import { eachNaming, type RecordKind, recordsNamed, TABLES } from '../dxf/edit/edit-records';
import { handleOfRecord } from '../dxf/edit/owned-records';
import { referencesOf } from '../dxf/edit/references';
import { foldName } from '../dxf/interner';
import { readOwnData } from '../dxf/read/own-data';
import { WORDS_STYLE } from '../records/linetype-marks';

/** Kinds of records that a drawing can hold without using them. */
export const UNUSED_KINDS = ['symbol', 'dimension style', 'text style', 'linetype'] as const;
export type UnusedKind = (typeof UNUSED_KINDS)[number];

/** Names that the format itself keeps, and marks that programs come with. */
const KEPT = /^(continuous|bylayer|byblock|standard|annotative|[*_].*|.*\|.*|)$/;
/** A style that words on lines are given, which a drawing has ready for them. */
const READY = foldName(WORDS_STYLE);
/** Codes of texts in records of saved data. */
const isText = (code: number): boolean => (code >= 1 && code <= 9) || (code >= 300 && code <= 309);

/**
 * Records that nothing in a drawing uses, by kind, as the drawing writes their names: nothing that is drawn, no other record, no
 * saved data names them or points to them, but for symbols that are unused themselves. What is in doubt counts as used.
 */
export function unusedRecords(drawing: Drawing): ReadonlyMap<UnusedKind, readonly string[]> {
  const symbols = unusedSymbols(drawing);
  const inside = [...symbols].flatMap((name) => blocksOf(drawing, name));
  const isInside = within(inside);
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
    const names = namesOf(drawing, kind).filter((name) => {
      const folded = foldName(name);
      return (
        !KEPT.test(folded) &&
        folded !== READY &&
        !named.has(folded) &&
        !saved.has(folded) &&
        pointersTo(drawing, kind, name).every(isInside)
      );
    });
    found.set(kind, names);
  }
  return found;
}

function namesOf({ document, reader }: Drawing, kind: RecordKind): string[] {
  const names = new Map<string, string>();
  for (const range of document.tables.get(TABLES[kind])?.records ?? []) {
    // A font of symbols is a style to the format, and none to write in.
    if (kind === 'text style' && (reader.findInt(range, 70) & 1) === 1) continue;
    const name = reader.findText(range, 2);
    if (!names.has(foldName(name))) names.set(foldName(name), name);
  }
  return [...names.values()];
}

const pointersTo = (drawing: Drawing, kind: RecordKind, name: string): number[] =>
  recordsNamed(drawing, kind, name).flatMap((range) =>
    referencesOf(drawing).pointers(handleOfRecord(drawing, TABLES[kind], range)),
  );

const blocksOf = (drawing: Drawing, folded: string): readonly TagRange[] =>
  drawing.document.blocks.filter((block) => foldName(block.name) === folded);

/** Whether a tag lies in one of some ranges that do not overlap. */
function within(ranges: readonly TagRange[]): (tag: number) => boolean {
  const sorted = [...ranges].sort((a, b) => a.start - b.start);
  return (tag) => {
    let [low, high] = [0, sorted.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (sorted[middle].start <= tag) low = middle + 1;
      else high = middle;
    }
    return low > 0 && tag < sorted[low - 1].end;
  };
}

/** Symbols, by their folded names, that are placed nowhere but in symbols that are placed nowhere. */
function unusedSymbols(drawing: Drawing): ReadonlySet<string> {
  const unused = new Map<
    string,
    { readonly ranges: readonly TagRange[]; readonly uses: readonly number[] }
  >();
  const naming = new Map<string, number[]>();
  eachNaming(drawing, 'symbol', (tag) => {
    const name = foldName(drawing.reader.text(tag));
    const tags = naming.get(name);
    if (tags) tags.push(tag);
    else naming.set(name, [tag]);
  });
  for (const { name, block, anonymous, external } of drawing.symbols.values()) {
    const folded = foldName(name);
    // What a template of ours keeps in it, it keeps to be used.
    const isTemplates = readOwnData(drawing.reader, block.head) !== null;
    if (anonymous || external || isTemplates || KEPT.test(folded)) continue;
    const ranges = blocksOf(drawing, folded);
    const isOwn = within([...ranges, ...recordsNamed(drawing, 'symbol', name)]);
    const uses = [...(naming.get(folded) ?? []), ...pointersTo(drawing, 'symbol', name)];
    unused.set(folded, { ranges, uses: uses.filter((tag) => !isOwn(tag)) });
  }
  // What is used by something that is used is used: each round takes those out that the last one left used.
  for (let left = -1; left !== unused.size; ) {
    left = unused.size;
    const isInside = within([...unused.values()].flatMap(({ ranges }) => ranges));
    for (const [name, { uses }] of unused) if (!uses.every(isInside)) unused.delete(name);
  }
  return new Set(unused.keys());
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
