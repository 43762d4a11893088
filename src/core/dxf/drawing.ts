import type { Colour } from './colour';
import type { BlockRange, DxfDocument, TagRange } from './document';
import type { ObjectKind } from './object-kinds';
import type { ObjectTable } from './objects';
import { kindOfEntity } from './read/entity-kinds';
import type { TagReader } from './tag-reader';

/** A layer as its record in the drawing says. */
export interface DrawingLayer {
  readonly name: string;
  readonly handle: string;
  readonly range: TagRange;
  readonly colour: Colour;
  readonly linetype: string;
  /** 1/100 mm, or a value below 0 for "default". Always default in files that cannot hold widths. */
  readonly width: number;
  readonly prints: boolean;
  readonly on: boolean;
  readonly frozen: boolean;
  readonly locked: boolean;
  /** What the file says the layer is for; empty where it says nothing. */
  readonly description: string;
  /** Other looks in single viewports, by the viewport's handle. */
  readonly inViewports: ReadonlyMap<string, LayerOverride>;
}

/** What a layer looks like in one viewport where that differs from its record. */
export interface LayerOverride {
  readonly colour?: Colour;
  readonly linetype?: string;
  /** 1/100 mm, or below 0 for the default. */
  readonly width?: number;
}

/** A word or a small symbol that a linetype carries at the place of one of its elements. */
export interface LinetypeMark {
  /** The word; empty for a symbol out of a font of symbols, which is named by its number. */
  readonly text: string;
  readonly symbolNumber: number;
  /** Handle or name of the text style, or of the symbols' font. */
  readonly style: string;
  readonly scale: number;
  readonly angleRad: number;
  /** The angle is measured from the drawing's x axis, not from the line. */
  readonly upright: boolean;
  /** From the end of the element, along and square to the line, drawing units. */
  readonly dx: number;
  readonly dy: number;
}

export interface DrawingLinetype {
  readonly name: string;
  readonly description: string;
  readonly range: TagRange;
  /** Drawing units: dash > 0, gap < 0, dot = 0. Empty for continuous. */
  readonly elements: readonly number[];
  /** Marks by the index of the element they stand at. */
  readonly marks: ReadonlyMap<number, LinetypeMark>;
}

export interface DrawingDimensionStyle {
  readonly name: string;
  readonly handle: string;
  readonly range: TagRange;
}

/** A style of parallel lines. */
export interface DrawingParallelSet {
  readonly name: string;
  readonly range: TagRange;
  readonly elements: readonly {
    readonly offset: number;
    readonly colour: Colour | null;
    readonly linetype: string;
  }[];
  readonly capStart: boolean;
  readonly capEnd: boolean;
  readonly roundStart: boolean;
  readonly roundEnd: boolean;
  readonly description: string;
  /** Number of the colour between the lines; null when there is none. */
  readonly fillColour: number | null;
}

/** Something outside the file that it refers to. It is listed and never opened. */
export interface Reference {
  readonly kind: 'drawing' | 'image' | 'underlay' | 'font' | 'symbol font';
  readonly name: string;
  readonly path: string;
  readonly handle: string;
}

/** Objects that were put together under a name. */
export interface DrawingGroup {
  readonly name: string;
  readonly handle: string;
  readonly range: TagRange;
  readonly members: readonly string[];
}

export interface NamedRecord {
  readonly name: string;
  readonly handle: string;
  readonly range: TagRange;
}

export interface DrawingTextStyle {
  readonly name: string;
  /** Font file as the drawing names it. */
  readonly font: string;
  /** Name of the type family where the drawing gives one, else empty. */
  readonly family: string;
  readonly bold: boolean;
  /** Height that every text of this style has, drawing units; 0 when texts choose their own. */
  readonly height: number;
  /** Height that the last text of the style was given, drawing units. */
  readonly lastHeight: number;
  readonly widthFactor: number;
  readonly obliqueDeg: number;
  readonly range: TagRange;
}

export interface DrawingSymbol {
  readonly name: string;
  readonly block: BlockRange;
  readonly container: number;
  readonly base: readonly [number, number, number];
  /** Made by a program for a dimension, a fill or a group; never placed by a person by name. */
  readonly anonymous: boolean;
  /** A drawing of its own that is only referred to. */
  readonly external: boolean;
}

/** A sheet's paper, in mm. */
export interface SheetPaper {
  readonly widthMm: number;
  readonly heightMm: number;
  /** Paper mm of one unit of the sheet. */
  readonly mmPerUnit: number;
  /** Where the lower left corner of the paper lies, in sheet units. */
  readonly originX: number;
  readonly originY: number;
}

export interface DrawingSheet {
  readonly name: string;
  readonly container: number;
  readonly paper: SheetPaper | null;
}

/** Where objects lie: the model, a sheet (layout), or the definition of a symbol. */
export interface Container {
  readonly kind: 'model' | 'sheet' | 'symbol';
  /** "Model", the sheet's name, the symbol's name. */
  readonly name: string;
  /** Index in the document's blocks, -1 when the container has none (model and sheet of the oldest files). */
  readonly block: number;
  /** Position of a sheet among the sheets. */
  readonly order: number;
  /** Rows of the objects in this container, in drawing order, attributes behind their placement. */
  readonly rows: number[];
}

