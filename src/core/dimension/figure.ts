import type { DimensionValues } from '../standard/dimension-settings';
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

export { angleFigure, arcFigure } from './figure-arc';
export { type FigureLettering, type FigureOwn, type FigurePart, fitting } from './figure-pen';
export { centreFigure, diameterFigure, joggedFigure, radiusFigure } from './figure-round';
export { linearFigure } from './figure-straight';

/**
 * Place of a point from an origin, along one of two axes: its line leads from the point to its end, square at both ends.
 * @param along the measured axis lies across the line: a line that leads up measures from left to right
 */
export function ordinateFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  point: Point,
  end: Point,
  axisDeg: number,
  measured: number,
  own: FigureOwn = {},
): FigurePart[] {
  const [cos, sin] = [Math.cos(axisDeg * RADIANS), Math.sin(axisDeg * RADIANS)];
  const u = (end[0] - point[0]) * cos + (end[1] - point[1]) * sin;
  const backwards = u < 0;
  const pen = new Pen(v, lettering, point, backwards ? axisDeg + 180 : axisDeg);
  const [length, w] = pen.back(end);
  const text = own.text ?? formatLength(v, measured);
  const { width, height } = pen.sizeOf(text);
  const gap = v.textOffsetMm;
  const leg = 2 * v.terminatorSizeMm;
  const inLine = v.textAcross === 'in the line';
  const side = (v.textAcross === 'below' ? -1 : 1) * pen.upright;
  const knee = Math.max(leg, length - 2 * leg);
  pen.extension('extensionOffsetMm', false, v.extensionOffsetMm, 0, knee, 0);
  pen.extension('terminatorSizeMm', false, knee, 0, length - leg, w);
  pen.extension('terminatorSizeMm', false, length - leg, w, length + (inLine ? 0 : width + gap), w);
  const put = own.textAt ? pen.back(own.textAt) : null;
  pen.text(text, put ?? [length + gap + width / 2, w + (inLine ? 0 : side * (gap + height / 2))], false);
  return pen.parts;
}

/** Note on a leader: from its tip over a knee to a shoulder. */
export function leaderFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  tip: Point,
  knee: Point,
  words: string,
): FigurePart[] {
  const pen = new Pen(v, lettering, [0, 0], 0);
  const size = v.terminatorSizeMm;
  const angle = Math.atan2(tip[1] - knee[1], tip[0] - knee[0]) / RADIANS;
  const covered = coveredBy(v.leaderTerminator) * size;
  const end: Point = [
    tip[0] - covered * Math.cos(angle * RADIANS),
    tip[1] - covered * Math.sin(angle * RADIANS),
  ];
  const right = knee[0] >= tip[0] ? 1 : -1;
  pen.line('leaderTerminator', end[0], end[1], knee[0], knee[1], knee[0] + right * size, knee[1]);
  pen.terminator('leaderTerminator', v.leaderTerminator, tip, angle);
  const text: DimensionText = { main: words, stack: null, second: '' };
  const { width } = pen.sizeOf(text);
  pen.text(text, [knee[0] + right * (size + v.textOffsetMm + width / 2), knee[1]], true);
  return pen.parts;
}
