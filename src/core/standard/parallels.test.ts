import { areaOf, formatParallels, inOrder, parallelSetSchema, widthOf } from './parallels';

const wall = parallelSetSchema.parse({
  name: 'Wall',
  lines: [{ offsetMm: -50 }, { offsetMm: 100, colour: 3 }, { offsetMm: 0, linetype: 'Axis' }],
});

describe('a set of parallel lines', () => {
  it('is as wide as its outermost lines lie apart, and says its lines', () => {
    expect(widthOf(wall)).toBe(150);
    expect(inOrder(wall).lines.map(({ offsetMm }) => offsetMm)).toEqual([100, 0, -50]);
    expect(formatParallels(inOrder(wall))).toBe('100 mm (colour 3), 0 mm (Axis), -50 mm');
  });

  it('needs two lines, at two places', () => {
    const faults = (offsets: number[]): string[] =>
      (
        parallelSetSchema.safeParse({ ...wall, lines: offsets.map((offsetMm) => ({ offsetMm })) }).error
          ?.issues ?? []
      ).map(({ message }) => message);
    expect(faults([1])).toEqual(['at least two lines are needed']);
    expect(faults([1, 2, 1])).toEqual(['two lines lie at 1 mm']);
    expect(faults([1, 2])).toEqual([]);
  });

  it('encloses a rectangle between open or straight ends', () => {
    expect(areaOf(wall, 10, 60, 0.1)).toEqual([
      [10, 10],
      [60, 10],
      [60, -5],
      [10, -5],
    ]);
  });

  it('reaches out by half its width at a half round end', () => {
    const end = areaOf({ ...wall, endCap: 'round' }, 10, 60, 0.1);
    expect(Math.max(...end.map(([x]) => x))).toBeCloseTo(67.5);
    expect(Math.min(...end.map(([x]) => x))).toBe(10);
    const start = areaOf({ ...wall, startCap: 'round' }, 10, 60, 0.1);
    expect(Math.min(...start.map(([x]) => x))).toBeCloseTo(2.5);
    for (const [x, y] of start) if (x < 10) expect(Math.hypot(x - 10, y - 2.5)).toBeCloseTo(7.5);
  });
});
