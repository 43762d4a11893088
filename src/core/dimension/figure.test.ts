import fc from 'fast-check';
import { anyDimension } from '../../../tests/any-dimension';
import { type DimensionValues, PLAIN_DIMENSION } from '../standard/dimension-settings';
import {
  angleFigure,
  arcFigure,
  diameterFigure,
  type FigurePart,
  fitting,
  joggedFigure,
  leaderFigure,
  linearFigure,
  radiusFigure,
} from './figure';

const LETTERING = { face: 'stroke', widthFactor: 1 } as const;
const style = (values: Partial<DimensionValues> = {}): DimensionValues => ({ ...PLAIN_DIMENSION, ...values });

/** A level dimension of 40 mm, its line 10 mm above the object. */
const level = (values: Partial<DimensionValues> = {}, length = 40): FigurePart[] =>
  linearFigure(style(values), LETTERING, [0, 0], [length, 0], 0, 10, length);
const lines = (parts: readonly FigurePart[], setting: string): number[][] =>
  parts.flatMap((part) =>
    part.kind === 'line' && part.setting === setting
      ? [part.points.map((one) => Math.round(one * 1e6) / 1e6 || 0)]
      : [],
  );
const words = (parts: readonly FigurePart[]): string[] =>
  parts.flatMap((part) => (part.kind === 'text' ? [part.text] : []));

