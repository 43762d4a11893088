import { glyphOf } from '../lettering/alphabet';
import { fail, type Result } from '../result';
import { fitted } from './symbol-strokes';

/** A step along the outline of a letter, as fonts hold it; y up, in any unit. */
export type OutlineStep =
  | { readonly type: 'M'; readonly x: number; readonly y: number }
  | { readonly type: 'L'; readonly x: number; readonly y: number }
  | { readonly type: 'Q'; readonly x1: number; readonly y1: number; readonly x: number; readonly y: number }
  | {
      readonly type: 'C';
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
      readonly x: number;
      readonly y: number;
    }
  | { readonly type: 'Z' };

/** How far straight pieces may lie off a curve, as a share of the letter's height: a pen hides it at any size. */
const OFF_SHARE = 1 / 400;

/**
 * Straight pieces that keep to a cubic curve.
 * Source: Wang's bound on the distance of a Bézier curve of degree 3 from its chords, from memory.
 * @param second largest second difference of its points
 */
const piecesFor = (second: number, off: number): number =>
  Math.max(1, Math.ceil(Math.sqrt((0.75 * second) / off)));

/** The outlines of a letter as strokes, x, y, x, y …, each closed. */
export function strokesOfOutline(steps: readonly OutlineStep[]): number[][] {
  const heights = steps.flatMap((step) => (step.type === 'Z' ? [] : [step.y]));
  const off = Math.max(1e-9, (Math.max(...heights) - Math.min(...heights)) * OFF_SHARE);
  const strokes: number[][] = [];
  let stroke: number[] = [];
  const close = (): void => {
    if (stroke.length < 4) return;
    const [x, y] = stroke;
    if (x !== stroke[stroke.length - 2] || y !== stroke[stroke.length - 1]) stroke.push(x, y);
    strokes.push(stroke);
  };
  for (const step of steps) {
    if (step.type === 'Z') {
      close();
      stroke = [];
      continue;
    }
    if (step.type === 'M') {
      close();
      stroke = [];
    }
    if (step.type === 'M' || step.type === 'L') {
      stroke.push(step.x, step.y);
      continue;
    }
    const [x0, y0] = stroke.slice(-2);
    // A quadratic curve is the cubic one whose handles reach two thirds of the way to its own.
    const [x1, y1, x2, y2] =
      step.type === 'C'
        ? [step.x1, step.y1, step.x2, step.y2]
        : [
            x0 + (2 / 3) * (step.x1 - x0),
            y0 + (2 / 3) * (step.y1 - y0),
            step.x + (2 / 3) * (step.x1 - step.x),
            step.y + (2 / 3) * (step.y1 - step.y),
          ];
    const pieces = piecesFor(
      Math.max(
        Math.hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2),
        Math.hypot(x1 - 2 * x2 + step.x, y1 - 2 * y2 + step.y),
      ),
      off,
    );
    for (let i = 1; i <= pieces; i++) {
      const t = i / pieces;
      const u = 1 - t;
      const [a, b, c, d] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
      stroke.push(a * x0 + b * x1 + c * x2 + d * step.x, a * y0 + b * y1 + c * y2 + d * step.y);
    }
  }
  close();
  return strokes;
}

export const noLetter = (character: string): Result<never> =>
  fail(
    'no-letter',
    character.trim() === '' ? 'No character is given.' : `This face has no “${character}”.`,
    'Type one character, or choose another face.',
  );

/** A character of the single-stroke alphabet as strokes of a line mark, as high as wanted. */
export function strokesOfLetter(character: string, heightMm: number): Result<number[][]> {
  const glyph = character.trim() === '' ? null : glyphOf(character);
  return glyph ? fitted(glyph.strokes, heightMm) : noLetter(character);
}
