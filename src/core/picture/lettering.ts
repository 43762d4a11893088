import type { TextShape } from '../drawing/shapes';
import { ADVANCE_RUNS, CAP_HEIGHT, DESCENT } from './lettering-metrics';

const ADVANCES = new Map<number, number>();
for (const [first, widths] of ADVANCE_RUNS)
  for (const [i, width] of widths.entries()) ADVANCES.set(first + i, width);

/** Ideographs and other characters the shipped face lacks fill about a square. */
const WIDE = 1000;
const NARROW = 560;
const isWide = (code: number): boolean => code >= 0x2e80 && code <= 0xffef;

/** Width of a text at capital height 1, before the width factor. */
export function textWidth(text: string): number {
  let sum = 0;
  for (const character of text) {
    const code = character.codePointAt(0)!;
    sum += ADVANCES.get(code) ?? (isWide(code) ? WIDE : NARROW);
  }
  return sum / 1000 / CAP_HEIGHT;
}

/** One line of a text, laid out: its baseline's start in the text's own axes, in capital heights. */
export interface LaidLine {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
}

export interface LaidText {
  readonly lines: readonly LaidLine[];
  /** Box in the text's own axes, in capital heights. */
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
  /** Factor on widths: the style's, or what fits the text between its two points. */
  readonly widthFactor: number;
}

/** Font size for capitals of height 1. */
export const FONT_SIZE = 1 / CAP_HEIGHT;

const DROP = DESCENT / CAP_HEIGHT;

/** Breaks a text into lines and places them about its anchor. */
export function layOut(shape: TextShape): LaidText {
  const { height } = shape;
  let widthFactor = shape.widthFactor;
  const natural = Math.max(1e-9, textWidth(shape.lines[0] ?? ''));
  if (shape.fitTo && height > 0)
    widthFactor =
      Math.hypot(shape.fitTo[0] - shape.x, shape.fitTo[1] - shape.y) / height / natural || widthFactor;
  const limit =
    shape.wrapWidth > 0 && height > 0 ? shape.wrapWidth / height / widthFactor : Number.POSITIVE_INFINITY;
  const lines = shape.lines.flatMap((line) => wrap(line, limit));
  const step = shape.lineSpacing;
  // Distances down from the top of the capitals of the first line.
  const depth = (lines.length - 1) * step + 1;
  const first =
    shape.up === 'top'
      ? -1
      : shape.up === 'middle'
        ? depth / 2 - 1
        : shape.up === 'bottom'
          ? depth - 1 + (shape.lines.length === 1 && shape.wrapWidth === 0 ? DROP : 0)
          : 0;
  let minX = Infinity;
  let maxX = -Infinity;
  const laid = lines.map((text, i): LaidLine => {
    const width = textWidth(text) * widthFactor;
    const x = shape.across === 0 ? 0 : -shape.across * width;
    minX = Math.min(minX, x);
    maxX = Math.max(maxX, x + width);
    return { text, x, y: first - i * step, width };
  });
  return {
    lines: laid,
    minX,
    maxX,
    minY: first - (lines.length - 1) * step - DROP,
    maxY: first + 1,
    widthFactor,
  };
}

function wrap(line: string, limit: number): string[] {
  if (textWidth(line) <= limit) return [line];
  const lines: string[] = [];
  let current = '';
  for (const word of line.split(/(?<= )/)) {
    if (current !== '' && textWidth((current + word).trimEnd()) > limit) {
      lines.push(current.trimEnd());
      current = word;
    } else current += word;
  }
  lines.push(current.trimEnd());
  return lines;
}
