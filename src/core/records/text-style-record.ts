import type { DrawingTextStyle } from '../dxf/drawing';
import type { NewTextStyle } from '../dxf/edit/record-bodies';
import { faceOf } from '../dxf/fonts';
import { foldName } from '../dxf/interner';
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

/** A record of a drawing in the same terms. */
export const styleOf = ({
  name,
  font,
  family,
  bold,
  height,
  widthFactor,
  obliqueDeg,
}: DrawingTextStyle): NewTextStyle => ({
  name,
  font,
  family,
  bold,
  height,
  widthFactor,
  slantDeg: obliqueDeg,
});

/**
 * A record brought in line with a style of the standard. A font that fits stays as the drawing names it, and so does a
 * fixed height that is the style's.
 */
export function styleInLine(record: DrawingTextStyle, wanted: StandardTextStyle): NewTextStyle {
  const made = newTextStyle(wanted);
  const now = styleOf(record);
  const font = fitsFont(record, wanted) ? { font: '', family: now.family, bold: now.bold } : made;
  return {
    ...made,
    name: record.name,
    font: font.font,
    family: font.family,
    bold: font.bold,
    height: fitsHeight(record, wanted) ? record.height : 0,
  };
}

/** Whether a drawing's font is the one a style asks for; a style that names none takes any of its face. */
export function fitsFont({ font, family, bold }: DrawingTextStyle, wanted: StandardTextStyle): boolean {
  if (wanted.font === '') return faceOf(font, family, bold) === wanted.face;
  const bare = (name: string): string => foldName(name).replace(/\.(ttf|otf|ttc|shx)$/, '');
  return bare(family || font) === bare(wanted.font);
}

/**
 * Texts choose their own height, or have the style's: the one on paper, as texts sized on paper have it. Where the standard leaves
 * the height to each text none is fixed.
 */
export const fitsHeight = ({ height }: DrawingTextStyle, { heightMm, heights }: StandardTextStyle): boolean =>
  height === 0 || (heights === 'its own' && Math.abs(height / heightMm - 1) < 1e-6);

/** "Arial, width 0.8, slant 15°, height 2.5 fixed". */
export const formatStyle = ({ font, family, widthFactor, slantDeg, height }: NewTextStyle): string =>
  [
    family || font || 'its font',
    `width ${widthFactor}`,
    `slant ${slantDeg}°`,
    ...(height > 0 ? [`height ${height} fixed`] : []),
  ].join(', ');
