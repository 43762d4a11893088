import type { DimensionValues, Terminator } from '../standard/dimension-settings';
import { type FigureLettering, type FigurePart, fitting, Pen, type Point, RADIANS } from './figure-pen';
import { coveredBy, takesOverrun } from './terminators';
import { type DimensionText, formatAngle, formatLength } from './value';

export { type FigureLettering, type FigurePart, fitting } from './figure-pen';

/** Line, terminators and text of a straight dimension, in axes where its line lies on w = 0 from 0 to `length`. */
function straight(pen: Pen, length: number, text: DimensionText): void {
  const { v } = pen;
  const { width, height } = pen.sizeOf(text);
  const gap = v.textOffsetMm;
  const over = v.textAlong.startsWith('over');
  const { textOut, terminatorsOut } = over
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
  const middle: Point = textOut ? [outAt, lift] : [along, lift];
  const first = terminatorsOut ? 0 : size * coveredBy(v.terminator1) * (v.tickMm > 0 ? 0 : 1);
  const second = terminatorsOut ? 0 : size * coveredBy(v.terminator2) * (v.tickMm > 0 ? 0 : 1);
  const runs = (terminator: Terminator): number =>
    v.tickMm > 0 || takesOverrun(terminator) ? v.lineOverrunMm : 0;
  const from = first - (terminatorsOut ? 0 : runs(v.terminator1));
  const to = length - second + (terminatorsOut ? 0 : runs(v.terminator2));
  if (!terminatorsOut || v.lineBetween) {
    // Text in the line breaks it; each half can be left out.
    const [stop, go] =
      inLine && !textOut
        ? [middle[0] - width / 2 - gap, middle[0] + width / 2 + gap]
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
): FigurePart[] {
  const [cos, sin] = [Math.cos(angleDeg * RADIANS), Math.sin(angleDeg * RADIANS)];
  const origin: Point = [from[0] - distanceMm * sin, from[1] + distanceMm * cos];
  const pen = new Pen(v, lettering, origin, angleDeg);
  const length = (to[0] - from[0]) * cos + (to[1] - from[1]) * sin;
  const back = (to[1] - from[1]) * cos - (to[0] - from[0]) * sin;
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
  straight(pen, length, formatLength(v, measured));
  return pen.parts;
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

/** Radius of a circle, its line towards an angle, the text outside. */
export function radiusFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  centre: Point,
  radiusMm: number,
  angleDeg: number,
  measured: number,
): FigurePart[] {
  const cross = new Pen(v, lettering, centre, 0);
  centreMark(cross, radiusMm);
  const pen = new Pen(v, lettering, centre, angleDeg);
  const text = formatLength(v, measured, 'R');
  const size = v.terminatorSizeMm;
  pen.line('linePenMm', 0, 0, radiusMm - size * coveredBy(v.terminator2), 0);
  pen.terminator('terminator2', v.terminator2, [radiusMm, 0], 0);
  outsideText(pen, radiusMm, text);
  return [...cross.parts, ...pen.parts];
}

/** Text of a radius or a diameter, outside its circle on a tail of the line. */
function outsideText(pen: Pen, from: number, text: DimensionText): void {
  const { v } = pen;
  const { width, height } = pen.sizeOf(text);
  const gap = v.textOffsetMm;
  const inLine = v.textAcross === 'in the line';
  const side = v.textAcross === 'below' ? -1 : 1;
  if (!v.levelOutside) {
    const tail = from + v.terminatorSizeMm + gap;
    pen.line('linePenMm', from, 0, inLine ? tail - gap : tail + width, 0);
    pen.text(text, [tail + width / 2, inLine ? 0 : side * (gap + height / 2)], false);
    return;
  }
  // A level text hangs on a level shoulder.
  const knee = pen.at(from + v.terminatorSizeMm, 0);
  pen.line('linePenMm', from, 0, from + v.terminatorSizeMm, 0);
  const right = Math.cos(pen.angleDeg * RADIANS) >= 0 ? 1 : -1;
  const level = new Pen(v, pen.lettering, knee, 0);
  level.line(
    'levelOutside',
    0,
    0,
    right * (inLine ? v.terminatorSizeMm : v.terminatorSizeMm + gap + width),
    0,
  );
  level.text(
    text,
    [right * (v.terminatorSizeMm + gap + width / 2), inLine ? 0 : side * (gap + height / 2)],
    true,
  );
  pen.parts.push(...level.parts);
}

/** Diameter of a circle, through its centre. */
export function diameterFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  centre: Point,
  radiusMm: number,
  angleDeg: number,
  measured: number,
): FigurePart[] {
  const cross = new Pen(v, lettering, centre, 0);
  centreMark(cross, radiusMm);
  const pen = new Pen(v, lettering, centre, angleDeg);
  const text = formatLength(v, measured, '⌀');
  const size = v.terminatorSizeMm;
  pen.line(
    'linePenMm',
    -radiusMm + size * coveredBy(v.terminator1),
    0,
    radiusMm - size * coveredBy(v.terminator2),
    0,
  );
  pen.terminator('terminator1', v.terminator1, [-radiusMm, 0], 180);
  pen.terminator('terminator2', v.terminator2, [radiusMm, 0], 0);
  outsideText(pen, radiusMm, text);
  return [...cross.parts, ...pen.parts];
}

