import { type Drawing, entityOf, rangeOf } from '../drawing/drawing';
import type {
  EllipseShape,
  FillFamily,
  FillShape,
  PathShape,
  PathVertex,
  Shape,
  ViewportShape,
} from '../drawing/shapes';
import { splinePoints } from '../geometry/spline';
import {
  compose,
  IDENTITY,
  objectSystem,
  rotation,
  scaling,
  type Transform,
  translation,
} from '../geometry/transform';
import { decodeText } from './decode-text';
import { type TagRange, type TagReader, tagIs } from './document';

const RADIANS = Math.PI / 180;
/** Copies of an array beyond this are a fault of the file, not a drawing. */
const MOST_COPIES = 10_000;

/** An object that is understood and shows nothing: a blank text, a hidden attribute. */
const NOTHING_TO_SEE: PathShape = { type: 'path', vertices: [], closed: false, width: 0, system: IDENTITY };

/** What an object draws, in the coordinates of the space or symbol it lies in. Null for what is not drawn yet. */
export function shapeOf(drawing: Drawing, row: number): Shape | null {
  const { reader } = drawing;
  const range = rangeOf(drawing, row);
  switch (entityOf(drawing, row)) {
    case 'LINE':
      return straight(reader, range);
    case 'LWPOLYLINE':
      return lightPolyline(reader, range);
    case 'POLYLINE':
      return heavyPolyline(reader, range, drawing.objects.groupEnd[row]);
    case 'CIRCLE':
    case 'ARC':
      return arc(reader, range);
    case 'ELLIPSE':
      return ellipse(reader, range);
    case 'SPLINE':
      return spline(reader, range);
    case 'POINT':
      return { type: 'point', x: reader.findNumber(range, 10), y: reader.findNumber(range, 20) };
    case 'SOLID':
    case 'TRACE':
    case '3DFACE':
      return solid(reader, range);
    case 'LEADER':
      return leader(reader, range);
    case 'TEXT':
    case 'MTEXT':
    case 'ATTRIB':
    case 'ATTDEF':
      return (
        decodeText(drawing, row, systemOf(reader, range, reader.findNumber(range, 30))) ?? NOTHING_TO_SEE
      );
    case 'INSERT':
      return placement(reader, range);
    case 'DIMENSION':
    case 'ARC_DIMENSION':
    case 'LARGE_RADIAL_DIMENSION': {
      const symbol = reader.findText(range, 2);
      return symbol === '' ? null : { type: 'placement', symbol, transforms: [IDENTITY] };
    }
    case 'HATCH':
      return fill(reader, range);
    case 'VIEWPORT':
      return viewport(reader, range);
    default:
      return null;
  }
}

/** Plane system of an object from its extrusion; `elevation` is its height in that system. */
export function systemOf(reader: TagReader, range: TagRange, elevation: number): Transform {
  if (reader.find(range, 230) < 0) return IDENTITY;
  return objectSystem(
    [reader.findNumber(range, 210), reader.findNumber(range, 220), reader.findNumber(range, 230, 1)],
    elevation,
  );
}

const straight = (reader: TagReader, range: TagRange): PathShape => ({
  type: 'path',
  vertices: [
    { x: reader.findNumber(range, 10), y: reader.findNumber(range, 20), bulge: 0 },
    { x: reader.findNumber(range, 11), y: reader.findNumber(range, 21), bulge: 0 },
  ],
  closed: false,
  width: 0,
  system: IDENTITY,
});

function lightPolyline(reader: TagReader, range: TagRange): PathShape {
  const { codes } = reader.document.tags;
  const vertices: { x: number; y: number; bulge: number }[] = [];
  for (let tag = range.start; tag < range.end && codes[tag] < 1000; tag++) {
    if (codes[tag] === 10) vertices.push({ x: reader.number(tag), y: 0, bulge: 0 });
    else if (codes[tag] === 20 && vertices.length > 0) vertices.at(-1)!.y = reader.number(tag);
    else if (codes[tag] === 42 && vertices.length > 0) vertices.at(-1)!.bulge = reader.number(tag);
  }
  return {
    type: 'path',
    vertices,
    closed: (reader.findInt(range, 70) & 1) === 1,
    width: reader.findNumber(range, 43),
    system: systemOf(reader, range, reader.findNumber(range, 38)),
  };
}

