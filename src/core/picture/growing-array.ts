/** A typed array that grows as numbers are pushed; `length` may be set back to take some off again. */
export class GrowingArray<T extends Int32Array | Float32Array | Float64Array> {
  length = 0;

  constructor(private array: T) {}

  push(number: number): void {
    if (this.length === this.array.length) this.grow();
    this.array[this.length++] = number;
  }

  push3(a: number, b: number, c: number): void {
    this.push(a);
    this.push(b);
    this.push(c);
  }

  push4(a: number, b: number, c: number, d: number): void {
    this.push(a);
    this.push3(b, c, d);
  }

  /** The numbers pushed, as an array of just their length. */
  done(): T {
    return this.array.slice(0, this.length) as T;
  }

  private grow(): void {
    const larger = new (this.array.constructor as new (room: number) => T)(this.array.length * 2);
    larger.set(this.array);
    this.array = larger;
  }
}
