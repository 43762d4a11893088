/** A plane transform: x' = a·x + c·y + e, y' = b·x + d·y + f. */
export type Transform = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export const IDENTITY: Transform = [1, 0, 0, 1, 0, 0];

/** First `inner`, then `outer`. */
export function compose(outer: Transform, inner: Transform): Transform {
  const [a, b, c, d, e, f] = outer;
  const [g, h, i, j, k, l] = inner;
  return [a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * l + e, b * k + d * l + f];
}

export const translation = (x: number, y: number): Transform => [1, 0, 0, 1, x, y];
export const scaling = (x: number, y: number): Transform => [x, 0, 0, y, 0, 0];

export function rotation(angleRad: number): Transform {
  const cos = Math.cos(angleRad);
  const sin = Math.sin(angleRad);
  return [cos, sin, -sin, cos, 0, 0];
}

export const applyX = (t: Transform, x: number, y: number): number => t[0] * x + t[2] * y + t[4];
export const applyY = (t: Transform, x: number, y: number): number => t[1] * x + t[3] * y + t[5];

/** Factor by which lengths grow: the square root of the area factor. */
export const scaleOf = (t: Transform): number => Math.sqrt(Math.abs(t[0] * t[3] - t[1] * t[2]));

/** Points x, y, x, y … through a transform. */
export function applyToPoints(t: Transform, points: readonly number[]): readonly number[] {
  if (t === IDENTITY) return points;
  const moved: number[] = [];
  for (let i = 0; i + 1 < points.length; i += 2)
    moved.push(applyX(t, points[i], points[i + 1]), applyY(t, points[i], points[i + 1]));
  return moved;
}

/** The way back; null for a transform that flattens. */
export function inverseOf([a, b, c, d, e, f]: Transform): Transform | null {
  const det = a * d - b * c;
  if (!Number.isFinite(det) || det === 0) return null;
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}
