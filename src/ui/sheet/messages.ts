import type { Source } from '@/core/drawing/effective';
import type { ObjectKind } from '@/core/dxf/object-kinds';
import type { ColourMode } from '@/core/picture/pass';

/** Number of the model among the sheets. */
export const MODEL = -1;

/** What the page tells the painting worker. Coordinates and sizes are CSS pixels unless said otherwise. */
export type ToWorker =
  | { readonly type: 'canvas'; readonly canvas: OffscreenCanvas }
  | { readonly type: 'size'; readonly width: number; readonly height: number; readonly ratio: number }
  | {
      readonly type: 'pictures';
      readonly main: ArrayBuffer;
      readonly model: ArrayBuffer | null;
      readonly keepView: boolean;
    }
  | { readonly type: 'pan'; readonly dx: number; readonly dy: number }
  | { readonly type: 'zoom'; readonly factor: number; readonly x: number; readonly y: number }
  /** Shows the whole; with strays far outside too when asked. */
  | { readonly type: 'fit'; readonly withStrays?: boolean }
  /** Shows the same place as another picture of the same drawing. */
  | { readonly type: 'look'; readonly at: LookingAt }
  /** Shows the sheet as large as it is, about the middle of the view. */
  | { readonly type: 'true size'; readonly pxPerMm: number }
  | {
      readonly type: 'highlight';
      readonly handles: readonly string[];
      readonly layers: readonly string[];
      /** Of the handles those that speak against something; the others then speak for it. */
      readonly against?: readonly string[];
      /** They stay as they print, and the rest is faded. */
      readonly asPrinted?: boolean;
      readonly frame: boolean;
      /** Comes back with each answer, so that the page knows which mark it is about. */
      readonly highlight: number;
    }
  | { readonly type: 'colours'; readonly colours: ColourMode }
  | { readonly type: 'hidden'; readonly layers: readonly string[] }
  /** Where the pointer is; null when it left. */
  | { readonly type: 'point'; readonly at: readonly [number, number] | null }
  | { readonly type: 'pick'; readonly at: readonly [number, number] }
  | { readonly type: 'choose'; readonly handle: string | null; readonly frame: boolean }
  | { readonly type: 'measuring'; readonly on: boolean }
  | { readonly type: 'find'; readonly words: string };

/** What a view looks at: the middle, in drawing units, and CSS pixels of one unit. */
export interface LookingAt {
  readonly x: number;
  readonly y: number;
  readonly pxPerUnit: number;
}

/** A space as it is seen in the picture: the sheet itself, or the model through a viewport of it. */
export interface Window {
  /** Index of the viewport among the sheet's; -1 for the picture itself. */
  readonly viewport: number;
  /** What coordinates are counted from, drawing units. */
  readonly origin: readonly [number, number];
  /** From there to CSS pixels. */
  readonly toPx: readonly [number, number, number, number, number, number];
  /** Left, top, right, bottom, CSS pixels. */
  readonly clip: readonly [number, number, number, number];
}

/** What an object is and how it looks, for the line under the sheet. */
export interface ObjectLine {
  readonly handle: string;
  readonly kind: ObjectKind;
  /** What it is part of, when it lies inside a symbol or a dimension. */
  readonly within: { readonly handle: string; readonly kind: ObjectKind } | null;
  readonly layer: string;
  readonly colour: string;
  readonly linetype: string;
  readonly widthMm: number;
  readonly from: { readonly colour: Source; readonly linetype: Source; readonly width: Source };
  readonly words: string | null;
}

/** A measured distance. Model values are there when both points are seen in one window, or in the model. */
export interface Measure {
  readonly paperMm: number;
  readonly model: {
    readonly length: number;
    readonly dx: number;
    readonly dy: number;
    readonly unit: string;
    /** The two points, drawing units. */
    readonly from: readonly [number, number];
    readonly to: readonly [number, number];
  } | null;
  readonly done: boolean;
}

export interface Found {
  readonly handle: string;
  readonly kind: ObjectKind;
  readonly layer: string;
  readonly words: string;
}

/** What the worker answers. */
export type FromWorker =
  | {
      readonly type: 'painted';
      /** CSS pixels of a paper mm. */
      readonly pxPerMm: number;
      readonly at: LookingAt;
      readonly windows: readonly Window[];
      readonly scaleNote: string | null;
      readonly mmPerUnit: number;
      readonly notDrawn: Readonly<Record<string, number>>;
      readonly lettersMissing: number;
      readonly cutOff: boolean;
      /** Objects that lie far outside of what is shown as the whole. */
      readonly outside: number;
      readonly empty: boolean;
      /** Something that is highlighted shows on this picture. */
      readonly highlighted: boolean;
      /** Tells apart the answers to different highlights: the number the page gave the mark. */
      readonly highlight: number;
      /** The picture is complete; a coarse one has gone before. */
      readonly whole: boolean;
    }
  | {
      readonly type: 'under';
      readonly object: ObjectLine | null;
      readonly paperMm: readonly [number, number] | null;
      readonly model: readonly [number, number] | null;
      readonly unit: string;
    }
  | { readonly type: 'picked'; readonly object: ObjectLine | null }
  | { readonly type: 'measured'; readonly measure: Measure | null }
  | {
      readonly type: 'found';
      readonly words: string;
      readonly found: readonly Found[];
      readonly more: number;
    };

export type Painted = Extract<FromWorker, { type: 'painted' }>;
export type Under = Extract<FromWorker, { type: 'under' }>;
