import { type DimensionValues, PLAIN_DIMENSION } from '../standard/dimension-settings';
import { formatAngle, formatDimension, formatLength } from './value';

const format = (length: number, values: Partial<DimensionValues> = {}): string =>
  formatDimension(formatLength({ ...PLAIN_DIMENSION, ...values }, length));

describe('what a dimension says', () => {
  it('rounds a half up, and hides it only as far as the style asks', () => {
    // common practice: a sheet of 820 in quarters is 205, half of that 102.5; whole mm show 103
    expect(format(102.5)).toBe('103');
    expect(format(102.5, { decimals: 1 })).toBe('102.5');
    expect(format(1.005, { decimals: 2 })).toBe('1.01');
    expect(format(12, { rounding: 5 })).toBe('10');
    expect(format(12.5, { rounding: 5 })).toBe('15');
  });

  it.each<[Partial<DimensionValues>, number, string]>([
    [{ decimals: 2, dropTrailing: false }, 3.5, '3.50'],
    [{ decimals: 2 }, 3.5, '3.5'],
    [{ decimals: 2 }, 3, '3'],
    [{ decimals: 2, dropLeading: true }, 0.75, '.75'],
    [{ decimals: 2, decimalMark: ',' }, 0.75, '0,75'],
    [{ decimals: 0 }, -0.2, '0'],
    [{ prefix: '~', suffix: ' m', factor: 0.001, decimals: 2, dropTrailing: false }, 2500, '~2.50 m'],
    [{ lengthFormat: 'scientific', decimals: 2 }, 12345, '1.23E+04'],
    // 2 in by name is 1½ in thick (common practice); fractions to the nearest 1/2ⁿ
    [{ lengthFormat: 'fractions', decimals: 4 }, 1.5, '1 1/2'],
    [{ lengthFormat: 'fractions', decimals: 4 }, 0.3125, '5/16'],
    [{ lengthFormat: 'fractions', decimals: 4 }, 7.99, '8'],
    [{ lengthFormat: 'feet and fractions', decimals: 4 }, 30.5, `2'-6 1/2"`],
    [{ lengthFormat: 'feet and fractions', decimals: 4 }, 24, `2'`],
    [{ lengthFormat: 'feet and fractions', decimals: 4, dropInches: false }, 24, `2'-0"`],
    [{ lengthFormat: 'feet and fractions', decimals: 4 }, 6, `6"`],
    [{ lengthFormat: 'feet and fractions', decimals: 4, dropFeet: false }, 6, `0'-6"`],
    [{ lengthFormat: 'feet and fractions', decimals: 3 }, 11.99, `1'`],
    [{ lengthFormat: 'feet and decimal inches', decimals: 2 }, 30.25, `2'-6.25"`],
  ])('%j of %d', (values, length, text) => {
    expect(format(length, values)).toBe(text);
  });

  it('adds the second units: 25.4 mm are an inch (ISO 80000-3)', () => {
    expect(format(254, { second: true, secondSuffix: '"' })).toBe('254 [10.00"]');
    expect(format(254, { second: true, secondSuffix: '"', secondDropTrailing: true })).toBe('254 [10"]');
  });

  it('adds tolerances', () => {
    const values = { toleranceAbove: 0.5, toleranceBelow: 0.2, toleranceDecimals: 1 } as const;
    expect(format(40, { ...values, tolerance: 'symmetrical' })).toBe('40 ±0.5');
    expect(format(40, { ...values, tolerance: 'deviation' })).toBe('40 +0.5/-0.2');
    expect(format(40, { ...values, tolerance: 'limits' })).toBe(' 40.5/39.8');
    expect(format(40, { ...values, toleranceBelow: 0, tolerance: 'deviation' })).toBe('40 +0.5/ 0.0');
  });

  it('puts the sign of a radius in front, unless the style has a sign of its own', () => {
    const sign = (values: Partial<DimensionValues>): string =>
      formatLength({ ...PLAIN_DIMENSION, ...values }, 12, 'R').main;
    expect(sign({})).toBe('R12');
    expect(sign({ prefix: 'rad ' })).toBe('rad 12');
  });

  it.each<[Partial<DimensionValues>, number, string]>([
    [{}, 45, '45°'],
    [{ angleDecimals: 2, angleDropTrailing: false }, 22.5, '22.50°'],
    [{ angleFormat: 'gons' }, 90, '100 gon'],
    [{ angleFormat: 'radians', angleDecimals: 3 }, 180, '3.142 rad'],
    [{ angleFormat: 'degrees, minutes, seconds', angleDecimals: 2 }, 22.5, `22°30'`],
    [{ angleFormat: 'degrees, minutes, seconds', angleDecimals: 4 }, 22.5125, `22°30'45"`],
    [{ angleFormat: 'degrees, minutes, seconds', angleDecimals: 4 }, 59.99999, `60°0'0"`],
    [{ angleFormat: 'bearings' }, 30, 'N 60° E'],
    [{ angleFormat: 'bearings' }, 150, 'N 60° W'],
    [{ angleFormat: 'bearings' }, 210, 'S 60° W'],
  ])('angles: %j of %d', (values, degrees, text) => {
    expect(formatAngle({ ...PLAIN_DIMENSION, ...values }, degrees)).toBe(text);
  });
});
