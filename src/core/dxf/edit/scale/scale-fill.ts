import type { PlaneMap } from '../../../geometry/similarity';
import type { TagReader } from '../../tag-reader';
import type { TagIndex } from '../../tags';
import type { TagMapper } from './tag-mapper';

const DEGREES = 180 / Math.PI;

/** Kinds of edge of a fill's boundary, as the file numbers them. */
const ROUND = 2;
const ELLIPTIC = 3;
const CURVE = 4;

/**
 * Maps a fill: its boundary and its pattern lie in its own system, as plain pairs. One code means different things in the
 * boundary's parts, so it is read in order.
 */
export class FillScaler {
  private readonly tags: TagIndex;

  constructor(
    private readonly reader: TagReader,
    private readonly mapper: TagMapper,
  ) {
    this.tags = reader.document.tags;
  }

  with(mapper: TagMapper): FillScaler {
    return mapper === this.mapper ? this : new FillScaler(this.reader, mapper);
  }

  /** @param end one past the last tag that is no extended data */
  fill(start: number, end: number, own: PlaneMap): void {
    const { mapper } = this;
    const { codes } = this.tags;
    let boundaries = start;
    while (boundaries < end && codes[boundaries] !== 91) {
      if (codes[boundaries] === 30) mapper.tag(boundaries, 'own height', own);
      boundaries++;
    }
    let behind = this.boundaries(boundaries, end, own);
    for (; behind < end; behind++) this.behind(behind, own);
  }

  /** Tags behind the boundaries: pattern, seeds, gradient. */
  private behind(tag: number, own: PlaneMap): void {
    const { mapper } = this;
    switch (this.tags.codes[tag]) {
      case 10: // Seeds.
        mapper.point(tag, own);
        return;
      case 11: // Offset of a fill that bounds itself.
        mapper.offset(tag, own);
        return;
      case 41: // Scale of the pattern, or the distance of its lines.
      case 47: // Size of a pixel while it was made.
      case 49:
        mapper.tag(tag, 'length', own);
        return;
      case 43:
        this.plain(tag, own, true);
        return;
      case 45:
        this.plain(tag, own, false);
        return;
      case 52:
      case 53:
        mapper.tag(tag, 'angle', own);
        return;
      case 460:
        mapper.tag(tag, 'angle in radians', own);
    }
  }

  /** A pair under two codes in a row: the base point of a pattern's lines, or the offset between them. */
  private plain(tag: number, { factor, cos, sin, to }: PlaneMap, isPoint: boolean): void {
    const { codes } = this.tags;
    if (codes[tag + 1] !== codes[tag] + 1) return;
    const [x, y] = [this.reader.number(tag), this.reader.number(tag + 1)];
    this.mapper.set(tag, () => factor * (cos * x - sin * y) + (isPoint ? to[0] : 0));
    this.mapper.set(tag + 1, () => factor * (sin * x + cos * y) + (isPoint ? to[1] : 0));
  }

  /** @returns the tag behind the last boundary */
  private boundaries(from: number, end: number, own: PlaneMap): number {
    const { codes } = this.tags;
    if (from >= end) return end;
    const count = this.reader.int(from);
    let tag = from + 1;
    for (let i = 0; i < count; i++) {
      while (tag < end && codes[tag] !== 92) tag++;
      if (tag >= end) return end;
      const isPolygon = (this.reader.int(tag) & 2) === 2;
      tag = isPolygon ? this.polygon(tag + 1, end, own) : this.edges(tag + 1, end, own);
    }
    return tag;
  }

  private polygon(from: number, end: number, own: PlaneMap): number {
    const { codes } = this.tags;
    let tag = from;
    while (tag < end && codes[tag] !== 93) tag++;
    let left = tag < end ? this.reader.int(tag) : 0;
    for (tag++; tag < end && left > 0; tag++) {
      if (codes[tag] !== 10) continue;
      this.mapper.point(tag, own);
      left--;
    }
    // The last corner's y and arc, then what it was made from.
    while (tag < end && (codes[tag] === 20 || codes[tag] === 42)) tag++;
    return tag;
  }

  private edges(from: number, end: number, own: PlaneMap): number {
    const { codes } = this.tags;
    let tag = from;
    while (tag < end && codes[tag] !== 93) tag++;
    const count = tag < end ? this.reader.int(tag) : 0;
    tag++;
    for (let i = 0; i < count; i++) {
      while (tag < end && codes[tag] !== 72) tag++;
      if (tag >= end) return end;
      const next = this.nextEdge(tag + 1, end);
      this.edge(this.reader.int(tag), tag + 1, next, own);
      tag = next;
    }
    return tag;
  }

  /** Where an edge ends: at the next edge, the list of what the boundary was made from, or the next boundary. */
  private nextEdge(from: number, end: number): number {
    const { codes } = this.tags;
    let tag = from;
    while (tag < end && codes[tag] !== 72 && codes[tag] !== 97 && codes[tag] !== 92 && codes[tag] !== 75) {
      tag++;
      // A curve tells the number of its fit points under the code of that list.
      if (codes[tag] === 97 && codes[tag + 1] === 11) tag++;
    }
    return tag;
  }

  private edge(kind: number, start: number, end: number, own: PlaneMap): void {
    const { mapper } = this;
    const { codes } = this.tags;
    const backwards = kind === ROUND && !this.isCounterclockwise(start, end);
    for (let tag = start; tag < end; tag++) {
      const code = codes[tag];
      if (code === 10) mapper.point(tag, own);
      else if (code === 11)
        if (kind === ELLIPTIC) mapper.offset(tag, own);
        else mapper.point(tag, own);
      else if ((code === 12 || code === 13) && kind === CURVE) this.plainDirection(tag, own);
      else if (code === 40 && kind === ROUND) mapper.tag(tag, 'length', own);
      else if ((code === 50 || code === 51) && kind === ROUND && own.turnRad !== 0)
        // Ends stay in their order: the second can lie beyond a whole turn. A clockwise arc holds them turned around.
        mapper.set(tag, (angle) => angle + (backwards ? -1 : 1) * own.turnRad * DEGREES);
    }
  }

  private isCounterclockwise(start: number, end: number): boolean {
    for (let tag = start; tag < end; tag++)
      if (this.tags.codes[tag] === 73) return this.reader.int(tag) === 1;
    return true;
  }

  private plainDirection(tag: number, { cos, sin }: PlaneMap): void {
    const [x, y] = [this.reader.number(tag), this.reader.number(tag + 1)];
    this.mapper.set(tag, () => cos * x - sin * y);
    this.mapper.set(tag + 1, () => sin * x + cos * y);
  }
}
