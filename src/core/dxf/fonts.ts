import type { Colour } from './colour';

/** The shipped faces that lettering is shown with. */
export const FACES = ['stroke', 'sans', 'sans-bold', 'serif', 'mono'] as const;
export type Face = (typeof FACES)[number];

/** Letters that look alike. Sizes are multiples of the text's own height. */
export interface TextRun {
  readonly text: string;
  readonly size: number;
  readonly widthFactor: number;
  readonly slantRad: number;
  /** Space from letter to letter as a multiple of the usual. */
  readonly tracking: number;
  /** The font as the drawing names it. */
  readonly font: string;
  readonly face: Face;
  readonly colour: Colour | null;
  readonly under: boolean;
  readonly over: boolean;
  readonly struck: boolean;
  /** A fraction or a tolerance: one over the other; the bar between them. */
  readonly stack: {
    readonly upper: string;
    readonly lower: string;
    readonly bar: 'level' | 'slanted' | 'none';
  } | null;
}

export interface Paragraph {
  readonly runs: readonly TextRun[];
  readonly align: 'left' | 'centre' | 'right' | null;
}

/** A run as it is without any formatting. */
export const PLAIN_RUN: TextRun = {
  text: '',
  size: 1,
  widthFactor: 1,
  slantRad: 0,
  tracking: 1,
  font: '',
  face: 'stroke',
  colour: null,
  under: false,
  over: false,
  struck: false,
  stack: null,
};

/**
 * Families of type by the beginnings of their names: what cannot be shipped is shown with the face of ours that is
 * nearest. Faces are told by their kind, not copied.
 */
const SERIF =
  /^(times|georgia|cambria|garamond|palatino|book ?antiqua|century|roman|serif|noto ?serif|source ?serif|liberation ?serif|dejavu ?serif|ming|song|mincho|batang)/i;
const MONO =
  /^(courier|consol|lucida ?console|mono|noto ?(sans ?)?mono|spline ?sans ?mono|liberation ?mono|dejavu ?sans ?mono|fira ?code|ocr)/i;

/**
 * The shipped face that stands in for a font.
 * @param file the style's font file, or empty when it names a family only
 * @param family the family's name where the drawing gives one
 */
export function faceOf(file: string, family = '', bold = false): Face {
  const name = (family || file).trim().replace(/^.*[\\/]/, '');
  if (name === '') return 'stroke';
  // Single-stroke fonts come in a format of their own; a name without an ending is one of them.
  if (family === '' && (/\.shx$/i.test(name) || !/\.\w{2,4}$/.test(name))) return 'stroke';
  const stem = name.replace(/\.\w{2,4}$/, '');
  if (SERIF.test(stem)) return 'serif';
  if (MONO.test(stem)) return 'mono';
  return bold || /bold|heavy|black|bd$|b$/i.test(stem) ? 'sans-bold' : 'sans';
}

/** What the letters of a paragraph say. */
export const plainOf = (paragraph: Paragraph): string =>
  paragraph.runs
    .map((run) =>
      run.stack ? `${run.stack.upper}${run.stack.bar === 'none' ? ' ' : '/'}${run.stack.lower}` : run.text,
    )
    .join('');
