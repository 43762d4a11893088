import type { Colour } from '../drawing/colour';
import type { Drawing, DrawingLayer } from '../drawing/drawing';
import type { OwnProperty, StandardLayer, StandardLinetype } from '../standard/standard';
import { COLOUR_TABLE } from './colour-table';
import { foldName, type TableRange, type TagRange, tagIs } from './document';
import { type NewTag, TagEdits } from './edits';
import { propertyTags } from './objects';

/** First versions that can hold widths and plot flags, and RGB colours. */
const WIDTHS_FROM = 'AC1015';
const RGB_FROM = 'AC1018';
const SUBCLASSES_FROM = 'AC1012';

/** A colour as this drawing's version can hold it: old versions take the nearest numbered colour. */
export function storableColour(drawing: Drawing, colour: Colour): Colour {
  if (!('rgb' in colour) || drawing.document.version >= RGB_FROM) return colour;
  return { number: nearestNumber(colour.rgb) };
}

function nearestNumber(rgb: number): number {
  let best = 7;
  let least = Number.POSITIVE_INFINITY;
  for (let number = 1; number <= 255; number++) {
    const other = number === 7 ? 0 : COLOUR_TABLE[number];
    const distance =
      ((rgb >> 16) - (other >> 16)) ** 2 +
      (((rgb >> 8) & 255) - ((other >> 8) & 255)) ** 2 +
      ((rgb & 255) - (other & 255)) ** 2;
    if (distance < least) {
      least = distance;
      best = number;
    }
  }
  return best;
}

/** A change that another one brought with it: a linetype that had to be there, a list that named a layer. */
export interface Along {
  readonly handle: string;
  readonly kind: 'linetype' | 'viewport';
  readonly property: 'record' | 'hidden layers';
  readonly before: string;
  readonly after: string;
}

/**
 * The corrections' vocabulary: what can be changed in a drawing, said as edits of its tags. One editor serves one
 * pass over one drawing; what it did is read back by auditing the result, never by looking here.
 */
export class DrawingEditor {
  readonly edits: TagEdits;
  /** What had to change along with what was asked for, to be listed with it. */
  readonly along: Along[] = [];
  private nextHandle: bigint | null = null;
  private readonly addedLinetypes = new Set<string>();
  private readonly tableGrowth = new Map<TableRange, number>();

  constructor(readonly drawing: Drawing) {
    this.edits = new TagEdits(drawing.document);
  }

  // ---- objects ----

  /** Puts an object, with its vertices, on a layer. Attributes of a placement are rows of their own. */
  setObjectLayer(row: number, layer: string): void {
    const { objects, document } = this.drawing;
    const { tags } = document;
    const own = { start: objects.start[row], end: objects.end[row] };
    const found = propertyTags(document, own);
    if (found.layer >= 0) this.edits.replace(found.layer, layer);
    else this.edits.insertBefore(own.start + 1, [{ code: 8, value: layer }]);
    for (let tag = own.end; tag < objects.groupEnd[row]; ) {
      const start = tag++;
      while (tag < objects.groupEnd[row] && tags.codes[tag] !== 0) tag++;
      if (!tagIs(tags, start, 'VERTEX') && !tagIs(tags, start, 'SEQEND')) continue;
      const part = propertyTags(document, { start, end: tag });
      if (part.layer >= 0) this.edits.replace(part.layer, layer);
    }
  }

  /** Lets an object take a property from its layer again. */
  clearOwn(row: number, property: OwnProperty): void {
    const { objects, document } = this.drawing;
    const found = propertyTags(document, { start: objects.start[row], end: objects.end[row] });
    const tags =
      property === 'colour'
        ? [found.colour, found.rgb, found.colourName]
        : property === 'linetype'
          ? [found.linetype]
          : [found.width];
    for (const tag of tags) if (tag >= 0) this.edits.remove(tag);
  }

