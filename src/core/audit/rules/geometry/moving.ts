import type { MovedVertex } from '../../../dxf/edit/edit-vertices';
import type { Joints } from '../../../facts/joints';
import type { Operation } from '../../operation';

/** The lines of one space with vertices that are being moved, one correction after the other. */
export class Moving {
  private readonly moved = new Map<number, readonly [number, number]>();

  /** What was moved in the attempt that is being made, and where it was. */
  private readonly trail: { readonly vertex: number; readonly was: readonly [number, number] | undefined }[] =
    [];

  constructor(readonly joints: Joints) {}

  /** Where a vertex is now. */
  at(vertex: number): readonly [number, number] {
    const { x, y } = this.joints.vertices[vertex];
    return this.moved.get(vertex) ?? [x, y];
  }

  move(vertex: number, x: number, y: number): void {
    this.trail.push({ vertex, was: this.moved.get(vertex) });
    this.moved.set(vertex, [x, y]);
  }

  /** Tries something that moves vertices; what it says is in the way takes all its moves back. Null where nothing is. */
  attempt(tried: () => string | null): string | null {
    this.trail.length = 0;
    const why = tried();
    if (why === null) return null;
    for (const { vertex, was } of this.trail.reverse())
      if (was === undefined) this.moved.delete(vertex);
      else this.moved.set(vertex, was);
    return why;
  }

  /** How far a vertex is from where the drawing has it, drawing units. */
  distance(vertex: number): number {
    const { x, y } = this.joints.vertices[vertex];
    const [nx, ny] = this.at(vertex);
    return Math.hypot(nx - x, ny - y);
  }

  /** What is to be done to the drawing for all that was moved. */
  operation(was: string): Operation {
    const byRow = new Map<number, (MovedVertex & { readonly by: number })[]>();
    for (const [vertex, [x, y]] of this.moved) {
      const by = this.distance(vertex);
      if (by === 0) continue;
      const { row, index } = this.joints.vertices[vertex];
      const of = byRow.get(row);
      if (of) of.push({ index, x, y, by });
      else byRow.set(row, [{ index, x, y, by }]);
    }
    const rows = [...byRow.keys()].sort((a, b) => a - b);
    return {
      type: 'move vertices',
      was,
      rows,
      vertices: rows.map((row) => byRow.get(row)!.map(({ index, x, y }) => ({ index, x, y }))),
      movedUnits: rows.map((row) => Math.max(...byRow.get(row)!.map(({ by }) => by))),
    };
  }
}
