/** Powers of ten that a double holds exactly. */
const POWERS = Array.from({ length: 23 }, (_, i) => 10 ** i);

/**
 * Reads a number from its digits. Up to 15 digits the quotient of two exact doubles is the nearest double (Clinger,
 * "How to read floating point numbers accurately", 1990); anything else is left to the language.
 */
export function parseNumber(bytes: Uint8Array, start: number, end: number): number {
  let i = start;
  let stop = end;
  while (i < stop && bytes[i] === 32) i++;
  while (stop > i && bytes[stop - 1] === 32) stop--;
  const first = i;
  const negative = bytes[i] === 45;
  if (negative || bytes[i] === 43) i++;
  let mantissa = 0;
  let digits = 0;
  let fraction = -1;
  for (; i < stop; i++) {
    const byte = bytes[i];
    if (byte >= 48 && byte <= 57) {
      mantissa = mantissa * 10 + byte - 48;
      digits++;
      if (fraction >= 0) fraction++;
    } else if (byte === 46 && fraction < 0) fraction = 0;
    else break;
  }
  if (i === stop && digits > 0 && digits <= 15) {
    const value = fraction > 0 ? mantissa / POWERS[fraction] : mantissa;
    return negative ? -value : value;
  }
  if (stop === first || stop - first > LONGEST_NUMBER) return Number.NaN;
  const text = String.fromCharCode.apply(null, bytes.subarray(first, stop) as unknown as number[]);
  const value = Number(text);
  // Some writers use a D for the exponent.
  return Number.isNaN(value) ? Number(text.replace(/[dD](?=[+-]?\d)/, 'e')) : value;
}

/** A number of more characters than this is none. */
const LONGEST_NUMBER = 400;
