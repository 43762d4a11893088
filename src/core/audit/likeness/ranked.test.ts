import { LIKELY, POSSIBLE, surenessOf } from './likely';
import { ranked } from './ranked';

const proposal = (to: string, likeness: number, reasons = ['both say it']) => ({ to, likeness, reasons });

it('puts the best first, and leaves out what nothing speaks for', () => {
  expect(ranked([proposal('B', 0.4), proposal('A', 0.9), proposal('C', 0.95, [])])).toEqual([
    proposal('A', 0.9),
    proposal('B', 0.4),
  ]);
});

it('calls none likely where others are as good, and tells how many', () => {
  const [first, second, third] = ranked([proposal('A', 0.9), proposal('B', 0.89), proposal('C', 0.5)]);
  expect([first.likeness, first.among, second.among, third.among]).toEqual([POSSIBLE, 2, 2, undefined]);
});

it('counts those that are as good beyond the ones that are listed', () => {
  const alike = ranked('ABCDEFGH'.split('').map((to) => proposal(to, 0.45)));
  expect(alike).toHaveLength(5);
  expect(new Set(alike.map(({ among }) => among))).toEqual(new Set([8]));
});

it('tells apart what only comes near, where nearness alone leaves it open', () => {
  const [first, second] = ranked([proposal('A', 0.8), proposal('B', 0.7)], 0.15);
  expect([first.likeness, first.among, second.among]).toEqual([POSSIBLE, undefined, undefined]);
});

it('is as sure of each as one of so many can be', () => {
  expect(surenessOf({ likeness: POSSIBLE })).toBeGreaterThan(0.6);
  expect(surenessOf({ likeness: POSSIBLE, among: 2 })).toBe(0.5);
  expect(surenessOf({ likeness: LIKELY, among: 8 })).toBe(1 / 8);
  expect(surenessOf({ likeness: 0, among: 2 })).toBe(0);
});