  /**
   * Removes objects with their vertices and attributes, and takes them out of the lists that name them:
   * groups, draw order and the back references of fills and dimensions.
   */
  removeObjects(rows: readonly number[]): void {
    const { objects, document, reader } = this.drawing;
    const gone = new Set<string>();
    for (const row of rows) {
      this.edits.removeRange(
        objects.start[row],
        Math.max(objects.end[row], objects.parent[row] < 0 ? objects.groupEnd[row] : 0),
      );
      if (objects.handleTag[row] > 0) gone.add(reader.name(objects.handleTag[row]).toUpperCase());
      const placement = objects.parent[row];
      if (placement >= 0) this.dropEndMarkIfBare(placement);
    }
    if (gone.size === 0) return;
    const { codes } = document.tags;
    for (let tag = document.objects.start; tag < document.objects.end; ) {
      const start = tag++;
      while (tag < document.objects.end && codes[tag] !== 0) tag++;
      if (tagIs(document.tags, start, 'SORTENTSTABLE')) this.forgetPairs({ start, end: tag }, gone);
      else if (tagIs(document.tags, start, 'GROUP')) this.forget({ start, end: tag }, 340, gone);
    }
    for (let row = 0; row < objects.count; row++) {
      const range = { start: objects.start[row], end: objects.end[row] };
      if (!this.edits.isRemoved(range.start)) this.forgetReactors(range, gone);
    }
  }

  private dropEndMarkIfBare(placement: number): void {
    const { objects, document } = this.drawing;
    for (let row = placement + 1; row < objects.count && objects.parent[row] === placement; row++)
      if (!this.edits.isRemoved(objects.start[row])) return;
    const end = objects.groupEnd[placement];
    for (let tag = objects.end[placement]; tag < end; tag++)
      if (document.tags.codes[tag] === 0 && tagIs(document.tags, tag, 'SEQEND'))
        this.edits.removeRange(tag, end);
    for (let tag = objects.start[placement]; tag < objects.end[placement]; tag++)
      if (document.tags.codes[tag] === 66) this.edits.remove(tag);
  }

  private forget(range: TagRange, code: number, gone: ReadonlySet<string>): void {
    const { reader, document } = this.drawing;
    for (let tag = range.start; tag < range.end; tag++)
      if (document.tags.codes[tag] === code && gone.has(reader.name(tag).toUpperCase()))
        this.edits.remove(tag);
  }

  /** Draw order is held in pairs: the object, then the handle it is sorted by. */
  private forgetPairs(range: TagRange, gone: ReadonlySet<string>): void {
    const { reader, document } = this.drawing;
    const { codes } = document.tags;
    for (let tag = range.start + 2; tag < range.end - 1; tag++)
      if (codes[tag] === 331 && codes[tag + 1] === 5 && gone.has(reader.name(tag).toUpperCase()))
        this.edits.removeRange(tag, tag + 2);
  }

  private forgetReactors(range: TagRange, gone: ReadonlySet<string>): void {
    const { reader, document } = this.drawing;
    const { codes, values, bytes } = document.tags;
    let open = -1;
    let kept = 0;
    for (let tag = range.start; tag < range.end && codes[tag] < 1000; tag++) {
      if (codes[tag] === 102) {
        if (bytes[values[tag]] === 123) {
          open = tagIs(document.tags, tag, '{ACAD_REACTORS') ? tag : -1;
          kept = 0;
        } else if (open >= 0) {
          if (kept === 0) this.edits.removeRange(open, tag + 1);
          open = -1;
        }
      } else if (open >= 0 && codes[tag] === 330) {
        if (gone.has(reader.name(tag).toUpperCase())) this.edits.remove(tag);
        else kept++;
      }
    }
    // A fill that is tied to its boundary lists the boundary's objects behind their number.
    for (let tag = range.start; tag < range.end; tag++) {
      if (codes[tag] !== 97) continue;
      const count = reader.int(tag);
      let dropped = 0;
      for (let i = 1; i <= count && codes[tag + i] === 330; i++)
        if (gone.has(reader.name(tag + i).toUpperCase())) {
          this.edits.remove(tag + i);
          dropped++;
        }
      if (dropped > 0) this.edits.replace(tag, count - dropped);
    }
  }

