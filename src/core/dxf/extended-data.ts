import { type TagRange, tagIs } from './document';
import type { TagReader } from './tag-reader';

/** Tags of the extended data that an application keeps with a record: those between its name and the next. */
export function* extendedTags(reader: TagReader, range: TagRange, application: string): Generator<number> {
  const { tags } = reader.document;
  for (let tag = range.start; tag < range.end; tag++) {
    if (tags.codes[tag] !== 1001 || !tagIs(tags, tag, application)) continue;
    for (let at = tag + 1; at < range.end && tags.codes[at] !== 1001; at++) yield at;
    return;
  }
}
