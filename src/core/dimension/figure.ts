import type { DimensionValues, Terminator } from '../standard/dimension-settings';
import { type FigureLettering, type FigurePart, fitting, Pen, type Point, RADIANS } from './figure-pen';
import { coveredBy, takesOverrun } from './terminators';
import { type DimensionText, formatAngle, formatLength } from './value';

export { type FigureLettering, type FigurePart, fitting } from './figure-pen';

/** What one dimension has of its own beside its style. */
export interface FigureOwn {
  /** What it says in place of its value. */
  readonly text?: DimensionText;
  /** Middle of its text where somebody put it, mm on paper. */
  readonly textAt?: Point;
}

/**
 * Line, terminators and text of a straight dimension, in axes where its line lies on w = 0 from 0 to `length`.
 * @param put middle of the text where somebody put it, in the same axes
 */
function straight(pen: Pen, length: number, text: DimensionText, put: Point | null): void {
  const { v } = pen;
  const { width, height } = pen.sizeOf(text);
  const gap = v.textOffsetMm;
  const over = v.textAlong.startsWith('over') && put === null;
  const { textOut, terminatorsOut } =
    over || put
      ? { textOut: false, terminatorsOut: fitting(v, length, 0).terminatorsOut }
      : fitting(v, length, width);
  const size = v.terminatorSizeMm;
  const inLine = v.textAcross === 'in the line' && !over;
  const side = v.textAcross === 'below' ? -1 : 1;
  const lift = inLine ? 0 : side * (gap + height / 2);
  const tail = terminatorsOut ? 2 * size : 0;
  const along =
    v.textAlong === 'at the first end'
      ? size + gap + width / 2
      : v.textAlong === 'at the second end'
        ? length - size - gap - width / 2
        : length / 2;
  const outAt = length + Math.max(tail, size) + gap + width / 2;
  const middle: Point = put ?? (textOut ? [outAt, lift] : [along, lift]);
  const first = terminatorsOut ? 0 : size * coveredBy(v.terminator1) * (v.tickMm > 0 ? 0 : 1);
  const second = terminatorsOut ? 0 : size * coveredBy(v.terminator2) * (v.tickMm > 0 ? 0 : 1);
  const runs = (terminator: Terminator): number =>
    v.tickMm > 0 || takesOverrun(terminator) ? v.lineOverrunMm : 0;
  const from = first - (terminatorsOut ? 0 : runs(v.terminator1));
  const to = length - second + (terminatorsOut ? 0 : runs(v.terminator2));
  if (!terminatorsOut || v.lineBetween) {
    // Text in the line breaks it; each half can be left out.
    const breaks = inLine && !textOut && Math.abs(middle[1]) < height / 2 + gap;
    const [stop, go] = breaks
      ? [Math.min(middle[0] - width / 2 - gap, to), Math.max(middle[0] + width / 2 + gap, from)]
      : [length / 2, length / 2];
    if (!v.hideLine1 && stop > from) pen.line('linePenMm', from, 0, stop, 0);
    if (!v.hideLine2 && to > go) pen.line('linePenMm', go, 0, to, 0);
  }
  if (terminatorsOut) {
    if (!v.hideLine1) pen.line('whenShort', -tail, 0, -size * coveredBy(v.terminator1), 0);
    if (!v.hideLine2) pen.line('whenShort', length + size * coveredBy(v.terminator2), 0, length + tail, 0);
  }
  if (textOut && !inLine && v.textMoved === 'takes its line along')
    pen.line('textMoved', length + tail, 0, outAt + width / 2, 0);
  if (put) followText(pen, length, put, { width, height, inLine });
  if (!(terminatorsOut && v.noOutsideTerminators)) {
    if (!v.hideLine1) pen.terminator('terminator1', v.terminator1, [0, 0], terminatorsOut ? 0 : 180);
    if (!v.hideLine2) pen.terminator('terminator2', v.terminator2, [length, 0], terminatorsOut ? 180 : 0);
  }
  if (over) {
    // Along the extension line, on its far side.
    const end = v.textAlong === 'over the first end' ? 0 : length;
    const foot = v.extensionOverrunMm + gap;
    pen.text(text, [end - gap - height / 2, foot + width / 2], v.levelInside, 90);
    pen.extension('textAlong', end !== 0, end, 0, end, foot + width);
    return;
  }
  pen.text(text, middle, textOut ? v.levelOutside : v.levelInside);
}

