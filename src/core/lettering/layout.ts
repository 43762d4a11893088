import type { Colour } from '../dxf/colour';
import type { Face, Paragraph, TextRun } from '../dxf/fonts';
import type { TextShape } from '../dxf/shapes';
import { glyphOf, LETTER_SPACE } from './alphabet';
import { FACE_METRICS } from './face-metrics';
import { scriptLetterWidth } from './script-letters';

const ADVANCES = Object.fromEntries(
  Object.entries(FACE_METRICS).map(([face, { runs, capHeight }]) => {
    const widths = new Map<number, number>();
    for (const [first, row] of runs)
      for (const [i, width] of row.entries()) widths.set(first + i, width / 1000 / capHeight);
    return [face, widths];
  }),
) as Record<Exclude<Face, 'stroke'>, Map<number, number>>;

/** Ideographs fill about a square; other letters without a shipped form are given a middling width. */
const WIDE = 1.4;
const NARROW = 0.8;
const isWide = (code: number): boolean =>
  code >= 0x1100 && (code <= 0x115f || (code >= 0x2e80 && code <= 0xffef));

/** How far descenders reach below the base line, capital height 1. */
export const DROP = 0.3;
/** Distance from one line to the next as a multiple of the height when the text says nothing (ISO 3098: at least 1.4). */
const UNDER = -0.25;
const OVER = 1.2;
const STACKED = 0.7;

const hasLetter = (face: Face, character: string): boolean =>
  face === 'stroke' ? glyphOf(character) !== null : ADVANCES[face].has(character.codePointAt(0)!);

/**
 * The shipped face that can show a letter: the wanted one, or the one that has it; null when none does.
 */
export function faceForLetter(wanted: Face, character: string): Face | null {
  if (hasLetter(wanted, character)) return wanted;
  return (['stroke', 'serif', 'sans'] as const).find((face) => hasLetter(face, character)) ?? null;
}

/** Width of a letter with the space that follows it, capital height 1. */
export function letterWidth(face: Face | null, character: string): number {
  if (face === null) {
    const code = character.codePointAt(0)!;
    const own = scriptLetterWidth(code);
    if (own !== undefined) return own / 1000 / FACE_METRICS.sans.capHeight;
    return isWide(code) ? WIDE : NARROW;
  }
  if (face === 'stroke') return glyphOf(character)!.width + LETTER_SPACE;
  return ADVANCES[face].get(character.codePointAt(0)!)!;
}

/** Width of a text at capital height 1, before any width factor. */
export function textWidth(text: string, face: Face): number {
  let sum = 0;
  for (const character of text) sum += letterWidth(faceForLetter(face, character), character);
  return sum;
}

/** Whether a letter is shown with one of the faces for other scripts, which are loaded when they are needed. */
export const isOfScript = (character: string): boolean =>
  scriptLetterWidth(character.codePointAt(0)!) !== undefined;

/** Letters that none of the shipped faces can show. */
export function missingLetters(text: string, face: Face): number {
  let missing = 0;
  for (const character of text)
    if (character > ' ' && faceForLetter(face, character) === null && !isOfScript(character)) missing++;
  return missing;
}

/** Letters of one face side by side, laid out: where their base line begins, in heights of the text. */
export interface Piece {
  readonly text: string;
  readonly face: Face;
  readonly x: number;
  readonly y: number;
  /** Height of capitals, in heights of the text. */
  readonly size: number;
  readonly width: number;
  readonly widthFactor: number;
  readonly slantRad: number;
  readonly tracking: number;
  readonly colour: Colour | null;
  /** No shipped face has these letters: they are shown with whatever the screen has, or as boxes. */
  readonly missing: boolean;
  /** Letters of another script: where their ink lies is not known to a hair. */
  readonly script: boolean;
}

/** A straight stroke that belongs to the lettering: under, over or through it, or the bar of a fraction. */
export interface Rule {
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly colour: Colour | null;
}

