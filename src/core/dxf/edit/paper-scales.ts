import { type TagRange, tagIs } from '../document';
import { rangeOf } from '../drawing';
import { extendedTags } from '../extended-data';
import type { EditBase } from './edit-base';
import { removeKept } from './owned-records';
import { referencesOf } from './references';

/** Names under which the format keeps what an object looks like at each scale, and that it is sized on paper; from memory. */
const MANAGER = 'AcDbContextDataManager';
const FLAGGED = 'AcadAnnotative';

/**
 * Makes an object that is sized on paper for certain scales one that is as large as it is drawn, and shows at every scale: what it
 * keeps of each scale goes, and the mark that it is sized on paper.
 */
export function leavePaperScales(base: EditBase, row: number): void {
  const { drawing, edits } = base;
  const { document, reader } = drawing;
  const { codes } = document.tags;
  const range = rangeOf(drawing, row);
  const own = dictionaryOf(base, range);
  for (let tag = own?.start ?? 0; own && tag + 1 < own.end; tag++)
    if (codes[tag] === 3 && tagIs(document.tags, tag, MANAGER)) {
      removeKept(base, reader.name(tag + 1).toUpperCase(), new Set());
      edits.removeRange(tag, tag + 2);
    }
  // Version first, then whether it is sized on paper.
  const flags = [...extendedTags(reader, range, FLAGGED)].filter((tag) => codes[tag] === 1070);
  if (flags.length > 1 && reader.int(flags[1]) !== 0) edits.replace(flags[1], 0);
}

/** The dictionary that an object keeps for itself. */
function dictionaryOf({ drawing }: EditBase, range: TagRange): TagRange | undefined {
  const { document, reader } = drawing;
  const { tags } = document;
  for (let tag = range.start; tag < range.end && tags.codes[tag] !== 100; tag++)
    if (tags.codes[tag] === 102 && tagIs(tags, tag, '{ACAD_XDICTIONARY'))
      return referencesOf(drawing)
        .kept()
        .get(reader.name(tag + 1).toUpperCase());
  return undefined;
}