  // ---- layers ----

  setLayerColour(layer: DrawingLayer, wanted: Colour): void {
    const { reader } = this.drawing;
    const colour = storableColour(this.drawing, wanted);
    const number = reader.find(layer.range, 62);
    const rgb = reader.find(layer.range, 420);
    const name = reader.find(layer.range, 430);
    const shown = 'rgb' in colour ? nearestNumber(colour.rgb) : colour.number;
    // A layer that is off holds its colour as a negative number.
    const value = layer.on ? shown : -shown;
    if (number >= 0) {
      if (reader.int(number) !== value) this.edits.replace(number, value);
    } else this.edits.insertBefore(this.afterName(layer), [{ code: 62, value }]);
    if ('rgb' in colour) {
      if (rgb >= 0) this.edits.replace(rgb, colour.rgb);
      else
        this.edits.insertBefore(number >= 0 ? number + 1 : this.afterName(layer), [
          { code: 420, value: colour.rgb },
        ]);
    } else if (rgb >= 0) this.edits.remove(rgb);
    if (name >= 0) this.edits.remove(name);
  }

  setLayerLinetype(layer: DrawingLayer, linetype: string, definition: StandardLinetype | undefined): void {
    const name = this.ensureLinetype(linetype, definition);
    const tag = this.drawing.reader.find(layer.range, 6);
    if (tag >= 0) this.edits.replace(tag, name);
    else this.edits.insertBefore(this.afterName(layer), [{ code: 6, value: name }]);
  }

  /** @param widthMm null for "default" */
  setLayerWidth(layer: DrawingLayer, widthMm: number | null): void {
    if (!this.drawing.holdsWidths) return;
    const value = widthMm === null ? -3 : Math.round(widthMm * 100);
    const tag = this.drawing.reader.find(layer.range, 370);
    if (tag >= 0) this.edits.replace(tag, value);
    else this.edits.insertBefore(this.afterLinetype(layer), [{ code: 370, value }]);
  }

  setLayerPrints(layer: DrawingLayer, prints: boolean): void {
    if (!this.drawing.holdsWidths) return;
    const tag = this.drawing.reader.find(layer.range, 290);
    if (tag >= 0) this.edits.replace(tag, prints ? 1 : 0);
    else if (!prints) this.edits.insertBefore(this.afterLinetype(layer), [{ code: 290, value: 0 }]);
  }

  private afterName(layer: DrawingLayer): number {
    const flags = this.drawing.reader.find(layer.range, 70);
    return Math.max(flags, this.drawing.reader.find(layer.range, 2)) + 1;
  }

  private afterLinetype(layer: DrawingLayer): number {
    const { reader } = this.drawing;
    return (
      Math.max(
        reader.find(layer.range, 6),
        reader.find(layer.range, 62),
        reader.find(layer.range, 420),
        this.afterName(layer) - 1,
      ) + 1
    );
  }

  /** Gives a layer another name wherever it is named. The new name must not be taken; see {@link mergeLayer}. */
  renameLayer(from: string, to: string): void {
    this.replaceLayerName(from, to);
    const record = this.drawing.layerByName.get(foldName(from));
    if (record) this.edits.replace(this.drawing.reader.find(record.range, 2), to);
  }

  /** Moves everything that names a layer to another one that is there already, and removes the emptied record. */
  mergeLayer(from: DrawingLayer | undefined, fromName: string, into: DrawingLayer): void {
    this.replaceLayerName(fromName, into.name);
    if (from) this.removeLayerRecord(from, into.handle);
  }

