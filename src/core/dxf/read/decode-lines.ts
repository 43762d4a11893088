import {
  composeSpace,
  cross,
  IDENTITY_SPACE,
  moved,
  type Point3,
  spaceOfAxes,
  unit,
} from '../../geometry/space';
import { splinePoints, throughPoints } from '../../geometry/spline';
import { type TagRange, tagIs } from '../document';
import type { Drawing } from '../drawing';
import type { Fields } from '../fields';
import type {
  CompoundShape,
  EllipseShape,
  EndlessShape,
  Part,
  PathShape,
  PathVertex,
  PolygonShape,
  Shape,
} from '../shapes';
import type { TagReader } from '../tag-reader';
import { normalOf } from './decode-text';

const RADIANS = Math.PI / 180;
const TURN = 2 * Math.PI;
/** Most control points of a curve that are looked at; a curve with more is thinned by what it is drawn with. */
const MOST_KNOTS = 1_000_000;

export const pathOf = (
  points: readonly (readonly [number, number, number?])[],
  closed = false,
): PathShape => ({
  type: 'path',
  vertices: points.map(([x, y, z]) => (z ? { x, y, z, bulge: 0 } : { x, y, bulge: 0 })),
  closed,
  width: 0,
  system: IDENTITY_SPACE,
});

export const straight = (f: Fields): PathShape => pathOf([f.point(10), f.point(11)]);

export function lightPolyline(reader: TagReader, f: Fields): PathShape {
  const { codes } = reader.document.tags;
  const vertices: { x: number; y: number; bulge: number; widths?: [number, number] }[] = [];
  let tapered = false;
  for (let tag = f.range.start; tag < f.end; tag++) {
    const last = vertices.at(-1);
    switch (codes[tag]) {
      case 10:
        vertices.push({ x: reader.number(tag), y: 0, bulge: 0 });
        break;
      case 20:
        if (last) last.y = reader.number(tag);
        break;
      case 42:
        if (last) last.bulge = reader.number(tag);
        break;
      case 40:
      case 41: {
        const width = reader.number(tag);
        if (!last || !(width >= 0)) break;
        last.widths ??= [0, 0];
        last.widths[codes[tag] - 40] = width;
        if (width > 0) tapered = true;
      }
    }
  }
  if (!tapered) for (const vertex of vertices) delete vertex.widths;
  const flags = f.int(70);
  return {
    type: 'path',
    vertices,
    closed: (flags & 1) === 1,
    width: tapered ? 0 : Math.max(0, f.num(43)),
    runsOn: (flags & 128) === 128,
    system: composeSpace(normalOf(f), moved(0, 0, f.num(38))),
  };
}

/** A polyline whose vertices are records of their own: in the plane, in space, or the mesh of a surface. */
export function heavyPolyline(drawing: Drawing, row: number): Shape {
  const { reader } = drawing;
  const range = { start: drawing.objects.start[row], end: drawing.objects.end[row] };
  const f = reader.fields.load(range);
  const flags = f.int(70);
  const system = composeSpace(normalOf(f), moved(0, 0, f.num(30)));
  const usual: [number, number] = [f.num(40), f.num(41)];
  const [rows, columns] = [f.int(71), f.int(72)];
  const vertices: (PathVertex & { readonly faces: readonly number[] })[] = [];
  eachVertex(reader, range.end, drawing.objects.groupEnd[row], (part) => {
    const v = reader.fields.load(part);
    const kind = v.int(70);
    // Control points of a smoothed polyline are kept in the file but not drawn.
    if ((kind & 16) === 16) return;
    const faces =
      (kind & 128) === 128 && (kind & 64) === 0 ? [71, 72, 73, 74].map((code) => v.int(code)) : [];
    const widths: [number, number] = [v.num(40, usual[0]), v.num(41, usual[1])];
    vertices.push({
      x: v.num(10),
      y: v.num(20),
      z: v.num(30),
      bulge: v.num(42),
      faces,
      ...(widths[0] > 0 || widths[1] > 0 ? { widths } : {}),
    });
  });
  if ((flags & 64) === 64) return facesOf(vertices);
  if ((flags & 16) === 16) return meshOf(vertices, rows, columns, flags);
  const spatial = (flags & 8) === 8;
  const even = vertices.every(({ widths }) => widths?.[0] === usual[0] && widths[1] === usual[0]);
  return {
    type: 'path',
    vertices: vertices.map(({ faces: _, widths, z, ...vertex }) => ({
      ...vertex,
      ...(spatial && z ? { z } : {}),
      ...(widths && !even ? { widths } : {}),
      bulge: spatial ? 0 : vertex.bulge,
    })),
    closed: (flags & 1) === 1,
    width: even && vertices.length > 0 ? usual[0] : 0,
    runsOn: (flags & 128) === 128,
    system: spatial ? IDENTITY_SPACE : system,
  };
}

function eachVertex(reader: TagReader, from: number, to: number, visit: (part: TagRange) => void): void {
  const { tags } = reader.document;
  for (let tag = from; tag < to; ) {
    const start = tag++;
    while (tag < to && tags.codes[tag] !== 0) tag++;
    if (tagIs(tags, start, 'VERTEX')) visit({ start, end: tag });
  }
}

