import type { DimensionValues } from '../standard/dimension-settings';
import { type FigurePart, type Point, RADIANS } from './figure-pen';

type LinePart = Extract<FigurePart, { kind: 'line' }>;

type ArcPart = Extract<FigurePart, { kind: 'arc' }>;

/** Whether a part is of an extension line, or of what leads from the point of an ordinate to its text. */
const isExtension = (part: FigurePart): part is LinePart =>
  part.kind === 'line' &&
  part.points.length === 4 &&
  (part.setting.startsWith('extension') || part.setting === 'terminatorSizeMm');

/** Whether a part is of the dimension line, straight or an arc. */
const isOfLine = (part: FigurePart): part is LinePart | ArcPart =>
  (part.setting === 'linePenMm' || part.setting === 'whenShort') &&
  (part.kind === 'arc' || (part.kind === 'line' && part.points.length === 4));

/** Which lines of a dimension are broken. */
export type BrokenLines = 'extension lines' | 'dimension line';

/**
 * The parts of a picture with lines of it broken at points that lie on them.
 * @param gapMm from where a line stops to where it goes on, mm on paper; the point lies in the middle
 */
export const brokenAt = (
  parts: readonly FigurePart[],
  which: BrokenLines,
  points: readonly Point[],
  gapMm: number,
): FigurePart[] =>
  parts.flatMap((part): FigurePart[] => {
    if (which === 'extension lines' ? !isExtension(part) : !isOfLine(part)) return [part];
    return part.kind === 'arc' ? brokenArc(part, points, gapMm) : brokenLine(part as LinePart, points, gapMm);
  });

/** The straight pieces that lines and arcs among the parts of a picture are drawn by, drawing units. */
export function piecesOf(parts: readonly FigurePart[], unitsPerMm: number): Float64Array {
  const pieces: number[] = [];
  for (const part of parts) {
    if (part.kind === 'line')
      for (let i = 2; i < part.points.length; i += 2)
        pieces.push(...part.points.slice(i - 2, i + 2).map((value) => value * unitsPerMm));
    if (part.kind !== 'arc' || part.full) continue;
    const steps = Math.max(1, Math.ceil((part.toDeg - part.fromDeg) / CHORD_DEG));
    const at = (i: number): [number, number] => {
      const turn = (part.fromDeg + ((part.toDeg - part.fromDeg) * i) / steps) * RADIANS;
      const radius = part.radius * unitsPerMm;
      const [x, y] = part.centre;
      return [x * unitsPerMm + radius * Math.cos(turn), y * unitsPerMm + radius * Math.sin(turn)];
    };
    for (let i = 0; i < steps; i++) pieces.push(...at(i), ...at(i + 1));
  }
  return new Float64Array(pieces);
}

/** An arc is taken for chords of this many degrees at most. */
const CHORD_DEG = 5;

/** How far off a line a point may lie that is meant to be on it, mm on paper. */
const ON_MM = 1e-3;

/** What is left between gaps of a line that is so long. */
function leftBetween(length: number, at: readonly number[], gapMm: number): (readonly [number, number])[] {
  const left: [number, number][] = [];
  let from = 0;
  for (const middle of [...at].sort((a, b) => a - b)) {
    left.push([from, Math.min(length, middle - gapMm / 2)]);
    from = Math.max(from, middle + gapMm / 2);
  }
  left.push([from, length]);
  return left.filter(([a, b]) => b - a > ON_MM);
}

/** A part can end within the gap: two parts of one line meet where it lies. */
const reaches = (at: number, length: number, gapMm: number): boolean =>
  at > -gapMm / 2 && at < length + gapMm / 2;

function brokenLine(part: LinePart, points: readonly Point[], gapMm: number): LinePart[] {
  const [x0, y0, x1, y1] = part.points;
  const length = Math.hypot(x1 - x0, y1 - y0);
  if (!(length > 0)) return [part];
  const [ux, uy] = [(x1 - x0) / length, (y1 - y0) / length];
  const gaps = points
    .filter(([x, y]) => Math.abs((x - x0) * uy - (y - y0) * ux) <= ON_MM)
    .map(([x, y]) => (x - x0) * ux + (y - y0) * uy)
    .filter((at) => reaches(at, length, gapMm));
  if (gaps.length === 0) return [part];
  return leftBetween(length, gaps, gapMm).map(([from, to]) => ({
    ...part,
    points: [x0 + from * ux, y0 + from * uy, x0 + to * ux, y0 + to * uy],
  }));
}

