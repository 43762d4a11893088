import type { Source } from '../drawing/effective';
import type { Face } from '../dxf/fonts';
import type { ObjectKind } from '../dxf/object-kinds';
import type { Piece } from '../lettering/layout';

/** The plotted look of one space as plain data: what a canvas or an SVG needs, and nothing of the format. */

/** Path operations, each followed by its numbers in the ops array. */
export const OP = { move: 1, line: 2, arc: 3, close: 4 } as const;

/** What an item is drawn as. `run` is a stroke whose pattern runs on through its corners. */
export const ITEM = { stroke: 0, area: 1, text: 2, fill: 3, mask: 4, run: 5 } as const;

/** Numbers per item in {@link PictureData.items}. */
export const ITEM_STRIDE = 6;

/** A word or a small symbol at an element of a line pattern; lengths in pattern units. */
export interface LookMark {
  readonly element: number;
  readonly text: string;
  /** Strokes of a symbol at height 1, x, y, x, y …, in the place of the text; null for words. */
  readonly strokes: readonly (readonly number[])[] | null;
  readonly face: Face;
  readonly height: number;
  readonly widthFactor: number;
  readonly slantRad: number;
  readonly angleRad: number;
  readonly upright: boolean;
  readonly dx: number;
  readonly dy: number;
}

/** A line pattern: dash above 0, gap below 0, dot 0, in pattern units times the drawing's and the object's scale. */
export interface Pattern {
  readonly dashes: readonly number[];
  readonly marks: readonly LookMark[];
}

/** How a run of items is drawn, and where each property comes from. */
export interface Look extends Pattern {
  /** Index into {@link PictureHead.layers}. */
  readonly layer: number;
  /** 24-bit RGB on white paper. */
  readonly rgb: number;
  readonly widthMm: number;
  /** Width in picture units for lines that have one in the model; 0 for lines drawn with the pen. */
  readonly widthUnits: number;
  /** In the whole of a model that sheets lie in: paper mm of one unit on the sheet that it lies on; 0 beside them. */
  readonly sheetMm: number;
  readonly linetype: string;
  readonly from: { readonly colour: Source; readonly linetype: Source; readonly width: Source };
  /** Layer that a property is taken from, by index, -1 where none: what other looks in a viewport apply to. */
  readonly by: { readonly colour: number; readonly linetype: number; readonly width: number };
}

export interface TextPiece extends Omit<Piece, 'colour' | 'missing' | 'script'> {
  /** Colour of its own, -1 for the object's. */
  readonly rgb: number;
}

export interface TextItem {
  /** From capital heights on the text's own axes to the picture. */
  readonly transform: readonly number[];
  readonly pieces: readonly TextPiece[];
  /** Straight strokes: x0, y0, x1, y1, and a colour of its own or -1. */
  readonly rules: readonly (readonly [number, number, number, number, number])[];
  /** Masked area behind the letters: its box in the text's axes, and its colour (-1 the paper's). */
  readonly background: {
    readonly box: readonly [number, number, number, number];
    readonly rgb: number;
  } | null;
}

export interface FillItem {
  readonly solid: boolean;
  readonly gradient: {
    readonly colours: readonly [number, number];
    readonly angleRad: number;
    readonly form: 'linear' | 'mirrored' | 'round';
  } | null;
  readonly families: readonly {
    readonly angleRad: number;
    readonly baseX: number;
    readonly baseY: number;
    readonly offsetX: number;
    readonly offsetY: number;
    readonly dashes: readonly number[];
  }[];
}

export interface PictureLayer {
  readonly name: string;
  readonly prints: boolean;
  readonly handle: string;
}

/** Looks of a layer in one viewport where they differ. */
export interface ViewportLook {
  readonly layer: string;
  readonly rgb?: number;
  readonly widthMm?: number;
  readonly pattern?: Pattern;
}

/** A viewport from a sheet onto the model. */
export interface ViewportItem {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** From the model's own coordinates to this picture. */
  readonly transform: readonly number[];
  /** Sheet units per model unit. */
  readonly scale: number;
  /** Handles of the layers hidden in this viewport alone. */
  readonly hiddenLayers: readonly string[];
  readonly looks: readonly ViewportLook[];
  /** Corners of a viewport that is no rectangle: x, y, x, y … */
  readonly clip: readonly number[] | null;
  /** Index into {@link PictureHead.handles}. */
  readonly handle: number;
}

