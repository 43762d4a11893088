import { composeSpace, IDENTITY_SPACE, moved } from '../../geometry/space';
import { splinePoints } from '../../geometry/spline';
import { rgbOf } from '../colour';
import type { Fields } from '../fields';
import type { EllipseShape, FillFamily, FillShape, Gradient, PathShape, PathVertex } from '../shapes';
import type { TagReader } from '../tag-reader';
import { pathOf, sweep } from './decode-lines';
import { normalOf } from './decode-text';

const RADIANS = Math.PI / 180;
/** Dashes of one line of a pattern; more are a fault of the file. */
const MOST_DASHES = 64;

/** Reads values in the order of a record: each call goes on behind the tag that the one before found. */
class Sequence {
  constructor(
    private readonly reader: TagReader,
    public tag: number,
    readonly end: number,
  ) {}

  get atEnd(): boolean {
    return this.tag >= this.end;
  }

  /** Group code of the next tag, -1 behind the last. */
  next(): number {
    return this.tag < this.end ? this.reader.document.tags.codes[this.tag] : -1;
  }

  /** Value of the next tag with this code; 0 behind the last. */
  value(code: number): number {
    const { codes } = this.reader.document.tags;
    while (this.tag < this.end && codes[this.tag] !== code) this.tag++;
    if (this.tag >= this.end) return 0;
    const value = this.reader.number(this.tag++);
    return Number.isFinite(value) ? value : 0;
  }

  /** Goes to the next tag with this code, and tells whether there is one. */
  seek(code: number): boolean {
    const { codes } = this.reader.document.tags;
    while (this.tag < this.end && codes[this.tag] !== code) this.tag++;
    return this.tag < this.end;
  }
}

export function fill(reader: TagReader, f: Fields): FillShape {
  const system = composeSpace(normalOf(f), moved(0, 0, f.num(30)));
  const solid = f.int(70) === 1;
  const gradient = f.int(450) === 1 ? gradientOf(reader, f) : null;
  const order = new Sequence(reader, f.has(91) ? f.tag(91) : f.end, f.end);
  const loops: FillShape['loops'][number][] = [];
  const loopCount = order.value(91);
  for (let i = 0; i < loopCount && !order.atEnd; i++) {
    const kind = order.value(92);
    if (order.atEnd) break;
    loops.push((kind & 2) === 2 ? cornerLoop(order) : edgeLoop(order));
  }
  return { type: 'fill', loops, solid, gradient, families: solid ? [] : familiesOf(order), system };
}

function cornerLoop(order: Sequence): PathShape {
  const bulges = order.value(72) === 1;
  order.value(73);
  const count = order.value(93);
  const vertices: PathVertex[] = [];
  for (let j = 0; j < count && order.seek(10); j++) {
    const x = order.value(10);
    const y = order.value(20);
    vertices.push({ x, y, bulge: bulges && order.next() === 42 ? order.value(42) : 0 });
  }
  return { type: 'path', vertices, closed: true, width: 0, system: IDENTITY_SPACE };
}

function edgeLoop(order: Sequence): FillShape['loops'][number] {
  const count = order.value(93);
  const parts: (PathShape | EllipseShape)[] = [];
  for (let j = 0; j < count && !order.atEnd; j++) {
    const part = edge(order);
    if (part) parts.push(part);
  }
  return { type: 'edges', parts };
}

function edge(order: Sequence): PathShape | EllipseShape | null {
  if (!order.seek(72)) return null;
  const kind = order.value(72);
  if (kind === 2 || kind === 3) return roundEdge(order, kind === 3);
  if (kind === 4) return curveEdge(order);
  return pathOf([
    [order.value(10), order.value(20)],
    [order.value(11), order.value(21)],
  ]);
}

