import type { DimensionValues, Terminator } from '../standard/dimension-settings';
import {
  type FigureLettering,
  type FigureOwn,
  type FigurePart,
  Pen,
  type Point,
  RADIANS,
} from './figure-pen';
import { coveredBy } from './terminators';
import { type DimensionText, formatLength } from './value';

function centreMark(pen: Pen, radius: number): void {
  const { centreMark: mark, centreSizeMm: size } = pen.v;
  if (mark === 'none') return;
  pen.line('centreMark', -size, 0, size, 0);
  pen.line('centreMark', 0, -size, 0, size);
  if (mark !== 'lines') return;
  for (const [u, w] of [
    [1, 0],
    [-1, 0],
    [0, 1],
    [0, -1],
  ]) {
    const [from, to] = [size * 2, radius + size];
    if (to > from) pen.line('centreSizeMm', u * from, w * from, u * to, w * to);
  }
}

/** The mark at the centre of a circle, as a style has it. */
export function centreFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  centre: Point,
  radiusMm: number,
): FigurePart[] {
  const pen = new Pen(v, lettering, centre, 0);
  centreMark(pen, radiusMm);
  return pen.parts;
}

/**
 * Line, terminator and text of a radius or a diameter, in axes whose first runs from the centre to the point on the
 * circle. With its text outside, the terminator stands outside too and points at the circle.
 */
function round(pen: Pen, radius: number, text: DimensionText, across: boolean, put: Point | null): void {
  const { v } = pen;
  const size = v.terminatorSizeMm;
  const { width, height } = pen.sizeOf(text);
  const gap = v.textOffsetMm;
  const inLine = v.textAcross === 'in the line';
  const lift = inLine ? 0 : (v.textAcross === 'below' ? -1 : 1) * (gap + height / 2) * pen.upright;
  const outside = put ? Math.hypot(...put) > radius : !v.textInside;
  const foot = (terminator: Terminator): number => (v.tickMm > 0 ? 0 : size * coveredBy(terminator));
  // A diameter's line goes on to the other side of its circle.
  const start = across ? -radius + (v.hideLine1 ? 0 : foot(v.terminator1)) : 0;
  const opposite = (): void => {
    if (across && !v.hideLine1) pen.terminator('terminator1', v.terminator1, [-radius, 0], 180);
  };
  if (!outside) {
    const middle: Point = put ?? [across ? 0 : (radius - size) / 2, lift];
    const end = radius - foot(v.terminator2);
    if (inLine && Math.abs(middle[1]) < height / 2 + gap) {
      pen.line('linePenMm', start, 0, Math.max(start, middle[0] - width / 2 - gap), 0);
      pen.line('linePenMm', Math.min(end, middle[0] + width / 2 + gap), 0, end, 0);
    } else pen.line('linePenMm', start, 0, end, 0);
    opposite();
    pen.terminator('terminator2', v.terminator2, [radius, 0], 0);
    pen.text(text, middle, v.levelInside);
    return;
  }
  if (v.lineBetween) {
    pen.line('linePenMm', start, 0, radius + (across ? foot(v.terminator2) : 0), 0);
    opposite();
  }
  pen.terminator('terminator2', v.terminator2, [radius, 0], 180);
  const from = radius + foot(v.terminator2);
  if (!v.levelOutside) {
    const middle = put ?? [radius + size + gap + width / 2, lift];
    pen.line('linePenMm', from, 0, inLine ? middle[0] - width / 2 - gap : middle[0] + width / 2, 0);
    pen.text(text, middle, false);
    return;
  }
  // A level text hangs on a level shoulder.
  const rightwards = Math.cos(pen.angleDeg * RADIANS) >= -1e-9 ? 1 : -1;
  const up = inLine ? 0 : (v.textAcross === 'below' ? -1 : 1) * (gap + height / 2);
  const run = inLine ? size : width;
  const at = put ? pen.at(...put) : null;
  const knee: Point = at
    ? [at[0] - rightwards * (width / 2 + (inLine ? size : 0)), at[1] - up]
    : pen.at(radius + 2 * size, 0);
  const level = new Pen(v, pen.lettering, knee, 0);
  pen.line('linePenMm', from, 0, ...pen.back(knee));
  level.line('levelOutside', 0, 0, rightwards * run, 0);
  level.text(text, [rightwards * ((inLine ? size : 0) + width / 2), up], true);
  pen.parts.push(...level.parts);
}

/** Radius of a circle, its line towards an angle. */
export function radiusFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  centre: Point,
  radiusMm: number,
  angleDeg: number,
  measured: number,
  own: FigureOwn = {},
): FigurePart[] {
  return roundFigure(v, lettering, centre, radiusMm, angleDeg, false, {
    ...own,
    text: own.text ?? formatLength(v, measured, 'R'),
  });
}

/** Diameter of a circle, through its centre. */
export function diameterFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  centre: Point,
  radiusMm: number,
  angleDeg: number,
  measured: number,
  own: FigureOwn = {},
): FigurePart[] {
  return roundFigure(v, lettering, centre, radiusMm, angleDeg, true, {
    ...own,
    text: own.text ?? formatLength(v, measured, '⌀'),
  });
}

function roundFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  centre: Point,
  radiusMm: number,
  angleDeg: number,
  across: boolean,
  own: FigureOwn & { readonly text: DimensionText },
): FigurePart[] {
  const pen = new Pen(v, lettering, centre, angleDeg);
  const put = own.textAt ? pen.back(own.textAt) : null;
  const isOutside = put ? Math.hypot(...put) > radiusMm : !v.textInside;
  round(pen, radiusMm, own.text, across, put);
  // Where a line runs to the centre, the centre is seen.
  const marked = isOutside && !v.lineBetween;
  return marked ? [...centreFigure(v, lettering, centre, radiusMm), ...pen.parts] : pen.parts;
}

/** A radius whose centre lies off the sheet: its line is jogged. */
export function joggedFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  from: Point,
  to: Point,
  measured: number,
): FigurePart[] {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0]) / RADIANS;
  const pen = new Pen(v, lettering, from, angle);
  const height = v.jogHeight * v.textHeightMm;
  const run = height / Math.tan(v.jogAngleDeg * RADIANS);
  const middle = length / 2;
  const end = length - v.terminatorSizeMm * coveredBy(v.terminator2);
  pen.line('linePenMm', 0, height, middle + run / 2, height);
  pen.line('jogAngleDeg', middle + run / 2, height, middle - run / 2, 0);
  pen.line('linePenMm', middle - run / 2, 0, end, 0);
  pen.terminator('terminator2', v.terminator2, [length, 0], 0);
  const text = formatLength(v, measured, 'R');
  const { height: tall } = pen.sizeOf(text);
  pen.text(text, [length * 0.24, height + v.textOffsetMm + tall / 2], v.levelInside);
  return pen.parts;
}