export interface Paper {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface PictureHead {
  readonly space: { readonly kind: 'model' | 'sheet'; readonly name: string };
  /** All coordinates are relative to this point, so that they stay small however far from zero the drawing lies. */
  readonly origin: readonly [number, number];
  /** Extents of what is drawn: minX, minY, maxX, maxY; null for an empty picture. */
  readonly bounds: readonly [number, number, number, number] | null;
  /** Of a model with strays far away, the part that matters, and how many items lie outside of it. */
  readonly matter: {
    readonly box: readonly [number, number, number, number];
    readonly outside: number;
  } | null;
  readonly paper: Paper | null;
  /** Paper mm of one unit of this picture. */
  readonly mmPerUnit: number;
  /** Paper mm of one pattern unit. */
  readonly mmPerPatternUnit: number;
  /** "as on sheet Plan" for the model, where its scale was taken from; null for a sheet. */
  readonly scaleNote: string | null;
  /** Unit of the drawing for a person: "mm", "m", or "units" where it states none. */
  readonly unit: string;
  readonly layers: readonly PictureLayer[];
  readonly looks: readonly Look[];
  readonly handles: readonly string[];
  /** Kind of each handle's object. */
  readonly kinds: readonly ObjectKind[];
  readonly texts: readonly TextItem[];
  readonly fills: readonly FillItem[];
  readonly viewports: readonly ViewportItem[];
  /** Objects that are in the drawing but not in the picture, by kind. */
  readonly notDrawn: Readonly<Record<string, number>>;
  /** Letters that no shipped face can show. */
  readonly lettersMissing: number;
  /** Letters of other scripts, each once: the faces that have them are loaded for it. */
  readonly scriptLetters: string;
  /** The drawing asks for more than a picture can hold: it is not complete. */
  readonly cutOff: boolean;
}

/** Per item: kind, look, handle of the placed object, handle of the object itself, first op (or text), end of ops. */
export interface PictureData {
  readonly head: PictureHead;
  readonly items: Int32Array;
  /** Four numbers per item: minX, minY, maxX, maxY. */
  readonly boxes: Float32Array;
  readonly ops: Float64Array;
}

/** One picture as bytes: head length, item count, op count, then head, items, boxes, ops, each 8-byte aligned. */
export function packPicture(picture: PictureData): Uint8Array {
  const head = new TextEncoder().encode(JSON.stringify(picture.head));
  const parts = [head, bytesOf(picture.items), bytesOf(picture.boxes), bytesOf(picture.ops)];
  const whole = new Uint8Array(16 + parts.reduce((sum, part) => sum + aligned(part.length), 0));
  new Uint32Array(whole.buffer, 0, 3).set([head.length, picture.items.length, picture.ops.length]);
  let at = 16;
  for (const part of parts) {
    whole.set(part, at);
    at += aligned(part.length);
  }
  return whole;
}

const aligned = (length: number): number => Math.ceil(length / 8) * 8;
const bytesOf = (array: Int32Array | Float32Array | Float64Array): Uint8Array =>
  new Uint8Array(array.buffer, array.byteOffset, array.byteLength);

/** The inverse of {@link packPicture}; `buffer` is used, not copied. */
export function unpackPicture(buffer: ArrayBuffer): PictureData {
  const [headLength, itemNumbers, opCount] = new Uint32Array(buffer, 0, 3);
  const head = JSON.parse(new TextDecoder().decode(new Uint8Array(buffer, 16, headLength))) as PictureHead;
  let at = 16 + aligned(headLength);
  const items = new Int32Array(buffer, at, itemNumbers);
  at += aligned(items.byteLength);
  const boxes = new Float32Array(buffer, at, (itemNumbers / ITEM_STRIDE) * 4);
  at += aligned(boxes.byteLength);
  return { head, items, boxes, ops: new Float64Array(buffer, at, opCount) };
}
