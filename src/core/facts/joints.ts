import Flatbush from 'flatbush';
import { type Drawing, entityOf, kindOf, rangeOf } from '../dxf/drawing';
import { LINE_KINDS } from '../dxf/object-kinds';
import { vertexTags } from '../dxf/read/vertex-tags';
import type { Segments } from './segments';

/** A point that lines end or bend in, or that something else holds on to. */
export interface Vertex {
  readonly row: number;
  /** Number of the vertex in its object, as {@link vertexTags} counts them; -1 for one that cannot be moved. */
  readonly index: number;
  readonly x: number;
  readonly y: number;
  /** The line ends here: it does not go on within its object. */
  readonly isEnd: boolean;
  readonly of: 'line' | 'curve' | 'dimension';
}

/** A straight piece between two vertices whose ends can be moved. */
export interface Piece {
  readonly row: number;
  readonly from: number;
  readonly to: number;
}

/** Points nearer to each other than this are one, drawing units: what single-precision writers leave of a coordinate. */
export const ONE_POINT = 1e-6;

/** Where the lines of one space end, bend and touch. */
export class Joints {
  readonly vertices: Vertex[] = [];
  readonly pieces: Piece[] = [];
  private places: Flatbush | null = null;
  private boxes: Flatbush | null = null;

  constructor(
    private readonly drawing: Drawing,
    rows: readonly number[],
    segments: (row: number) => Segments,
  ) {
    for (const row of rows) this.take(row, segments);
  }

  /** Most spaces are never asked where something lies: what finds it is made when it is. */
  private get byPlace(): Flatbush | null {
    if (this.places || this.vertices.length === 0) return this.places;
    this.places = new Flatbush(this.vertices.length);
    for (const { x, y } of this.vertices) this.places.add(x, y);
    this.places.finish();
    return this.places;
  }

  private get byPiece(): Flatbush | null {
    if (this.boxes || this.pieces.length === 0) return this.boxes;
    this.boxes = new Flatbush(this.pieces.length);
    for (const { from, to } of this.pieces) {
      const [a, b] = [this.vertices[from], this.vertices[to]];
      this.boxes.add(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y));
    }
    this.boxes.finish();
    return this.boxes;
  }

  /** Numbers of the vertices that lie no farther from a point than a reach along either axis, in drawing order. */
  verticesNear(x: number, y: number, reach = ONE_POINT): number[] {
    return (this.byPlace?.search(x - reach, y - reach, x + reach, y + reach) ?? []).sort((a, b) => a - b);
  }

  /** Numbers of the straight pieces whose boxes come within a reach of a box, in drawing order. */
  piecesNear(minX: number, minY: number, maxX: number, maxY: number, reach = ONE_POINT): number[] {
    return (this.byPiece?.search(minX - reach, minY - reach, maxX + reach, maxY + reach) ?? []).sort(
      (a, b) => a - b,
    );
  }

  /** Numbers of the vertices within a box, in drawing order. */
  verticesIn(minX: number, minY: number, maxX: number, maxY: number): number[] {
    return (this.byPlace?.search(minX, minY, maxX, maxY) ?? []).sort((a, b) => a - b);
  }

  private take(row: number, segments: (row: number) => Segments): void {
    const { drawing } = this;
    const kind = kindOf(drawing, row);
    if (kind === 'dimension') this.takeMeasured(row);
    else if (kind === 'construction line' || !LINE_KINDS.has(kind)) return;
    else if (!this.takeStraight(row)) {
      // Of all else the ends of the straight pieces that it is drawn with are held on to.
      const all = segments(row);
      const add = (x: number, y: number, isEnd: boolean): void => {
        this.vertices.push({ row, index: -1, x, y, isEnd, of: 'curve' });
      };
      if (kind === 'polyline') for (let i = 0; i < all.length; i += 4) add(all[i], all[i + 1], i === 0);
      else if (all.length > 0) add(all[0], all[1], true);
      if (all.length > 0) add(all[all.length - 2], all[all.length - 1], true);
    }
  }

  /** A line, or a polyline in the plane of the drawing, by its own coordinates; false for anything else. */
  private takeStraight(row: number): boolean {
    const { drawing, vertices } = this;
    const { reader } = drawing;
    const range = rangeOf(drawing, row);
    const entity = entityOf(drawing, row);
    const tags = vertexTags(drawing, row);
    if (tags.length < 2) return false;
    // Coordinates of a polyline are those of its own plane.
    if (entity === 'LWPOLYLINE' && reader.findNumber(range, 230, 1) !== 1) return false;
    const first = vertices.length;
    const closed = entity === 'LWPOLYLINE' && (reader.findNumber(range, 70, 0) & 1) === 1;
    const last = tags.length - 1;
    const bends = tags.map(({ bulge }) => bulge !== 0);
    for (const [index, { x, y }] of tags.entries()) {
      const before = index > 0 ? bends[index - 1] : closed && bends[last];
      const fixed = before || (bends[index] && (index < last || closed));
      vertices.push({
        row,
        index: fixed ? -1 : index,
        x: reader.number(x),
        y: reader.number(y),
        isEnd: !closed && (index === 0 || index === last),
        of: 'line',
      });
    }
    for (let i = 0; i < (closed ? tags.length : last); i++)
      if (!bends[i]) this.pieces.push({ row, from: first + i, to: first + (i === last ? 0 : i + 1) });
    return true;
  }

  /** The points that a dimension measures between. */
  private takeMeasured(row: number): void {
    const { drawing, vertices } = this;
    const { reader } = drawing;
    const range = rangeOf(drawing, row);
    for (const code of [13, 14, 15, 16]) {
      const [x, y] = [
        reader.findNumber(range, code, Number.NaN),
        reader.findNumber(range, code + 10, Number.NaN),
      ];
      if (Number.isFinite(x) && Number.isFinite(y))
        vertices.push({ row, index: -1, x, y, isEnd: false, of: 'dimension' });
    }
  }
}