/** What a drawing means: its tables, where its objects lie, and every object as a row. */
export interface Drawing {
  readonly document: DxfDocument;
  readonly reader: TagReader;
  readonly layers: readonly DrawingLayer[];
  /** By folded name. */
  readonly layerByName: ReadonlyMap<string, DrawingLayer>;
  readonly linetypes: ReadonlyMap<string, DrawingLinetype>;
  readonly textStyles: ReadonlyMap<string, DrawingTextStyle>;
  readonly dimensionStyles: ReadonlyMap<string, DrawingDimensionStyle>;
  /** By handle. */
  readonly parallelSets: ReadonlyMap<string, DrawingParallelSet>;
  /** Name of every table record, symbol and style object by its handle. */
  readonly recordNames: ReadonlyMap<string, string>;
  readonly references: readonly Reference[];
  readonly groups: readonly DrawingGroup[];
  /** Named leader styles, table styles and the like, by kind. */
  readonly otherStyles: ReadonlyMap<string, readonly NamedRecord[]>;
  readonly layerFilters: readonly NamedRecord[];
  /** Style objects, dictionaries and the like: how many records of each kind the file keeps beside its drawing. */
  readonly objectKinds: ReadonlyMap<string, number>;
  /** Rows of containers whose objects are drawn in another order than they stand in the file. */
  readonly drawOrder: ReadonlyMap<number, readonly number[]>;
  /** Masks print with an edge. */
  readonly masksFramed: boolean;
  /** By folded name. */
  readonly symbols: ReadonlyMap<string, DrawingSymbol>;
  readonly containers: readonly Container[];
  readonly sheets: readonly DrawingSheet[];
  readonly objects: ObjectTable;
  /** "mm", "m", … or "not stated". */
  readonly units: string;
  /** mm of one drawing unit; null when the drawing names no unit. */
  readonly unitMm: number | null;
  /** False for files whose version has no place for pen widths. */
  readonly holdsWidths: boolean;
}

/** Rows of a container from the back to the front. */
export const inDrawOrder = (drawing: Drawing, container: number): readonly number[] =>
  drawing.drawOrder.get(container) ?? drawing.containers[container].rows;

/** Handle of a row in capitals; rows of files without handles get a stable one of ours, marked by a tilde. */
export function handleOf(drawing: Drawing, row: number): string {
  const tag = drawing.objects.handleTag[row];
  if (tag === 0) return `~${(row + 1).toString(16).toUpperCase()}`;
  return plainHandle(drawing, tag) ?? drawing.reader.name(tag).toUpperCase();
}

/** A handle of capitals and figures alone, as nearly all are; null for any other. Lists of findings ask for very many. */
function plainHandle({ document }: Drawing, tag: number): string | null {
  const { bytes, values, ends, form } = document.tags;
  if (form !== 'text') return null;
  let text = '';
  for (let i = values[tag]; i < ends[tag]; i++) {
    const byte = bytes[i];
    if (byte === 32) continue;
    if (!((byte >= 48 && byte <= 57) || (byte >= 65 && byte <= 70))) return null;
    text += HEX_DIGITS[byte < 58 ? byte - 48 : byte - 55];
  }
  return text;
}

const HEX_DIGITS = '0123456789ABCDEF';

/** Entity names and kinds by the number of the name: there are few of them, and many rows ask. */
interface Kinds {
  readonly entities: (string | undefined)[];
  readonly kinds: (ObjectKind | undefined)[];
}

const kindsOf = new WeakMap<Drawing, Kinds>();
let lastDrawing: Drawing | null = null;
let lastKinds: Kinds = { entities: [], kinds: [] };

function kindsFor(drawing: Drawing): Kinds {
  if (drawing === lastDrawing) return lastKinds;
  let kinds = kindsOf.get(drawing);
  if (!kinds) {
    kinds = { entities: [], kinds: [] };
    kindsOf.set(drawing, kinds);
  }
  lastDrawing = drawing;
  lastKinds = kinds;
  return kinds;
}

export function entityOf(drawing: Drawing, row: number): string {
  const id = drawing.objects.entity[row];
  const { entities } = kindsFor(drawing);
  entities[id] ??= drawing.document.names.text(id).toUpperCase();
  return entities[id];
}

export function kindOf(drawing: Drawing, row: number): ObjectKind {
  const id = drawing.objects.entity[row];
  const { kinds } = kindsFor(drawing);
  kinds[id] ??= kindOfEntity(entityOf(drawing, row));
  return kinds[id];
}

/**
 * The dimension style that an object is drawn in, as it names it: of dimensions, leaders and tolerance frames. Null for all
 * else, and for leaders that are one with their label: those name a leader style.
 */
export function dimensionStyleNameOf(drawing: Drawing, row: number): string | null {
  const kind = kindOf(drawing, row);
  const isBare = kind === 'leader' && entityOf(drawing, row) === 'LEADER';
  if (kind !== 'dimension' && kind !== 'tolerance frame' && !isBare) return null;
  return drawing.reader.findText(rangeOf(drawing, row), 3, 'Standard');
}

/** Name of the layer a row lies on, as the object writes it. */
export const layerNameOf = (drawing: Drawing, row: number): string => {
  const id = drawing.objects.layer[row];
  return id < 0 ? '0' : drawing.document.names.text(id);
};

export const rangeOf = (drawing: Drawing, row: number): TagRange => ({
  start: drawing.objects.start[row],
  end: drawing.objects.end[row],
});

/** "model", "sheet Plan", "symbol Bollard". */
export function formatContainer(container: Container): string {
  return container.kind === 'model' ? 'model' : `${container.kind} ${container.name}`;
}

/** The sheet itself, which drawings hold as the first of its viewports: nothing that a person has drawn. */
export const isSheetItself = (drawing: Drawing, row: number): boolean =>
  kindOf(drawing, row) === 'viewport' && drawing.reader.findInt(rangeOf(drawing, row), 69) === 1;