/** What leads from a straight dimension to a text that was put beside it: its line run on, or a leader. */
function followText(
  pen: Pen,
  length: number,
  [u, w]: Point,
  { width, height, inLine }: { readonly width: number; readonly height: number; readonly inLine: boolean },
): void {
  const { v } = pen;
  const near = height / 2 + v.textOffsetMm;
  if (v.textMoved === 'takes its line along' && Math.abs(w) < near + 1e-6) {
    // The line runs on under the text, or up to one that stands in it.
    const reach = inLine ? -width / 2 - v.textOffsetMm : width / 2;
    if (u + reach > length && u > length) pen.line('textMoved', length, 0, u + reach, 0);
    if (u - reach < 0 && u < 0) pen.line('textMoved', u - reach, 0, 0, 0);
  } else if (v.textMoved === 'gets a leader' && Math.abs(w) > near + 1e-6)
    pen.line('textMoved', length / 2, 0, u, w - Math.sign(w) * near);
}

/** The same settings with the two ends of the dimension changed for each other. */
function endsSwapped(v: DimensionValues): DimensionValues {
  const other = {
    middle: 'middle',
    'at the first end': 'at the second end',
    'at the second end': 'at the first end',
    'over the first end': 'over the second end',
    'over the second end': 'over the first end',
  } as const;
  return {
    ...v,
    hideLine1: v.hideLine2,
    hideLine2: v.hideLine1,
    hideExtension1: v.hideExtension2,
    hideExtension2: v.hideExtension1,
    terminator1: v.terminator2,
    terminator2: v.terminator1,
    extensionLinetype1: v.extensionLinetype2,
    extensionLinetype2: v.extensionLinetype1,
    textAlong: other[v.textAlong],
  };
}

/**
 * A dimension along a line.
 * @param from first point of the object, mm on paper
 * @param to second point; the dimension is measured along `angleDeg`
 * @param distanceMm of the dimension line from the first point, square to the angle
 * @param measured what it measures, in the drawing's units
 */
export function linearFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  from: Point,
  to: Point,
  angleDeg: number,
  distanceMm: number,
  measured: number,
  own: FigureOwn = {},
): FigurePart[] {
  // A line is drawn in the direction in which its text is read: above it is above for whoever reads.
  const folded = ((angleDeg % 360) + 360) % 360;
  if (folded > 90 + 1e-9 && folded <= 270 + 1e-9)
    return linearFigure(v, lettering, from, to, (folded + 180) % 360, -distanceMm, measured, own);
  const [cos, sin] = [Math.cos(angleDeg * RADIANS), Math.sin(angleDeg * RADIANS)];
  const origin: Point = [from[0] - distanceMm * sin, from[1] + distanceMm * cos];
  const pen = new Pen(v, lettering, origin, angleDeg);
  const length = (to[0] - from[0]) * cos + (to[1] - from[1]) * sin;
  const back = (to[1] - from[1]) * cos - (to[0] - from[0]) * sin;
  if (length < 0)
    return linearFigure(endsSwapped(v), lettering, to, from, angleDeg, distanceMm - back, measured, own);
  const feet: readonly (readonly [number, number, boolean])[] = [
    [0, -distanceMm, v.hideExtension1],
    [length, back - distanceMm, v.hideExtension2],
  ];
  for (const [i, [u, w, hidden]] of feet.entries()) {
    if (hidden) continue;
    const sense = w <= 0 ? 1 : -1;
    const open = w + sense * v.extensionOffsetMm;
    const fixed = -sense * v.extensionLengthMm;
    const start = v.extensionFixed && Math.abs(fixed) < Math.abs(open) ? fixed : open;
    if (sense * start < 0)
      pen.extension(v.extensionFixed ? 'extensionLengthMm' : 'extensionOffsetMm', i === 1, u, start, u, 0);
    if (v.extensionOverrunMm > 0)
      pen.extension('extensionOverrunMm', i === 1, u, 0, u, sense * v.extensionOverrunMm);
  }
  const outward = v.textAcross === 'outside' && distanceMm < 0 ? ({ ...v, textAcross: 'below' } as const) : v;
  const line = new Pen(outward, lettering, origin, angleDeg);
  straight(line, length, own.text ?? formatLength(v, measured), own.textAt ? pen.back(own.textAt) : null);
  return [...pen.parts, ...line.parts];
}

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
