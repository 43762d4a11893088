import { measure, sendersNames } from './measure';

// What is proposed for names of senders, held against what a drafter would pick: see docs/crosswalk.md for what is measured.

const names = sendersNames();

it('has names of five habits in four languages, of which some are nothing of the office’s', () => {
  expect(names.length).toBeGreaterThanOrEqual(400);
  expect(new Set(names.map(({ habit }) => habit)).size).toBe(5);
  expect(names.filter(({ layers }) => layers.length === 0).length).toBeGreaterThan(15);
});

it('is right at first for at least 85 of 100, and among three for 95', () => {
  const { first, amongThree } = measure(names);
  expect(first).toBeGreaterThanOrEqual(0.85);
  expect(amongThree).toBeGreaterThanOrEqual(0.95);
});

it('is as often right as it is sure, to within 5 of 100', () => {
  expect(measure(names).error).toBeLessThan(0.05);
});
