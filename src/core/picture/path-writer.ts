/** A length with at most four places and no zeros at its end. */
export const round = (value: number): string => {
  const text = value.toFixed(4);
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
};

/** Writes a path down as SVG has it: what surfaces that write files share. */
export class PathWriter {
  protected path = '';
  private at: [number, number] = [0, 0];

  beginPath(): void {
    this.path = '';
  }

  closePath(): void {
    if (this.path !== '') this.path += 'Z';
  }

  moveTo(x: number, y: number): void {
    this.path += `M${round(x)} ${round(y)}`;
    this.at = [x, y];
  }

  lineTo(x: number, y: number): void {
    if (this.path === '') this.moveTo(x, y);
    else this.path += `L${round(x)} ${round(y)}`;
    this.at = [x, y];
  }

  ellipse(
    x: number,
    y: number,
    rx: number,
    ry: number,
    rotation: number,
    from: number,
    to: number,
    anticlockwise: boolean,
  ): void {
    const point = (t: number): [number, number] => {
      const [c, s] = [Math.cos(rotation), Math.sin(rotation)];
      const [u, v] = [rx * Math.cos(t), ry * Math.sin(t)];
      return [x + u * c - v * s, y + u * s + v * c];
    };
    const start = point(from);
    if (this.path === '') this.moveTo(...start);
    else if (Math.hypot(start[0] - this.at[0], start[1] - this.at[1]) > 1e-4) this.lineTo(...start);
    // An arc of half a turn or more is ambiguous in SVG: it is written in pieces of less than half a turn.
    const pieces = Math.max(1, Math.ceil(Math.abs(to - from) / (Math.PI * 0.9)));
    for (let i = 1; i <= pieces; i++) {
      const [px, py] = point(from + ((to - from) * i) / pieces);
      this.path += `A${round(rx)} ${round(ry)} ${round((rotation * 180) / Math.PI)} 0 ${anticlockwise ? 0 : 1} ${round(px)} ${round(py)}`;
      this.at = [px, py];
    }
  }

  rect(x: number, y: number, width: number, height: number): void {
    this.path += `M${round(x)} ${round(y)}h${round(width)}v${round(height)}h${round(-width)}Z`;
  }
}
