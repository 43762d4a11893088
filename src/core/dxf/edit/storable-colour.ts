import type { Colour } from '../colour';
import { COLOUR_TABLE } from '../colour-table';
import type { Drawing } from '../drawing';

/** First version that can hold red, green and blue. */
export const RGB_FROM = 'AC1018';

/** A colour as this drawing's version can hold it: old versions take the nearest numbered colour. */
export function storableColour(drawing: Drawing, colour: Colour): Colour {
  if (!('rgb' in colour) || drawing.document.version >= RGB_FROM) return colour;
  return { number: nearestNumber(colour.rgb) };
}

/** The numbered colour that is nearest to red, green and blue, of those that fit; the contrast to the paper where none does. */
export function nearestNumber(rgb: number, fits: (number: number) => boolean = () => true): number {
  let best = 7;
  let least = Number.POSITIVE_INFINITY;
  for (let number = 1; number <= 255; number++) {
    if (!fits(number)) continue;
    const other = number === 7 ? 0 : COLOUR_TABLE[number];
    const distance =
      ((rgb >> 16) - (other >> 16)) ** 2 +
      (((rgb >> 8) & 255) - ((other >> 8) & 255)) ** 2 +
      ((rgb & 255) - (other & 255)) ** 2;
    if (distance < least) {
      least = distance;
      best = number;
    }
  }
  return best;
}
