import { orient2d } from 'robust-predicates';

/**
 * The convex hull of points given as x, y, x, y …, counter-clockwise, by Andrew's monotone chain. Whether three points
 * turn is decided exactly, so that points far from the origin are no worse than near ones.
 */
export function convexHull(points: ArrayLike<number>): number[] {
  const order: number[] = [];
  for (let i = 0; i + 1 < points.length; i += 2)
    if (Number.isFinite(points[i]) && Number.isFinite(points[i + 1])) order.push(i);
  order.sort((a, b) => points[a] - points[b] || points[a + 1] - points[b + 1]);
  if (order.length < 3) return order.flatMap((i) => [points[i], points[i + 1]]);
  const half = (sequence: readonly number[]): number[] => {
    const chain: number[] = [];
    for (const next of sequence) {
      while (chain.length >= 2) {
        const [a, b] = [chain[chain.length - 2], chain[chain.length - 1]];
        // Positive where a, b, next turn clockwise (Shewchuk's predicate, y upwards).
        const turn = orient2d(
          points[a],
          points[a + 1],
          points[b],
          points[b + 1],
          points[next],
          points[next + 1],
        );
        if (turn < 0) break;
        chain.pop();
      }
      chain.push(next);
    }
    chain.pop();
    return chain;
  };
  return [...half(order), ...half([...order].reverse())].flatMap((i) => [points[i], points[i + 1]]);
}