  private replaceLayerName(from: string, to: string): void {
    const { document } = this.drawing;
    const { tags, names } = document;
    const wanted = foldName(from);
    const matches: (boolean | undefined)[] = [];
    for (let tag = 0; tag < tags.count; tag++) {
      // 8 names a layer on objects, in filters and in the header; 1003 in extended data.
      const code = tags.codes[tag];
      if (code !== 8 && code !== 1003) continue;
      const id = names.id(tags.values[tag], tags.ends[tag]);
      matches[id] ??= foldName(names.text(id)) === wanted;
      if (matches[id] && !this.edits.isRemoved(tag)) this.edits.replace(tag, to);
    }
  }

  /** Removes a layer's record. Whatever pointed to it points to `heir`, or is taken out of viewports' lists. */
  removeLayerRecord(layer: DrawingLayer, heir = ''): void {
    const { document, reader } = this.drawing;
    this.edits.removeRange(layer.range.start, layer.range.end);
    this.grow(document.tables.get('LAYER'), -1);
    if (heir === '') this.replaceLayerName(layer.name, '0');
    if (layer.handle === '') return;
    const { codes } = document.tags;
    const viewports = new Map<number, string>();
    const { objects } = this.drawing;
    for (let row = 0; row < objects.count; row++)
      if (tagIs(document.tags, objects.start[row], 'VIEWPORT'))
        for (let tag = objects.start[row]; tag < objects.end[row]; tag++)
          viewports.set(
            tag,
            objects.handleTag[row] > 0 ? reader.name(objects.handleTag[row]).toUpperCase() : '',
          );
    for (let tag = 0; tag < document.tags.count; tag++) {
      const code = codes[tag];
      if (!((code >= 320 && code <= 369) || code === 1005) || this.edits.isRemoved(tag)) continue;
      if (reader.name(tag).toUpperCase() !== layer.handle) continue;
      // A layer hidden in one viewport must not hide its heir there.
      const viewport = viewports.get(tag);
      if (viewport !== undefined)
        this.along.push({
          handle: viewport,
          kind: 'viewport',
          property: 'hidden layers',
          before: layer.name,
          after: 'not listed',
        });
      if (viewport !== undefined || heir === '') this.edits.remove(tag);
      else this.edits.replace(tag, heir);
    }
  }

  addLayer(layer: StandardLayer, definition: StandardLinetype | undefined): void {
    const { document } = this.drawing;
    const table = document.tables.get('LAYER');
    if (!table) return;
    const linetype = this.ensureLinetype(layer.linetype, definition);
    const colour = storableColour(this.drawing, layer.colour);
    const record: NewTag[] = [
      { code: 0, value: 'LAYER' },
      ...this.recordHead(table, 'AcDbLayerTableRecord'),
      { code: 2, value: layer.name },
      { code: 70, value: 0 },
      { code: 62, value: 'rgb' in colour ? nearestNumber(colour.rgb) : colour.number },
    ];
    if ('rgb' in colour) record.push({ code: 420, value: colour.rgb });
    record.push({ code: 6, value: linetype });
    if (document.version >= WIDTHS_FROM) {
      if (!layer.prints) record.push({ code: 290, value: 0 });
      record.push({ code: 370, value: layer.widthMm === null ? -3 : Math.round(layer.widthMm * 100) });
      record.push(...this.copiedPointers(table));
    }
    this.edits.insertBefore(table.endTag, record);
    this.grow(table, 1);
  }

  /** Plot style and material are pointers that every layer of a file shares: taken from one that has them. */
  private copiedPointers(table: TableRange): NewTag[] {
    const { reader } = this.drawing;
    for (const range of table.records) {
      const plotStyle = reader.findText(range, 390);
      if (plotStyle === '') continue;
      const material = reader.findText(range, 347);
      return [{ code: 390, value: plotStyle }, ...(material === '' ? [] : [{ code: 347, value: material }])];
    }
    return [];
  }

  // ---- linetypes ----

