import { IDENTITY, type Transform } from './transform';

/**
 * An affine map of space by rows: x' = m0·x + m1·y + m2·z + m3, y' = m4·x + … , z' = m8·x + …
 * Objects are decoded in space and drawn in plan: seen along the z axis.
 */
export type Space = readonly [
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
];

export type Point3 = readonly [number, number, number];

export const IDENTITY_SPACE: Space = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];

/** First `inner`, then `outer`. */
export function composeSpace(outer: Space, inner: Space): Space {
  if (inner === IDENTITY_SPACE) return outer;
  if (outer === IDENTITY_SPACE) return inner;
  const result = new Array<number>(12);
  for (let row = 0; row < 12; row += 4) {
    const [a, b, c] = [outer[row], outer[row + 1], outer[row + 2]];
    for (let column = 0; column < 4; column++)
      result[row + column] = a * inner[column] + b * inner[column + 4] + c * inner[column + 8];
    result[row + 3] += outer[row + 3];
  }
  return result as unknown as Space;
}

export const moved = (x: number, y: number, z = 0): Space =>
  x === 0 && y === 0 && z === 0 ? IDENTITY_SPACE : [1, 0, 0, x, 0, 1, 0, y, 0, 0, 1, z];

/** How the plane z = 0 of a space is seen in plan. */
export const planOf = (m: Space): Transform =>
  m === IDENTITY_SPACE ? IDENTITY : [m[0], m[4], m[1], m[5], m[3], m[7]];

/** A space whose x and y axes and origin are given, its z axis square to both. */
export function spaceOfAxes(u: Point3, v: Point3, origin: Point3): Space {
  const n = cross(u, v);
  return [u[0], v[0], n[0], origin[0], u[1], v[1], n[1], origin[1], u[2], v[2], n[2], origin[2]];
}

export const applySpace = (m: Space, [x, y, z]: Point3): [number, number, number] => [
  m[0] * x + m[1] * y + m[2] * z + m[3],
  m[4] * x + m[5] * y + m[6] * z + m[7],
  m[8] * x + m[9] * y + m[10] * z + m[11],
];

export const cross = (a: Point3, b: Point3): [number, number, number] => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

export function unit(v: Point3): [number, number, number] {
  const length = Math.hypot(v[0], v[1], v[2]) || 1;
  return [v[0] / length, v[1] / length, v[2] / length];
}

/**
 * From an object's own coordinate system to the drawing's. The system's axes follow from its normal by the rule that
 * the exchange format publishes: the x axis is the world's y (or z) axis crossed with the normal, y when the normal is
 * within 1/64 of the world's z axis.
 * @param normal extrusion direction; need not have length 1
 */
export function objectSpace(normal: Point3): Space {
  const length = Math.hypot(...normal);
  if (!(length > 0) || !Number.isFinite(length)) return IDENTITY_SPACE;
  const n = unit(normal);
  if (n[0] === 0 && n[1] === 0 && n[2] > 0) return IDENTITY_SPACE;
  const near = Math.abs(n[0]) < 1 / 64 && Math.abs(n[1]) < 1 / 64;
  const x = unit(near ? cross([0, 1, 0], n) : cross([0, 0, 1], n));
  const y = unit(cross(n, x));
  return [x[0], y[0], n[0], 0, x[1], y[1], n[1], 0, x[2], y[2], n[2], 0];
}
