/**
 * Room for work that takes memory, in bytes of the files it is done on. Work waits, first come first served, until what is
 * under way leaves room for it; what is larger than the whole room takes all of it.
 */
export class Room {
  private taken = 0;
  private readonly waiting: { readonly bytes: number; readonly start: () => void }[] = [];

  /** @param bytes all the room there is */
  constructor(private readonly bytes: number) {}

  /** Does something when there is room for it. Work on no bytes never waits. */
  async within<T>(bytes: number, work: () => Promise<T>): Promise<T> {
    const needed = Math.min(bytes, this.bytes);
    if (needed > 0) await this.enter(needed);
    try {
      return await work();
    } finally {
      this.taken -= needed;
      this.letIn();
    }
  }

  private enter(bytes: number): Promise<void> {
    return new Promise((start) => {
      this.waiting.push({ bytes, start });
      this.letIn();
    });
  }

  private letIn(): void {
    while (this.waiting.length > 0 && this.taken + this.waiting[0].bytes <= this.bytes) {
      const { bytes, start } = this.waiting.shift()!;
      this.taken += bytes;
      start();
    }
  }
}
