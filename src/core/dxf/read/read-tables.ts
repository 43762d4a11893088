import { type TagRange, tagIs } from '../document';
import type {
  DrawingDimensionStyle,
  DrawingLayer,
  DrawingLinetype,
  DrawingTextStyle,
  LayerOverride,
  LinetypeMark,
  Reference,
} from '../drawing';
import { extendedTags } from '../extended-data';
import { foldName } from '../interner';
import { NO_RGB } from '../objects';
import type { TagReader } from '../tag-reader';
import type { Kept } from './read-kept';

/** Of several records of one name the first counts; that there are several is a finding. */
function putFirst<T extends { readonly name: string }>(records: Map<string, T>, record: T): void {
  const key = foldName(record.name);
  if (!records.has(key)) records.set(key, record);
}

export function readLayers(
  reader: TagReader,
  kept: Kept,
  names: ReadonlyMap<string, string>,
): DrawingLayer[] {
  const records = reader.document.tables.get('LAYER')?.records ?? [];
  return records
    .filter((range) => reader.text(range.start).trim() === 'LAYER')
    .map((range) => {
      const flags = reader.findInt(range, 70);
      const number = reader.findInt(range, 62, 7);
      const rgb = reader.findInt(range, 420, NO_RGB);
      const shown = Math.abs(number);
      return {
        name: reader.findText(range, 2),
        handle: reader.findText(range, 5).toUpperCase(),
        range,
        colour: rgb >= 0 ? { rgb: rgb & 0xffffff } : { number: shown >= 1 && shown <= 255 ? shown : 7 },
        linetype: reader.findText(range, 6, 'Continuous'),
        width: reader.findInt(range, 370, -3),
        prints: reader.findInt(range, 290, 1) !== 0,
        on: number >= 0,
        frozen: (flags & 1) === 1,
        locked: (flags & 4) === 4,
        description: descriptionOf(reader, range),
        inViewports: overridesOf(reader, range, kept, names),
      };
    });
}

export function readLinetypes(reader: TagReader): Map<string, DrawingLinetype> {
  const { codes } = reader.document.tags;
  const linetypes = new Map<string, DrawingLinetype>();
  for (const range of reader.document.tables.get('LTYPE')?.records ?? []) {
    const elements: number[] = [];
    const marks = new Map<number, LinetypeMark>();
    for (let tag = range.start; tag < range.end; tag++) {
      if (codes[tag] !== 49) continue;
      const length = reader.number(tag);
      if (!Number.isFinite(length)) continue;
      let end = tag + 1;
      while (end < range.end && codes[end] !== 49 && codes[end] < 1000) end++;
      const mark = markOf(reader, { start: tag, end });
      if (mark) marks.set(elements.length, mark);
      elements.push(length);
    }
    const name = reader.findText(range, 2);
    putFirst(linetypes, { name, description: reader.findText(range, 3), range, elements, marks });
  }
  return linetypes;
}

/** What stands behind an element's length: bit 1 an absolute angle, bit 2 a word, bit 4 a symbol. */
function markOf(reader: TagReader, range: TagRange): LinetypeMark | null {
  const flags = reader.findInt(range, 74);
  if ((flags & 6) === 0) return null;
  return {
    text: (flags & 2) === 2 ? reader.findText(range, 9) : '',
    symbolNumber: (flags & 4) === 4 ? reader.findInt(range, 75) : 0,
    style: reader.findText(range, 340).toUpperCase(),
    scale: reader.findNumber(range, 46, 1),
    angleRad: (reader.findNumber(range, 50) * Math.PI) / 180,
    upright: (flags & 1) === 1,
    dx: reader.findNumber(range, 44),
    dy: reader.findNumber(range, 45),
  };
}

export function readDimensionStyles(reader: TagReader): Map<string, DrawingDimensionStyle> {
  const styles = new Map<string, DrawingDimensionStyle>();
  for (const range of reader.document.tables.get('DIMSTYLE')?.records ?? []) {
    const name = reader.findText(range, 2);
    putFirst(styles, { name, handle: reader.findText(range, 105).toUpperCase(), range });
  }
  return styles;
}

/** Names of the records of all tables by their handles, and of what else was found to have a name. */
export function namesOfRecords(reader: TagReader, others: ReadonlyMap<string, string>): Map<string, string> {
  const names = new Map(others);
  for (const table of reader.document.tables.values())
    for (const range of table.records) {
      const handle = reader.findText(range, table.name === 'DIMSTYLE' ? 105 : 5).toUpperCase();
      if (handle !== '') names.set(handle, reader.findText(range, 2));
    }
  return names;
}

