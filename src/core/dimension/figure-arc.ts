import type { DimensionValues, Terminator } from '../standard/dimension-settings';
import {
  type FigureLettering,
  type FigureOwn,
  type FigurePart,
  fitting,
  Pen,
  type Point,
  RADIANS,
} from './figure-pen';
import { coveredBy } from './terminators';
import { type DimensionText, formatAngle, formatLength } from './value';

/** Where the extension lines of an arc begin, from its centre; null for none. */
export type Legs = readonly [first: number | null, second: number | null];

/** Arc, terminators and text of an angle or of the length of an arc. */
function curved(
  pen: Pen,
  radius: number,
  fromDeg: number,
  toDeg: number,
  text: DimensionText,
  put: Point | null,
): void {
  const { v } = pen;
  const size = v.terminatorSizeMm;
  const { width, height } = pen.sizeOf(text);
  const gap = v.textOffsetMm;
  const turn = (mm: number): number => mm / radius / RADIANS;
  const { textOut, terminatorsOut } = fitting(v, (toDeg - fromDeg) * RADIANS * radius, put ? 0 : width);
  const covered = (terminator: Terminator): number =>
    terminatorsOut ? 0 : turn(size * coveredBy(terminator) * (v.tickMm > 0 ? 0 : 1));
  const tail = terminatorsOut ? 2 * size : 0;
  const middle = textOut ? toDeg + turn(Math.max(tail, size) + gap + width / 2) : (fromDeg + toDeg) / 2;
  const inLine = v.textAcross === 'in the line';
  const half = inLine && !textOut && !put ? turn(width / 2 + gap) : 0;
  if (!terminatorsOut || v.lineBetween) {
    const [first, second] = [fromDeg + covered(v.terminator1), toDeg - covered(v.terminator2)];
    const centre = (fromDeg + toDeg) / 2;
    if (!v.hideLine1 && centre - half > first) pen.arc('linePenMm', [0, 0], radius, first, centre - half);
    if (!v.hideLine2 && second > centre + half) pen.arc('linePenMm', [0, 0], radius, centre + half, second);
  }
  if (terminatorsOut) {
    const [a, b] = [turn(size * coveredBy(v.terminator1)), turn(size * coveredBy(v.terminator2))];
    if (!v.hideLine1) pen.arc('whenShort', [0, 0], radius, fromDeg - turn(tail), fromDeg - a);
    if (!v.hideLine2) pen.arc('whenShort', [0, 0], radius, toDeg + b, toDeg + turn(tail));
  }
  const end = (deg: number): Point => [radius * Math.cos(deg * RADIANS), radius * Math.sin(deg * RADIANS)];
  if (!(terminatorsOut && v.noOutsideTerminators)) {
    // An arrow lies along the chord, so that its foot is on the arc as its tip is.
    const half = (terminator: Terminator): number =>
      coveredBy(terminator) > 0 ? Math.asin(Math.min(1, size / (2 * radius))) / RADIANS : 0;
    const out = terminatorsOut ? -1 : 1;
    const [first, second] = [out * (90 - half(v.terminator1)), out * (90 - half(v.terminator2))];
    if (!v.hideLine1) pen.terminator('terminator1', v.terminator1, end(fromDeg), fromDeg - first);
    if (!v.hideLine2) pen.terminator('terminator2', v.terminator2, end(toDeg), toDeg + second);
  }
  const side = v.textAcross === 'below' ? -1 : 1;
  const reach = radius + (inLine ? 0 : side * (gap + height / 2));
  const place: Point = put ?? [reach * Math.cos(middle * RADIANS), reach * Math.sin(middle * RADIANS)];
  const along = put ? Math.atan2(put[1], put[0]) / RADIANS : middle;
  pen.text(text, place, textOut ? v.levelOutside : v.levelInside, along - 90);
}

function legs(pen: Pen, radius: number, fromDeg: number, toDeg: number, [first, second]: Legs): void {
  const { v } = pen;
  for (const [i, [deg, foot, hidden]] of (
    [
      [fromDeg, first, v.hideExtension1],
      [toDeg, second, v.hideExtension2],
    ] as const
  ).entries()) {
    if (hidden || foot === null) continue;
    const sense = foot <= radius ? 1 : -1;
    const open = foot + sense * v.extensionOffsetMm;
    const fixed = radius - sense * v.extensionLengthMm;
    const isFixed = v.extensionFixed && Math.abs(radius - fixed) < Math.abs(radius - open);
    const [a, b] = [isFixed ? fixed : open, radius + sense * v.extensionOverrunMm];
    if (sense * (b - a) <= 0) continue;
    const [cos, sin] = [Math.cos(deg * RADIANS), Math.sin(deg * RADIANS)];
    const setting = isFixed ? 'extensionLengthMm' : 'extensionOffsetMm';
    pen.extension(setting, i === 1, a * cos, a * sin, b * cos, b * sin);
  }
}

/**
 * Angle between two lines from a corner, counted anticlockwise.
 * @param legsMm where the extension lines begin, from the corner
 */
export function angleFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  corner: Point,
  radiusMm: number,
  fromDeg: number,
  toDeg: number,
  legsMm: number | Legs,
  own: FigureOwn = {},
): FigurePart[] {
  const pen = new Pen(v, lettering, corner, 0);
  legs(pen, radiusMm, fromDeg, toDeg, typeof legsMm === 'number' ? [legsMm, legsMm] : legsMm);
  const text = own.text ?? { main: formatAngle(v, toDeg - fromDeg), stack: null, second: '' };
  curved(pen, radiusMm, fromDeg, toDeg, text, own.textAt ? pen.back(own.textAt) : null);
  return pen.parts;
}

/** Length of an arc, with its sign before or above the text. */
export function arcFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  centre: Point,
  radiusMm: number,
  fromDeg: number,
  toDeg: number,
  distanceMm: number,
  measured: number,
  own: FigureOwn = {},
): FigurePart[] {
  const said = own.text ?? formatLength(v, measured);
  const text = v.arcSymbol === 'before the text' ? { ...said, main: `⌒${said.main}` } : said;
  const pen = new Pen(v, lettering, centre, 0);
  const reach = radiusMm + distanceMm;
  legs(pen, reach, fromDeg, toDeg, [radiusMm, radiusMm]);
  const put = own.textAt ? pen.back(own.textAt) : null;
  curved(pen, reach, fromDeg, toDeg, text, put);
  if (v.arcSymbol === 'above the text') {
    const { height } = pen.sizeOf(text);
    const middle = (put ? Math.atan2(put[1], put[0]) / RADIANS : (fromDeg + toDeg) / 2) * RADIANS;
    const lift = put ? Math.hypot(...put) : reach + v.textOffsetMm + height / 2;
    const radius = v.textHeightMm * 0.6;
    const at = lift + height / 2 + 0.2 * v.textHeightMm - radius * 0.6;
    const middleDeg = middle / RADIANS;
    pen.arc(
      'arcSymbol',
      [at * Math.cos(middle), at * Math.sin(middle)],
      radius,
      middleDeg - 50,
      middleDeg + 50,
    );
  }
  return pen.parts;
}