function heavyPolyline(reader: TagReader, range: TagRange, groupEnd: number): PathShape | null {
  const { tags } = reader.document;
  const flags = reader.findInt(range, 70);
  if ((flags & 0b1010000) !== 0) return null; // meshes are surfaces, not lines
  const vertices: PathVertex[] = [];
  for (let tag = range.end; tag < groupEnd; ) {
    const start = tag++;
    while (tag < groupEnd && tags.codes[tag] !== 0) tag++;
    if (!tagIs(tags, start, 'VERTEX')) continue;
    const part = { start, end: tag };
    // Control points of a smoothed polyline are kept in the file but not drawn.
    if ((reader.findInt(part, 70) & 16) === 16) continue;
    vertices.push({
      x: reader.findNumber(part, 10),
      y: reader.findNumber(part, 20),
      bulge: reader.findNumber(part, 42),
    });
  }
  const spatial = (flags & 8) === 8;
  return {
    type: 'path',
    vertices,
    closed: (flags & 1) === 1,
    width: reader.findNumber(range, 40),
    system: spatial ? IDENTITY : systemOf(reader, range, reader.findNumber(range, 30)),
  };
}

function arc(reader: TagReader, range: TagRange): EllipseShape {
  const radius = reader.findNumber(range, 40);
  const whole = reader.find(range, 50) < 0;
  const from = whole ? 0 : reader.findNumber(range, 50) * RADIANS;
  let to = whole ? 2 * Math.PI : reader.findNumber(range, 51) * RADIANS;
  while (to <= from) to += 2 * Math.PI;
  return {
    type: 'ellipse',
    centre: [reader.findNumber(range, 10), reader.findNumber(range, 20)],
    u: [radius, 0],
    v: [0, radius],
    from,
    to: Math.min(to, from + 2 * Math.PI),
    system: systemOf(reader, range, reader.findNumber(range, 30)),
  };
}

function ellipse(reader: TagReader, range: TagRange): EllipseShape {
  const major: [number, number] = [reader.findNumber(range, 11), reader.findNumber(range, 21)];
  const ratio = reader.findNumber(range, 40, 1);
  // Ellipses are held in world coordinates; a normal that points down turns the sense of the angle around.
  const sense = reader.findNumber(range, 230, 1) < 0 ? -1 : 1;
  const from = reader.findNumber(range, 41);
  let to = reader.findNumber(range, 42, 2 * Math.PI);
  while (to <= from) to += 2 * Math.PI;
  return {
    type: 'ellipse',
    centre: [reader.findNumber(range, 10), reader.findNumber(range, 20)],
    u: major,
    v: [-major[1] * ratio * sense, major[0] * ratio * sense],
    from,
    to,
    system: IDENTITY,
  };
}

function spline(reader: TagReader, range: TagRange): PathShape {
  const { codes } = reader.document.tags;
  const control: [number, number][] = [];
  const fit: [number, number][] = [];
  const knots: number[] = [];
  const weights: number[] = [];
  for (let tag = range.start; tag < range.end && codes[tag] < 1000; tag++) {
    const code = codes[tag];
    if (code === 10) control.push([reader.number(tag), reader.number(tag + 1)]);
    else if (code === 11) fit.push([reader.number(tag), reader.number(tag + 1)]);
    else if (code === 40) knots.push(reader.number(tag));
    else if (code === 41) weights.push(reader.number(tag));
  }
  const points =
    control.length > 0 ? splinePoints(reader.findInt(range, 71, 3), control, knots, weights) : fit;
  return {
    type: 'path',
    vertices: points.map(([x, y]) => ({ x, y, bulge: 0 })),
    closed: false,
    width: 0,
    system: IDENTITY,
  };
}

function solid(reader: TagReader, range: TagRange): Shape {
  const corner = (code: number): [number, number] => [
    reader.findNumber(range, code),
    reader.findNumber(range, code + 10),
  ];
  const last = reader.find(range, 13) < 0 ? corner(12) : corner(13);
  const face = tagIs(reader.document.tags, range.start, '3DFACE');
  // Corners of a solid are held crosswise: the third and fourth change places.
  return {
    type: 'polygon',
    points: face ? [corner(10), corner(11), corner(12), last] : [corner(10), corner(11), last, corner(12)],
    system: face ? IDENTITY : systemOf(reader, range, reader.findNumber(range, 30)),
  };
}