/** Drawings that are referred to, and the fonts of the text styles. */
export function readReferences(reader: TagReader): Reference[] {
  const references: Reference[] = [];
  for (const block of reader.document.blocks) {
    if ((reader.findInt(block.head, 70) & 12) === 0) continue;
    references.push({
      kind: 'drawing',
      name: block.name,
      path: reader.findText(block.head, 1),
      handle: reader.findText(block.head, 5).toUpperCase(),
    });
  }
  for (const range of reader.document.tables.get('STYLE')?.records ?? []) {
    const symbols = (reader.findInt(range, 70) & 1) === 1;
    for (const code of [3, 4]) {
      const path = reader.findText(range, code);
      if (path !== '')
        references.push({
          kind: symbols ? 'symbol font' : 'font',
          name: reader.findText(range, 2),
          path,
          handle: reader.findText(range, 5).toUpperCase(),
        });
    }
  }
  return references;
}

export function readTextStyles(reader: TagReader): Map<string, DrawingTextStyle> {
  const styles = new Map<string, DrawingTextStyle>();
  for (const range of reader.document.tables.get('STYLE')?.records ?? []) {
    const name = reader.findText(range, 2);
    putFirst(styles, {
      name,
      font: reader.findText(range, 3),
      ...familyOf(reader, range),
      height: reader.findNumber(range, 40),
      lastHeight: reader.findNumber(range, 42),
      widthFactor: reader.findNumber(range, 41, 1) || 1,
      obliqueDeg: reader.findNumber(range, 50),
      range,
    });
  }
  return styles;
}

/**
 * The format's own extended data name the family of fonts that are not single-stroke, and its weight: a bit of a flag.
 * What other applications keep there says nothing of the font.
 */
function familyOf(reader: TagReader, range: TagRange): { family: string; bold: boolean } {
  const { codes } = reader.document.tags;
  let family = '';
  let flags = 0;
  for (const tag of extendedTags(reader, range, 'ACAD')) {
    if (codes[tag] === 1000 && family === '') family = reader.name(tag);
    if (codes[tag] === 1071) flags = reader.int(tag);
  }
  return { family, bold: family !== '' && (flags & 0x2000000) !== 0 };
}

/** A layer's description stands in extended data behind the name of the application that keeps it. */
function descriptionOf(reader: TagReader, range: TagRange): string {
  const { codes } = reader.document.tags;
  const texts: string[] = [];
  for (const tag of extendedTags(reader, range, 'AcAecLayerStandard'))
    if (codes[tag] === 1000) texts.push(reader.name(tag));
  return texts[1] ?? texts[0] ?? '';
}

const OVERRIDES = [
  ['ADSK_XREC_LAYER_COLOR_OVR', 420],
  ['ADSK_XREC_LAYER_LINETYPE_OVR', 343],
  ['ADSK_XREC_LAYER_LINEWT_OVR', 91],
] as const;

/** Looks of a layer in single viewports: lists of viewport and value, kept in the layer's own dictionary. */
function overridesOf(
  reader: TagReader,
  range: TagRange,
  kept: Kept,
  names: ReadonlyMap<string, string>,
): Map<string, LayerOverride> {
  const found = new Map<string, LayerOverride>();
  const dictionary = kept.dictionaries.get(ownDictionary(reader, range));
  if (!dictionary) return found;
  const { codes } = reader.document.tags;
  for (const [key, code] of OVERRIDES) {
    const record = kept.ranges.get(dictionary.get(key) ?? '');
    if (!record) continue;
    let viewport = '';
    for (let tag = record.start; tag < record.end; tag++) {
      if (codes[tag] === 335) viewport = reader.name(tag).toUpperCase();
      else if (codes[tag] === code && viewport !== '') {
        const value = reader.int(tag);
        const now = found.get(viewport) ?? {};
        if (code === 420) {
          const kind = (value >>> 24) & 255;
          found.set(viewport, {
            ...now,
            colour: kind === 0xc2 ? { rgb: value & 0xffffff } : { number: value & 255 || 7 },
          });
        } else if (code === 91) found.set(viewport, { ...now, width: value });
        else found.set(viewport, { ...now, linetype: names.get(reader.name(tag).toUpperCase()) ?? '' });
      }
    }
  }
  return found;
}

/** Handle of the dictionary that a record keeps for itself. */
function ownDictionary(reader: TagReader, range: TagRange): string {
  const { tags } = reader.document;
  for (let tag = range.start; tag < range.end; tag++)
    if (tags.codes[tag] === 102 && tagIs(tags, tag, '{ACAD_XDICTIONARY') && tags.codes[tag + 1] === 360)
      return reader.name(tag + 1).toUpperCase();
  return '';
}
