import type { Face } from '../dxf/fonts';
import type { Transform } from '../geometry/transform';
import type { Look, PictureData, ViewportLook } from './picture';

/** Objects to be highlighted, by handle or by the layer they print on (names in small letters). */
export interface Highlights {
  readonly handles: ReadonlySet<string>;
  readonly layers: ReadonlySet<string>;
  /** Of the handles those that speak against something: they are painted in a colour of their own. */
  readonly against?: ReadonlySet<string>;
}

/** One space painted through one viewport. */
export interface Pass {
  readonly data: PictureData;
  /** Index of the viewport among the sheet’s, -1 for the picture itself. */
  readonly viewport: number;
  /** Picture units to pixels. */
  readonly toPx: Transform;
  /** Pixels per picture unit. */
  readonly unit: number;
  readonly pxPerMm: number;
  /** Pixels per pattern unit. */
  readonly pxPerPattern: number;
  /** Pixels: left, top, right, bottom. */
  readonly clipBox: readonly [number, number, number, number];
  readonly clip: readonly number[] | null;
  readonly hidden: ReadonlySet<number>;
  /** Other looks of layers in this viewport, by the layer's index. */
  readonly looks: ReadonlyMap<number, ViewportLook>;
}

/**
 * The pass as each look of its picture is painted in it, by the look's index: what lies on a sheet in the model has the
 * widths and patterns of that sheet. Seen through a viewport, the viewport's scale counts alone.
 */
export function passesByLook(pass: Pass): readonly Pass[] {
  const bySheet = new Map<number, Pass>();
  return pass.data.head.looks.map(({ sheetMm }: Look) => {
    if (sheetMm === 0 || pass.viewport >= 0) return pass;
    let own = bySheet.get(sheetMm);
    if (!own) {
      own = { ...pass, pxPerMm: pass.unit / sheetMm, pxPerPattern: pass.unit };
      bySheet.set(sheetMm, own);
    }
    return own;
  });
}

export interface Scene {
  readonly picture: PictureData;
  /** The model, when the picture is a sheet with windows onto it. */
  readonly model: PictureData | null;
}

export interface View {
  /** Pixels per unit of the picture. */
  readonly scale: number;
  /** Pixel position of the picture's origin. */
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** As it prints in black, as it prints in its colours, or each layer in a colour of its own. */
export type ColourMode = 'black' | 'print' | 'layer';

export interface PaintOptions {
  readonly colours: ColourMode;
  /** What is highlighted; everything else is faded while anything is. */
  readonly highlights: Highlights;
  /** Null leaves what is highlighted as it prints: it stands out because the rest is faded. */
  readonly highlightColour: string | null;
  readonly againstColour?: string;
  readonly paper: string;
  /** Font families for the shipped faces. */
  readonly families: Readonly<Record<Exclude<Face, 'stroke'>, string>>;
  /** Show what does not print as well. */
  readonly showNonPrinting: boolean;
  /** Layers that are switched off for looking, by their names in small letters. */
  readonly hidden: ReadonlySet<string>;
  /** Thinnest line in pixels: on a screen lines must not vanish, on paper they are as wide as they are. */
  readonly thinnestPx: number;
  /** Lettering with capitals lower than this many pixels is drawn as a grey bar; 0 for never. */
  readonly readablePx: number;
  /** Objects smaller than this many pixels are drawn as a speck; 0 for never. */
  readonly speckPx: number;
}

export const css = (rgb: number): string => `#${rgb.toString(16).padStart(6, '0')}`;

/** Families of the drawing faces, each with further ones behind it for letters that it lacks. */
export const withFamilies = (
  faces: PaintOptions['families'],
  families: readonly string[],
): PaintOptions['families'] =>
  Object.fromEntries(
    Object.entries(faces).map(([face, family]) => [face, [family, ...families].join(', ')]),
  ) as PaintOptions['families'];
