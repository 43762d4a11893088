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
import { coveredBy, takesOverrun } from './terminators';
import { type DimensionText, formatLength } from './value';

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
