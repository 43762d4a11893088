import { PLAIN_DIMENSION } from '../standard/dimension-settings';
import { type BrokenLines, brokenAt, piecesOf } from './break-lines';
import { angleFigure, linearFigure } from './figure';
import type { FigurePart } from './figure-pen';

const LETTERING = { face: 'stroke', widthFactor: 1 } as const;
const v = { ...PLAIN_DIMENSION, extensionOffsetMm: 1, extensionOverrunMm: 2 };
/** A dimension of 40 mm on paper, its line 20 mm over its points. */
const parts = linearFigure(v, LETTERING, [0, 0], [40, 0], 0, 20, 40);

const extensionLines = (all: readonly FigurePart[]): (readonly number[])[] =>
  all.flatMap((part) => (part.kind === 'line' && part.setting.startsWith('extension') ? [part.points] : []));

const lengthOf = (lines: readonly (readonly number[])[]): number =>
  lines.reduce((sum, [x0, y0, x1, y1]) => sum + Math.hypot(x1 - x0, y1 - y0), 0);

it('breaks an extension line by the gap, and nothing else', () => {
  const before = extensionLines(parts);
  const broken = brokenAt(parts, 'extension lines', [[40, 10]], 3);
  const after = extensionLines(broken);
  // Closed form: from 1 to 8.5 and from 11.5 to 20, and what goes on beyond the line.
  expect(lengthOf(before) - lengthOf(after)).toBeCloseTo(3, 9);
  expect(after.map((line) => line.map((value) => Number(value.toFixed(6))))).toContainEqual([40, 1, 40, 8.5]);
  expect(after.map((line) => line.map((value) => Number(value.toFixed(6))))).toContainEqual([
    40, 11.5, 40, 20,
  ]);
  expect(broken.filter(({ kind }) => kind !== 'line')).toEqual(parts.filter(({ kind }) => kind !== 'line'));
});

it('breaks it once where two gaps run into each other, and across where two parts of it meet', () => {
  const once = extensionLines(
    brokenAt(
      parts,
      'extension lines',
      [
        [40, 10],
        [40, 11],
      ],
      3,
    ),
  );
  expect(lengthOf(extensionLines(parts)) - lengthOf(once)).toBeCloseTo(4, 9);
  // The line and its overrun are two parts that meet at the dimension line.
  const across = extensionLines(brokenAt(parts, 'extension lines', [[40, 20.5]], 3));
  expect(lengthOf(extensionLines(parts)) - lengthOf(across)).toBeCloseTo(3, 9);
});

it.each([
  ['beside it', [41, 10]],
  ['beyond its ends', [40, 30]],
] as const)('breaks nothing %s', (_, point) => {
  expect(brokenAt(parts, 'extension lines', [point], 3)).toEqual(parts);
});

describe('the line of an angle', () => {
  // 30 to 150 degrees at 25 mm.
  const angle = angleFigure(v, LETTERING, [100, 50], 25, 30, 150, 10);
  const arcs = (all: readonly FigurePart[]) =>
    all.flatMap((part) => (part.kind === 'arc' ? [[part.fromDeg, part.toDeg] as const] : []));
  const lengthMm = (all: readonly FigurePart[]): number =>
    arcs(all).reduce((sum, [from, to]) => sum + ((to - from) * Math.PI * 25) / 180, 0);

  it('is broken along its arc by the gap, wherever the crossing lies on it', () => {
    const broken = brokenAt(angle, 'dimension line', [[100, 75]], 3);
    expect(lengthMm(angle) - lengthMm(broken)).toBeCloseTo(3, 9);
    const half = (1.5 / 25) * (180 / Math.PI);
    expect(
      arcs(broken)
        .flat()
        .some((deg) => Math.abs(deg - (90 - half)) < 1e-9),
    ).toBe(true);
    expect(broken.filter(({ kind }) => kind !== 'arc')).toEqual(angle.filter(({ kind }) => kind !== 'arc'));
  });

  it.each<[string, BrokenLines, readonly [number, number]]>([
    ['by what crosses its extension lines alone', 'extension lines', [100, 75]],
    ['off the arc', 'dimension line', [100, 74.9]],
    ['on the circle and beyond its ends', 'dimension line', [100, 25]],
  ])('is not broken %s', (_, which, point) => {
    expect(brokenAt(angle, which, [point], 3)).toEqual(angle);
  });

  it('is drawn by chords that lie on it', () => {
    const pieces = piecesOf(angle, 2);
    const ends = Array.from({ length: pieces.length / 2 }, (_, i) => [pieces[2 * i], pieces[2 * i + 1]]);
    expect(
      ends.filter(([x, y]) => Math.abs(Math.hypot(x - 200, y - 100) - 50) < 1e-9).length,
    ).toBeGreaterThan(20);
  });
});
