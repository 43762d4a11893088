import { type AxisEllipse, lengthOfArc } from '../geometry/ellipse';
import { alternating, dashList, layPattern, placesOf } from '../geometry/pattern';
import type { Transform } from '../geometry/transform';
import { paintLetters } from './paint-text';
import type { PaintOptions, Pass } from './pass';
import { ITEM, type LookMark, OP, type Pattern } from './picture';
import type { Surface } from './surface';

export const hairline = (px: number, thinnest: number): number => Math.max(thinnest, px);

/** More dashes than this on one line cannot be told apart on any screen: the line is drawn unbroken. */
const MOST_DASHES = 4000;
/** Lines much longer than the window are cut before they are dashed. */
const FAR_PX = 4000;

/** Draws a path in pixels. Coordinates are worked out in doubles, so that deep zooms stay sharp. */
export function tracePixels(
  surface: Surface,
  ops: Float64Array,
  from: number,
  to: number,
  t: Transform,
): void {
  for (let i = from; i < to; ) {
    const x = ops[i + 1];
    const y = ops[i + 2];
    switch (ops[i]) {
      case OP.move:
        surface.moveTo(t[0] * x + t[2] * y + t[4], t[1] * x + t[3] * y + t[5]);
        i += 3;
        break;
      case OP.line:
        surface.lineTo(t[0] * x + t[2] * y + t[4], t[1] * x + t[3] * y + t[5]);
        i += 3;
        break;
      case OP.arc: {
        const arc = arcInPixels(ops, i, t);
        surface.ellipse(arc.x, arc.y, arc.rx, arc.ry, arc.rotation, arc.from, arc.to, arc.to < arc.from);
        i += 8;
        break;
      }
      default:
        surface.closePath();
        i += 1;
    }
  }
}

/** An arc of a path seen through a view: views turn, shift, mirror and scale alike in all directions. */
export function arcInPixels(ops: Float64Array, i: number, t: Transform): AxisEllipse {
  const unit = Math.hypot(t[0], t[1]);
  const turn = Math.atan2(t[1], t[0]);
  const mirrored = t[0] * t[3] - t[1] * t[2] < 0;
  const sense = mirrored ? -1 : 1;
  return {
    x: t[0] * ops[i + 1] + t[2] * ops[i + 2] + t[4],
    y: t[1] * ops[i + 1] + t[3] * ops[i + 2] + t[5],
    rx: ops[i + 3] * unit,
    ry: ops[i + 4] * unit,
    rotation: turn + sense * ops[i + 5],
    from: sense * ops[i + 6],
    to: sense * ops[i + 7],
  };
}

/** A straight piece or an arc, in pixels. */
type Segment =
  | {
      readonly x0: number;
      readonly y0: number;
      readonly x1: number;
      readonly y1: number;
      readonly length: number;
    }
  | { readonly arc: AxisEllipse; readonly length: number };

/** The straight pieces and arcs of a path, in pixels. */
export function segmentsOf(ops: Float64Array, from: number, to: number, t: Transform): Segment[] {
  const segments: Segment[] = [];
  let [x0, y0, sx, sy] = [0, 0, 0, 0];
  const straight = (x1: number, y1: number): void => {
    const length = Math.hypot(x1 - x0, y1 - y0);
    if (length > 0) segments.push({ x0, y0, x1, y1, length });
    [x0, y0] = [x1, y1];
  };
  for (let i = from; i < to; ) {
    const px = t[0] * ops[i + 1] + t[2] * ops[i + 2] + t[4];
    const py = t[1] * ops[i + 1] + t[3] * ops[i + 2] + t[5];
    switch (ops[i]) {
      case OP.move:
        [x0, y0, sx, sy] = [px, py, px, py];
        i += 3;
        break;
      case OP.line:
        straight(px, py);
        i += 3;
        break;
      case OP.arc: {
        const arc = arcInPixels(ops, i, t);
        segments.push({ arc, length: lengthOfArc(arc) });
        const [c, s] = [Math.cos(arc.rotation), Math.sin(arc.rotation)];
        const [u, v] = [arc.rx * Math.cos(arc.to), arc.ry * Math.sin(arc.to)];
        [x0, y0] = [arc.x + u * c - v * s, arc.y + u * s + v * c];
        i += 8;
        break;
      }
      default:
        straight(sx, sy);
        i += 1;
    }
  }
  return segments;
}