function leader(reader: TagReader, range: TagRange): PathShape {
  const { codes } = reader.document.tags;
  const vertices: PathVertex[] = [];
  for (let tag = range.start; tag < range.end && codes[tag] < 1000; tag++)
    if (codes[tag] === 10) vertices.push({ x: reader.number(tag), y: reader.number(tag + 1), bulge: 0 });
  return { type: 'path', vertices, closed: false, width: 0, system: IDENTITY };
}

function placement(reader: TagReader, range: TagRange): Shape {
  const angle = reader.findNumber(range, 50) * RADIANS;
  const at = translation(reader.findNumber(range, 10), reader.findNumber(range, 20));
  const turned = compose(at, rotation(angle));
  const scaled = scaling(reader.findNumber(range, 41, 1) || 1, reader.findNumber(range, 42, 1) || 1);
  const system = systemOf(reader, range, reader.findNumber(range, 30));
  const columns = Math.max(1, reader.findInt(range, 70, 1));
  const rows = Math.max(1, reader.findInt(range, 71, 1));
  const stepX = reader.findNumber(range, 44);
  const stepY = reader.findNumber(range, 45);
  const transforms: Transform[] = [];
  for (let i = 0; i < rows && transforms.length < MOST_COPIES; i++)
    for (let j = 0; j < columns && transforms.length < MOST_COPIES; j++)
      transforms.push(compose(system, compose(compose(turned, translation(j * stepX, i * stepY)), scaled)));
  return { type: 'placement', symbol: reader.findText(range, 2), transforms };
}

function fill(reader: TagReader, range: TagRange): FillShape {
  const { codes } = reader.document.tags;
  const loops: FillShape['loops'][number][] = [];
  const families: FillFamily[] = [];
  let tag = reader.find(range, 91);
  const end = range.end;
  const value = (code: number): number => {
    while (tag < end && codes[tag] !== code) tag++;
    return tag < end ? reader.number(tag++) : 0;
  };
  if (tag < 0) tag = end;
  const loopCount = value(91);
  for (let i = 0; i < loopCount && tag < end; i++) {
    const kind = value(92);
    if ((kind & 2) === 2) {
      const bulges = value(72) === 1;
      value(73);
      const count = value(93);
      const vertices: PathVertex[] = [];
      for (let j = 0; j < count && tag < end; j++) {
        const x = value(10);
        const y = value(20);
        vertices.push({ x, y, bulge: bulges && codes[tag] === 42 ? value(42) : 0 });
      }
      loops.push({ type: 'path', vertices, closed: true, width: 0, system: IDENTITY });
    } else {
      const count = value(93);
      const parts: (PathShape | EllipseShape)[] = [];
      for (let j = 0; j < count && tag < end; j++) parts.push(edge(value, () => tag, codes));
      loops.push({ type: 'edges', parts });
    }
  }
  const solidFill = reader.findInt(range, 70) === 1;
  while (tag < end && codes[tag] !== 78 && codes[tag] < 1000) tag++;
  if (!solidFill && codes[tag] === 78 && tag < end) {
    const count = value(78);
    for (let i = 0; i < count && tag < end; i++) {
      const angleRad = value(53) * RADIANS;
      const baseX = value(43);
      const baseY = value(44);
      const offsetX = value(45);
      const offsetY = value(46);
      const dashCount = value(79);
      families.push({
        angleRad,
        baseX,
        baseY,
        offsetX,
        offsetY,
        dashes: Array.from({ length: Math.min(dashCount, 64) }, () => value(49)),
      });
    }
  }
  return {
    type: 'fill',
    loops,
    solid: solidFill,
    families,
    system: systemOf(reader, range, reader.findNumber(range, 30)),
  };
}