/** Angle between two lines from a corner. */
export function angleFigure(
  v: DimensionValues,
  lettering: FigureLettering,
  corner: Point,
  radiusMm: number,
  fromDeg: number,
  toDeg: number,
  legMm: number,
): FigurePart[] {
  const pen = new Pen(v, lettering, corner, 0);
  const size = v.terminatorSizeMm;
  for (const [i, [deg, hidden]] of (
    [
      [fromDeg, v.hideExtension1],
      [toDeg, v.hideExtension2],
    ] as const
  ).entries()) {
    if (hidden || radiusMm + v.extensionOverrunMm <= legMm + v.extensionOffsetMm) continue;
    const [cos, sin] = [Math.cos(deg * RADIANS), Math.sin(deg * RADIANS)];
    const [a, b] = [legMm + v.extensionOffsetMm, radiusMm + v.extensionOverrunMm];
    pen.extension('extensionOffsetMm', i === 1, a * cos, a * sin, b * cos, b * sin);
  }
  const covered = (terminator: Terminator): number => (size * coveredBy(terminator)) / radiusMm / RADIANS;
  const text: DimensionText = { main: formatAngle(v, toDeg - fromDeg), stack: null, second: '' };
  const { width, height } = pen.sizeOf(text);
  const middle = (fromDeg + toDeg) / 2;
  const inLine = v.textAcross === 'in the line';
  const half = inLine ? (width / 2 + v.textOffsetMm) / radiusMm / RADIANS : 0;
  pen.arc('linePenMm', [0, 0], radiusMm, fromDeg + covered(v.terminator1), middle - half);
  pen.arc('linePenMm', [0, 0], radiusMm, middle + half, toDeg - covered(v.terminator2));
  const end = (deg: number): Point => [
    radiusMm * Math.cos(deg * RADIANS),
    radiusMm * Math.sin(deg * RADIANS),
  ];
  pen.terminator('terminator1', v.terminator1, end(fromDeg), fromDeg - 90);
  pen.terminator('terminator2', v.terminator2, end(toDeg), toDeg + 90);
  const side = v.textAcross === 'below' ? -1 : 1;
  const reach = radiusMm + (inLine ? 0 : side * (v.textOffsetMm + height / 2));
  const place: Point = [reach * Math.cos(middle * RADIANS), reach * Math.sin(middle * RADIANS)];
  pen.text(text, place, v.levelInside, middle - 90);
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
): FigurePart[] {
  const said = formatLength(v, measured);
  const text = v.arcSymbol === 'before the text' ? { ...said, main: `⌒${said.main}` } : said;
  const pen = new Pen(v, lettering, centre, 0);
  const reach = radiusMm + distanceMm;
  for (const [i, deg] of [fromDeg, toDeg].entries()) {
    const [cos, sin] = [Math.cos(deg * RADIANS), Math.sin(deg * RADIANS)];
    const [a, b] = [radiusMm + v.extensionOffsetMm, reach + v.extensionOverrunMm];
    pen.extension('extensionOffsetMm', i === 1, a * cos, a * sin, b * cos, b * sin);
  }
  const covered = (terminator: Terminator): number =>
    (v.terminatorSizeMm * coveredBy(terminator)) / reach / RADIANS;
  pen.arc('linePenMm', [0, 0], reach, fromDeg + covered(v.terminator1), toDeg - covered(v.terminator2));
  const end = (deg: number): Point => [reach * Math.cos(deg * RADIANS), reach * Math.sin(deg * RADIANS)];
  pen.terminator('terminator1', v.terminator1, end(fromDeg), fromDeg - 90);
  pen.terminator('terminator2', v.terminator2, end(toDeg), toDeg + 90);
  const middle = (fromDeg + toDeg) / 2;
  const { height } = pen.sizeOf(text);
  const lift = reach + v.textOffsetMm + height / 2;
  const [cos, sin] = [Math.cos(middle * RADIANS), Math.sin(middle * RADIANS)];
  pen.text(text, [lift * cos, lift * sin], v.levelInside, middle - 90);
  if (v.arcSymbol === 'above the text') {
    const radius = v.textHeightMm * 0.6;
    const at = lift + height / 2 + 0.2 * v.textHeightMm;
    pen.arc('arcSymbol', [at * cos, at * sin - radius * 0.6], radius, middle - 50, middle + 50);
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
