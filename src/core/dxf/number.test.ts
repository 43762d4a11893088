import fc from 'fast-check';
import { parseNumber } from './parse-number';

const parse = (text: string): number => {
  const bytes = new TextEncoder().encode(text);
  return parseNumber(bytes, 0, bytes.length);
};

describe('parseNumber', () => {
  it('reads every double that is written out as the language does', () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (value) =>
        expect(parse(String(value))).toBe(value === 0 ? 0 : value),
      ),
    );
    fc.assert(
      fc.property(
        fc.integer({ min: -999_999_999, max: 999_999_999 }),
        fc.integer({ min: 0, max: 6 }),
        (whole, places) => {
          const text = (whole / 10 ** places).toFixed(places);
          expect(parse(text)).toBe(Number(text));
        },
      ),
    );
  });

  it('rounds what has more digits than a double as the language does, halfway cases too', () => {
    const digits = (most: number) => fc.stringMatching(new RegExp(`^[0-9]{1,${most}}$`));
    fc.assert(
      fc.property(digits(9), digits(14), (whole, places) => {
        expect(parse(`${whole}.${places}`)).toBe(Number(`${whole}.${places}`));
      }),
      { numRuns: 2000 },
    );
    // Odd multiples of half a unit in the last place: what is exactly between two doubles goes to the even one.
    fc.assert(
      fc.property(fc.bigInt({ min: 0n, max: 1_000_000_000n }), (n) => {
        const text = String((1n << 53n) + 2n * n + 1n);
        expect(parse(text)).toBe(Number(text));
      }),
      { numRuns: 1000 },
    );
  });

  it.each([
    [' 12.50 ', 12.5],
    ['-.5', -0.5],
    ['+7', 7],
    ['1.5D+03', 1500],
    ['6180420.1234567890123456', 6180420.123456789],
  ])('%j is %d', (text, value) => expect(parse(text)).toBe(value));

  it.each(['', '   ', 'abc', '1.2.3', '-', '1e'])('%j is no number', (text) => expect(parse(text)).toBeNaN());
});