function edge(
  value: (code: number) => number,
  at: () => number,
  codes: Int16Array,
): PathShape | EllipseShape {
  const kind = value(72);
  if (kind === 2 || kind === 3) {
    const centre: [number, number] = [value(10), value(20)];
    const major: [number, number] = kind === 3 ? [value(11), value(21)] : [value(40), 0];
    const ratio = kind === 3 ? value(40) : 1;
    let from = value(50) * RADIANS;
    let to = value(51) * RADIANS;
    const counterclockwise = value(73) === 1;
    if (!counterclockwise) [from, to] = [-from, -to];
    else while (to <= from) to += 2 * Math.PI;
    return {
      type: 'ellipse',
      centre,
      u: major,
      v: [-major[1] * ratio, major[0] * ratio],
      from,
      to,
      system: IDENTITY,
    };
  }
  if (kind === 4) {
    const degree = value(94);
    value(73);
    value(74);
    const knotCount = value(95);
    const controlCount = value(96);
    const knots = Array.from({ length: Math.min(knotCount, 100_000) }, () => value(40));
    const control: [number, number][] = [];
    const weights: number[] = [];
    for (let i = 0; i < Math.min(controlCount, 100_000); i++) {
      control.push([value(10), value(20)]);
      if (codes[at()] === 42) weights.push(value(42));
    }
    const points = splinePoints(degree, control, knots, weights);
    return {
      type: 'path',
      vertices: points.map(([x, y]) => ({ x, y, bulge: 0 })),
      closed: false,
      width: 0,
      system: IDENTITY,
    };
  }
  const from = { x: value(10), y: value(20), bulge: 0 };
  const to = { x: value(11), y: value(21), bulge: 0 };
  return { type: 'path', vertices: [from, to], closed: false, width: 0, system: IDENTITY };
}

function viewport(reader: TagReader, range: TagRange): ViewportShape {
  const { codes } = reader.document.tags;
  const centre: [number, number] = [reader.findNumber(range, 10), reader.findNumber(range, 20)];
  const width = reader.findNumber(range, 40);
  const height = reader.findNumber(range, 41);
  const old = oldViewport(reader, range);
  const viewHeight = old?.height ?? reader.findNumber(range, 45);
  const target = old?.target ?? [reader.findNumber(range, 17), reader.findNumber(range, 27)];
  const viewCentre = old?.centre ?? [reader.findNumber(range, 12), reader.findNumber(range, 22)];
  const twist = old?.twist ?? reader.findNumber(range, 51) * RADIANS;
  const scale = viewHeight > 0 ? height / viewHeight : 0;
  const toView = compose(rotation(twist), translation(-target[0], -target[1]));
  const transform = compose(
    compose(translation(centre[0], centre[1]), scaling(scale, scale)),
    compose(translation(-viewCentre[0], -viewCentre[1]), toView),
  );
  const hiddenLayers: string[] = [];
  for (let tag = range.start; tag < range.end; tag++)
    if (codes[tag] === 331 || codes[tag] === 341) hiddenLayers.push(reader.name(tag).toUpperCase());
  const flags = reader.findInt(range, 90);
  const id = reader.findInt(range, 69);
  return {
    type: 'viewport',
    id,
    centre,
    width,
    height,
    transform,
    scale,
    on: reader.findInt(range, 68) !== 0 && (flags & 0x20000) === 0,
    hiddenLayers,
  };
}

/** The oldest version keeps a viewport's view in extended data: target, direction, twist, height, centre. */
function oldViewport(
  reader: TagReader,
  range: TagRange,
): { target: [number, number]; twist: number; height: number; centre: [number, number] } | null {
  const { codes } = reader.document.tags;
  let tag = range.start;
  while (tag < range.end && !(codes[tag] === 1000 && reader.name(tag) === 'MVIEW')) tag++;
  if (tag === range.end) return null;
  const points: [number, number][] = [];
  const reals: number[] = [];
  for (; tag < range.end && reals.length < 4; tag++) {
    if (codes[tag] === 1010) points.push([reader.number(tag), reader.number(tag + 1)]);
    else if (codes[tag] === 1040) reals.push(reader.number(tag));
  }
  if (points.length === 0 || reals.length < 4) return null;
  return { target: points[0], twist: reals[0] * RADIANS, height: reals[1], centre: [reals[2], reals[3]] };
}
