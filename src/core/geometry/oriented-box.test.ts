import fc from 'fast-check';
import { movedBy, orientedBox, overlapOf, runsIn, wayOutOf } from './oriented-box';
import { rotation } from './transform';

const square = (x: number, y: number, size = 10) =>
  orientedBox({ minX: x, minY: y, maxX: x + size, maxY: y + size }, [1, 0, 0, 1, 0, 0]);

describe('ways out of a box', () => {
  it('are the shortest, and none where nothing overlaps', () => {
    // Closed form: squares of 10, of which the second begins 8 to the right and 3 up: 2 to the right parts them.
    const way = wayOutOf(square(0, 0), square(8, 3))!;
    expect(way[0]).toBeCloseTo(2, 12);
    expect(way[1]).toBeCloseTo(0, 12);
    expect(wayOutOf(square(0, 0), square(-1, -9))![1]).toBeCloseTo(-1, 12);
    expect(wayOutOf(square(0, 0), square(10, 0))).toBeNull();
    expect(wayOutOf(square(0, 0), square(11, 0))).toBeNull();
  });

  it('part two boxes at any angle, as deep as they lie in each other', () => {
    const box = fc.record({
      minX: fc.integer({ min: -20, max: 20 }),
      minY: fc.integer({ min: -20, max: 20 }),
      width: fc.integer({ min: 1, max: 20 }),
      height: fc.integer({ min: 1, max: 9 }),
      angle: fc.double({ min: 0, max: 6.2, noNaN: true }),
    });
    fc.assert(
      fc.property(box, box, (a, b) => {
        const [first, second] = [a, b].map(({ minX, minY, width, height, angle }) =>
          orientedBox({ minX, minY, maxX: minX + width, maxY: minY + height }, rotation(angle)),
        );
        const depth = overlapOf(first, second);
        const way = wayOutOf(first, second);
        expect(way !== null).toBe(depth > 0);
        if (!way) return;
        expect(Math.hypot(...way)).toBeCloseTo(depth, 9);
        expect(overlapOf(first, movedBy(second, way))).toBeLessThan(1e-9);
      }),
    );
  });
});

describe('a straight piece in a box', () => {
  const box = [0, 0, 10, 0, 10, 4, 0, 4] as const;
  it.each([
    ['through it', [-5, 2, 15, 2], true],
    ['wholly inside', [2, 1, 3, 3], true],
    ['with one end inside', [5, 2, 5, 40], true],
    ['along an edge', [2, 4, 8, 4], true],
    ['past a corner', [-2, 3, 3, 9], false],
    ['beside it', [0, 5, 10, 5], false],
  ] as const)('%s', (_, [x0, y0, x1, y1], is) => {
    expect(runsIn(x0, y0, x1, y1, box)).toBe(is);
    expect(runsIn(x1, y1, x0, y0, box)).toBe(is);
  });

  it('is the same millions of units from the origin', () => {
    const [dx, dy] = [4_000_000, 7_000_000];
    const far = box.map((value, i) => value + (i % 2 === 0 ? dx : dy)) as unknown as typeof box;
    expect(runsIn(dx - 5, dy + 2, dx + 15, dy + 2, far)).toBe(true);
    expect(runsIn(dx - 2, dy + 3, dx + 3, dy + 9, far)).toBe(false);
  });
});