/** Strokes an item with a line pattern, and sets the pattern's words and marks. */
export function paintStroke(
  surface: Surface,
  pass: Pass,
  item: number,
  pattern: Pattern,
  colour: string,
  widthPx: number,
  options: PaintOptions,
): void {
  const { data } = pass;
  const segments = segmentsOf(data.ops, data.items[item + 4], data.items[item + 5], pass.toPx);
  const dashes = pattern.dashes.map((length) => length * pass.pxPerPattern);
  surface.strokeStyle = colour;
  surface.lineWidth = widthPx;
  surface.lineJoin = 'round';
  surface.lineDashOffset = 0;
  const runs = data.items[item] === ITEM.run ? [segments] : segments.map((segment) => [segment]);
  for (const run of runs) {
    const length = run.reduce((sum, segment) => sum + segment.length, 0);
    strokeRun(surface, run, length, dashes, widthPx, pass);
    for (const mark of pattern.marks) {
      // On a screen what is too small to be told is left out; on paper nothing is.
      if (options.readablePx > 0 && mark.height * pass.pxPerPattern < Math.max(1.2, options.readablePx * 0.6))
        continue;
      for (const at of placesOf(length, dashes, mark.element))
        paintMark(surface, placeOn(run, at), mark, pass.pxPerPattern, colour, widthPx, options);
    }
  }
  surface.setLineDash([]);
}

function strokeRun(
  surface: Surface,
  run: readonly Segment[],
  length: number,
  dashes: readonly number[],
  widthPx: number,
  pass: Pass,
): void {
  const period = dashes.reduce((sum, dash) => sum + Math.abs(dash), 0);
  const [first] = run;
  // Only the stretch of a long straight line that can be seen is dashed.
  if (run.length === 1 && 'x0' in first && length > FAR_PX) {
    strokeFar(surface, first, dashes, period, widthPx, pass);
    return;
  }
  surface.setLineDash(length / period > MOST_DASHES ? [] : (dashList(length, dashes, widthPx) ?? []));
  surface.beginPath();
  let begun = false;
  for (const segment of run) {
    if ('arc' in segment) {
      const { arc } = segment;
      surface.ellipse(arc.x, arc.y, arc.rx, arc.ry, arc.rotation, arc.from, arc.to, arc.to < arc.from);
    } else {
      if (!begun) surface.moveTo(segment.x0, segment.y0);
      surface.lineTo(segment.x1, segment.y1);
    }
    begun = true;
  }
  surface.stroke();
}

/** A straight line that runs far out of the window: its dashes keep their places, whatever part is seen. */
function strokeFar(
  surface: Surface,
  line: { x0: number; y0: number; x1: number; y1: number; length: number },
  dashes: readonly number[],
  period: number,
  widthPx: number,
  pass: Pass,
): void {
  const seen = visibleStretch(line, pass.clipBox, widthPx);
  if (!seen) return;
  const { length } = line;
  const piece = (from: number, to: number): void => {
    if (!(to > from)) return;
    surface.beginPath();
    for (const [i, s] of [from, to].entries()) {
      const x = line.x0 + ((line.x1 - line.x0) * s) / length;
      const y = line.y0 + ((line.y1 - line.y0) * s) / length;
      if (i === 0) surface.moveTo(x, y);
      else surface.lineTo(x, y);
    }
    surface.stroke();
  };
  const laid = layPattern(length, dashes);
  surface.setLineDash([]);
  if (!laid || (seen[1] - seen[0]) / period > MOST_DASHES) {
    piece(...seen);
    return;
  }
  // The dashes at the two ends may be longer than the pattern's.
  if (laid.first > 0) piece(Math.max(0, seen[0]), Math.min(laid.first, seen[1]));
  if (laid.ends > dashes[0]) piece(Math.max(length - laid.ends, seen[0]), Math.min(length, seen[1]));
  const start = Math.max(laid.first, laid.first + Math.floor((seen[0] - laid.first) / period) * period);
  surface.setLineDash(alternating(dashes, widthPx));
  surface.lineDashOffset = Math.max(0, -start);
  piece(Math.max(0, start), seen[1]);
  surface.lineDashOffset = 0;
}

