import { type Drawing, entityOf } from '../dxf/drawing';
import { isUnderstood } from '../dxf/read/decode';

/** Whether a code of an object is followed by a real number: coordinates, lengths, factors, angles, directions. */
const isReal = (code: number): boolean =>
  (code >= 10 && code <= 59) || (code >= 140 && code <= 149) || (code >= 210 && code <= 239);

/** Bytes that a number is written with: figures, signs, a point, exponents, blanks. */
const OF_NUMBERS = new Uint8Array(256);
for (const letter of '0123456789+-.eEdD ') OF_NUMBERS[letter.charCodeAt(0)] = 1;

/**
 * Rows of objects that hold a coordinate, a length or an angle that is no number. Where one stands, the object is drawn as if it were 0:
 * nobody knows where it is.
 */
export function unreadableObjects(drawing: Drawing): number[] {
  const { objects, reader } = drawing;
  const { codes, bytes, values, ends, form } = drawing.document.tags;
  const looksLikeNumber = (tag: number): boolean => {
    for (let i = values[tag]; i < ends[tag]; i++) if (OF_NUMBERS[bytes[i]] === 0) return false;
    return ends[tag] > values[tag];
  };
  const found: number[] = [];
  for (let row = 0; row < objects.count; row++) {
    const end = objects.groupEnd[row];
    for (let tag = objects.start[row]; tag < end; tag++) {
      if (!isReal(codes[tag]) || (form === 'text' && looksLikeNumber(tag))) continue;
      if (Number.isFinite(reader.number(tag))) continue;
      if (isUnderstood(entityOf(drawing, row))) found.push(row);
      break;
    }
  }
  return found;
}