export interface LaidText {
  readonly pieces: readonly Piece[];
  readonly rules: readonly Rule[];
  /** Box in the text's own axes, in heights of the text. */
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
  /** Factor on heights, for text that is fitted between two points and keeps its shape. */
  readonly heightFactor: number;
}

interface Atom {
  readonly pieces: Piece[];
  readonly rules: Rule[];
  readonly width: number;
  readonly size: number;
  readonly blank: boolean;
}

/** Breaks a text into lines and places them about its anchor. */
export function layOut(shape: TextShape): LaidText {
  return layOutPlain(shape) ?? layOutLines(shape);
}

/** One line of letters that all look alike, in no frame: what most texts are. Null for any other. */
function layOutPlain(shape: TextShape): LaidText | null {
  if (shape.fitTo || shape.wrapWidth > 0 || shape.paragraphs.length !== 1) return null;
  const { runs } = shape.paragraphs[0];
  if (runs.length !== 1) return null;
  const [run] = runs;
  if (run.stack || run.under || run.over || run.struck || /^[ \t]|[ \t]$/.test(run.text)) return null;
  const size = run.size || 1;
  const shift =
    shape.up === 'top' ? 0 : shape.up === 'middle' ? size / 2 : shape.up === 'bottom' ? size + DROP : size;
  const base = shift - size;
  const pieces = piecesOf(run.text, run, 0, base, run.size);
  const width = pieces.reduce((sum, piece) => sum + piece.width, 0);
  // In no frame a line is as wide as its frame: however it is aligned, it stands about its anchor.
  const left = -shape.across * width;
  return {
    pieces: left === 0 ? pieces : pieces.map((piece) => ({ ...piece, x: piece.x + left })),
    rules: [],
    minX: left,
    maxX: left + width,
    minY: base - DROP * size,
    maxY: shift,
    heightFactor: 1,
  };
}

function layOutLines(shape: TextShape): LaidText {
  const { height } = shape;
  let paragraphs = shape.paragraphs;
  let heightFactor = 1;
  if (shape.fitTo && height > 0) {
    const natural = paragraphs[0]?.runs.reduce((sum, run) => sum + atomWidth(run), 0) ?? 0;
    const wanted = Math.hypot(shape.fitTo[0] - shape.x, shape.fitTo[1] - shape.y) / height;
    const factor = natural > 1e-9 && wanted > 0 ? wanted / natural : 1;
    if (shape.fitKeepsShape) heightFactor = factor;
    else
      paragraphs = paragraphs.map(({ runs, align }) => ({
        runs: runs.map((run) => ({ ...run, widthFactor: run.widthFactor * factor })),
        align,
      }));
  }
  const limit = shape.wrapWidth > 0 && height > 0 ? shape.wrapWidth / height : Number.POSITIVE_INFINITY;
  const lines = paragraphs.flatMap((paragraph) => breakLines(paragraph, limit));
  const tops: number[] = [];
  let y = 0;
  for (const [i, line] of lines.entries()) {
    const size = line.size || 1;
    y -= i === 0 ? size : shape.lineSpacing * (shape.exactSpacing ? 1 : size);
    tops.push(y);
  }
  // Distances down from the top of the capitals of the first line.
  const depth = -y;
  const shift =
    shape.up === 'top'
      ? 0
      : shape.up === 'middle'
        ? depth / 2
        : shape.up === 'bottom'
          ? depth + (lines.length === 1 && shape.wrapWidth === 0 ? DROP : 0)
          : (lines[0]?.size ?? 1) || 1;
  const frame = Number.isFinite(limit) ? limit : Math.max(0, ...lines.map((line) => line.width));
  const pieces: Piece[] = [];
  const rules: Rule[] = [];
  let [minX, maxX] = [Infinity, -Infinity];
  for (const [i, line] of lines.entries()) {
    const base = tops[i] + shift;
    const left = -shape.across * frame;
    const across = line.align === null ? shape.across : { left: 0, centre: 0.5, right: 1 }[line.align];
    let x = left + across * (frame - line.width);
    minX = Math.min(minX, x);
    maxX = Math.max(maxX, x + line.width);
    for (const atom of inOrder(line.atoms)) {
      for (const piece of atom.pieces) join(pieces, { ...piece, x: piece.x + x, y: piece.y + base });
      for (const { from, to, colour } of atom.rules)
        rules.push({ from: [from[0] + x, from[1] + base], to: [to[0] + x, to[1] + base], colour });
      x += atom.width;
    }
  }
  if (!(minX <= maxX)) [minX, maxX] = [0, 0];
  return {
    pieces,
    rules,
    minX,
    maxX,
    minY: y + shift - DROP * (lines.at(-1)?.size || 1),
    maxY: shift,
    heightFactor,
  };
}

