import Flatbush from 'flatbush';
import type { Box } from '../geometry/box';
import type { Segments } from './segments';

/** Lines of fewer pieces are gone through one by one. */
const FEW = 256;

/** The straight pieces of one object by where they are: a contour has thousands, and a label lies by a few of them. */
export class PiecesNear {
  private readonly tree: Flatbush | null;

  constructor(private readonly pieces: Segments) {
    const count = pieces.length / 4;
    this.tree = count >= FEW ? new Flatbush(count) : null;
    if (!this.tree) return;
    for (let i = 0; i < pieces.length; i += 4)
      this.tree.add(
        Math.min(pieces[i], pieces[i + 2]),
        Math.min(pieces[i + 1], pieces[i + 3]),
        Math.max(pieces[i], pieces[i + 2]),
        Math.max(pieces[i + 1], pieces[i + 3]),
      );
    this.tree.finish();
  }

  /** Where in the pieces those begin whose boxes meet a box. */
  within({ minX, minY, maxX, maxY }: Box): number[] {
    const { pieces } = this;
    if (this.tree) return this.tree.search(minX, minY, maxX, maxY).map((i) => 4 * i);
    const found: number[] = [];
    for (let i = 0; i < pieces.length; i += 4)
      if (
        Math.max(pieces[i], pieces[i + 2]) >= minX &&
        Math.min(pieces[i], pieces[i + 2]) <= maxX &&
        Math.max(pieces[i + 1], pieces[i + 3]) >= minY &&
        Math.min(pieces[i + 1], pieces[i + 3]) <= maxY
      )
        found.push(i);
    return found;
  }
}
