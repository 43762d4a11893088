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

/**
 * Plane transform from an object's own coordinate system to the drawing's, seen from above.
 * The system's axes follow from its normal by the rule that the exchange format publishes: the x axis is the
 * world's y (or z) axis crossed with the normal, y when the normal is within 1/64 of the world's z axis.
 * @param normal extrusion direction; need not have length 1
 * @param elevation z of the object in its own system
 */
export function objectSystem(normal: readonly [number, number, number], elevation: number): Transform {
  const length = Math.hypot(...normal);
  if (!(length > 0) || !Number.isFinite(length)) return IDENTITY;
  const [x, y, z] = normal.map((part) => part / length);
  if (x === 0 && y === 0 && z > 0) return IDENTITY;
  const near = Math.abs(x) < 1 / 64 && Math.abs(y) < 1 / 64;
  const axisX = unit(near ? [z, 0, -x] : [-y, x, 0]);
  const axisY = unit([y * axisX[2] - z * axisX[1], z * axisX[0] - x * axisX[2], x * axisX[1] - y * axisX[0]]);
  return [axisX[0], axisX[1], axisY[0], axisY[1], x * elevation, y * elevation];
}

function unit(v: readonly [number, number, number]): [number, number, number] {
  const length = Math.hypot(...v) || 1;
  return [v[0] / length, v[1] / length, v[2] / length];
}
