import Flatbush from 'flatbush';
import type { Drawing } from '../dxf/drawing';
import { kindOf } from '../dxf/drawing';
import type { ObjectKind } from '../dxf/object-kinds';
import type { Box } from '../geometry/box';

/** The objects of one space, or of one kind in it, by where they are. */
export class SpatialIndex {
  private readonly tree: Flatbush | null;

  constructor(
    private readonly rows: readonly number[],
    boxes: readonly Box[],
  ) {
    this.tree = rows.length > 0 ? new Flatbush(rows.length) : null;
    for (const { minX, minY, maxX, maxY } of boxes) this.tree?.add(minX, minY, maxX, maxY);
    this.tree?.finish();
  }

  get size(): number {
    return this.rows.length;
  }

  /** Rows whose boxes meet a box, in drawing order. */
  within({ minX, minY, maxX, maxY }: Box): number[] {
    const found = this.tree?.search(minX, minY, maxX, maxY) ?? [];
    return found.map((i) => this.rows[i]).sort((a, b) => a - b);
  }

  /** The same of few rows; null where there are more than so many. */
  fewWithin({ minX, minY, maxX, maxY }: Box, most: number): number[] | null {
    const found: number[] = [];
    this.tree?.search(minX, minY, maxX, maxY, (i) => {
      if (found.length <= most) found.push(this.rows[i]);
      return false;
    });
    return found.length > most ? null : found.sort((a, b) => a - b);
  }

  /** Whether something holds for a row whose box meets a box; after the first none is asked. */
  some({ minX, minY, maxX, maxY }: Box, holds: (row: number) => boolean): boolean {
    let found = false;
    this.tree?.search(minX, minY, maxX, maxY, (i) => {
      found ||= holds(this.rows[i]);
      return false;
    });
    return found;
  }

  /** The nearest rows to a point, nearest first. */
  near(x: number, y: number, most: number, farthest = Number.POSITIVE_INFINITY): number[] {
    return (this.tree?.neighbors(x, y, most, farthest) ?? []).map((i) => this.rows[i]);
  }
}

/** Makes the index of a space, of all its objects or of one kind. Objects without an extent are not in it. */
export function indexSpace(
  drawing: Drawing,
  container: number,
  kind: ObjectKind | null,
  boxOf: (row: number) => Box | null,
): SpatialIndex {
  const rows: number[] = [];
  const boxes: Box[] = [];
  for (const row of drawing.containers[container].rows) {
    if (kind !== null && kindOf(drawing, row) !== kind) continue;
    const box = boxOf(row);
    if (!box) continue;
    rows.push(row);
    boxes.push(box);
  }
  return new SpatialIndex(rows, boxes);
}
