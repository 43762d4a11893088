import { recordsIn, type TagRange, tagIs } from '../document';
import { foldName } from '../interner';
import type { EditBase } from './edit-base';
import { referencesOf } from './references';

// Layers are named by objects, in extended data and in the header; and in lists beside the drawing: saved looks of layers,
// filters. In a list a layer stands once, with what is kept of it behind its name.

/** The code that names a layer, on objects as in lists. */
const LAYER = 8;
/** Codes of texts in which filters hold their expressions. */
const EXPRESSIONS = new Set([1, 301]);
/** Code under which saved looks name the layer that was the current one. */
const CURRENT = 302;

/** Names a layer otherwise wherever it is named; in a list that names the other one too, the entry goes. */
export function renameLayerMentions(base: EditBase, from: string, to: string): void {
  const { edits } = base;
  for (const tag of referencesOf(base.drawing).layerTags(from)) {
    if (edits.isRemoved(tag)) continue;
    const list = listOf(base, tag);
    if (list && names(base, list, to)) removeEntry(base, list, tag);
    else edits.replace(tag, to);
  }
  eachExpression(base, (text) => renamed(text, from, to));
  eachCurrent(base, from, (tag) => edits.update(tag, to));
}

/** Lets everything that still names a layer name the base layer; in lists its entry goes. Filters by name find nothing. */
export function removeLayerMentions(base: EditBase, name: string, fallback: string): void {
  const { edits } = base;
  for (const tag of referencesOf(base.drawing).layerTags(name)) {
    if (edits.isRemoved(tag)) continue;
    const list = listOf(base, tag);
    if (list) removeEntry(base, list, tag);
    else edits.replace(tag, fallback);
  }
  eachCurrent(base, name, (tag) => edits.update(tag, fallback));
}

/** The list that a tag stands in; null for tags of objects, of extended data and of the header. */
function listOf({ drawing }: EditBase, tag: number): TagRange | null {
  const { tags, objects } = drawing.document;
  if (tags.codes[tag] !== LAYER || !objects.some(({ start, end }) => tag >= start && tag < end)) return null;
  let start = tag;
  while (tags.codes[start] !== 0) start--;
  let end = tag;
  while (end < tags.count && tags.codes[end] !== 0) end++;
  return { start, end };
}

/** True when a list names a layer, as the edits have left it. */
function names({ drawing, edits }: EditBase, { start, end }: TagRange, name: string): boolean {
  const wanted = foldName(name);
  for (let tag = start; tag < end; tag++)
    if (
      drawing.document.tags.codes[tag] === LAYER &&
      !edits.isRemoved(tag) &&
      foldName(edits.given(tag) ?? drawing.reader.name(tag)) === wanted
    )
      return true;
  return false;
}

/** Removes a layer's name from a list, and what is kept of it behind the name. */
function removeEntry({ drawing, edits }: EditBase, { end }: TagRange, tag: number): void {
  const { codes } = drawing.document.tags;
  let last = tag + 1;
  while (last < end && codes[last] !== LAYER && codes[last] < 1000) last++;
  edits.removeRange(tag, last);
}

/** Calls with each expression of a filter, as the edits have left it, and writes what comes back. */
function eachExpression(base: EditBase, change: (text: string) => string): void {
  const { document, reader } = base.drawing;
  for (const { start, end } of recordsIn(document, document.objects)) {
    if (!tagIs(document.tags, start, 'XRECORD')) continue;
    for (let tag = start; tag < end; tag++) {
      if (!EXPRESSIONS.has(document.tags.codes[tag])) continue;
      const text = base.edits.given(tag) ?? reader.text(tag);
      if (!/NAME\s*==/i.test(text)) continue;
      const after = change(text);
      if (after !== text) base.edits.update(tag, after);
    }
  }
}

/** An expression with one layer named otherwise: names stand in quotes, alone or in lists parted by commas. */
function renamed(text: string, from: string, to: string): string {
  const wanted = foldName(from);
  return text.replace(/"([^"]*)"/g, (whole, list: string) => {
    const parts = list.split(',');
    if (!parts.some((part) => foldName(part) === wanted)) return whole;
    const seen = new Set<string>();
    const kept = parts
      .map((part) => (foldName(part) === wanted ? to : part))
      .filter((part) => !seen.has(foldName(part)) && seen.add(foldName(part)));
    return `"${kept.join(',')}"`;
  });
}

/** Calls with the tags by which saved looks name a layer as the current one. */
function eachCurrent(base: EditBase, name: string, visit: (tag: number) => void): void {
  const { document, reader } = base.drawing;
  const { codes } = document.tags;
  const wanted = foldName(name);
  for (const range of recordsIn(document, document.objects)) {
    if (!tagIs(document.tags, range.start, 'XRECORD') || reader.find(range, LAYER) < 0) continue;
    for (let tag = range.start; tag < range.end; tag++)
      if (codes[tag] === CURRENT && foldName(base.edits.given(tag) ?? reader.text(tag)) === wanted)
        visit(tag);
  }
}
