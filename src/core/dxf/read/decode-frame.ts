import { IDENTITY_SPACE, type Point3, type Space, spaceOfAxes } from '../../geometry/space';
import { compose, rotation, scaling, translation } from '../../geometry/transform';
import type { TagRange } from '../document';
import { type Drawing, rangeOf } from '../drawing';
import type { Fields } from '../fields';
import {
  type CompoundShape,
  type MaskShape,
  type Part,
  PLAIN_TEXT,
  type PolygonShape,
  type Shape,
  type ViewportShape,
} from '../shapes';
import type { TagReader } from '../tag-reader';
import { pathOf } from './decode-lines';
import { runOfStyle } from './decode-text';
import { parallelRun } from './parallel-run';

const RADIANS = Math.PI / 180;

export function viewport(reader: TagReader, f: Fields): ViewportShape {
  const { codes } = reader.document.tags;
  const { range } = f;
  const old = oldViewport(reader, range);
  const centre: [number, number] = [f.num(10), f.num(20)];
  const width = f.num(40);
  const height = f.num(41);
  const viewHeight = old?.height ?? f.num(45);
  const target = old?.target ?? [f.num(17), f.num(27)];
  const viewCentre = old?.centre ?? [f.num(12), f.num(22)];
  const twist = old?.twist ?? f.num(51) * RADIANS;
  const scale = viewHeight > 0 ? height / viewHeight : 0;
  const toView = compose(rotation(twist), translation(-target[0], -target[1]));
  const transform = compose(
    compose(translation(centre[0], centre[1]), scaling(scale, scale)),
    compose(translation(-viewCentre[0], -viewCentre[1]), toView),
  );
  const hiddenLayers: string[] = [];
  for (let tag = range.start; tag < f.end; tag++)
    if (codes[tag] === 331 || codes[tag] === 341) hiddenLayers.push(reader.name(tag).toUpperCase());
  const flags = f.int(90);
  return {
    type: 'viewport',
    id: f.int(69),
    centre,
    width,
    height,
    transform,
    scale,
    on: f.int(68) !== 0 && (flags & 0x20000) === 0,
    hiddenLayers,
    clipBy: (flags & 0x10000) !== 0 ? f.text(340).toUpperCase() : '',
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

/** Corners of a picture's or a mask's edge, in its own pixels counted from the middle of the first pixel. */
function clipCorners(reader: TagReader, f: Fields, across: number, up: number): [number, number][] {
  const { codes } = reader.document.tags;
  const corners: [number, number][] = [];
  for (let tag = f.range.start; tag < f.end; tag++)
    if (codes[tag] === 14 && codes[tag + 1] === 24)
      corners.push([reader.number(tag), reader.number(tag + 1)]);
  if (corners.length === 2) {
    const [[x0, y0], [x1, y1]] = corners;
    return [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ];
  }
  if (corners.length > 2) return corners;
  return [
    [-0.5, -0.5],
    [across - 0.5, -0.5],
    [across - 0.5, up - 0.5],
    [-0.5, up - 0.5],
  ];
}

/** Corners in the drawing: pixels run down from the upper edge, the drawing's axes run up. */
function raster(
  reader: TagReader,
  f: Fields,
): { corners: Point3[]; space: Space; across: number; up: number } {
  const across = f.num(13);
  const up = f.num(23);
  const u = f.point(11);
  const v = f.point(12);
  const at = f.point(10);
  const corners = clipCorners(reader, f, across, up).map(([px, py]): Point3 => {
    const s = px + 0.5;
    const t = up - (py + 0.5);
    return [at[0] + u[0] * s + v[0] * t, at[1] + u[1] * s + v[1] * t, at[2] + u[2] * s + v[2] * t];
  });
  return { corners, space: spaceOfAxes(u, v, at), across, up };
}

export function mask(drawing: Drawing, row: number): MaskShape {
  const { reader } = drawing;
  const { corners } = raster(reader, reader.fields.load(rangeOf(drawing, row)));
  return { type: 'mask', points: corners, system: IDENTITY_SPACE, framed: drawing.masksFramed };
}

/** A picture that is only referred to shows as its frame with its name: it is never opened. */
export function image(drawing: Drawing, row: number): CompoundShape {
  const { reader } = drawing;
  const f = reader.fields.load(rangeOf(drawing, row));
  const { corners, space, across, up } = raster(reader, f);
  const file =
    drawing.references.find((reference) => reference.handle === f.text(340).toUpperCase())?.path ?? '';
  const outline: PolygonShape = { type: 'polygon', points: corners, system: IDENTITY_SPACE, outline: true };
  const parts: Part[] = [{ shape: outline }];
  const name = file.replace(/^.*[\\/]/, '');
  if (name !== '' && up > 0 && across > 0) {
    const height = Math.min(up * 0.12, (across * 0.9) / Math.max(4, name.length * 0.9));
    parts.push({
      shape: {
        ...PLAIN_TEXT,
        type: 'text',
        paragraphs: [{ runs: [{ ...runOfStyle(drawing, ''), text: name, face: 'sans' }], align: null }],
        x: across / 2,
        y: up / 2,
        height,
        across: 0.5,
        up: 'middle',
        system: space,
      },
    });
  }
  return { type: 'compound', parts };
}

/** A table is drawn as the symbol that was made for it. */
export function tablePicture(f: Fields): Shape | null {
  const symbol = f.text(2);
  if (symbol === '') return null;
  const axis = f.has(11) ? f.point(11) : ([1, 0, 0] as Point3);
  const length = Math.hypot(...axis) || 1;
  const [c, s] = [axis[0] / length, axis[1] / length];
  const [x, y, z] = f.point(10);
  return { type: 'placement', symbol, spaces: [[c, -s, 0, x, s, c, 0, y, 0, 0, 1, z]] };
}

/** A parallel-line set as it was placed: each line of its style along the corners, broken where the file says so. */
export function parallelLines(drawing: Drawing, row: number): CompoundShape {
  const { set: style, flags, closed, corners } = parallelRun(drawing, row);
  const point = (corner: (typeof corners)[number], line: number): Point3 | null => {
    const offset = corner.lines[line]?.values[0];
    if (offset === undefined) return null;
    return [0, 1, 2].map((k) => corner.at[k] + corner.mitre[k] * offset) as unknown as Point3;
  };
  const lineCount = corners[0]?.lines.length ?? 0;
  const parts: Part[] = [];
  for (let line = 0; line < lineCount && line < 64; line++) {
    const points = corners.map((corner) => point(corner, line)).filter((at): at is Point3 => at !== null);
    const element = style?.elements[line];
    if (points.length > 1)
      parts.push({
        shape: pathOf(points, closed),
        ...(element?.colour ? { colour: element.colour } : {}),
        ...(element && !/^by(layer|block)$/i.test(element.linetype) ? { linetype: element.linetype } : {}),
      });
  }
  if (closed || !style || lineCount < 2) return { type: 'compound', parts };
  const outermost = (corner: (typeof corners)[number]): { right: Point3; left: Point3 } | null => {
    const ends = [...Array(lineCount).keys()].flatMap((line) => {
      const at = point(corner, line);
      return at ? [{ at, offset: corner.lines[line].values[0] }] : [];
    });
    ends.sort((a, b) => a.offset - b.offset);
    return ends.length > 1 ? { right: ends[0].at, left: ends[ends.length - 1].at } : null;
  };
  // Caps join the outermost lines at an end, straight or half round. From right to left the way round runs against the
  // line at its start, and with it at its end.
  for (const [corner, straight, round, suppressed] of [
    [corners[0], style.capStart, style.roundStart, (flags & 4) === 4],
    [corners[corners.length - 1], style.capEnd, style.roundEnd, (flags & 8) === 8],
  ] as const) {
    const ends = suppressed || !(straight || round) ? null : outermost(corner);
    if (!ends) continue;
    if (straight) parts.push({ shape: pathOf([ends.right, ends.left]) });
    if (round) {
      const { vertices, ...half } = pathOf([ends.right, ends.left]);
      const bulge = corner === corners[0] ? -1 : 1;
      parts.push({ shape: { ...half, vertices: [{ ...vertices[0], bulge }, vertices[1]] } });
    }
  }
  if (style.fillColour !== null) {
    const edges = corners.map(outermost).filter((edge) => edge !== null);
    const [first, last] = [edges[0], edges[edges.length - 1]];
    const points = [
      ...edges.map(({ left }) => left),
      ...(last && style.roundEnd && (flags & 8) === 0 ? halfRound(last.left, last.right) : []),
      ...edges.map(({ right }) => right).reverse(),
      ...(first && style.roundStart && (flags & 4) === 0 ? halfRound(first.right, first.left) : []),
    ];
    // Under its lines: what is drawn first lies at the bottom.
    if (points.length > 3)
      parts.unshift({
        shape: { type: 'polygon', points, system: IDENTITY_SPACE },
        colour: { number: style.fillColour },
      });
  }
  return { type: 'compound', parts };
}

/** Points of the half circle from one point to another, clockwise: out of a run from its left edge to its right one. */
function halfRound(from: Point3, to: Point3): Point3[] {
  const centre = [0, 1, 2].map((k) => (from[k] + to[k]) / 2);
  const [dx, dy] = [from[0] - centre[0], from[1] - centre[1]];
  return Array.from({ length: HALF_STEPS - 1 }, (_, i): Point3 => {
    const angle = (-Math.PI * (i + 1)) / HALF_STEPS;
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    return [centre[0] + dx * c - dy * s, centre[1] + dx * s + dy * c, centre[2]];
  });
}
const HALF_STEPS = 24;
