import type { Space } from '../geometry/space';
import type { Transform } from '../geometry/transform';
import type { Colour } from './colour';
import type { Paragraph, TextRun } from './fonts';

/** A point of a path and the bulge of the segment that leaves it: the tangent of a quarter of the arc's angle. */
export interface PathVertex {
  readonly x: number;
  readonly y: number;
  /** Height over the shape's plane; only paths in space have one. */
  readonly z?: number;
  readonly bulge: number;
  /** Width of the segment that leaves it, at its start and end, drawing units; the path's own where absent. */
  readonly widths?: readonly [number, number];
}

export interface PathShape {
  readonly type: 'path';
  readonly vertices: readonly PathVertex[];
  readonly closed: boolean;
  readonly system: Space;
  /** Constant width in drawing units, 0 for a line drawn with the pen. */
  readonly width: number;
  /** The line pattern runs on through the corners instead of starting anew at each. */
  readonly runsOn?: boolean;
}

/** centre + u·cos t + v·sin t for t running from `from` to `to`; downwards when `to` is below `from`. */
export interface EllipseShape {
  readonly type: 'ellipse';
  readonly centre: readonly [number, number];
  readonly u: readonly [number, number];
  readonly v: readonly [number, number];
  readonly from: number;
  readonly to: number;
  readonly system: Space;
}

export interface PolygonShape {
  readonly type: 'polygon';
  readonly points: readonly (readonly [number, number, number])[];
  readonly system: Space;
  /** Drawn as an outline, not as an area. */
  readonly outline?: boolean;
}

/** Paper-coloured area that covers what lies behind it. */
export interface MaskShape {
  readonly type: 'mask';
  readonly points: readonly (readonly [number, number, number])[];
  readonly system: Space;
  readonly framed: boolean;
}

export interface PointShape {
  readonly type: 'point';
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** A line without an end on one or both sides. */
export interface EndlessShape {
  readonly type: 'endless';
  readonly at: readonly [number, number, number];
  readonly direction: readonly [number, number, number];
  readonly both: boolean;
}

/** Place of a text's anchor in its box: across 0 left, 0.5 centre, 1 right. */
export type AnchorAcross = 0 | 0.5 | 1;
export type AnchorUp = 'baseline' | 'bottom' | 'middle' | 'top';

export interface TextShape {
  readonly type: 'text';
  readonly paragraphs: readonly Paragraph[];
  readonly x: number;
  readonly y: number;
  /** Height of capitals, drawing units. */
  readonly height: number;
  readonly angleRad: number;
  readonly across: AnchorAcross;
  readonly up: AnchorUp;
  /** Distance of baselines as a multiple of the height. */
  readonly lineSpacing: number;
  /** Lines keep that distance whatever the height of what is on them. */
  readonly exactSpacing: boolean;
  /** Lines break at this width, drawing units; 0 for no limit. */
  readonly wrapWidth: number;
  /** Second point that the text is stretched to, for fitted text. */
  readonly fitTo: readonly [number, number] | null;
  /** Fitted text keeps its proportions: its height follows. */
  readonly fitKeepsShape: boolean;
  readonly mirroredX: boolean;
  readonly upsideDown: boolean;
  /** Lettering stands on a masked area: its margin as a multiple of the height; null for none. */
  readonly background: { readonly margin: number; readonly colour: Colour | null } | null;
  readonly system: Space;
}

/** Text that stands upright and unstretched on its base line: what most text leaves as it is. */
export const PLAIN_TEXT = {
  angleRad: 0,
  across: 0,
  up: 'baseline',
  lineSpacing: 5 / 3,
  exactSpacing: false,
  wrapWidth: 0,
  fitTo: null,
  fitKeepsShape: false,
  mirroredX: false,
  upsideDown: false,
  background: null,
} as const satisfies Partial<TextShape>;

export interface PlacementShape {
  readonly type: 'placement';
  readonly symbol: string;
  /** One space for each copy of an array, from the symbol's definition (base point taken off later) to here. */
  readonly spaces: readonly Space[];
}

export interface FillFamily {
  readonly angleRad: number;
  readonly baseX: number;
  readonly baseY: number;
  readonly offsetX: number;
  readonly offsetY: number;
  /** Dash above 0, gap below 0, dot 0; empty for unbroken lines. */
  readonly dashes: readonly number[];
}

/** Colour that runs over an area from one to another. */
export interface Gradient {
  readonly colours: readonly [number, number];
  readonly angleRad: number;
  /** Runs along a line, or out from the middle. */
  readonly form: 'linear' | 'mirrored' | 'round';
}

export interface FillShape {
  readonly type: 'fill';
  readonly loops: readonly (
    | PathShape
    | { readonly type: 'edges'; readonly parts: readonly (PathShape | EllipseShape)[] }
  )[];
  readonly solid: boolean;
  readonly gradient: Gradient | null;
  readonly families: readonly FillFamily[];
  readonly system: Space;
}

export interface ViewportShape {
  readonly type: 'viewport';
  readonly id: number;
  readonly centre: readonly [number, number];
  readonly width: number;
  readonly height: number;
  /** Model to sheet. */
  readonly transform: Transform;
  /** Sheet units per model unit. */
  readonly scale: number;
  readonly on: boolean;
  /** Handles of layers hidden in this viewport alone. */
  readonly hiddenLayers: readonly string[];
  /** Handle of the object that bounds the window, empty for a rectangle. */
  readonly clipBy: string;
}

/** A part of an object that has looks of its own; what is absent is the object's. */
export interface Part {
  readonly shape:
    | PathShape
    | EllipseShape
    | PolygonShape
    | TextShape
    | FillShape
    | PointShape
    | MaskShape
    | PlacementShape;
  readonly colour?: Colour;
  /** Name of a linetype; an empty one is unbroken. */
  readonly linetype?: string;
  readonly widthMm?: number;
}

/** An object that is drawn as several parts: a leader with its arrow, a parallel-line set, a tolerance frame. */
export interface CompoundShape {
  readonly type: 'compound';
  readonly parts: readonly Part[];
}

/** A frame of a geometric tolerance: lines of cells, in the plane of its own system, its left end in the origin. */
export interface ToleranceFrameShape {
  readonly type: 'tolerance frame';
  readonly lines: readonly (readonly string[])[];
  /** Height of its letters, and the room around them, drawing units. */
  readonly height: number;
  readonly gap: number;
  readonly style: TextRun;
  readonly system: Space;
}

/** What is drawn as it is: everything but placements, viewports, lines without an end and what is made of parts. */
export type LeafShape = Exclude<Part['shape'], PlacementShape>;

export type Shape =
  | PathShape
  | EllipseShape
  | PolygonShape
  | MaskShape
  | PointShape
  | EndlessShape
  | TextShape
  | PlacementShape
  | FillShape
  | ViewportShape
  | CompoundShape
  | ToleranceFrameShape;
