import { type DxfDocument, type TagRange, tagIs } from './document';
import { TagReader } from './tag-reader';

/** Colour number meaning "from layer" and "from symbol"; linetype and width have theirs below. */
export const FROM_LAYER_COLOUR = 256;
export const FROM_SYMBOL_COLOUR = 0;
/** Widths in 1/100 mm; these three are not widths. */
export const WIDTH_FROM_LAYER = -1;
export const WIDTH_FROM_SYMBOL = -2;
export const WIDTH_DEFAULT = -3;
/** No RGB colour on the object. */
export const NO_RGB = -1;

/**
 * Every graphical object of a drawing as rows of parallel arrays. What can be read without knowing the kind of
 * the object is read here in one pass; the rest is decoded from its tags when asked for.
 */
export class ObjectTable {
  count = 0;
  private room: number;

  /** Own record: first tag, and one past its last. */
  start: Uint32Array;
  end: Uint32Array;
  /** One past the last tag including vertices, attributes and their end mark. */
  groupEnd: Uint32Array;
  /** Interned entity name. */
  entity: Int32Array;
  /** Interned layer name, -1 when the object names none. */
  layer: Int32Array;
  /** Interned linetype name, -1 when the object names none. */
  linetype: Int32Array;
  colour: Int16Array;
  rgb: Int32Array;
  /** 1/100 mm or one of the WIDTH_ values. */
  width: Int16Array;
  linetypeScale: Float64Array;
  /** Tag that holds the handle, 0 when there is none. */
  handleTag: Uint32Array;
  container: Int32Array;
  /** Row of the placement an attribute belongs to, else -1. */
  parent: Int32Array;
  invisible: Uint8Array;

  /** @param room rows to make room for; more are made when needed */
  constructor(room = 1024) {
    this.room = room;
    this.start = new Uint32Array(room);
    this.end = new Uint32Array(room);
    this.groupEnd = new Uint32Array(room);
    this.entity = new Int32Array(room);
    this.layer = new Int32Array(room);
    this.linetype = new Int32Array(room);
    this.colour = new Int16Array(room);
    this.rgb = new Int32Array(room);
    this.width = new Int16Array(room);
    this.linetypeScale = new Float64Array(room);
    this.handleTag = new Uint32Array(room);
    this.container = new Int32Array(room);
    this.parent = new Int32Array(room);
    this.invisible = new Uint8Array(room);
  }

  add(): number {
    if (this.count === this.room) this.grow();
    const row = this.count++;
    this.layer[row] = -1;
    this.linetype[row] = -1;
    this.colour[row] = FROM_LAYER_COLOUR;
    this.rgb[row] = NO_RGB;
    this.width[row] = WIDTH_FROM_LAYER;
    this.linetypeScale[row] = 1;
    this.parent[row] = -1;
    return row;
  }

  /**
   * Tag from which an object's vertices or end mark follow, up to the end of its group. Attributes are rows of their own
   * and come right behind their placement.
   */
  partsFrom(row: number): number {
    let last = row;
    while (last + 1 < this.count && this.parent[last + 1] === row) last++;
    return this.end[last];
  }

  private grow(): void {
    this.room = Math.max(64, this.room * 2);
    const more = <T extends Uint8Array | Int16Array | Int32Array | Uint32Array | Float64Array>(
      old: T,
      next: T,
    ): T => {
      next.set(old);
      return next;
    };
    this.start = more(this.start, new Uint32Array(this.room));
    this.end = more(this.end, new Uint32Array(this.room));
    this.groupEnd = more(this.groupEnd, new Uint32Array(this.room));
    this.entity = more(this.entity, new Int32Array(this.room));
    this.layer = more(this.layer, new Int32Array(this.room));
    this.linetype = more(this.linetype, new Int32Array(this.room));
    this.colour = more(this.colour, new Int16Array(this.room));
    this.rgb = more(this.rgb, new Int32Array(this.room));
    this.width = more(this.width, new Int16Array(this.room));
    this.linetypeScale = more(this.linetypeScale, new Float64Array(this.room));
    this.handleTag = more(this.handleTag, new Uint32Array(this.room));
    this.container = more(this.container, new Int32Array(this.room));
    this.parent = more(this.parent, new Int32Array(this.room));
    this.invisible = more(this.invisible, new Uint8Array(this.room));
  }
}

/** The tags of each property on an object, so that an edit can find them: where there are several, the last one counts. */
export interface PropertyTags {
  readonly layer: number[];
  readonly colour: number[];
  readonly rgb: number[];
  readonly colourName: number[];
  readonly linetype: number[];
  readonly width: number[];
  readonly transparency: number[];
}

/** Codes that all kinds of object share and that mean the same behind the mark of any class. */
const SHARED_CODES = new Uint8Array(1072);
for (const code of [6, 8, 48, 60, 62, 67, 370, 420, 430, 440]) SHARED_CODES[code] = 1;

/** Group code that opens an object within an object, whose tags are its own. */
const EMBEDDED = 101;

