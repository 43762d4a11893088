import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import type { FigurePart } from '../../src/core/dimension/figure';
import { dimensionParts, joinedParts } from '../../src/core/dimension/picture';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { factsOf } from '../../src/core/facts/facts';
import { python } from './python';

// Pictures of dimensions drawn anew agree with those that python3-ezdxf draws of the same settings, to 0.01 mm on paper.

interface Drawn {
  readonly kind: string;
  readonly lines: readonly (readonly number[])[];
  readonly arcs: readonly (readonly [number, number, number, number, number])[];
  readonly ends: readonly (readonly [string, number, number, number, number])[];
  readonly texts: readonly (readonly [string, number, number, number, number])[];
}

interface Made {
  readonly path: string;
  readonly dimensions: Readonly<Record<string, Drawn>>;
}

const SCALE = 50;
/** 0.01 mm on paper at 1:50. */
const NEAR = 0.01 * SCALE;

type P = readonly [number, number];
const apart = (a: P, b: P): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
const nearest = (p: P, among: readonly P[]): number => Math.min(...among.map((one) => apart(p, one)));
const along = (deg: number): P => [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];

const endsOf = ([x0, y0, x1, y1]: readonly number[]): P[] => [
  [x0, y0],
  [x1, y1],
];

/** Ends of lines that hang on no width of letters, which each program works out in its own way. */
function fixedEnds({ kind, lines, texts }: Drawn): P[] {
  if (/radius|diameter/.test(kind)) {
    const [across, tail] = lines;
    const [[x0, y0], [x1, y1]] = endsOf(across);
    const [, x, y] = texts[0];
    // A text in the line cuts the tail that it stands on.
    const inLine = Math.abs((x1 - x0) * (y - y0) - (y1 - y0) * (x - x0)) < apart([x0, y0], [x1, y1]);
    return inLine ? endsOf(across) : [...endsOf(across), endsOf(tail)[0]];
  }
  if (kind.startsWith('ordinate')) return lines.flatMap(endsOf).slice(0, -1);
  // A text in its line breaks it: the ends beside the text lie as far apart as it is wide.
  const [, x, y] = texts[0];
  const ends = lines.flatMap(endsOf);
  const broken = lines.length > 3;
  return broken ? ends.filter((p) => apart(p, [x, y]) > 12 * SCALE) : ends;
}

const folder = mkdtempSync(join(tmpdir(), 'zinc-pictures-'));
const made = python<Made[]>('make_dimensions.py', folder);

describe.each(made.map((one) => [basename(one.path), one] as const))('%s', (_, { path, dimensions }) => {
  const read = readDrawing(new Uint8Array(readFileSync(path)));
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  const cases = Object.entries(dimensions).map(([handle, drawn]) => [handle, drawn.kind, drawn] as const);

  it.each(cases)('%s: %s', (handle, kind, theirs) => {
    const [row] = facts.rowsByHandle.get(handle)!;
    const { parts, why } = dimensionParts(
      read.value,
      row,
      {
        values: facts.dimension(row).values,
        unitsPerMm: SCALE,
        lettering: { face: 'stroke', widthFactor: 1 },
      },
      '',
    );
    expect(why).toBeNull();
    const ours = joinedParts(parts!).map((part) => grown(part));
    const ends = ours.flatMap((part): P[] => (part.kind === 'line' ? endsOf(part.points) : []));
    for (const end of fixedEnds(theirs)) expect(nearest(end, ends)).toBeLessThan(NEAR);

    const arcs = ours.flatMap((part) =>
      part.kind === 'arc' && part.toDeg - part.fromDeg < 360 ? [part] : [],
    );
    const corners = arcs.flatMap((arc) =>
      [arc.fromDeg, arc.toDeg].map((deg) => onArc(arc.centre, arc.radius, deg)),
    );
    // An arc that its text breaks ends where the other program's letters do.
    const whole = theirs.arcs.length === 1 ? theirs.arcs : [];
    for (const [x, y, r, from, to] of whole)
      for (const deg of [from, to]) expect(nearest(onArc([x, y], r, deg), corners)).toBeLessThan(NEAR);

    for (const [name, x, y, deg, size] of theirs.ends) {
      if (name === '_CLOSEDFILLED') {
        const arrows = ours.flatMap((part) => (part.kind === 'fill' ? [part.points] : []));
        const same = arrows.find(([tx, ty]) => apart([tx, ty], [x, y]) < NEAR)!;
        expect(same).toBeDefined();
        const [, , ax, ay, bx, by] = same;
        const [c, s] = along(deg);
        expect(apart([(ax + bx) / 2, (ay + by) / 2], [x - size * c, y - size * s])).toBeLessThan(NEAR);
        // common practice: a filled arrow is a third as wide as it is long
        expect(apart([ax, ay], [bx, by])).toBeCloseTo(size / 3, 3);
      } else {
        const [c, s] = along(deg + 45);
        const half = size * Math.SQRT1_2;
        for (const sign of [-1, 1])
          expect(nearest([x + sign * half * c, y + sign * half * s], ends)).toBeLessThan(NEAR);
      }
    }

    const [text] = ours.flatMap((part) => (part.kind === 'text' ? [part] : []));
    const [words, x, y, height, deg] = theirs.texts[0];
    expect(text.text.replace('⌒', '')).toBe(words.replace('%%c', '⌀'));
    expect(text.heightMm).toBeCloseTo(height, 6);
    expect(Math.abs(Math.sin(((text.angleDeg - deg) * Math.PI) / 180))).toBeLessThan(1e-6);
    // Where it stands along its line hangs on its width for some; how far from its line, never. What is measured from right
    // to left has its text under its line there, and over it here and in practice.
    if (kind === 'backwards') return;
    const [c, s] = along(deg);
    const across = (p: P): number => (p[1] - y) * c - (p[0] - x) * s;
    expect(Math.abs(across(text.middle!))).toBeLessThan(NEAR);
    const centred = !/radius|diameter|ordinate/.test(kind);
    if (centred) expect(apart(text.middle!, [x, y])).toBeLessThan(NEAR);
  });
});

const onArc = ([x, y]: P, r: number, deg: number): P => [x + r * along(deg)[0], y + r * along(deg)[1]];

/** A part in drawing units. */
function grown(part: FigurePart): FigurePart {
  const all = (points: readonly number[]): number[] => points.map((one) => one * SCALE);
  if (part.kind === 'arc')
    return { ...part, centre: [part.centre[0] * SCALE, part.centre[1] * SCALE], radius: part.radius * SCALE };
  if (part.kind === 'text')
    return {
      ...part,
      heightMm: part.heightMm * SCALE,
      middle: part.middle && [part.middle[0] * SCALE, part.middle[1] * SCALE],
    };
  return { ...part, points: all(part.points) };
}