type Corner = PathVertex & { readonly faces: readonly number[] };

/** Edges of the faces of a mesh; a face names its corners from 1 on, an edge that does not show by a minus. */
function facesOf(vertices: readonly Corner[]): CompoundShape {
  const corners = vertices.filter((vertex) => vertex.faces.length === 0);
  const parts: Part[] = [];
  for (const { faces } of vertices) {
    const used = faces.filter((number) => number !== 0);
    for (const [i, number] of used.entries()) {
      const from = corners[Math.abs(number) - 1];
      const to = corners[Math.abs(used[(i + 1) % used.length]) - 1];
      if (number > 0 && from && to)
        parts.push({ shape: pathOf([from, to].map((corner) => [corner.x, corner.y, corner.z])) });
    }
  }
  return { type: 'compound', parts };
}

function meshOf(vertices: readonly Corner[], rows: number, columns: number, flags: number): CompoundShape {
  const parts: Part[] = [];
  const at = (i: number, j: number): Corner | undefined => vertices[i * columns + j];
  const line = (points: readonly (Corner | undefined)[], closed: boolean): void => {
    const there = points.filter((point): point is Corner => point !== undefined);
    if (there.length > 1)
      parts.push({
        shape: pathOf(
          there.map(({ x, y, z }) => [x, y, z]),
          closed,
        ),
      });
  };
  const [m, n] = [Math.min(rows, vertices.length), Math.min(columns, vertices.length)];
  for (let i = 0; i < m; i++)
    line(
      Array.from({ length: n }, (_, j) => at(i, j)),
      (flags & 32) === 32,
    );
  for (let j = 0; j < n; j++)
    line(
      Array.from({ length: m }, (_, i) => at(i, j)),
      (flags & 1) === 1,
    );
  return { type: 'compound', parts };
}

export function arc(f: Fields): EllipseShape {
  const radius = f.num(40);
  const whole = !f.has(50);
  const from = whole ? 0 : f.num(50) * RADIANS;
  const [x, y, z] = f.point(10);
  return {
    type: 'ellipse',
    centre: [x, y],
    u: [radius, 0],
    v: [0, radius],
    from,
    to: whole ? TURN : from + sweep(from, f.num(51) * RADIANS),
    system: composeSpace(normalOf(f), moved(0, 0, z)),
  };
}

/** Angle from one direction counter-clockwise to the next, above 0 and at most a full turn. */
export function sweep(from: number, to: number): number {
  const turned = (to - from) % TURN;
  return turned > 1e-12 ? turned : turned + TURN;
}

export function ellipse(f: Fields): EllipseShape {
  const major = f.point(11);
  const ratio = f.num(40, 1);
  const normal = unit(f.has(230) ? f.point(210) : [0, 0, 1]);
  const minor = cross(normal, major).map((part) => part * ratio) as unknown as Point3;
  const from = f.num(41);
  // Ellipses are held in world coordinates: their axes are the plane they are drawn in.
  return {
    type: 'ellipse',
    centre: [0, 0],
    u: [1, 0],
    v: [0, 1],
    from,
    to: from + sweep(from, f.num(42, TURN)),
    system: spaceOfAxes(major, minor, f.point(10)),
  };
}

export function spline(reader: TagReader, f: Fields): PathShape {
  const { codes } = reader.document.tags;
  const control: Point3[] = [];
  const fit: Point3[] = [];
  const knots: number[] = [];
  const weights: number[] = [];
  const point = (tag: number): Point3 => [
    reader.number(tag),
    codes[tag + 1] === codes[tag] + 10 ? reader.number(tag + 1) : 0,
    codes[tag + 2] === codes[tag] + 20 ? reader.number(tag + 2) : 0,
  ];
  for (let tag = f.range.start; tag < f.end && knots.length < MOST_KNOTS; tag++) {
    const code = codes[tag];
    if (code === 10) control.push(point(tag));
    else if (code === 11) fit.push(point(tag));
    else if (code === 40) knots.push(reader.number(tag));
    else if (code === 41) weights.push(reader.number(tag));
  }
  const closed = (f.int(70) & 1) === 1;
  const points =
    control.length > 0
      ? splinePoints(f.int(71, 3), control, knots, weights)
      : throughPoints(fit, f.has(12) ? f.point(12) : null, f.has(13) ? f.point(13) : null, closed);
  return { ...pathOf(points), runsOn: true };
}

export function solid(reader: TagReader, f: Fields): PolygonShape {
  const face = tagIs(reader.document.tags, f.range.start, '3DFACE');
  const last = f.point(f.has(13) ? 13 : 12);
  if (face)
    return {
      type: 'polygon',
      points: [f.point(10), f.point(11), f.point(12), last],
      system: IDENTITY_SPACE,
      outline: true,
    };
  // Corners of a solid are held crosswise: the third and fourth change places.
  return { type: 'polygon', points: [f.point(10), f.point(11), last, f.point(12)], system: normalOf(f) };
}

export const endless = (f: Fields, both: boolean): EndlessShape => ({
  type: 'endless',
  at: f.point(10),
  direction: f.point(11),
  both,
});
