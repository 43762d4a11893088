import type { Colour } from '../dxf/colour';
import { type Oddity, type TableRange, tagIs } from '../dxf/document';
import type { Drawing, DrawingLayer, DrawingLinetype } from '../dxf/drawing';
import { EditBase } from '../dxf/edit/edit-base';
import {
  addLinetype,
  addRecord,
  addTextStyle,
  mergeRecord,
  removeRecord,
  renameRecord,
} from '../dxf/edit/edit-records';
import type { NewTag } from '../dxf/edit/edits';
import { setHeader } from '../dxf/edit/header';
import {
  linetypeBody,
  type NewLinetype,
  type NewTextStyle,
  SUBCLASSES_FROM,
} from '../dxf/edit/record-bodies';
import { removeObjects } from '../dxf/edit/remove-objects';
import { nearestNumber, storableColour } from '../dxf/edit/storable-colour';
import { faceOf } from '../dxf/fonts';
import { foldName } from '../dxf/interner';
import { eachCommonTag, propertyTags } from '../dxf/objects';
import { decimal } from '../dxf/real';
import { marksOf, WORDS_STYLE, type WordStyle } from '../records/linetype-marks';
import { newTextStyle } from '../records/text-style-record';
import type { OwnProperty, StandardLayer, StandardLinetype } from '../standard/definitions';
import { findTextStyle, type StandardTextStyle } from '../standard/lettering';
import { PLAIN_LOOK, wordLook } from '../standard/line-words';

/** Codes of a linetype's pattern: its count, its length, and what each element says. */
const PATTERN_CODES = new Set([73, 40, 49, 74, 75, 340, 46, 50, 44, 45, 9]);

/** First version that can hold widths and plot flags. */
const WIDTHS_FROM = 'AC1015';

/**
 * The corrections' vocabulary: what can be changed in a drawing, said as edits of its tags. One editor serves one
 * pass over one drawing; what it did is read back by auditing the result, never by looking here.
 */
export class DrawingEditor extends EditBase {
  private readonly addedLinetypes = new Set<string>();
  private readonly addedWordStyles = new Set<string>();
  private readonly added = new Set<string>();

  /** True the first time that something is to be added, so that it is added once. */
  isNew(what: string): boolean {
    const key = foldName(what);
    if (this.added.has(key)) return false;
    this.added.add(key);
    return true;
  }

  /** @param styles the standard's text styles, for words on lines that are set in one of them */
  constructor(
    drawing: Drawing,
    private readonly styles: readonly StandardTextStyle[] = [],
  ) {
    super(drawing);
  }

  // ---- objects ----

  /** Puts an object, with its vertices, on a layer. Attributes of a placement are rows of their own. */
  setObjectLayer(row: number, layer: string): void {
    const { objects, document } = this.drawing;
    const { tags } = document;
    const own = { start: objects.start[row], end: objects.end[row] };
    if (!this.replaceLast(propertyTags(document, own).layer, layer))
      this.edits.insertBefore(this.placeForLayer(row), [{ code: 8, value: layer }]);
    for (let tag = own.end; tag < objects.groupEnd[row]; ) {
      const start = tag++;
      while (tag < objects.groupEnd[row] && tags.codes[tag] !== 0) tag++;
      if (!tagIs(tags, start, 'VERTEX') && !tagIs(tags, start, 'SEQEND')) continue;
      this.replaceLast(propertyTags(document, { start, end: tag }).layer, layer);
    }
  }

  /** Of several tags for one property the last counts and gets the value; the others go. False when there is none. */
  private replaceLast(tags: readonly number[], value: string): boolean {
    for (const [i, tag] of tags.entries())
      if (i < tags.length - 1) this.edits.remove(tag);
      else this.edits.replace(tag, value);
    return tags.length > 0;
  }

  /** Where an object that names no layer gets one: behind its handle, its owner and the mark of its first class. */
  private placeForLayer(row: number): number {
    const { objects, document } = this.drawing;
    const { codes, values, bytes } = document.tags;
    let at = objects.start[row] + 1;
    let inGroup = false;
    for (let tag = at; tag < objects.end[row] && codes[tag] < 1000; tag++) {
      const code = codes[tag];
      if (code === 102) {
        inGroup = bytes[values[tag]] === 123;
        if (!inGroup) at = tag + 1;
        continue;
      }
      if (inGroup) continue;
      if (code === 5 || code === 330) at = tag + 1;
      else if (code === 100) return tag + 1;
      else break;
    }
    return at;
  }