  /**
   * Makes sure that the drawing has a linetype.
   * @returns its name as the drawing writes it
   */
  ensureLinetype(name: string, definition: StandardLinetype | undefined): string {
    const key = foldName(name);
    const present = this.drawing.linetypes.get(key);
    if (present) return present.name;
    const table = this.drawing.document.tables.get('LTYPE');
    if (!table || this.addedLinetypes.has(key)) return name;
    this.addedLinetypes.add(key);
    this.along.push({ handle: '', kind: 'linetype', property: 'record', before: 'none', after: name });
    const mmPerUnit = this.drawing.reader.headerNumber('$MEASUREMENT', 1) === 0 ? 25.4 : 1;
    const elements = (definition?.elementsMm ?? []).map((length) => length / mmPerUnit);
    const total = elements.reduce((sum, length) => sum + Math.abs(length), 0);
    const marked = this.drawing.document.version >= SUBCLASSES_FROM;
    this.edits.insertBefore(table.endTag, [
      { code: 0, value: 'LTYPE' },
      ...this.recordHead(table, 'AcDbLinetypeTableRecord'),
      { code: 2, value: name },
      { code: 70, value: 0 },
      { code: 3, value: definition?.description ?? '' },
      { code: 72, value: 65 },
      { code: 73, value: elements.length },
      { code: 40, value: decimal(total) },
      ...elements.flatMap((length): NewTag[] =>
        marked
          ? [
              { code: 49, value: decimal(length) },
              { code: 74, value: 0 },
            ]
          : [{ code: 49, value: decimal(length) }],
      ),
    ]);
    this.grow(table, 1);
    return name;
  }

  // ---- records and handles ----

  private recordHead(table: TableRange, subclass: string): NewTag[] {
    const { document, reader } = this.drawing;
    const head = { start: table.start, end: table.records[0]?.start ?? table.endTag };
    const head5 = reader.findText(head, 5);
    const hasHandles = head5 !== '' || table.records.some((range) => reader.find(range, 5) >= 0);
    const tags: NewTag[] = hasHandles ? [{ code: 5, value: this.freshHandle() }] : [];
    if (document.version < SUBCLASSES_FROM) return tags;
    if (head5 !== '') tags.push({ code: 330, value: head5 });
    tags.push({ code: 100, value: 'AcDbSymbolTableRecord' }, { code: 100, value: subclass });
    return tags;
  }

  private freshHandle(): string {
    this.nextHandle ??= this.firstFreeHandle();
    const handle = this.nextHandle;
    this.nextHandle = handle + 1n;
    const seed = this.drawing.document.header.get('$HANDSEED');
    if (seed) this.edits.replace(seed.start + 1, this.nextHandle.toString(16).toUpperCase());
    return handle.toString(16).toUpperCase();
  }

  private firstFreeHandle(): bigint {
    const { reader, document } = this.drawing;
    const { codes } = document.tags;
    let highest = 0n;
    for (let tag = 0; tag < document.tags.count; tag++) {
      if (codes[tag] !== 5 && codes[tag] !== 105) continue;
      const text = reader.name(tag);
      if (/^[0-9a-f]{1,16}$/i.test(text)) {
        const value = BigInt(`0x${text}`);
        if (value > highest) highest = value;
      }
    }
    const seed = reader.headerText('$HANDSEED');
    const named = /^[0-9a-f]{1,16}$/i.test(seed) ? BigInt(`0x${seed}`) : 0n;
    return named > highest ? named : highest + 1n;
  }

  /** Keeps a table's stated number of records right where it was right. */
  private grow(table: TableRange | undefined, by: number): void {
    if (!table) return;
    const growth = (this.tableGrowth.get(table) ?? 0) + by;
    this.tableGrowth.set(table, growth);
    const { reader } = this.drawing;
    const head = { start: table.start, end: table.records[0]?.start ?? table.endTag };
    const count = reader.find(head, 70);
    if (count >= 0 && reader.int(count) === table.records.length)
      this.edits.replace(count, table.records.length + growth);
  }
}

/** A real number as the format writes it: with a decimal point, and digits enough to read back the same. */
export const decimal = (value: number): string => (Number.isInteger(value) ? `${value}.0` : String(value));
