import { mapX, mapY, mapZ, type PlaneMap, turnedNormal } from '../../../geometry/similarity';
import type { TagReader } from '../../tag-reader';
import type { TagIndex } from '../../tags';
import type { NumberEdits } from './number-edits';
import type { Role, Roles } from './roles';

const DEGREES = 180 / Math.PI;
/** Codes of the y and the z of a point, behind that of its x. */
const Y_AFTER = 10;
const Z_AFTER = 20;

/** Writes what a map makes of the values of tags. */
export class TagMapper {
  private readonly tags: TagIndex;

  constructor(
    private readonly reader: TagReader,
    private readonly numbers: NumberEdits,
    readonly world: PlaneMap,
  ) {
    this.tags = reader.document.tags;
  }

  /** The same with another map. */
  with(world: PlaneMap): TagMapper {
    return new TagMapper(this.reader, this.numbers, world);
  }

  /** Maps the tags of a range by their roles. Application groups are passed over. */
  range(start: number, end: number, roles: Roles, own: PlaneMap): void {
    const { codes } = this.tags;
    for (let tag = start; tag < end; tag++) {
      const role = roles[codes[tag]];
      if (role !== undefined) this.tag(tag, role, own);
    }
  }

  tag(tag: number, role: Role, own: PlaneMap): void {
    const { world } = this;
    switch (role) {
      case 'world point':
        this.point(tag, world);
        return;
      case 'own point':
        this.point(tag, own);
        return;
      case 'world offset':
        this.offset(tag, world);
        return;
      case 'own offset':
        this.offset(tag, own);
        return;
      case 'direction':
        this.direction(tag);
        return;
      case 'own height':
        this.set(tag, (z) => mapZ(own, z));
        return;
      case 'length':
        this.set(tag, (length) => length * world.factor);
        return;
      case 'angle':
        this.turn(tag, own.turnRad * DEGREES, 360);
        return;
      case 'opposite angle':
        this.turn(tag, -own.turnRad * DEGREES, 360);
        return;
      case 'angle in radians':
        this.turn(tag, own.turnRad, 2 * Math.PI);
    }
  }

  /** A point whose x is held by a tag. */
  point(tag: number, map: PlaneMap): void {
    const [x, y] = [this.number(tag), this.partOf(tag, Y_AFTER)];
    this.give(tag, mapX(map, x, y), x);
    const yTag = this.tagOf(tag, Y_AFTER);
    if (yTag >= 0) this.give(yTag, mapY(map, x, y), y);
    const zTag = this.tagOf(tag, Z_AFTER);
    if (zTag >= 0) this.set(zTag, (z) => mapZ(map, z));
  }

  offset(tag: number, map: PlaneMap): void {
    const { factor } = map;
    this.pair(tag, map, factor);
    const zTag = this.tagOf(tag, Z_AFTER);
    if (zTag >= 0) this.set(zTag, (z) => z * factor);
  }

  direction(tag: number): void {
    this.pair(tag, this.world, 1);
  }

  normal(tag: number): void {
    const [x, y] = [this.number(tag), this.partOf(tag, Y_AFTER)];
    const [nx, ny] = turnedNormal(this.world, [x, y, 0]);
    this.give(tag, nx, x);
    const yTag = this.tagOf(tag, Y_AFTER);
    if (yTag >= 0) this.give(yTag, ny, y);
  }

  /** x and y turned, and scaled by a factor. */
  private pair(tag: number, { cos, sin }: PlaneMap, factor: number): void {
    const [x, y] = [this.number(tag), this.partOf(tag, Y_AFTER)];
    this.give(tag, factor * (cos * x - sin * y), x);
    const yTag = this.tagOf(tag, Y_AFTER);
    if (yTag >= 0) this.give(yTag, factor * (sin * x + cos * y), y);
  }

  set(tag: number, change: (value: number) => number): void {
    const before = this.reader.number(tag);
    if (Number.isFinite(before)) this.give(tag, change(before), before);
  }

  /** Adds to an angle, and keeps it within one turn. */
  turn(tag: number, by: number, whole: number): void {
    if (by === 0) return;
    this.set(tag, (angle) => (((angle + by) % whole) + whole) % whole);
  }

  private give(tag: number, value: number, before: number): void {
    this.numbers.set(tag, value, before);
  }

  private number(tag: number): number {
    const value = this.reader.number(tag);
    return Number.isFinite(value) ? value : 0;
  }

  /** The tag of a point's y or z: it follows its x at once. */
  private tagOf(tag: number, after: typeof Y_AFTER | typeof Z_AFTER): number {
    const { codes, count } = this.tags;
    for (let next = tag + 1; next <= tag + 2 && next < count; next++)
      if (codes[next] === codes[tag] + after) return next;
    return -1;
  }

  private partOf(tag: number, after: typeof Y_AFTER): number {
    const at = this.tagOf(tag, after);
    return at < 0 ? 0 : this.number(at);
  }
}
