import type { DimensionValues } from '../standard/dimension-settings';
import type { FigurePart, Point } from './figure-pen';

type LinePart = Extract<FigurePart, { kind: 'line' }>;

/** Settings that parts of extension lines are drawn by begin so. */
const isExtension = (part: FigurePart): part is LinePart =>
  part.kind === 'line' && part.points.length === 4 && part.setting.startsWith('extension');

/** The extension lines among the parts of a picture, as x0, y0, x1, y1 each. */
export const extensionLines = (parts: readonly FigurePart[]): (readonly number[])[] =>
  parts.filter(isExtension).map(({ points }) => points);

/**
 * The parts of a picture with its extension lines broken at points that lie on them.
 * @param gapMm from where a line stops to where it goes on, mm on paper; the point lies in the middle
 */
export const brokenAt = (
  parts: readonly FigurePart[],
  points: readonly Point[],
  gapMm: number,
): FigurePart[] =>
  parts.flatMap((part): FigurePart[] => (isExtension(part) ? broken(part, points, gapMm) : [part]));

/** How far off a line a point may lie that is meant to be on it, mm on paper. */
const ON_MM = 1e-3;

function broken(part: LinePart, points: readonly Point[], gapMm: number): LinePart[] {
  const [x0, y0, x1, y1] = part.points;
  const length = Math.hypot(x1 - x0, y1 - y0);
  if (!(length > 0)) return [part];
  const [ux, uy] = [(x1 - x0) / length, (y1 - y0) / length];
  const gaps = points
    .filter(([x, y]) => Math.abs((x - x0) * uy - (y - y0) * ux) <= ON_MM)
    .map(([x, y]) => (x - x0) * ux + (y - y0) * uy)
    // A part can end within the gap: two parts of one line meet where it lies.
    .filter((at) => at > -gapMm / 2 && at < length + gapMm / 2)
    .sort((a, b) => a - b);
  const pieces: LinePart[] = [];
  const put = (from: number, to: number): void => {
    if (to - from > ON_MM)
      pieces.push({
        ...part,
        points: [x0 + from * ux, y0 + from * uy, x0 + to * ux, y0 + to * uy],
      });
  };
  let from = 0;
  for (const at of gaps) {
    put(from, Math.min(length, at - gapMm / 2));
    from = Math.max(from, at + gapMm / 2);
  }
  put(from, length);
  return gaps.length === 0 ? [part] : pieces;
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
