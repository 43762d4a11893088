import { footprintOf } from '../audit/footprint';
import type { Operation } from '../audit/operation';

const OBJECT_PARTS = [
  'layer',
  'colour',
  'linetype',
  'width',
  'transparency',
  'pattern factor',
  'text',
  'place',
] as const;
type ObjectPart = (typeof OBJECT_PARTS)[number];

/**
 * What the operations of one pass have claimed so far. An operation that meets another, on a record that one of them
 * writes or on the same property of the same object, waits for the next pass.
 */
export class Claims {
  private readonly reads = new Set<string>();
  private readonly writes = new Set<string>();
  private readonly objects: Record<ObjectPart, Uint8Array>;

  constructor(rowCount: number) {
    this.objects = {
      layer: new Uint8Array(rowCount),
      colour: new Uint8Array(rowCount),
      linetype: new Uint8Array(rowCount),
      width: new Uint8Array(rowCount),
      transparency: new Uint8Array(rowCount),
      'pattern factor': new Uint8Array(rowCount),
      text: new Uint8Array(rowCount),
      place: new Uint8Array(rowCount),
    };
  }

  /** Claims everything that a finding's operations touch, or nothing of it. */
  take(operations: readonly Operation[]): boolean {
    const footprints = operations.map(footprintOf);
    for (const { reads, writes, objects } of footprints) {
      if (writes.some((name) => this.writes.has(name) || this.reads.has(name))) return false;
      if (reads.some((name) => this.writes.has(name))) return false;
      if (objects)
        for (const part of partsOf(objects.what)) {
          const taken = this.objects[part];
          for (const row of objects.rows) if (taken[row] === 1) return false;
        }
    }
    for (const { reads, writes, objects } of footprints) {
      for (const name of reads) this.reads.add(name);
      for (const name of writes) this.writes.add(name);
      if (objects)
        for (const part of partsOf(objects.what)) for (const row of objects.rows) this.objects[part][row] = 1;
    }
    return true;
  }
}

const partsOf = (what: 'all' | ObjectPart): readonly ObjectPart[] => (what === 'all' ? OBJECT_PARTS : [what]);
