import type { Transform } from '../geometry/transform';

/** A point of a path and the bulge of the segment that leaves it: the tangent of a quarter of the arc's angle. */
export interface PathVertex {
  readonly x: number;
  readonly y: number;
  readonly bulge: number;
}

export interface PathShape {
  readonly type: 'path';
  readonly vertices: readonly PathVertex[];
  readonly closed: boolean;
  readonly system: Transform;
  /** Constant width in drawing units, 0 for a hairline drawn with the pen. */
  readonly width: number;
}

/** centre + u·cos t + v·sin t for t running from `from` to `to`; downwards when `to` is below `from`. */
export interface EllipseShape {
  readonly type: 'ellipse';
  readonly centre: readonly [number, number];
  readonly u: readonly [number, number];
  readonly v: readonly [number, number];
  readonly from: number;
  readonly to: number;
  readonly system: Transform;
}

export interface PolygonShape {
  readonly type: 'polygon';
  readonly points: readonly (readonly [number, number])[];
  readonly system: Transform;
}

export interface PointShape {
  readonly type: 'point';
  readonly x: number;
  readonly y: number;
}

/** Place of a text's anchor in its box: across 0 left, 0.5 centre, 1 right. */
export type AnchorAcross = 0 | 0.5 | 1;
export type AnchorUp = 'baseline' | 'bottom' | 'middle' | 'top';

export interface TextShape {
  readonly type: 'text';
  readonly lines: readonly string[];
  readonly x: number;
  readonly y: number;
  /** Height of capitals, drawing units. */
  readonly height: number;
  readonly angleRad: number;
  readonly widthFactor: number;
  readonly slantRad: number;
  readonly across: AnchorAcross;
  readonly up: AnchorUp;
  /** Distance of baselines as a multiple of the height. */
  readonly lineSpacing: number;
  /** Lines break at this width, drawing units; 0 for no limit. */
  readonly wrapWidth: number;
  /** Second point that the text is stretched to, for fitted text. */
  readonly fitTo: readonly [number, number] | null;
  readonly mirroredX: boolean;
  readonly upsideDown: boolean;
  readonly system: Transform;
}

export interface PlacementShape {
  readonly type: 'placement';
  readonly symbol: string;
  /** One transform for each copy of an array, from the symbol's definition (base point taken off later) to here. */
  readonly transforms: readonly Transform[];
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

export interface FillShape {
  readonly type: 'fill';
  readonly loops: readonly (
    | PathShape
    | { readonly type: 'edges'; readonly parts: readonly (PathShape | EllipseShape)[] }
  )[];
  readonly solid: boolean;
  readonly families: readonly FillFamily[];
  readonly system: Transform;
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
}

export type Shape =
  | PathShape
  | EllipseShape
  | PolygonShape
  | PointShape
  | TextShape
  | PlacementShape
  | FillShape
  | ViewportShape;
