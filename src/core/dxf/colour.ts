import { COLOUR_TABLE } from './colour-table';

/** A colour as an object or a layer carries it: one of the 255 numbered colours, or red, green and blue. */
export type Colour = { readonly number: number } | { readonly rgb: number };

/** Colour 7 is the contrast to the paper: on white paper it prints black. */
export const CONTRAST = 7;

/** 24-bit RGB as shown on white paper. */
export function rgbOf(colour: Colour): number {
  if ('rgb' in colour) return colour.rgb;
  if (colour.number === CONTRAST) return 0x000000;
  return COLOUR_TABLE[colour.number] ?? 0x000000;
}

export const sameColour = (a: Colour, b: Colour): boolean =>
  'rgb' in a ? 'rgb' in b && a.rgb === b.rgb : 'number' in b && a.number === b.number;

export const hexOf = (rgb: number): string => `#${rgb.toString(16).padStart(6, '0')}`;

/** A colour as people write it: "5", "#3a6b1f"; null where it is none. */
export function readColour(text: string): Colour | null {
  const clean = text.trim();
  if (/^#[0-9a-f]{6}$/i.test(clean)) return { rgb: Number.parseInt(clean.slice(1), 16) };
  const number = Number(clean);
  return clean !== '' && Number.isInteger(number) && number >= 1 && number <= 255 ? { number } : null;
}

/** "colour 5", "#3a6b1f". */
export const formatColour = (colour: Colour): string =>
  'rgb' in colour ? hexOf(colour.rgb) : `colour ${colour.number}`;

/** Relative luminance of 24-bit RGB, 0 to 1 (WCAG 2.2, relative luminance). */
export function luminance(rgb: number): number {
  const channel = (value: number): number => {
    const share = value / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  };
  return (
    0.2126 * channel((rgb >> 16) & 255) + 0.7152 * channel((rgb >> 8) & 255) + 0.0722 * channel(rgb & 255)
  );
}

/** Contrast of two colours, 1 to 21 (WCAG 2.2, contrast ratio). */
export function contrast(rgb: number, other: number): number {
  const [low, high] = [luminance(rgb), luminance(other)].sort((a, b) => a - b);
  return (high + 0.05) / (low + 0.05);
}
