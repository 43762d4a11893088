import Flatbush from 'flatbush';
import type { Box } from '../../geometry/box';
import { matchesOf } from './matches';
import type { DrawnRectangle } from './survey';

/** A rectangle with those drawn closely within it: a paper's edge with its frame, double lines. */
export interface Frame {
  readonly outer: DrawnRectangle;
  readonly inner: DrawnRectangle[];
}

/** Frames that are looked at closely, the largest first. */
const MOST_FRAMES = 600;
/** Others that a frame may cross, by a careless hand. */
const MOST_ACROSS = 3;
/** A frame lies within the edge at no more than this share of the short side. */
const WIDEST_MARGIN = 0.14;
const areaOf = ({ minX, minY, maxX, maxY }: Box): number => (maxX - minX) * (maxY - minY);
export const shortOf = ({ minX, minY, maxX, maxY }: Box): number => Math.min(maxX - minX, maxY - minY);
const longOf = ({ minX, minY, maxX, maxY }: Box): number => Math.max(maxX - minX, maxY - minY);

/** Whether one box lies in another, or on its edge. */
export function liesIn(inner: Box, outer: Box): boolean {
  const slack = 2e-3 * longOf(inner);
  return (
    inner.minX >= outer.minX - slack &&
    inner.minY >= outer.minY - slack &&
    inner.maxX <= outer.maxX + slack &&
    inner.maxY <= outer.maxY + slack
  );
}

/** Rectangles that can be sheets, each with what is drawn closely within it; the largest first. */
export function framesOf(rectangles: readonly DrawnRectangle[], unitMm: number | null): Frame[] {
  const sorted = [...rectangles].sort((a, b) => areaOf(b.box) - areaOf(a.box));
  const frames: Frame[] = [];
  const tree = sorted.length > 0 ? new Flatbush(sorted.length) : null;
  for (const { box } of sorted) tree?.add(box.minX, box.minY, box.maxX, box.maxY);
  tree?.finish();
  const taken = new Set<number>();
  for (const [i, outer] of sorted.entries()) {
    if (frames.length >= MOST_FRAMES) break;
    if (taken.has(i)) continue;
    const widest = WIDEST_MARGIN * shortOf(outer.box);
    const { box } = outer;
    const within = (tree?.search(box.minX, box.minY, box.maxX, box.maxY) ?? [])
      .filter((k) => {
        if (k <= i || taken.has(k)) return false;
        const own = sorted[k].box;
        const sides = [own.minX - box.minX, own.minY - box.minY, box.maxX - own.maxX, box.maxY - own.maxY];
        return sides.every((side) => side >= -2e-3 * longOf(box) && side <= widest);
      })
      .sort((a, b) => a - b);
    const frame = { outer, inner: within.map((k) => sorted[k]) };
    if (![outer, ...frame.inner].some((one) => matchesOf(one.box, unitMm).length > 0)) continue;
    for (const k of within) taken.add(k);
    frames.push(frame);
  }
  return frames.filter((frame) => !isAcross(frame, frames));
}

/** Whether a frame lies across several others: sheets lie beside each other or hold each other, and do not cross. */
function isAcross({ outer: { box } }: Frame, frames: readonly Frame[]): boolean {
  const inset = 0.02 * shortOf(box);
  let across = 0;
  for (const { outer } of frames) {
    const other = outer.box;
    if (
      other.minX < box.maxX - inset &&
      other.maxX > box.minX + inset &&
      other.minY < box.maxY - inset &&
      other.maxY > box.minY + inset &&
      !liesIn(other, box) &&
      !liesIn(box, other) &&
      ++across > MOST_ACROSS
    )
      return true;
  }
  return false;
}
