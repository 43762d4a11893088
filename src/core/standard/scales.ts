/** Reductions, 1 : n. Source: ISO 5455, from memory. */
export const REDUCTIONS: readonly number[] = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000];

/** Reductions between two, both included: what a picture is offered at. */
export const reductions = (from: number, to: number): readonly number[] =>
  REDUCTIONS.filter((scale) => scale >= from && scale <= to);