  /** Lets an object take a property from its layer again. */
  clearOwn(row: number, property: OwnProperty): void {
    const { objects, document } = this.drawing;
    const found = propertyTags(document, { start: objects.start[row], end: objects.end[row] });
    const tags =
      property === 'colour'
        ? [...found.colour, ...found.rgb, ...found.colourName]
        : property === 'linetype'
          ? found.linetype
          : property === 'width'
            ? found.width
            : found.transparency;
    for (const tag of tags) this.edits.remove(tag);
  }

  /** Gives an object a factor on its pattern. */
  setPatternFactor(row: number, factor: number): void {
    const { objects, document } = this.drawing;
    const found: number[] = [];
    eachCommonTag(document, { start: objects.start[row], end: objects.end[row] }, (tag, code) => {
      if (code === 48) found.push(tag);
    });
    if (this.replaceLast(found, decimal(factor))) return;
    const { layer } = propertyTags(document, { start: objects.start[row], end: objects.end[row] });
    const at = layer.length > 0 ? layer[layer.length - 1] + 1 : this.placeForLayer(row);
    this.edits.insertBefore(at, [{ code: 48, value: decimal(factor) }]);
  }

  /** Sets the factor on all patterns of the drawing, in its header. */
  setDrawingPatternFactor(factor: number): void {
    setHeader(this, '$LTSCALE', 40, decimal(factor));
  }

  /** Removes objects; see {@link removeObjects}. */
  removeObjects(rows: readonly number[]): void {
    removeObjects(this, rows);
  }

  /**
   * Gives an object, or one of its vertices, a handle of its own. Its vertices and attributes name it as their owner.
   * @param tag the tag that holds the handle it has
   * @returns the new one
   */
  giveHandle(row: number, tag: number): string {
    const { objects, document, reader } = this.drawing;
    const before = reader.name(tag).toUpperCase();
    const after = this.freshHandle();
    this.edits.replace(tag, after);
    if (tag === objects.handleTag[row])
      for (let at = objects.end[row]; at < objects.groupEnd[row]; at++)
        if (document.tags.codes[at] === 330 && reader.name(at).toUpperCase() === before)
          this.edits.replace(at, after);
    return after;
  }

