import { fuzz } from '../fuzz';

it('120 damaged drawings each end in a result or a message', () => {
  const { read, refused } = fuzz(120);
  expect(read + refused).toBe(120);
  expect(Math.min(read, refused)).toBeGreaterThan(5);
});