/** Lengths along a straight piece between which it lies in a window. */
function visibleStretch(
  s: { x0: number; y0: number; x1: number; y1: number; length: number },
  window: readonly [number, number, number, number],
  margin: number,
): [number, number] | null {
  let [from, to] = [0, 1];
  for (const [at, by, low, high] of [
    [s.x0, s.x1 - s.x0, window[0] - margin, window[2] + margin],
    [s.y0, s.y1 - s.y0, window[1] - margin, window[3] + margin],
  ]) {
    if (by === 0) {
      if (at < low || at > high) return null;
      continue;
    }
    const [a, b] = [(low - at) / by, (high - at) / by];
    from = Math.max(from, Math.min(a, b));
    to = Math.min(to, Math.max(a, b));
  }
  return from < to ? [from * s.length, to * s.length] : null;
}

/** The place and direction at a length along a run of segments. */
function placeOn(run: readonly Segment[], at: number): { x: number; y: number; angle: number } {
  let left = at;
  for (const segment of run) {
    if (left > segment.length && segment !== run.at(-1)) {
      left -= segment.length;
      continue;
    }
    const share = segment.length > 0 ? Math.min(1, left / segment.length) : 0;
    if ('x0' in segment)
      return {
        x: segment.x0 + (segment.x1 - segment.x0) * share,
        y: segment.y0 + (segment.y1 - segment.y0) * share,
        angle: Math.atan2(segment.y1 - segment.y0, segment.x1 - segment.x0),
      };
    const { arc } = segment;
    const t = arc.from + (arc.to - arc.from) * share;
    const [c, s] = [Math.cos(arc.rotation), Math.sin(arc.rotation)];
    const [u, v] = [arc.rx * Math.cos(t), arc.ry * Math.sin(t)];
    const sense = arc.to < arc.from ? -1 : 1;
    const [du, dv] = [-arc.rx * Math.sin(t) * sense, arc.ry * Math.cos(t) * sense];
    return {
      x: arc.x + u * c - v * s,
      y: arc.y + u * s + v * c,
      angle: Math.atan2(du * s + dv * c, du * c - dv * s),
    };
  }
  return { x: 0, y: 0, angle: 0 };
}

/** Sets a word or a mark of a pattern; pixels run down, so angles and distances square to the line change their sign. */
function paintMark(
  surface: Surface,
  place: { x: number; y: number; angle: number },
  mark: LookMark,
  pxPerPattern: number,
  colour: string,
  widthPx: number,
  options: PaintOptions,
): void {
  const [c, s] = [Math.cos(place.angle), Math.sin(place.angle)];
  const [dx, dy] = [mark.dx * pxPerPattern, -mark.dy * pxPerPattern];
  const x = place.x + dx * c - dy * s;
  const y = place.y + dx * s + dy * c;
  const angle = mark.upright ? -mark.angleRad : place.angle - mark.angleRad;
  const height = mark.height * pxPerPattern;
  const [ct, st] = [Math.cos(angle) * height, Math.sin(angle) * height];
  surface.setLineDash([]);
  if (mark.strokes) {
    for (const stroke of mark.strokes) {
      surface.beginPath();
      for (let i = 0; i < stroke.length; i += 2) {
        const px = x + stroke[i] * ct + stroke[i + 1] * st;
        const py = y + stroke[i] * st - stroke[i + 1] * ct;
        if (i === 0) surface.moveTo(px, py);
        else surface.lineTo(px, py);
      }
      surface.stroke();
    }
    return;
  }
  paintLetters(
    surface,
    {
      text: mark.text,
      face: mark.face,
      x: 0,
      y: 0,
      size: 1,
      width: 0,
      widthFactor: mark.widthFactor,
      slantRad: mark.slantRad,
      tracking: 1,
      rgb: -1,
    },
    [ct, st, st, -ct, x, y],
    colour,
    widthPx,
    options.families,
  );
}
