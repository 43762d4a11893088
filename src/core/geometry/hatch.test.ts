import fc from 'fast-check';
import { areaOf, hatchPieces, type LineFamily, spacingOf } from './hatch';
import { dashList, layPattern, placesOf } from './pattern';

const family = (angleDeg: number, spacing: number, more: Partial<LineFamily> = {}): LineFamily => {
  const angleRad = (angleDeg * Math.PI) / 180;
  return {
    angleRad,
    baseX: 0,
    baseY: 0,
    offsetX: -Math.sin(angleRad) * spacing,
    offsetY: Math.cos(angleRad) * spacing,
    dashes: [],
    ...more,
  };
};
const square = (size: number, x = 0, y = 0): number[] => [x, y, x + size, y, x + size, y + size, x, y + size];
const lengths = (pieces: Float64Array): number[] =>
  Array.from({ length: pieces.length / 4 }, (_, i) =>
    Math.hypot(pieces[i * 4 + 2] - pieces[i * 4], pieces[i * 4 + 3] - pieces[i * 4 + 1]),
  );
const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);

describe('lines of a fill', () => {
  it('stand their spacing apart, along their angle', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 179, noNaN: true }),
        fc.double({ min: 0.5, max: 9, noNaN: true }),
        (angle, spacing) => {
          const pieces = hatchPieces([square(100)], family(angle, spacing), 10_000)!;
          const across: number[] = [];
          for (let i = 0; i < pieces.length; i += 4) {
            const [dx, dy] = [pieces[i + 2] - pieces[i], pieces[i + 3] - pieces[i + 1]];
            const length = Math.hypot(dx, dy);
            // Parallel to the angle: the cross product with its direction is nothing.
            const rad = (angle * Math.PI) / 180;
            if (length > 1e-6) expect((dx * Math.sin(rad) - dy * Math.cos(rad)) / length).toBeCloseTo(0, 6);
            across.push((pieces[i + 1] * Math.cos(rad) - pieces[i] * Math.sin(rad)) / spacing);
          }
          across.sort((a, b) => a - b);
          for (const value of across) expect(value - Math.round(value)).toBeCloseTo(0, 6);
          for (let i = 1; i < across.length; i++) expect(Math.round(across[i] - across[i - 1])).toBe(1);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('cover the area: the sum of their lengths times the spacing', () => {
    // Closed form: 45° lines over a square of 100 with a hole of 40, spacing 0.1.
    const loops = [square(100), square(40, 30, 30)];
    const pieces = hatchPieces(loops, family(45, 0.1), 100_000)!;
    expect(sum(lengths(pieces)) * 0.1).toBeCloseTo(100 ** 2 - 40 ** 2, 0);
    expect(areaOf(loops)).toBe(100 ** 2 - 40 ** 2);
  });

  it('each have the length of the chord of a circle', () => {
    const circle = Array.from({ length: 2048 }, (_, i) => {
      const angle = (i * 2 * Math.PI) / 2048;
      return [50 * Math.cos(angle), 50 * Math.sin(angle)];
    }).flat();
    const pieces = hatchPieces([circle], family(0, 7), 1000)!;
    expect(pieces.length / 4).toBe(15);
    for (let i = 0; i < pieces.length; i += 4) {
      const y = pieces[i + 1];
      expect(pieces[i + 2] - pieces[i]).toBeCloseTo(2 * Math.sqrt(50 ** 2 - y ** 2), 2);
    }
  });

  it('leave an island within an island filled again', () => {
    const pieces = hatchPieces(
      [square(90), square(50, 20, 20), square(10, 40, 40)],
      family(0, 1, { baseY: 0.5 }),
      10_000,
    )!;
    expect(sum(lengths(pieces))).toBeCloseTo(90 ** 2 - 50 ** 2 + 10 ** 2, 6);
  });

  it('have dashes where base point, shift and period put them', () => {
    // Brick courses: dash 20, gap 5, each line shifted by half a period and 7.5 up (common practice for bond).
    const bond = family(0, 7.5, { offsetX: 12.5, dashes: [20, -5], baseX: 3 });
    expect(spacingOf(bond)).toEqual({ spacing: 7.5, shift: 12.5 });
    const pieces = hatchPieces([square(100, 0, 1)], bond, 1000)!;
    const starts = new Map<number, number[]>();
    for (let i = 0; i < pieces.length; i += 4) {
      const y = Math.round(pieces[i + 1] / 7.5);
      starts.set(y, [...(starts.get(y) ?? []), pieces[i]]);
      expect(pieces[i + 2] - pieces[i]).toBeLessThanOrEqual(20 + 1e-9);
    }
    expect(starts.get(1)!.slice(1)).toEqual([15.5, 40.5, 65.5, 90.5].map((x) => expect.closeTo(x)));
    expect(starts.get(2)!).toEqual([3, 28, 53, 78].map((x) => expect.closeTo(x)));
  });

  it('end in null, not in a hang, when there would be a billion', () => {
    expect(hatchPieces([square(1e6)], family(0, 1e-3), 20_000)).toBeNull();
    expect(hatchPieces([square(1e6)], family(0, 1e3, { dashes: [1e-6, -1e-6] }), 20_000)).toBeNull();
    expect(hatchPieces([square(10)], family(0, 0), 20_000)).toBeNull();
    expect(hatchPieces([square(10)], family(0, Number.NaN), 20_000)).toBeNull();
    expect(
      hatchPieces([[Number.NaN, 0, 1, Number.POSITIVE_INFINITY, 2, 2]], family(0, 1), 20_000),
    ).toHaveLength(0);
  });
});

describe('a line pattern along a line', () => {
  const LONG_DASH_DOT = [12, -3, 0.5, -3]; // source: ISO 128-2, from memory: dash 12 d (short), gap 3 d, dot 0.5 d

  it('fills the line exactly and ends in equal dashes', () => {
    fc.assert(
      fc.property(fc.double({ min: 20, max: 500, noNaN: true }), (length) => {
        const list = dashList(length, LONG_DASH_DOT, 0.5)!;
        expect(sum(list)).toBeCloseTo(length, 6);
        expect(list[0]).toBeCloseTo(list.at(-2)!, 9);
        expect(list[0]).toBeGreaterThanOrEqual(6 - 1e-9);
        // Between the ends nothing is stretched.
        expect(list.slice(1, 4)).toEqual([3, 0.5, 3]);
      }),
    );
  });

  it('is unbroken on a line shorter than one repeat', () => {
    expect(layPattern(18, LONG_DASH_DOT)).toBeNull();
    expect(dashList(18, LONG_DASH_DOT, 0.5)).toBeNull();
    expect(layPattern(18.5, LONG_DASH_DOT)).toEqual({ first: -6, ends: 6, repeats: 1 });
  });

  it('carries its words at the ends of their elements', () => {
    // A service line: dash 12, gap 4 with a word at the end of the dash.
    expect(placesOf(100, [12, -4], 0)).toEqual([8, 24, 40, 56, 72, 88].map((at) => expect.closeTo(at)));
  });
});
