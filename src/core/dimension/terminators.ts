import type { Terminator } from '../standard/dimension-settings';

/** Part of a terminator of size 1: its tip at 0, 0, its line coming from the left. */
export type TerminatorPart =
  | { readonly kind: 'line'; readonly points: readonly number[]; readonly heavy?: boolean }
  | { readonly kind: 'fill'; readonly points: readonly number[] }
  | {
      readonly kind: 'circle';
      readonly x: number;
      readonly y: number;
      readonly radius: number;
      readonly full: boolean;
    };

const SLIM = 1 / 6;
/** Half the opening of an arrow of 30°, at its foot. */
const NARROW = Math.tan(Math.PI / 12);

const line = (...points: number[]): TerminatorPart => ({ kind: 'line', points });
const ring = (radius: number, full = false): TerminatorPart => ({ kind: 'circle', x: 0, y: 0, radius, full });
/** From a mark around the tip to where the dimension line ends. */
const stem = (from: number): TerminatorPart => line(-from, 0, -1, 0);

const PARTS: Readonly<Record<Terminator, readonly TerminatorPart[]>> = {
  'filled arrow': [{ kind: 'fill', points: [0, 0, -1, SLIM, -1, -SLIM] }],
  'hollow arrow': [line(0, 0, -1, SLIM, -1, -SLIM, 0, 0)],
  'closed arrow': [line(0, 0, -1, SLIM, -1, -SLIM, 0, 0), line(0, 0, -1, 0)],
  'open arrow': [line(-1, SLIM, 0, 0, -1, -SLIM), line(0, 0, -1, 0)],
  'wide arrow': [line(-0.5, 0.5, 0, 0, -0.5, -0.5), line(0, 0, -1, 0)],
  'narrow arrow': [line(-1, NARROW, 0, 0, -1, -NARROW), line(0, 0, -1, 0)],
  slash: [line(-0.5, -0.5, 0.5, 0.5)],
  'heavy slash': [{ kind: 'line', points: [-0.5, -0.5, 0.5, 0.5], heavy: true }],
  dot: [ring(0.5, true), stem(0.5)],
  'small dot': [ring(0.125, true), stem(0.125)],
  ring: [ring(0.5), stem(0.5)],
  'small ring': [ring(0.25), stem(0.25)],
  'ring with mark': [ring(0.5), ring(0.25), stem(0.5)],
  box: [line(-0.5, -0.5, 0.5, -0.5, 0.5, 0.5, -0.5, 0.5, -0.5, -0.5), stem(0.5)],
  'filled box': [{ kind: 'fill', points: [-0.5, -0.5, 0.5, -0.5, 0.5, 0.5, -0.5, 0.5] }, stem(0.5)],
  triangle: [line(0, 0.5774, -1, 0, 0, -0.5774, 0, 0.5774)],
  'filled triangle': [{ kind: 'fill', points: [0, 0.5774, -1, 0, 0, -0.5774] }],
  hook: [line(-0.45, -0.8, -0.2, -0.55, 0, 0, 0.2, 0.55, 0.45, 0.8)],
  none: [],
};

export const terminatorParts = (terminator: Terminator): readonly TerminatorPart[] => PARTS[terminator];

/** Whether a dimension line runs on past its extension lines with this terminator, as far as its overrun says. */
export const takesOverrun = (terminator: Terminator): boolean =>
  ['slash', 'heavy slash', 'hook', 'none'].includes(terminator);

/** How far back from the tip the dimension line ends, as a share of the size: arrows cover it. */
export const coveredBy = (terminator: Terminator): number => (takesOverrun(terminator) ? 0 : 1);
