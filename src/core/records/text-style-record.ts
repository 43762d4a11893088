import type { NewTextStyle } from '../dxf/edit/record-bodies';
import type { StandardTextStyle } from '../standard/lettering';

/** Families of type that the shipped faces belong to, for styles that name no font. */
const FACE_FAMILIES = {
  sans: 'Barlow',
  'sans-bold': 'Barlow',
  serif: 'Source Serif 4',
  mono: 'Spline Sans Mono',
} as const;

/** A text style of a standard as a drawing holds it: each text chooses its own height, and begins with the style's. */
export function newTextStyle(style: StandardTextStyle, own?: unknown): NewTextStyle {
  const { name, font, face, heightMm, widthFactor, slantDeg } = style;
  const family = face === 'stroke' ? '' : font || FACE_FAMILIES[face];
  return {
    name,
    font: face === 'stroke' ? font || 'txt' : `${family}.ttf`,
    height: 0,
    lastHeight: heightMm,
    widthFactor,
    slantDeg,
    family,
    bold: face === 'sans-bold',
    own,
  };
}
