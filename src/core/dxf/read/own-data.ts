import { recordsIn, type TagRange, tagIs } from '../document';
import { OWN_APPLICATION } from '../edit/record-bodies';
import { extendedTags } from '../extended-data';
import type { TagReader } from '../tag-reader';

/** Data of our own in a record's extended data; null when there are none, or they cannot be read. */
export function readOwnData(reader: TagReader, range: TagRange): unknown {
  const { codes } = reader.document.tags;
  let text = '';
  for (const tag of extendedTags(reader, range, OWN_APPLICATION)) {
    if (codes[tag] !== 1000) break;
    text += reader.text(tag);
  }
  return parse(text);
}

/** Data of our own in a record of the drawing's dictionary. */
export function readOwnRecord(reader: TagReader, name: string): unknown {
  const { tags, objects } = reader.document;
  for (const { start, end } of objects)
    for (let tag = start; tag < end; tag++) {
      if (tags.codes[tag] !== 3 || !tagIs(tags, tag, name) || tags.codes[tag + 1] !== 350) continue;
      const handle = reader.name(tag + 1).toUpperCase();
      const text = textOfRecord(reader, handle);
      if (text !== '') return parse(text);
    }
  return null;
}

function textOfRecord(reader: TagReader, handle: string): string {
  const { document } = reader;
  const { tags } = document;
  for (const range of recordsIn(document, document.objects)) {
    if (!tagIs(tags, range.start, 'XRECORD')) continue;
    if (reader.findText(range, 5).toUpperCase() !== handle) continue;
    let text = '';
    for (let at = range.start; at < range.end; at++) if (tags.codes[at] === 1) text += reader.text(at);
    return text;
  }
  return '';
}

function parse(text: string): unknown {
  // Nearly every object has none: an exception for each would take longer than all else that is read of it.
  if (text === '') return null;
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
