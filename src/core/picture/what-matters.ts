import { type Box, emptyBox, heightOf, include, widthOf } from '../geometry/box';

/** What lies far outside is at most this share of what is drawn, or a few items. */
const MOST_SHARE = 0.01;
const FEW = 3;
/** Leaving it out makes the rest appear at least so many times larger. */
const LARGER = 4;

/** The part of a picture that matters: all but a few strays far away. */
export interface Matter {
  readonly box: Box;
  /** Items that lie outside. */
  readonly outside: number;
}

/**
 * What of a picture is worth showing as a whole. A stray point far away would make everything else a speck: what lies far
 * outside is left out when it is little, and when leaving it out makes the rest several times larger.
 * @param boxes minX, minY, maxX, maxY of each item
 * @returns null when nothing is to be left out
 */
export function whatMatters(boxes: ArrayLike<number>): Matter | null {
  const count = boxes.length / 4;
  if (count < 2) return null;
  let kept: number[] = Array.from({ length: count }, (_, i) => i);
  const most = Math.max(FEW, Math.floor(count * MOST_SHARE));
  for (let round = 0; round < 8; round++) {
    const next = [0, 1].reduce((rest, axis) => withoutStrays(boxes, rest, axis, count - most), kept);
    if (next.length === kept.length) break;
    kept = next;
  }
  const outside = count - kept.length;
  return outside === 0 ? null : { box: boxOf(boxes, kept), outside };
}

/** Leaves out what lies beyond the widest gap on one axis, when that is little and far. */
function withoutStrays(
  boxes: ArrayLike<number>,
  kept: readonly number[],
  axis: number,
  least: number,
): number[] {
  const low = (i: number): number => boxes[i * 4 + axis];
  const high = (i: number): number => boxes[i * 4 + 2 + axis];
  const sorted = [...kept].sort((a, b) => low(a) - low(b));
  if (sorted.length < 2) return sorted;
  const whole = boxOf(boxes, sorted);
  const extent = Math.max(widthOf(whole), heightOf(whole));
  let reach = high(sorted[0]);
  let [at, widest] = [0, 0];
  for (let i = 1; i < sorted.length; i++) {
    const gap = low(sorted[i]) - reach;
    if (gap > widest && (i >= least || sorted.length - i >= least)) [at, widest] = [i, gap];
    reach = Math.max(reach, high(sorted[i]));
  }
  if (at === 0) return sorted;
  const rest = at >= least ? sorted.slice(0, at) : sorted.slice(at);
  const box = boxOf(boxes, rest);
  // What has no extent of its own is not made larger by leaving something out.
  const own = Math.max(widthOf(box), heightOf(box));
  return own > 0 && own * LARGER <= extent ? rest : sorted;
}

function boxOf(boxes: ArrayLike<number>, kept: readonly number[]): Box {
  const box = emptyBox();
  for (const i of kept) {
    include(box, boxes[i * 4], boxes[i * 4 + 1]);
    include(box, boxes[i * 4 + 2], boxes[i * 4 + 3]);
  }
  return box;
}