/** Puts a piece behind the others; one that goes on where the last ends, and looks like it, becomes part of it. */
function join(pieces: Piece[], next: Piece): void {
  const last = pieces.at(-1);
  if (
    last &&
    last.face === next.face &&
    last.y === next.y &&
    last.size === next.size &&
    last.widthFactor === next.widthFactor &&
    last.slantRad === next.slantRad &&
    last.tracking === next.tracking &&
    last.colour === next.colour &&
    last.missing === next.missing &&
    last.script === next.script &&
    Math.abs(last.x + last.width - next.x) < 1e-9
  )
    pieces[pieces.length - 1] = { ...last, text: last.text + next.text, width: last.width + next.width };
  else pieces.push(next);
}

interface Line {
  readonly atoms: readonly Atom[];
  readonly width: number;
  readonly size: number;
  readonly align: Paragraph['align'];
}

function breakLines({ runs, align }: Paragraph, limit: number): Line[] {
  const lines: Line[] = [];
  let atoms: Atom[] = [];
  let width = 0;
  const finish = (): void => {
    while (atoms.length > 0 && atoms.at(-1)!.blank) width -= atoms.pop()!.width;
    lines.push({
      atoms,
      width,
      size: Math.max(0, ...atoms.map((atom) => atom.size)) || runs[0]?.size || 1,
      align,
    });
    atoms = [];
    width = 0;
  };
  for (const atom of runs.flatMap(atomsOf)) {
    if (atoms.length > 0 && !atom.blank && width + atom.width > limit * 1.000001) {
      finish();
    }
    if (atoms.length === 0 && atom.blank && lines.length > 0) continue;
    atoms.push(atom);
    width += atom.width;
  }
  finish();
  return lines;
}

const atomWidth = (run: TextRun): number => atomsOf(run).reduce((sum, atom) => sum + atom.width, 0);

/** Words and blanks of a run; ideographs stand alone, as a line may break between any two. */
function atomsOf(run: TextRun): Atom[] {
  if (run.stack) return [stacked(run, run.stack)];
  const words = run.text.match(/[ \t]+|[\u2e80-\uffef]|[^ \t\u2e80-\uffef]+/gu) ?? [];
  return words.map((word) => {
    const pieces = piecesOf(word, run, 0, 0, run.size);
    const width = pieces.reduce((sum, piece) => sum + piece.width, 0);
    const rules: Rule[] = [];
    for (const [wanted, y] of [
      [run.under, UNDER],
      [run.over, OVER],
      [run.struck, 0.45],
    ] as const)
      if (wanted) rules.push({ from: [0, y * run.size], to: [width, y * run.size], colour: run.colour });
    return { pieces, rules, width, size: run.size, blank: /^[ \t]/.test(word) };
  });
}

/** Letters that are read from right to left. */
const LEFTWARDS = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/;
/** What is read from right to left as a whole: such letters, with the blanks and signs between them. */
const LEFTWARDS_RUN =
  /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc](?:[^\p{L}]*[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc])*/gu;

