import type { BlockRange, DxfDocument, TagRange, TagReader } from '../dxf/document';
import { kindOfEntity } from '../dxf/kinds';
import type { ObjectTable } from '../dxf/objects';
import type { Colour } from './colour';
import type { ObjectKind } from './kinds';

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
}

export interface DrawingLinetype {
  readonly name: string;
  readonly description: string;
  readonly range: TagRange;
  /** Drawing units: dash > 0, gap < 0, dot = 0. Empty for continuous. */
  readonly elements: readonly number[];
}

export interface DrawingTextStyle {
  readonly name: string;
  readonly font: string;
  readonly widthFactor: number;
  readonly obliqueDeg: number;
  readonly range: TagRange;
}

export interface DrawingSymbol {
  readonly name: string;
  readonly block: BlockRange;
  readonly container: number;
  readonly base: readonly [number, number];
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

/** Handle of a row in capitals; rows of files without handles get a stable one of ours, marked by a tilde. */
export function handleOf(drawing: Drawing, row: number): string {
  const tag = drawing.objects.handleTag[row];
  return tag === 0 ? `~${(row + 1).toString(16).toUpperCase()}` : drawing.reader.name(tag).toUpperCase();
}

export const entityOf = (drawing: Drawing, row: number): string =>
  drawing.document.names.text(drawing.objects.entity[row]).toUpperCase();

export const kindOf = (drawing: Drawing, row: number): ObjectKind => kindOfEntity(entityOf(drawing, row));

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
export function sayContainer(container: Container): string {
  return container.kind === 'model' ? 'model' : `${container.kind} ${container.name}`;
}