function roundEdge(order: Sequence, elliptic: boolean): EllipseShape {
  const centre: [number, number] = [order.value(10), order.value(20)];
  const major: [number, number] = elliptic ? [order.value(11), order.value(21)] : [order.value(40), 0];
  const ratio = elliptic ? order.value(40) || 1 : 1;
  // Ends are held as angles seen from the centre; a clockwise edge holds them turned around.
  const start = parameter(order.value(50) * RADIANS, ratio);
  const end = parameter(order.value(51) * RADIANS, ratio);
  const swept = sweep(start, end);
  const counterclockwise = order.value(73) === 1;
  return {
    type: 'ellipse',
    centre,
    u: major,
    v: [-major[1] * ratio, major[0] * ratio],
    from: counterclockwise ? start : -start,
    to: counterclockwise ? start + swept : -start - swept,
    system: IDENTITY_SPACE,
  };
}

/** Parameter of an ellipse at an angle seen from its centre; the same number of turns. */
function parameter(angle: number, ratio: number): number {
  if (ratio === 1) return angle;
  const turns = Math.round(angle / (2 * Math.PI));
  const rest = angle - turns * 2 * Math.PI;
  return Math.atan2(Math.sin(rest) / ratio, Math.cos(rest)) + turns * 2 * Math.PI;
}

function curveEdge(order: Sequence): PathShape {
  const degree = order.value(94);
  order.value(73);
  order.value(74);
  const knotCount = order.value(95);
  const controlCount = order.value(96);
  const knots: number[] = [];
  for (let i = 0; i < knotCount && order.next() === 40; i++) knots.push(order.value(40));
  const control: [number, number, number][] = [];
  const weights: number[] = [];
  for (let i = 0; i < controlCount && order.next() === 10; i++) {
    control.push([order.value(10), order.value(20), 0]);
    if (order.next() === 42) weights.push(order.value(42));
  }
  return pathOf(splinePoints(degree, control, knots, weights));
}

function familiesOf(order: Sequence): FillFamily[] {
  const families: FillFamily[] = [];
  if (!order.seek(78)) return families;
  const count = order.value(78);
  for (let i = 0; i < count && order.seek(53); i++) {
    const angleRad = order.value(53) * RADIANS;
    const baseX = order.value(43);
    const baseY = order.value(44);
    const offsetX = order.value(45);
    const offsetY = order.value(46);
    const dashCount = Math.min(order.value(79), MOST_DASHES);
    const dashes: number[] = [];
    for (let j = 0; j < dashCount && order.next() === 49; j++) dashes.push(order.value(49));
    families.push({ angleRad, baseX, baseY, offsetX, offsetY, dashes });
  }
  return families;
}

function gradientOf(reader: TagReader, f: Fields): Gradient {
  const { codes } = reader.document.tags;
  const colours: number[] = [];
  for (let tag = f.tag(450); tag < f.end; tag++) {
    if (codes[tag] === 421) colours.push(reader.int(tag) & 0xffffff);
    else if (codes[tag] === 63 && codes[tag + 1] !== 421 && colours.length < 2)
      colours.push(rgbOf({ number: Math.abs(reader.int(tag)) % 256 }));
  }
  const first = colours[0] ?? 0;
  const tint = f.num(462);
  const second = f.int(452) === 1 ? towardsWhite(first, 1 - tint) : (colours[1] ?? 0xffffff);
  const name = f.text(470, 'LINEAR').toUpperCase();
  const round = /SPHER/.test(name);
  const mirrored = /CYLIND/.test(name);
  const inverted = /^INV/.test(name);
  return {
    colours: inverted ? [second, first] : [first, second],
    angleRad: f.num(460),
    form: round ? 'round' : mirrored ? 'mirrored' : 'linear',
  };
}

function towardsWhite(rgb: number, share: number): number {
  const channel = (shift: number): number => {
    const value = (rgb >> shift) & 255;
    return Math.round(value + (255 - value) * Math.min(1, Math.max(0, share))) << shift;
  };
  return channel(16) | channel(8) | channel(0);
}
