import {
  blankLettering,
  formatStroke,
  HEIGHT_SERIES_MM,
  letteringSchema,
  modelHeight,
  paperHeight,
  penFor,
  SHEET_SIZES_MM,
  STROKE_SHARES,
  tooSmallOn,
} from './lettering';
import { REDUCTIONS, reductions } from './scales';

describe('lettering', () => {
  it('has the published heights, about √2 apart', () => {
    // source: ISO 3098-1, from memory
    expect(HEIGHT_SERIES_MM).toEqual([1.8, 2.5, 3.5, 5, 7, 10, 14, 20]);
    for (let i = 1; i < HEIGHT_SERIES_MM.length; i++)
      expect(HEIGHT_SERIES_MM[i] / HEIGHT_SERIES_MM[i - 1]).toBeCloseTo(Math.SQRT2, 1);
    expect(blankLettering().heightsMm).toEqual(HEIGHT_SERIES_MM);
  });

  it('has the published strokes', () => {
    // source: ISO 3098, from memory: type A h/14, type B h/10
    expect(2.5 * STROKE_SHARES.B).toBeCloseTo(0.25);
    expect(7 * STROKE_SHARES.A).toBeCloseTo(0.5);
    expect(penFor(2.5, [0.13, 0.18, 0.25, 0.35, 0.5, 0.7])).toBe(0.25);
    expect(penFor(5, [0.13, 0.18, 0.25, 0.35, 0.5, 0.7], 'A')).toBe(0.35);
    expect(formatStroke(0.25, 2.5)).toBe('h/10');
    expect(formatStroke(0.35, 2.5)).toBe('h/7.14');
  });

  it('brings paper to model and back', () => {
    // common practice, no source
    expect(modelHeight(2.5, 100)).toBe(250);
    expect(modelHeight(2, 100)).toBe(200);
    expect(modelHeight(2, 20)).toBe(40);
    expect(modelHeight(2.5, 20)).toBe(50);
    expect(modelHeight(2.5, 100, 1000)).toBe(0.25);
    expect(paperHeight(250, 100)).toBe(2.5);
    expect(paperHeight(modelHeight(3.5, 48, 25.4), 48, 25.4)).toBeCloseTo(3.5, 12);
  });

  it('says on which sheets a height is too small', () => {
    // common practice: smallest text 2 mm on an A3 sheet, 1.5 mm at the very least
    const lettering = blankLettering();
    expect(lettering.smallestMm.A3).toBe(2);
    expect(tooSmallOn(lettering, 1.8)).toEqual(['A0', 'A1', 'A2', 'A3']);
    expect(tooSmallOn(lettering, 2.5)).toEqual([]);
  });

  it('has the published sheets: each half of the one before', () => {
    // source: ISO 216 / ISO 5457, from memory
    expect(SHEET_SIZES_MM).toEqual({
      A0: [1189, 841],
      A1: [841, 594],
      A2: [594, 420],
      A3: [420, 297],
      A4: [297, 210],
    });
    const sizes = Object.values(SHEET_SIZES_MM);
    for (let i = 1; i < sizes.length; i++) expect(sizes[i][0]).toBe(sizes[i - 1][1]);
  });

  it('refuses what cannot be', () => {
    const faults = (data: unknown): string[] =>
      (letteringSchema.safeParse(data).error?.issues ?? []).map(
        (issue) => `${issue.path.join('.')}: ${issue.message}`,
      );
    expect(faults({ heightsMm: [2.5, 2.5] })).toEqual(['heightsMm.1: heights rise from one to the next']);
    expect(faults({ styles: [{ name: 'A', heightMm: 3 }] })).toEqual([
      'styles.0.heightMm: 3 mm is not among the permitted heights',
    ]);
    expect(
      faults({
        styles: [
          { name: 'A', heightMm: 5 },
          { name: 'a', heightMm: 5 },
        ],
      }),
    ).toEqual(['styles.1.name: “a” is there twice']);
    expect(faults({ styles: [{ name: 'A', heightMm: 5, lineSpacing: 0.5 }] })[0]).toContain(
      'lines would run into each other',
    );
  });

  it('is worked out at the published scales', () => {
    // source: ISO 5455, from memory: reductions 1: 2 5 10 20 50 100 200 500 1000 2000 5000 10000, and 1:1
    expect(REDUCTIONS).toEqual([1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000]);
    expect(reductions(20, 200)).toEqual([20, 50, 100, 200]);
    for (const scale of REDUCTIONS) expect(paperHeight(modelHeight(2.5, scale), scale)).toBeCloseTo(2.5, 12);
  });
});
