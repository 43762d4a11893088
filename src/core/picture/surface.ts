/** What painting needs of a 2D canvas context: a page's, a worker's, a raster in memory, or the writer of an SVG. */
export interface Surface {
  save(): void;
  restore(): void;
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  beginPath(): void;
  closePath(): void;
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  ellipse(
    x: number,
    y: number,
    rx: number,
    ry: number,
    rotation: number,
    from: number,
    to: number,
    anticlockwise: boolean,
  ): void;
  rect(x: number, y: number, width: number, height: number): void;
  stroke(): void;
  fill(rule: 'evenodd' | 'nonzero'): void;
  clip(): void;
  fillText(text: string, x: number, y: number): void;
  setLineDash(dashes: number[]): void;
  createLinearGradient(x0: number, y0: number, x1: number, y1: number): Ramp;
  createRadialGradient(x0: number, y0: number, r0: number, x1: number, y1: number, r1: number): Ramp;
  lineWidth: number;
  lineCap: 'butt' | 'round' | 'square';
  lineJoin: 'round' | 'miter' | 'bevel';
  lineDashOffset: number;
  strokeStyle: unknown;
  fillStyle: unknown;
  font: string;
  globalAlpha: number;
}

export interface Ramp {
  addColorStop(at: number, colour: string): void;
}
