import type { Box } from './box';

/** The stretch of a line x + t·dx, y + t·dy inside a box (Liang and Barsky); null when it passes by. */
export function cutLine(
  x: number,
  y: number,
  dx: number,
  dy: number,
  least: number,
  box: Box,
): [number, number] | null {
  let from = least;
  let to = Infinity;
  for (const [at, step, low, high] of [
    [x, dx, box.minX, box.maxX],
    [y, dy, box.minY, box.maxY],
  ]) {
    if (step === 0) {
      if (at < low || at > high) return null;
      continue;
    }
    const [a, b] = [(low - at) / step, (high - at) / step];
    from = Math.max(from, Math.min(a, b));
    to = Math.min(to, Math.max(a, b));
  }
  return from < to && Number.isFinite(from) && Number.isFinite(to) ? [from, to] : null;
}
