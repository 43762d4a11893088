import fc from 'fast-check';
import { movedBy, orientedBox, overlapOf, wayOutOf } from './oriented-box';
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
