import { objectSpace, type Point3, type Space, unit } from './space';

/** A map that scales alike in all directions, turns about the z axis and moves. */
export interface Similarity {
  /** Above 0. */
  readonly factor: number;
  readonly turnRad: number;
  /** Where the origin comes to lie. */
  readonly to: Point3;
}

/**
 * A similarity as it acts on coordinates of one system: (x, y) are scaled, turned and moved among themselves, z is scaled
 * and moved. So it does in an object's own system too, because the system turns along with its object.
 */
export interface PlaneMap {
  readonly factor: number;
  readonly turnRad: number;
  readonly cos: number;
  readonly sin: number;
  readonly to: Point3;
}

/** What moves one point onto another, scaled and turned about it. */
export function similarityAbout(from: Point3, to: Point3, factor: number, turnRad: number): Similarity {
  const [cos, sin] = exactTurn(turnRad);
  return {
    factor,
    turnRad,
    to: [
      to[0] - factor * (cos * from[0] - sin * from[1]),
      to[1] - factor * (sin * from[0] + cos * from[1]),
      to[2] - factor * from[2],
    ],
  };
}

/** Cosine and sine of an angle: exact for quarter turns, so that what is upright stays so. */
function exactTurn(angleRad: number): readonly [number, number] {
  const quarters = angleRad / (Math.PI / 2);
  const whole = Math.round(quarters);
  if (Math.abs(quarters - whole) > 1e-12) return [Math.cos(angleRad), Math.sin(angleRad)];
  return (
    [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ] as const
  )[((whole % 4) + 4) % 4];
}

export function worldMap({ factor, turnRad, to }: Similarity): PlaneMap {
  const [cos, sin] = exactTurn(turnRad);
  return { factor, turnRad, cos, sin, to };
}

/** A normal as it is after the turn. */
export const turnedNormal = ({ cos, sin }: PlaneMap, [x, y, z]: Point3): Point3 => [
  cos * x - sin * y,
  sin * x + cos * y,
  z,
];

/**
 * The map as it acts on coordinates in an object's own system, whose axes follow from its normal by the rule of
 * {@link objectSpace}: before in the system of its normal, afterwards in that of the turned one.
 */
export function ownMap(world: PlaneMap, normal: Point3): PlaneMap {
  const n = unit(normal);
  if (n[0] === 0 && n[1] === 0 && n[2] > 0) return world;
  const before = objectSpace(n);
  const after = objectSpace(turnedNormal(world, n));
  const axis = (m: Space, column: number): Point3 => [m[column], m[4 + column], m[8 + column]];
  const turned = turnedNormal(world, axis(before, 0));
  const [x, y, z] = [0, 1, 2].map((column) => axis(after, column));
  const turnRad = Math.atan2(dot(turned, y), dot(turned, x));
  const { to } = world;
  const [cos, sin] = exactTurn(turnRad);
  return { factor: world.factor, turnRad, cos, sin, to: [dot(to, x), dot(to, y), dot(to, z)] };
}

const dot = (a: Point3, b: Point3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

export const mapX = ({ factor, cos, sin, to }: PlaneMap, x: number, y: number): number =>
  factor * (cos * x - sin * y) + to[0];
export const mapY = ({ factor, cos, sin, to }: PlaneMap, x: number, y: number): number =>
  factor * (sin * x + cos * y) + to[1];
export const mapZ = ({ factor, to }: PlaneMap, z: number): number => factor * z + to[2];