  /** Closes what is not closed, and removes what lies outside. */
  mendStructure({ kind, ranges }: Oddity): void {
    const { tags, bytes, lineEnd } = this.drawing.document;
    if (kind === 'open section')
      for (const { end } of ranges) this.edits.insertBefore(end, { code: 0, value: 'ENDSEC' });
    else if (kind === 'no end mark') {
      const broken = tags.form !== 'text' || bytes[bytes.length - 1] === 10 || bytes[bytes.length - 1] === 13;
      if (!broken) this.edits.insertBefore(tags.count, new TextEncoder().encode(lineEnd));
      this.edits.insertBefore(tags.count, { code: 0, value: 'EOF' });
    } else for (const { start, end } of ranges) this.edits.removeRange(start, end);
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

  /** Switches a layer on and thaws it, or switches it off. A layer that is off holds its colour as a negative number. */
  setLayerShown(layer: DrawingLayer, shown: boolean): void {
    const { reader } = this.drawing;
    const number = reader.find(layer.range, 62);
    if (layer.on !== shown) {
      if (number >= 0) this.edits.replace(number, -reader.int(number));
      else if (!shown) this.edits.insertBefore(this.afterName(layer), [{ code: 62, value: -7 }]);
    }
    if (!shown || !layer.frozen) return;
    const flags = reader.find(layer.range, 70);
    this.edits.replace(flags, reader.int(flags) & ~1);
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
    renameRecord(this, 'layer', from, to);
  }

  /**
   * Moves everything that names a layer to another one that is there already, and removes the emptied record.
   * @param name what the other one is called from now on
   */
  mergeLayer(from: string, into: DrawingLayer, name: string): void {
    mergeRecord(this, 'layer', from, into.name, name);
  }

  /** Removes a layer's record. What still names it goes to the base layer; viewports no longer list it. */
  removeLayerRecord(layer: DrawingLayer): void {
    removeRecord(this, 'layer', layer.name);
  }

  addLayer(layer: StandardLayer, definition: StandardLinetype | undefined): void {
    const { document } = this.drawing;
    const table = document.tables.get('LAYER');
    const linetype = this.ensureLinetype(layer.linetype, definition);
    const colour = storableColour(this.drawing, layer.colour);
    const body: NewTag[] = [
      { code: 70, value: 0 },
      { code: 62, value: 'rgb' in colour ? nearestNumber(colour.rgb) : colour.number },
    ];
    if ('rgb' in colour) body.push({ code: 420, value: colour.rgb });
    body.push({ code: 6, value: linetype });
    if (document.version >= WIDTHS_FROM) {
      if (!layer.prints) body.push({ code: 290, value: 0 });
      body.push({ code: 370, value: layer.widthMm === null ? -3 : Math.round(layer.widthMm * 100) });
      if (table) body.push(...this.copiedPointers(table));
    }
    addRecord(this, 'layer', layer.name, body);
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

  /** Words of a linetype. Symbols need a file beside the drawing, which a corrected drawing must do without. */
  private marksOf(definition: StandardLinetype | undefined, mmPerUnit: number): NewLinetype['marks'] {
    if (!definition || definition.words.length === 0 || this.drawing.document.version < SUBCLASSES_FROM)
      return undefined;
    return marksOf(definition, { styleOf: (style) => this.styleForWords(style), mmPerUnit });
  }

  /**
   * A text style for words on lines. One of the standard by its name, which is added where the drawing lacks it. For
   * words without a style the drawing's plain one, or one that is added: single strokes, as their widths are worked out.
   */
  private styleForWords(wanted: string): WordStyle {
    const { textStyles } = this.drawing;
    const own = findTextStyle(this.styles, wanted);
    if (own) {
      const look = wordLook(this.styles, wanted);
      const present = textStyles.get(foldName(wanted));
      if (present) return { name: present.name, height: present.height, look };
      this.addWordStyle(newTextStyle(own));
      return { name: own.name, height: 0, look };
    }
    for (const name of ['standard', foldName(WORDS_STYLE)]) {
      const present = textStyles.get(name);
      if (present?.widthFactor !== 1 || present.obliqueDeg !== 0) continue;
      if (faceOf(present.font, present.family, present.bold) === 'stroke')
        return { name: present.name, height: present.height, look: PLAIN_LOOK };
    }
    let name = 'Standard';
    for (let n = 1; textStyles.has(foldName(name)); n++) name = n === 1 ? WORDS_STYLE : `${WORDS_STYLE}-${n}`;
    this.addWordStyle({ name, font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
    return { name, height: 0, look: PLAIN_LOOK };
  }

  private addWordStyle(style: NewTextStyle): void {
    if (this.addedWordStyles.has(foldName(style.name))) return;
    this.addedWordStyles.add(foldName(style.name));
    this.noteAdded('text style', style.name);
    addTextStyle(this, style);
  }

  /** Gives a linetype the elements and words of the standard; its name and description stay. */
  redefineLinetype(record: DrawingLinetype, definition: StandardLinetype): void {
    const { reader, document } = this.drawing;
    const { codes } = document.tags;
    const { start, end } = record.range;
    const mmPerUnit = reader.headerNumber('$MEASUREMENT', 1) === 0 ? 25.4 : 1;
    let at = -1;
    for (let tag = start; tag < end && codes[tag] < 1000; tag++) {
      if (!PATTERN_CODES.has(codes[tag])) continue;
      if (at < 0) at = tag;
      this.edits.remove(tag);
    }
    const body = linetypeBody(
      {
        name: record.name,
        description: record.description,
        elements: definition.elementsMm.map((length) => length / mmPerUnit),
        marks: this.marksOf(definition, mmPerUnit),
      },
      document.version,
      (table, name) => this.handleOf(table, name),
    );
    // The first tags are those that stay: flags, description, alignment.
    this.edits.insertBefore(
      at < 0 ? reader.find(record.range, 2) + 1 : at,
      body.filter(({ code }) => PATTERN_CODES.has(code)),
    );
  }

  /**
   * Makes sure that the drawing has a linetype.
   * @returns its name as the drawing writes it
   */
  ensureLinetype(name: string, definition: StandardLinetype | undefined): string {
    const key = foldName(name);
    const present = this.drawing.linetypes.get(key);
    if (present) return present.name;
    if (this.addedLinetypes.has(key)) return name;
    this.addedLinetypes.add(key);
    this.noteAdded('linetype', name);
    const mmPerUnit = this.drawing.reader.headerNumber('$MEASUREMENT', 1) === 0 ? 25.4 : 1;
    addLinetype(this, {
      name,
      description: definition?.description ?? '',
      elements: (definition?.elementsMm ?? []).map((length) => length / mmPerUnit),
      marks: this.marksOf(definition, mmPerUnit),
    });
    return name;
  }
}
