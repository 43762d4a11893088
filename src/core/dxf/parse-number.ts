/** Powers of ten that a double holds exactly. */
const POWERS = Array.from({ length: 23 }, (_, i) => 10 ** i);

/** Digits that are gathered exactly in one double, and those that may follow them in a second. */
const FIRST_DIGITS = 15;
const MORE_DIGITS = 7;

/**
 * Reads a number from its digits, as near as a double can be. Up to 15 digits the quotient of two exact doubles is the
 * nearest double (Clinger, "How to read floating point numbers accurately", 1990). Up to 22 digits, which is what programs
 * write that write all they have, see {@link quotient}; anything else is left to the language.
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
  let rest = 0;
  let digits = 0;
  let restDigits = 0;
  let fraction = -1;
  let seen = false;
  for (; i < stop; i++) {
    const byte = bytes[i];
    if (byte >= 48 && byte <= 57) {
      if (digits < FIRST_DIGITS) {
        mantissa = mantissa * 10 + byte - 48;
        // Zeros before the first other digit are none of the fifteen.
        if (mantissa > 0) digits++;
        seen = true;
      } else {
        rest = rest * 10 + byte - 48;
        restDigits++;
      }
      if (fraction >= 0) fraction++;
    } else if (byte === 46 && fraction < 0) fraction = 0;
    else break;
  }
  if (i === stop && seen && fraction < POWERS.length) {
    if (restDigits === 0) {
      const value = fraction > 0 ? mantissa / POWERS[fraction] : mantissa;
      return negative ? -value : value;
    }
    if (restDigits <= MORE_DIGITS) {
      const value = quotient(mantissa, rest, restDigits, Math.max(fraction, 0));
      if (!Number.isNaN(value)) return negative ? -value : value;
    }
  }
  if (stop === first || stop - first > LONGEST_NUMBER) return Number.NaN;
  const text = String.fromCharCode.apply(null, bytes.subarray(first, stop) as unknown as number[]);
  const value = Number(text);
  // Some writers use a D for the exponent.
  return Number.isNaN(value) ? Number(text.replace(/[dD](?=[+-]?\d)/, 'e')) : value;
}

/** Half of a double's digits: what Veltkamp's splitting multiplies by. */
const SPLITTER = 2 ** 27 + 1;

/**
 * (first · 10^restDigits + rest) / 10^fraction, correctly rounded, in pairs of doubles (Dekker, "A floating-point
 * technique for extending the available precision", 1971). The result is taken only when it is certain that the part
 * that does not fit cannot change it (Ziv's rounding test).
 * @returns NaN when that is not certain
 */
function quotient(first: number, rest: number, restDigits: number, fraction: number): number {
  const scale = POWERS[restDigits];
  // The first 15 digits have less than 50 bits: in two halves each product is exact.
  const high = Math.floor(first / 67108864) * 67108864;
  const a = high * scale;
  const b = (first - high) * scale + rest;
  const whole = a + b;
  const left = b - (whole - a) + (a - (whole - (whole - a)));
  if (fraction === 0) return whole === whole + left * 1.0000001 ? whole : Number.NaN;
  const divisor = POWERS[fraction];
  const q = whole / divisor;
  const product = q * divisor;
  let t = SPLITTER * q;
  const qHigh = t - (t - q);
  const qLow = q - qHigh;
  t = SPLITTER * divisor;
  const dHigh = t - (t - divisor);
  const dLow = divisor - dHigh;
  const error = qLow * dLow - (product - qHigh * dHigh - qLow * dHigh - qHigh * dLow);
  const more = (whole - product - error + left) / divisor;
  const value = q + more;
  const over = more - (value - q);
  return value === value + over * 1.0000001 ? value : Number.NaN;
}

/** A number of more characters than this is none. */
const LONGEST_NUMBER = 400;
