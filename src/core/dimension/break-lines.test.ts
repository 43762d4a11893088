import { PLAIN_DIMENSION } from '../standard/dimension-settings';
import { brokenAt, extensionLines } from './break-lines';
import { linearFigure } from './figure';

const LETTERING = { face: 'stroke', widthFactor: 1 } as const;
const v = { ...PLAIN_DIMENSION, extensionOffsetMm: 1, extensionOverrunMm: 2 };
/** A dimension of 40 mm on paper, its line 20 mm over its points. */
const parts = linearFigure(v, LETTERING, [0, 0], [40, 0], 0, 20, 40);

const lengthOf = (lines: readonly (readonly number[])[]): number =>
  lines.reduce((sum, [x0, y0, x1, y1]) => sum + Math.hypot(x1 - x0, y1 - y0), 0);

it('breaks an extension line by the gap, and nothing else', () => {
  const before = extensionLines(parts);
  const broken = brokenAt(parts, [[40, 10]], 3);
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
      [
        [40, 10],
        [40, 11],
      ],
      3,
    ),
  );
  expect(lengthOf(extensionLines(parts)) - lengthOf(once)).toBeCloseTo(4, 9);
  // The line and its overrun are two parts that meet at the dimension line.
  const across = extensionLines(brokenAt(parts, [[40, 20.5]], 3));
  expect(lengthOf(extensionLines(parts)) - lengthOf(across)).toBeCloseTo(3, 9);
});

it.each([
  ['beside it', [41, 10]],
  ['beyond its ends', [40, 30]],
] as const)('breaks nothing %s', (_, point) => {
  expect(brokenAt(parts, [point], 3)).toEqual(parts);
});
