/** The format takes names of 255 letters; what is longer than this is no name that anybody gave. */
const MOST_NAME_BYTES = 2048;
const SHOWN_BYTES = 200;

/**
 * The text of a name. One that is far too long for the format is cut, and told apart by its length and a number worked out
 * from all of it: it would otherwise be kept and sent along with everything that names it.
 */
export function nameText(
  bytes: Uint8Array,
  start: number,
  end: number,
  decode: (bytes: Uint8Array, start: number, end: number) => string,
): string {
  if (end - start <= MOST_NAME_BYTES) return decode(bytes, start, end);
  let hash = 0x811c9dc5;
  for (let i = start; i < end; i++) hash = Math.imul(hash ^ bytes[i], 0x01000193);
  const shown = decode(bytes, start, start + SHOWN_BYTES);
  return `${shown} … (${end - start} bytes, ${(hash >>> 0).toString(16)})`;
}

/**
 * Gives each distinct run of bytes a small number, so that names in a file are compared as integers and decoded
 * once. Names that differ only in case get different numbers; {@link Interner.folded} brings them together.
 */
export class Interner {
  private slots = new Int32Array(1 << 10).fill(-1);
  private readonly starts: number[] = [];
  private readonly ends: number[] = [];
  private readonly hashes: number[] = [];
  private readonly texts: (string | undefined)[] = [];
  private readonly foldedIds: number[] = [];
  private readonly byFolded = new Map<string, number>();

  constructor(
    private readonly bytes: Uint8Array,
    private readonly decode: (bytes: Uint8Array, start: number, end: number) => string,
  ) {}

  /** How many different names there are. */
  get size(): number {
    return this.starts.length;
  }

  /** Number of the bytes `start` to `end`, blanks at both ends left out. */
  id(start: number, end: number): number {
    const { bytes } = this;
    let from = start;
    let to = end;
    while (from < to && bytes[from] === 32) from++;
    while (to > from && bytes[to - 1] === 32) to--;
    let hash = 0x811c9dc5;
    for (let i = from; i < to; i++) hash = Math.imul(hash ^ bytes[i], 0x01000193);
    const mask = this.slots.length - 1;
    let slot = (hash ^ (hash >>> 15)) & mask;
    for (let found = this.slots[slot]; found !== -1; found = this.slots[slot]) {
      if (this.hashes[found] === hash && this.same(found, from, to)) return found;
      slot = (slot + 1) & mask;
    }
    const id = this.starts.length;
    this.slots[slot] = id;
    this.starts.push(from);
    this.ends.push(to);
    this.hashes.push(hash);
    if (id * 2 > mask) this.enlarge();
    return id;
  }

  /** The decoded text of a number. */
  text(id: number): string {
    this.texts[id] ??= nameText(this.bytes, this.starts[id], this.ends[id], this.decode);
    return this.texts[id];
  }

  /** The number of the first text seen that equals this one when case is ignored. */
  folded(id: number): number {
    const known = this.foldedIds[id];
    if (known !== undefined) return known;
    const key = foldName(this.text(id));
    const first = this.byFolded.get(key);
    const folded = first ?? id;
    if (first === undefined) this.byFolded.set(key, id);
    this.foldedIds[id] = folded;
    return folded;
  }

  /** The number that stands for a folded name, -1 when nothing that was numbered reads like it. */
  lookUp(folded: string): number {
    for (let id = 0; id < this.starts.length; id++)
      if (foldName(this.text(id)) === folded) return this.folded(id);
    return -1;
  }

  private same(id: number, from: number, to: number): boolean {
    const start = this.starts[id];
    if (this.ends[id] - start !== to - from) return false;
    for (let i = 0; i < to - from; i++) if (this.bytes[start + i] !== this.bytes[from + i]) return false;
    return true;
  }

  private enlarge(): void {
    const slots = new Int32Array(this.slots.length * 4).fill(-1);
    const mask = slots.length - 1;
    for (let id = 0; id < this.hashes.length; id++) {
      let slot = (this.hashes[id] ^ (this.hashes[id] >>> 15)) & mask;
      while (slots[slot] !== -1) slot = (slot + 1) & mask;
      slots[slot] = id;
    }
    this.slots = slots;
  }
}

/** Names of layers, linetypes and styles are the same when they differ only in case. */
export const foldName = (name: string): string => name.trim().toLowerCase();
