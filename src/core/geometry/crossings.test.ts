import fc from 'fast-check';
import { convexHull } from './convex-hull';
import { meetingOf, meetingPoint } from './crossings';
import { orientedBox, overlapOf } from './oriented-box';
import { compose, rotation, translation } from './transform';

const meet = (a: readonly number[], b: readonly number[]) =>
  meetingOf(a[0], a[1], a[2], a[3], b[0], b[1], b[2], b[3]);
const at = (a: readonly number[], b: readonly number[]) =>
  meetingPoint(a[0], a[1], a[2], a[3], b[0], b[1], b[2], b[3]);

describe('two straight pieces', () => {
  it.each([
    ['cross', [0, 0, 10, 10], [0, 10, 10, 0], [5, 5]],
    ['touch', [0, 0, 10, 0], [5, 0, 5, 9], [5, 0]],
    ['touch', [0, 0, 10, 0], [10, 0, 20, 5], [10, 0]],
    ['touch', [0, 0, 10, 0], [10, 0, 20, 0], [10, 0]],
    ['overlap', [0, 0, 10, 0], [4, 0, 20, 0], [7, 0]],
    ['overlap', [0, 0, 0, 10], [0, 8, 0, 2], [0, 5]],
    ['touch', [5, 5, 5, 5], [0, 0, 10, 10], [5, 5]],
  ] as const)('%s: %j and %j at %j', (how, a, b, point) => {
    expect(meet(a, b)).toBe(how);
    expect(at(a, b)).toEqual(point);
    expect(meet(b, a)).toBe(how);
  });

  it.each([
    [
      [0, 0, 10, 0],
      [0, 1, 10, 1],
    ],
    [
      [0, 0, 10, 0],
      [11, 0, 20, 0],
    ],
    [
      [0, 0, 10, 0],
      [5, 0.000001, 5, 9],
    ],
    [
      [0, 0, 1, 1],
      [3, 0, 0, 3.1],
    ],
  ])('do not meet: %j and %j', (a, b) => {
    expect(meet(a, b)).toBeNull();
  });

  it('millions of units from the origin meet as near it', () => {
    const far = 4_500_000;
    const shift = (piece: readonly number[]) =>
      piece.map((value, i) => value + (i % 2 === 0 ? far : 2 * far));
    expect(meet(shift([0, 0, 10, 10]), shift([0, 10, 10, 0]))).toBe('cross');
    expect(meet(shift([0, 0, 10, 0]), shift([5, 0, 5, 9]))).toBe('touch');
    // The end lies half a millionth over the line: what doubles can hold there, and no more.
    expect(meet(shift([0, 0, 10, 0]), shift([5, 2 ** -20, 5, 9]))).toBeNull();
    expect(at(shift([0, 0, 10, 10]), shift([0, 10, 10, 0]))).toEqual([far + 5, 2 * far + 5]);
  });

  it('that cross do so in a point that lies on both, to 4 units in the last place', () => {
    const side = fc.double({ min: -1000, max: 1000, noNaN: true });
    fc.assert(
      fc.property(fc.array(side, { minLength: 8, maxLength: 8 }), (c) => {
        const [a, b] = [c.slice(0, 4), c.slice(4)];
        const turn = Math.abs((a[2] - a[0]) * (b[3] - b[1]) - (a[3] - a[1]) * (b[2] - b[0]));
        const lengths = Math.hypot(a[2] - a[0], a[3] - a[1]) * Math.hypot(b[2] - b[0], b[3] - b[1]);
        fc.pre(meet(a, b) === 'cross' && turn > 0.05 * lengths);
        const [x, y] = at(a, b);
        for (const [x0, y0, x1, y1] of [a, b]) {
          const off = Math.abs((x1 - x0) * (y - y0) - (y1 - y0) * (x - x0)) / Math.hypot(x1 - x0, y1 - y0);
          expect(off).toBeLessThan(4 * Number.EPSILON * 1000 * 20);
        }
      }),
      { numRuns: 300 },
    );
  });
});

describe('a convex hull', () => {
  it('is a square’s corners, whatever lies in it or on its edges', () => {
    expect(convexHull([0, 0, 5, 5, 10, 0, 10, 10, 0, 10, 5, 0, 3, 7])).toEqual([0, 0, 10, 0, 10, 10, 0, 10]);
    expect(convexHull([1, 1])).toEqual([1, 1]);
    expect(convexHull([0, 0, Number.NaN, 3, 2, 2])).toEqual([0, 0, 2, 2]);
  });

  it('holds every point', () => {
    const coordinate = fc.integer({ min: -50, max: 50 });
    fc.assert(
      fc.property(fc.array(coordinate, { minLength: 8, maxLength: 60 }), (points) => {
        const even = points.slice(0, points.length - (points.length % 2));
        const hull = convexHull(even);
        for (let i = 0; i < even.length; i += 2)
          for (let k = 0; k < hull.length; k += 2) {
            const j = (k + 2) % hull.length;
            const turn =
              (hull[j] - hull[k]) * (even[i + 1] - hull[k + 1]) -
              (hull[j + 1] - hull[k + 1]) * (even[i] - hull[k]);
            expect(turn).toBeGreaterThanOrEqual(0);
          }
      }),
      { numRuns: 200 },
    );
  });
});

describe('boxes that are turned', () => {
  const unit = { minX: 0, minY: 0, maxX: 2, maxY: 1 };
  const turned = (degrees: number, x: number, y: number) =>
    orientedBox(unit, compose(translation(x, y), rotation((degrees * Math.PI) / 180)));

  it('overlap by the shortest way out', () => {
    expect(overlapOf(turned(0, 0, 0), turned(0, 1.75, 0))).toBeCloseTo(0.25, 12);
    expect(overlapOf(turned(0, 0, 0), turned(0, 0, 0.9))).toBeCloseTo(0.1, 12);
    expect(overlapOf(turned(0, 0, 0), turned(0, 2.5, 0))).toBeLessThan(0);
  });
  it('that only their upright boxes share are clear of each other', () => {
    // Two labels at 45° side by side: their upright boxes overlap, they do not.
    expect(overlapOf(turned(45, 0, 0), turned(45, 1.6, 0))).toBeLessThan(0);
    expect(overlapOf(turned(45, 0, 0), turned(45, 1.2, 0))).toBeGreaterThan(0);
  });
});