describe('the figure of a dimension', () => {
  it('keeps the gap at the object and the overrun past its line', () => {
    const parts = level({ extensionOffsetMm: 1.5, extensionOverrunMm: 2 });
    expect(lines(parts, 'extensionOffsetMm')).toEqual([
      [0, 1.5, 0, 10],
      [40, 1.5, 40, 10],
    ]);
    expect(lines(parts, 'extensionOverrunMm')).toEqual([
      [0, 10, 0, 12],
      [40, 10, 40, 12],
    ]);
  });

  it('keeps extension lines of a fixed length, whatever the distance', () => {
    // common practice: extension lines of a fixed 3 mm
    const parts = level({ extensionFixed: true, extensionLengthMm: 3 });
    expect(lines(parts, 'extensionLengthMm')).toEqual([
      [0, 7, 0, 10],
      [40, 7, 40, 10],
    ]);
  });

  it('lets the line end under its arrows, and run on past slashes', () => {
    const ends = (parts: FigurePart[]): number[] => {
      const xs = lines(parts, 'linePenMm').flatMap((points) => points.filter((_, i) => i % 2 === 0));
      return [Math.min(...xs), Math.max(...xs)];
    };
    expect(ends(level({ lineOverrunMm: 2 }))).toEqual([2.5, 37.5]);
    expect(ends(level({ terminator1: 'slash', terminator2: 'slash', lineOverrunMm: 2 }))).toEqual([-2, 42]);
  });

  it('breaks its line for text in the line, and only then', () => {
    const [first, second] = lines(level({ textAcross: 'in the line' }), 'linePenMm');
    expect(second[0]).toBeGreaterThan(first[2]);
    const [left, right] = lines(level(), 'linePenMm');
    expect(left[2]).toBe(right[0]);
  });

  it('leaves out what is suppressed', () => {
    const parts = level({ hideExtension1: true, hideLine2: true });
    expect(lines(parts, 'extensionOffsetMm')).toEqual([[40, 1, 40, 10]]);
    expect(lines(parts, 'linePenMm')).toEqual([[2.5, 10, 20, 10]]);
    expect(parts.some(({ setting }) => setting === 'terminator2')).toBe(false);
  });

  it('is read from the right when it is plumb, from the bottom else', () => {
    const angle = (deg: number): number | undefined => {
      const parts = linearFigure(style(), LETTERING, [0, 0], [0, 40], deg, 10, 40);
      const text = parts.find((part) => part.kind === 'text');
      return text?.kind === 'text' ? text.angleDeg : undefined;
    };
    expect(angle(90)).toBe(90);
    expect(angle(-90)).toBe(-90 + 180);
    expect(angle(180)).toBe(0);
  });

  it.each<[DimensionValues['whenShort'], number, boolean, boolean]>([
    // 12 mm of text and two arrows of 2.5 mm with 0.8 mm on either side of the text need 18.6 mm.
    ['whichever fits', 20, false, false],
    ['whichever fits', 15, false, true],
    ['whichever fits', 8, true, false],
    ['whichever fits', 3, true, true],
    ['terminators first', 15, false, true],
    ['text first', 15, true, false],
    ['text and terminators', 15, true, true],
  ])('with %s and %d mm of space', (whenShort, length, textOut, terminatorsOut) => {
    expect(fitting(style({ whenShort }), length, 12)).toEqual({ textOut, terminatorsOut });
  });

  it('says a radius with its sign, and draws its centre as the style asks', () => {
    const radius = (values: Partial<DimensionValues>): FigurePart[] =>
      radiusFigure(style({ lineBetween: false, ...values }), LETTERING, [0, 0], 20, 30, 20);
    expect(words(radius({}))).toEqual(['R20']);
    expect(lines(radius({ centreMark: 'none' }), 'centreMark')).toEqual([]);
    expect(lines(radius({ centreMark: 'mark', centreSizeMm: 2 }), 'centreMark')).toEqual([
      [-2, 0, 2, 0],
      [0, -2, 0, 2],
    ]);
    expect(lines(radius({ centreMark: 'lines' }), 'centreSizeMm')).toHaveLength(4);
  });

  it('says an angle, and what a leader says', () => {
    expect(words(angleFigure(style(), LETTERING, [0, 0], 20, 0, 60, 10))).toEqual(['60°']);
    const leader = leaderFigure(style({ leaderTerminator: 'dot' }), LETTERING, [0, 0], [10, 10], 'Bollard');
    expect(words(leader)).toEqual(['Bollard']);
    expect(leader.some((part) => part.kind === 'arc' && part.full)).toBe(true);
  });

  it('is drawn with numbers that can be drawn, whatever the style', () => {
    const numbers = (part: FigurePart): readonly number[] =>
      part.kind === 'arc'
        ? [...part.centre, part.radius, part.fromDeg, part.toDeg]
        : part.kind === 'text'
          ? [...part.at, part.heightMm, part.angleDeg]
          : part.points;
    fc.assert(
      fc.property(
        anyDimension,
        fc.integer({ min: 1, max: 90 }),
        fc.integer({ min: -180, max: 180 }),
        (v, size, angle) => {
          const parts = [
            ...linearFigure(v, LETTERING, [0, 0], [size, 3], angle, 10, size),
            ...radiusFigure(v, LETTERING, [0, 0], size, angle, size),
            ...diameterFigure(v, LETTERING, [0, 0], size, angle, size),
            ...angleFigure(v, LETTERING, [0, 0], size, 0, 50, size / 2),
            ...arcFigure(v, LETTERING, [0, 0], size, 10, 100, 5, size),
            ...joggedFigure(v, LETTERING, [0, 0], [size, size], size),
            ...leaderFigure(v, LETTERING, [0, 0], [size, size], 'Note'),
          ];
          expect(parts.length).toBeGreaterThan(3);
          for (const part of parts)
            for (const value of numbers(part)) expect(Number.isFinite(value)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is jogged as high and as steep as the style says', () => {
    const parts = joggedFigure(
      style({ jogAngleDeg: 45, jogHeight: 2, textHeightMm: 2.5 }),
      LETTERING,
      [0, 0],
      [40, 0],
      900,
    );
    const [[x0, y0, x1, y1]] = lines(parts, 'jogAngleDeg');
    // Two heights of 2.5 mm, at 45°: as far along as across.
    expect(Math.abs(y1 - y0)).toBeCloseTo(5);
    expect(Math.abs(x1 - x0)).toBeCloseTo(5);
  });

  it('puts the sign of an arc’s length where the style says', () => {
    const arc = (arcSymbol: DimensionValues['arcSymbol']): FigurePart[] =>
      arcFigure(style({ arcSymbol }), LETTERING, [0, 0], 20, 40, 140, 5, 35);
    expect(words(arc('before the text'))).toEqual(['⌒35']);
    expect(words(arc('none'))).toEqual(['35']);
    expect(arc('above the text').some(({ setting }) => setting === 'arcSymbol')).toBe(true);
  });
});

describe('lines under the value', () => {
  const text = { main: '40', stack: null, second: '', below: ['TYP', '', 'A.F.F.'] } as const;
  const parts = linearFigure(style(), LETTERING, [0, 0], [40, 0], 0, 10, 40, { text });
  const placed = parts.flatMap((part) => (part.kind === 'text' ? [[part.text, part.middle!] as const] : []));

  it('stand under each other in the middle, at single spacing, over the line with the last of them', () => {
    const { textHeightMm: h, textOffsetMm: gap } = style();
    expect(placed.map(([words]) => words)).toEqual(['40', 'TYP', 'A.F.F.']);
    for (const [, [x]] of placed) expect(x).toBeCloseTo(20, 9);
    // Closed form: three steps of 5/3 of the height over the last base line, which lies the gap over the line.
    const last = 10 + gap + h / 2;
    expect(placed.map(([, [, y]]) => y)).toEqual([
      expect.closeTo(last + 5 * h, 9),
      expect.closeTo(last + (10 / 3) * h, 9),
      expect.closeTo(last, 9),
    ]);
  });
});
