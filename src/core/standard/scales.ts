/** Reductions, 1 : n. Source: ISO 5455, from memory. */
export const REDUCTIONS: readonly number[] = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000];

/** Reductions between two, both included: what a picture is offered at. */
export const reductions = (from: number, to: number): readonly number[] =>
  REDUCTIONS.filter((scale) => scale >= from && scale <= to);

/** The same with those between that are common on metric sheets: common practice, no source. */
export const METRIC_REDUCTIONS: readonly number[] = [...REDUCTIONS, 25, 250, 1250, 2500, 25000].sort(
  (a, b) => a - b,
);

/** Reductions of feet and inches: 3" = 1' to 1/16" = 1', and 1" = 10' to 1" = 500'. Common practice, no source. */
export const INCH_REDUCTIONS: readonly number[] = [
  1, 2, 4, 8, 12, 16, 24, 32, 48, 64, 96, 128, 192, 120, 240, 360, 480, 600, 720, 1200, 2400, 3600, 6000,
].sort((a, b) => a - b);