/**
 * Calls `visit` for each tag that all kinds of object share: those up to the second subclass mark, without application
 * groups and extended data, and behind it the few codes that mean the same everywhere. Other readers take these
 * wherever they stand, and the last of several; so must we, or an object is seen on another layer than elsewhere.
 */
export function eachCommonTag(
  document: DxfDocument,
  range: TagRange,
  visit: (tag: number, code: number) => void,
): void {
  const { codes, values, bytes } = document.tags;
  let marks = 0;
  let inGroup = false;
  for (let tag = range.start + 1; tag < range.end; tag++) {
    const code = codes[tag];
    if (code === 102) {
      inGroup = bytes[values[tag]] === 123;
      continue;
    }
    if (inGroup) continue;
    if (code >= 1000 || code === EMBEDDED) break;
    if (code === 100) marks++;
    else if (marks < 2 || (SHARED_CODES[code] === 1 && !isBackground(document, range, code)))
      visit(tag, code);
  }
}

/** Behind the marks of its classes, multi-line text holds the colour of its background under these codes. */
const isBackground = ({ tags }: DxfDocument, range: TagRange, code: number): boolean =>
  (code === 420 || code === 430) && tagIs(tags, range.start, 'MTEXT');

/** Finds the property tags of an object's record. */
export function propertyTags(document: DxfDocument, range: TagRange): PropertyTags {
  const found: PropertyTags = {
    layer: [],
    colour: [],
    rgb: [],
    colourName: [],
    linetype: [],
    width: [],
    transparency: [],
  };
  eachCommonTag(document, range, (tag, code) => {
    if (code === 8) found.layer.push(tag);
    else if (code === 62) found.colour.push(tag);
    else if (code === 420) found.rgb.push(tag);
    else if (code === 430) found.colourName.push(tag);
    else if (code === 6) found.linetype.push(tag);
    else if (code === 370) found.width.push(tag);
    else if (code === 440) found.transparency.push(tag);
  });
  return found;
}

/** Different names of layers, linetypes and kinds that a drawing may have: no office has a hundredth of that. */
const MOST_NAMES = 200_000;

/** The drawing names more layers than there is room to say anything of. */
export class TooManyNames extends Error {}

/** Reads the objects of one run of records into rows of `container`; paper-space rows go to `sheet` if given. */
export function readObjects(
  document: DxfDocument,
  table: ObjectTable,
  range: TagRange,
  container: { index: number; rows: number[] },
  sheet: { index: number; rows: number[] } | null,
): void {
  const { tags, names } = document;
  const { codes, values, ends } = tags;
  const reader = new TagReader(document);
  let tag = range.start;
  let owner = -1; // the polyline or placement whose parts follow
  let ownerIsPlacement = false;
  while (tag < range.end) {
    const start = tag;
    tag++;
    while (tag < range.end && codes[tag] !== 0) tag++;
    const isVertex = tagIs(tags, start, 'VERTEX');
    if (owner >= 0 && (isVertex || tagIs(tags, start, 'SEQEND'))) {
      table.groupEnd[owner] = tag;
      if (!isVertex) owner = -1;
      continue;
    }
    if (names.size > MOST_NAMES) throw new TooManyNames();
    const row = table.add();
    table.start[row] = start;
    table.end[row] = tag;
    table.groupEnd[row] = tag;
    table.entity[row] = names.id(values[start], ends[start]);
    const isAttribute = owner >= 0 && ownerIsPlacement && tagIs(tags, start, 'ATTRIB');
    if (isAttribute) {
      table.parent[row] = owner;
      table.groupEnd[owner] = tag;
    } else owner = -1;
    let onPaper = false;
    let follows = false;
    eachCommonTag(document, { start, end: tag }, (at, code) => {
      switch (code) {
        case 5:
          table.handleTag[row] ||= at;
          break;
        case 8:
          table.layer[row] = names.id(values[at], ends[at]);
          break;
        case 6:
          table.linetype[row] = names.id(values[at], ends[at]);
          break;
        case 62:
          table.colour[row] = reader.int(at, FROM_LAYER_COLOUR);
          break;
        case 420:
          table.rgb[row] = reader.int(at, NO_RGB) & 0xffffff;
          break;
        case 370:
          table.width[row] = reader.int(at, WIDTH_FROM_LAYER);
          break;
        case 48: {
          const scale = reader.number(at);
          if (Number.isFinite(scale) && scale > 0) table.linetypeScale[row] = scale;
          break;
        }
        case 60:
          table.invisible[row] = reader.int(at) === 1 ? 1 : 0;
          break;
        case 67:
          onPaper = reader.int(at) === 1;
          break;
      }
    });
    if (!isAttribute) {
      ownerIsPlacement = tagIs(tags, start, 'INSERT');
      follows = ownerIsPlacement || tagIs(tags, start, 'POLYLINE');
      if (follows) owner = row;
      const home = onPaper && sheet ? sheet : container;
      table.container[row] = home.index;
      home.rows.push(row);
    } else {
      const home = sheet && table.container[table.parent[row]] === sheet.index ? sheet : container;
      table.container[row] = home.index;
      home.rows.push(row);
    }
  }
}