/** Words of a line in the order in which they stand: those that are read from right to left follow each other leftwards. */
function inOrder(atoms: readonly Atom[]): readonly Atom[] {
  const isLeftwards = ({ pieces }: Atom): boolean => pieces.some(({ text }) => LEFTWARDS.test(text));
  if (!atoms.some(isLeftwards)) return atoms;
  const ordered: Atom[] = [];
  for (let i = 0; i < atoms.length; ) {
    let end = i + 1;
    if (isLeftwards(atoms[i]))
      for (let k = end; k < atoms.length && (atoms[k].blank || isLeftwards(atoms[k])); k++)
        if (isLeftwards(atoms[k])) end = k + 1;
    ordered.push(...atoms.slice(i, end).reverse());
    i = end;
  }
  return ordered;
}

/** Letters side by side, split where the face must change because one lacks a letter. */
function piecesOf(text: string, run: TextRun, x: number, y: number, size: number): Piece[] {
  const pieces: Piece[] = [];
  let at = x;
  let current = '';
  let face: Face | null | undefined;
  let script = false;
  let width = 0;
  const push = (): void => {
    if (current === '' || face === undefined) return;
    const wide = width * size * run.widthFactor * run.tracking;
    pieces.push({
      text: current,
      face: face ?? 'sans',
      x: at,
      y,
      size,
      width: wide,
      widthFactor: run.widthFactor,
      slantRad: run.slantRad,
      tracking: run.tracking,
      colour: run.colour,
      missing: face === null && !script,
      script,
    });
    at += wide;
    current = '';
    width = 0;
  };
  // What is read from right to left is set as a whole: whoever draws it puts its letters in order.
  const leftwards = new Set<number>();
  if (LEFTWARDS.test(text))
    for (const { index, 0: part } of text.matchAll(LEFTWARDS_RUN))
      for (let i = 0; i < part.length; i++) leftwards.add(index + i);
  let index = 0;
  for (const character of text) {
    const within = leftwards.has(index);
    index += character.length;
    const next = within ? null : faceForLetter(run.face, character);
    const other = within || (next === null && isOfScript(character));
    if (next !== face || other !== script) push();
    face = next;
    script = other;
    current += character;
    width += letterWidth(within ? faceForLetter(run.face, character) : face, character);
  }
  push();
  return pieces;
}

function stacked(run: TextRun, { upper, lower, bar }: NonNullable<TextRun['stack']>): Atom {
  const size = run.size * STACKED;
  const widthOf = (text: string): number => textWidth(text, run.face) * size * run.widthFactor * run.tracking;
  const [above, below] = [widthOf(upper), widthOf(lower)];
  const gap = 0.15 * run.size;
  if (bar === 'slanted') {
    const pieces = [
      ...piecesOf(upper, run, 0, 0.45 * run.size, size),
      ...piecesOf(lower, run, above + gap * 2, -0.15 * run.size, size),
    ];
    const rule: Rule = {
      from: [above, -0.15 * run.size],
      to: [above + gap * 2, 1.1 * run.size],
      colour: run.colour,
    };
    return { pieces, rules: [rule], width: above + below + gap * 2, size: run.size, blank: false };
  }
  const width = Math.max(above, below);
  // A fraction is centred, a tolerance stands to the left.
  const place = (own: number): number => (bar === 'level' ? (width - own) / 2 : 0);
  const pieces = [
    ...piecesOf(upper, run, place(above), 0.5 * run.size + gap, size),
    ...piecesOf(lower, run, place(below), 0.5 * run.size - gap - size, size),
  ];
  const rules: Rule[] =
    bar === 'level' ? [{ from: [0, 0.5 * run.size], to: [width, 0.5 * run.size], colour: run.colour }] : [];
  return { pieces, rules, width: width + gap, size: run.size, blank: false };
}
