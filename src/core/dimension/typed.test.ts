import { degreesIn, judgeTyped, numbersIn } from './typed';

const read = (text: string): unknown =>
  numbersIn(text).map(({ text: said, readings, unitMm }) => [
    said,
    readings.map(({ value }) => value),
    unitMm,
  ]);

describe('numbers in the text of a dimension', () => {
  it.each<[string, unknown]>([
    ['3600', [['3600', [3600], null]]],
    ['3,600', [['3,600', [3.6, 3600], null]]],
    ['3.60', [['3.60', [3.6], null]]],
    ['3 600', [['3 600', [3600], null]]],
    ["12'500", [["12'500", [12500], null]]],
    ['1.234.567', [['1.234.567', [1234567], null]]],
    ['1,234.5', [['1,234.5', [1234.5], null]]],
    ['R250', [['250', [250], null]]],
    ['3.60 m', [['3.60', [3.6], 1000]]],
    ['36 cm TYP', [['36', [36], 10]]],
    ['VARIES', []],
    ['.5', [['.5', [0.5], null]]],
    [`3'-6"`, [[`3'-6"`, [42], 25.4]]],
    [`3'-6 1/2"`, [[`3'-6 1/2"`, [42.5], 25.4]]],
    ['2 1/2"', [['2 1/2"', [2.5], 25.4]]],
    ['12"', [['12', [12], 25.4]]],
    [`12'`, [['12', [12], 304.8]]],
    [
      '4 x 900 = 3600',
      [
        ['4 x 900', [3600], null],
        ['4', [4], null],
        ['900', [900], null],
        ['3600', [3600], null],
      ],
    ],
  ])('%s', (text, expected) => {
    expect(read(text)).toEqual(expected);
  });
});

describe('what is typed, beside what is measured', () => {
  const shown = (value: number, step = 1) => ({ values: [value], step, mm: value });
  it.each<[string, number, string]>([
    ['3600', 3600, 'the same'],
    ['3600', 3600.4, 'the same'],
    // source: rounding half up, as the shown value is rounded: 0.5 is the most that whole mm hide
    ['3600', 3600.5, 'the same'],
    ['3600', 3600.6, 'another'],
    ['3600', 3550, 'another'],
    ['3.60 m', 3600, 'the same'],
    ['3.60 m', 3604.9, 'the same'],
    ['3.60 m', 3606, 'another'],
    ['4 x 900', 3600, 'the same'],
    ['4 x 900 = 3600', 3600, 'the same'],
    ['900 (4x)', 900, 'the same'],
    [`11'-9 3/4"`, 3600.45, 'the same'],
    [`12'-0"`, 3600, 'another'],
    ['3.600', 3600, 'the same'],
    ['VARIES', 100, 'words'],
    ['EQ', 100, 'words'],
    ['3600 TYP.', 3550, 'another'],
    // a tolerance behind it is no other length
    ['3600 ±5', 3600, 'the same'],
  ])('%s at %s says %s', (text, measured, says) => {
    expect(judgeTyped(text, shown(measured)).says).toBe(says);
  });

  it('is held against the measure as the style shows it, not only against the length', () => {
    const metres = { values: [3.6], step: 0.01, mm: 3600 };
    expect(judgeTyped('3.60', metres).says).toBe('the same');
    expect(judgeTyped('3.55', metres).says).toBe('another');
    // On a sheet it may say what a viewport shows.
    expect(judgeTyped('3600', { values: [36, 3600], step: 1, mm: null }).says).toBe('the same');
  });

  it('names the number that is off', () => {
    const judged = judgeTyped('abt. 3600 TYP', shown(3550));
    expect(judged).toMatchObject({ says: 'another', number: { text: '3600', start: 5, end: 9 } });
  });
});

it.each([
  ['45°', 45, 1],
  ["45°30'", 45.5, 1 / 60],
  ['45.5°', 45.5, 0.1],
  [`12°15'36"`, 12.26, 1 / 3600],
  ['90', 90, 1],
])('degrees in %s', (text, value, step) => {
  const read = degreesIn(text)!;
  expect(read.value).toBeCloseTo(value, 9);
  expect(read.step).toBeCloseTo(step, 12);
});
