/** What the page tells the painting worker. Coordinates and sizes are CSS pixels unless said otherwise. */
export type ToWorker =
  | { readonly type: 'canvas'; readonly canvas: OffscreenCanvas; readonly fontUrls: readonly string[] }
  | { readonly type: 'size'; readonly width: number; readonly height: number; readonly ratio: number }
  | {
      readonly type: 'pictures';
      readonly main: ArrayBuffer;
      readonly model: ArrayBuffer | null;
      readonly keepView: boolean;
    }
  | { readonly type: 'pan'; readonly dx: number; readonly dy: number }
  | { readonly type: 'zoom'; readonly factor: number; readonly x: number; readonly y: number }
  | { readonly type: 'fit' }
  | {
      readonly type: 'mark';
      readonly handles: readonly string[];
      readonly layers: readonly string[];
      readonly frame: boolean;
    }
  | { readonly type: 'black'; readonly black: boolean };

/** What the worker answers. */
export interface FromWorker {
  readonly type: 'painted';
  /** CSS pixels of a paper mm. */
  readonly pxPerMm: number;
  readonly scaleNote: string | null;
  readonly mmPerUnit: number;
  readonly notDrawn: Readonly<Record<string, number>>;
  readonly empty: boolean;
  /** Marked items that this picture, or the model seen through it, holds. */
  readonly marked: number;
}
