/** The plotted look of one space as plain data: what a canvas or an SVG needs, and nothing of the format. */

/** Path operations, each followed by its numbers in the ops array. */
export const OP = { move: 1, line: 2, arc: 3, close: 4 } as const;

/** What an item is drawn as. */
export const ITEM = { stroke: 0, area: 1, text: 2, fill: 3 } as const;

/** Numbers per item in {@link PictureData.items}. */
export const ITEM_STRIDE = 6;

/** How a run of items is drawn. */
export interface Look {
  /** Index into {@link PictureHead.layers}. */
  readonly layer: number;
  /** 24-bit RGB on white paper. */
  readonly rgb: number;
  readonly widthMm: number;
  /** Pattern units times the drawing's and the object's scale: dash above 0, gap below 0, dot 0. */
  readonly dashes: readonly number[];
}

export interface TextItem {
  /** From capital heights on the text's own axes to the picture. */
  readonly transform: readonly number[];
  readonly widthFactor: number;
  readonly slantRad: number;
  readonly lines: readonly { readonly text: string; readonly x: number; readonly y: number }[];
}

export interface FillItem {
  readonly solid: boolean;
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

/** A window from a sheet onto the model. */
export interface ViewItem {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** From the model's own coordinates to this picture. */
  readonly transform: readonly number[];
  /** Sheet units per model unit. */
  readonly scale: number;
  /** Handles of the layers hidden in this window alone. */
  readonly hiddenLayers: readonly string[];
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
  /** All coordinates are relative to this point, so that 32 bits hold them. */
  readonly origin: readonly [number, number];
  /** Extents of what is drawn: minX, minY, maxX, maxY; null for an empty picture. */
  readonly bounds: readonly [number, number, number, number] | null;
  readonly paper: Paper | null;
  /** Paper mm of one unit of this picture. */
  readonly mmPerUnit: number;
  /** Paper mm of one pattern unit. */
  readonly mmPerPatternUnit: number;
  /** "1:100" for the model, where it was worked out from; null for a sheet. */
  readonly scaleNote: string | null;
  readonly layers: readonly PictureLayer[];
  readonly looks: readonly Look[];
  readonly handles: readonly string[];
  readonly texts: readonly TextItem[];
  readonly fills: readonly FillItem[];
  readonly views: readonly ViewItem[];
  /** Objects that are in the drawing but not in the picture, by kind. */
  readonly notDrawn: Readonly<Record<string, number>>;
}

/** Per item: kind, look, handle of the placed object, handle of the object itself, first op (or text), end of ops. */
export interface PictureData {
  readonly head: PictureHead;
  readonly items: Int32Array;
  /** Four numbers per item: minX, minY, maxX, maxY. */
  readonly boxes: Float32Array;
  readonly ops: Float32Array;
}

/** One picture as bytes: head length, item count, op count, then head, items, boxes, ops, each 4-byte aligned. */
export function packPicture(picture: PictureData): Uint8Array {
  const head = new TextEncoder().encode(JSON.stringify(picture.head));
  const headRoom = Math.ceil(head.length / 4) * 4;
  const whole = new Uint8Array(
    12 + headRoom + picture.items.byteLength + picture.boxes.byteLength + picture.ops.byteLength,
  );
  new Uint32Array(whole.buffer, 0, 3).set([head.length, picture.items.length, picture.ops.length]);
  whole.set(head, 12);
  let at = 12 + headRoom;
  for (const part of [picture.items, picture.boxes, picture.ops]) {
    whole.set(new Uint8Array(part.buffer, part.byteOffset, part.byteLength), at);
    at += part.byteLength;
  }
  return whole;
}

/** The inverse of {@link packPicture}; `buffer` is used, not copied. */
export function unpackPicture(buffer: ArrayBuffer): PictureData {
  const [headLength, itemNumbers, opCount] = new Uint32Array(buffer, 0, 3);
  const head = JSON.parse(new TextDecoder().decode(new Uint8Array(buffer, 12, headLength))) as PictureHead;
  let at = 12 + Math.ceil(headLength / 4) * 4;
  const items = new Int32Array(buffer, at, itemNumbers);
  at += items.byteLength;
  const boxes = new Float32Array(buffer, at, (itemNumbers / ITEM_STRIDE) * 4);
  at += boxes.byteLength;
  return { head, items, boxes, ops: new Float32Array(buffer, at, opCount) };
}
