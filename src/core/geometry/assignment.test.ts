import fc from 'fast-check';
import { cheapestPlaces } from './assignment';
import { meetingOf } from './crossings';

const total = (cost: readonly (readonly number[])[], places: readonly number[]): number =>
  places.reduce((sum, place, thing) => sum + cost[thing][place], 0);

/** Every order of n places. */
function* orders(n: number, taken: readonly number[] = []): Generator<readonly number[]> {
  if (taken.length === n) yield taken;
  else for (let i = 0; i < n; i++) if (!taken.includes(i)) yield* orders(n, [...taken, i]);
}

describe('things given to places', () => {
  it('cost as little as any order does', () => {
    const costs = fc.integer({ min: 1, max: 6 }).chain((n) =>
      fc.array(fc.array(fc.integer({ min: -50, max: 50 }), { minLength: n, maxLength: n }), {
        minLength: n,
        maxLength: n,
      }),
    );
    fc.assert(
      fc.property(costs, (cost) => {
        const places = cheapestPlaces(cost);
        expect([...places].sort()).toEqual(cost.map((_, i) => i).sort());
        const least = Math.min(...[...orders(cost.length)].map((order) => total(cost, order)));
        expect(total(cost, places)).toBe(least);
      }),
      { numRuns: 200 },
    );
  });

  it('never cross where the cost is their distance', () => {
    const point = fc.tuple(fc.integer({ min: 0, max: 1000 }), fc.integer({ min: 0, max: 1000 }));
    fc.assert(
      fc.property(fc.uniqueArray(point, { minLength: 2, maxLength: 20, selector: String }), (tips) => {
        const slots = tips.map((_, i): [number, number] => [1200, i * 37]);
        const places = cheapestPlaces(
          tips.map(([x, y]) => slots.map(([sx, sy]) => Math.hypot(sx - x, sy - y))),
        );
        for (let i = 0; i < tips.length; i++)
          for (let k = 0; k < i; k++)
            expect(meetingOf(...tips[i], ...slots[places[i]], ...tips[k], ...slots[places[k]])).not.toBe(
              'cross',
            );
      }),
      { numRuns: 100 },
    );
  });
});