/** An arc is broken along its length: the gap is as wide on it as in a straight line. */
function brokenArc(part: ArcPart, points: readonly Point[], gapMm: number): ArcPart[] {
  const { centre, radius, fromDeg, toDeg } = part;
  const length = (toDeg - fromDeg) * RADIANS * radius;
  if (!(length > 0)) return [part];
  const gaps = points
    .filter(([x, y]) => Math.abs(Math.hypot(x - centre[0], y - centre[1]) - radius) <= ON_MM)
    .map(([x, y]) => {
      const deg = Math.atan2(y - centre[1], x - centre[0]) / RADIANS;
      // Counted from the middle of the arc, so that a gap at its very beginning lies there and not a turn further.
      const middle = (fromDeg + toDeg) / 2;
      const turned = ((((deg - middle + 180) % 360) + 360) % 360) - 180;
      return (middle + turned - fromDeg) * RADIANS * radius;
    })
    .filter((at) => reaches(at, length, gapMm));
  if (gaps.length === 0) return [part];
  return leftBetween(length, gaps, gapMm).map(([from, to]) => ({
    ...part,
    fromDeg: fromDeg + from / radius / RADIANS,
    toDeg: fromDeg + to / radius / RADIANS,
  }));
}

/** Parts of the line of a straight dimension are drawn by these settings. */
const isLine = (part: FigurePart): part is LinePart =>
  part.kind === 'line' && part.points.length === 4 && part.setting === 'linePenMm';

/**
 * The parts of a picture with a jog in the dimension line: it says that what is measured is longer than it is drawn. The jog
 * stands in the longest part of the line, as high and as steep as the style has jogs.
 */
export function joggedLine(
  parts: readonly FigurePart[],
  { jogHeight, jogAngleDeg, textHeightMm }: DimensionValues,
): FigurePart[] {
  const lengthOf = ({ points: [x0, y0, x1, y1] }: LinePart): number => Math.hypot(x1 - x0, y1 - y0);
  const joined = joinedLines(parts);
  const [longest] = joined.filter(isLine).sort((a, b) => lengthOf(b) - lengthOf(a));
  if (!longest) return [...parts];
  const [x0, y0, x1, y1] = longest.points;
  const length = lengthOf(longest);
  // A short line has a small jog: some of the line is left on both sides.
  const height = Math.min(jogHeight * textHeightMm, length / 4);
  const run = Math.min(height / Math.tan((jogAngleDeg * Math.PI) / 180), length / 4);
  const [ux, uy] = [(x1 - x0) / length, (y1 - y0) / length];
  const at = (u: number, w: number): [number, number] => [x0 + u * ux - w * uy, y0 + u * uy + w * ux];
  // Beside the text: it stands in the middle of most lines.
  const middle = length / 4;
  const points = [
    ...at(0, 0),
    ...at(middle - run, 0),
    ...at(middle - run / 2, height / 2),
    ...at(middle + run / 2, -height / 2),
    ...at(middle + run, 0),
    ...at(length, 0),
  ];
  return joined.map((part) => (part === longest ? { ...longest, points } : part));
}

/** A dimension line is drawn as two halves, each of which can be left out: where both are there they are one. */
function joinedLines(parts: readonly FigurePart[]): FigurePart[] {
  const joined: FigurePart[] = [];
  for (const part of parts) {
    const before = joined.at(-1);
    if (before && isLine(before) && isLine(part)) {
      const [x0, y0, x1, y1] = before.points;
      const [x2, y2, x3, y3] = part.points;
      if (Math.hypot(x2 - x1, y2 - y1) < ON_MM) {
        joined[joined.length - 1] = { ...before, points: [x0, y0, x3, y3] };
        continue;
      }
    }
    joined.push(part);
  }
  return joined;
}
