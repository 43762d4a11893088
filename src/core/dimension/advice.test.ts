import { demoStandard } from '../../../demo/standard';
import { type DimensionValues, dimensionValues, PLAIN_DIMENSION } from '../standard/dimension-settings';
import { dimensionAdvice } from './advice';

const said = (values: Partial<DimensionValues>): string[] =>
  dimensionAdvice(demoStandard, { ...PLAIN_DIMENSION, ...values }).map(({ says }) => says);

describe('rules between the settings of a dimension style', () => {
  it('has nothing to say on the plain style, nor on those of the demo', () => {
    expect(said({})).toEqual([]);
    for (const style of demoStandard.dimensions)
      expect(dimensionAdvice(demoStandard, dimensionValues(demoStandard.dimensions, style))).toEqual([]);
  });

  it.each<[string, Partial<DimensionValues>, RegExp]>([
    // common practice: a terminator is as long as the text is high
    ['terminators unlike the text', { terminatorSizeMm: 3.5 }, /terminators of 3.5 mm beside text of 2.5/],
    // common practice: an offset of 0.5 looks attached, 2 reads as a gap
    ['a gap that does not read', { extensionOffsetMm: 0.5 }, /looks as if the line touched/],
    ['extension lines that touch', { extensionOffsetMm: 0 }, /touch the object/],
    ['stacked lines too close', { stackSpacingMm: 3 }, /needs 4.1 mm from line to line/],
    ['a height that is not permitted', { textHeightMm: 3, terminatorSizeMm: 3 }, /not among the permitted/],
    ['text too small for large sheets', { textHeightMm: 1.8, terminatorSizeMm: 1.8 }, /too small on A0/],
    ['a suffix in m without its factor', { suffix: ' m' }, /factor is 0.001, not 1/],
    [
      'a second value in inches with a wrong factor',
      { second: true, secondSuffix: '"', secondFactor: 0.04 },
      /0.03937/,
    ],
    ['rounding that the places hide', { rounding: 0.5 }, /rounded to 0.5, but shown with 0 places/],
    // 0.01 m is 10 mm: what is shown can be 5 mm off, and nothing says so
    ['places that hide', { suffix: ' m', factor: 0.001, decimals: 2 }, /2 places a figure can be 5 mm off/],
    ['limits that are none', { tolerance: 'limits', toleranceAbove: -1 }, /not above the lower/],
    ['sizes for one scale', { sizedOnPaper: false, overallScale: 50 }, /hold at 1:50 only/],
    ['two pens', { linePenMm: 0.18, extensionPenMm: 0.25 }, /beside a dimension line of 0.18/],
  ])('says what is wrong with %s', (_, values, words) => {
    expect(said(values).join('\n')).toMatch(words);
  });

  it('says no more when what it offers is taken', () => {
    const styles: Partial<DimensionValues>[] = [
      { terminatorSizeMm: 3.5 },
      { extensionOffsetMm: 0 },
      { stackSpacingMm: 3 },
      { textOffsetMm: 0 },
      { suffix: ' m' },
      { rounding: 0.25 },
      { suffix: ' m', factor: 0.001, decimals: 1 },
      { sizedOnPaper: false, overallScale: 50 },
      { linePenMm: 0.18, extensionPenMm: 0.25 },
    ];
    for (const own of styles) {
      let values = { ...PLAIN_DIMENSION, ...own };
      for (let i = 0; i < 4; i++) {
        const offered = dimensionAdvice(demoStandard, values).find(({ settle }) => settle !== undefined);
        if (!offered) break;
        values = { ...values, [offered.setting]: offered.settle } as DimensionValues;
      }
      expect([own, dimensionAdvice(demoStandard, values)]).toEqual([own, []]);
    }
  });

  it('lets a rounding that is set speak for itself, and places that are enough', () => {
    const metres = { suffix: ' m', factor: 0.001 } as const;
    expect(said({ ...metres, decimals: 3 })).toEqual([]);
    expect(said({ ...metres, decimals: 2, rounding: 0.01 })).toEqual([]);
  });

  it('takes a second value after the first one’s factor', () => {
    // The value is in m already: 1 m is 1000 mm, so that inches want 1000/25.4.
    const metres = { suffix: ' m', factor: 0.001, decimals: 3, second: true, secondSuffix: '"' } as const;
    expect(said({ ...metres, secondFactor: 1000 / 25.4 })).toEqual([]);
    expect(said(metres).join()).toMatch(/39.370079/);
  });
});
