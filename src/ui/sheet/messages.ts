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
      /** Comes back with each answer, so that the page knows which mark it is about. */
      readonly mark: number;
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
  /** Something that is marked shows on this picture. */
  readonly marked: boolean;
  /** Tells apart the answers to different marks: the number the page gave the mark. */
  readonly mark: number;
}
