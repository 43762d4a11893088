import type { Box } from '../../geometry/box';
import {
  INCH_MARGINS,
  type Margins,
  METRIC_MARGINS,
  NO_MARGINS,
  PAPER_SIZES,
  type PaperSize,
  usualScale,
} from './paper-sizes';

/** What a rectangle would be as a sheet: its paper, its frame, its scale. */
export interface SheetMatch {
  readonly size: PaperSize;
  /** Width and height of the paper as it lies, mm. */
  readonly widthMm: number;
  readonly heightMm: number;
  /** From the paper's edge to the rectangle as it lies: left, bottom, right, top, mm. */
  readonly marginsMm: readonly [number, number, number, number];
  /** The rectangle is the paper's edge and not a frame on it. */
  readonly isEdge: boolean;
  /** Paper mm of one drawing unit. */
  readonly mmPerUnit: number;
  /** mm of one drawing unit that the scale is counted with. */
  readonly unitMm: number;
  /** 1 : reduction. */
  readonly reduction: number;
  /** Share by which sides and scale are off what they should be. */
  readonly off: number;
  /** How seldom such sheets come; 0 for the usual. */
  readonly rarity: number;
}

/** Units that models are drawn in, mm, and how seldom when the file does not say. */
const UNITS: readonly { readonly mm: number; readonly rarity: number }[] = [
  { mm: 1, rarity: 0 },
  { mm: 1000, rarity: 0.7 },
  { mm: 10, rarity: 1.5 },
  { mm: 25.4, rarity: 0.8 },
  { mm: 304.8, rarity: 1.2 },
];
/** Files that state a unit that they are not drawn in are many. */
const UNLIKE_STATED = 2;

/** Sides of the paper's edge may be this share off; frames with margins less, for there are many of them. */
const EDGE_OFF = 1.5e-3;
const FRAME_OFF = 4e-4;
const SCALE_OFF = 3e-3;

/** How a frame lies on its paper: the paper's own width and height, and margins on its sides. */
interface Lying {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly marginsMm: readonly [number, number, number, number];
  readonly rarity: number;
}

/** A way of lying, with the frame that it makes. */
interface Way extends Lying {
  readonly size: PaperSize;
  readonly frameW: number;
  readonly frameH: number;
  readonly ratio: number;
}

/** Every way of every size, by the ratio of the frame's sides. */
const WAYS: readonly Way[] = PAPER_SIZES.flatMap((size) =>
  waysOf(size).map((lying) => {
    const [left, bottom, right, top] = lying.marginsMm;
    const [frameW, frameH] = [lying.widthMm - left - right, lying.heightMm - bottom - top];
    return { ...lying, size, frameW, frameH, ratio: frameW / frameH };
  }),
).sort((a, b) => a.ratio - b.ratio);

/** Where the ways begin whose ratio is no less than one. */
function firstWay(ratio: number): number {
  let [low, high] = [0, WAYS.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (WAYS[middle].ratio < ratio) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Every way that a frame lies on paper of a size: on either side, bound on either side, with every usual margin. */
function waysOf(size: PaperSize): Lying[] {
  const ways: Lying[] = [];
  const put = (widthMm: number, heightMm: number, { left, bottom, right, top, rarity }: Margins): void => {
    ways.push({ widthMm, heightMm, marginsMm: [left, bottom, right, top], rarity });
    // Bound at another side: turned paper.
    if (left === right) return;
    ways.push({ widthMm, heightMm, marginsMm: [bottom, left, top, right], rarity: rarity + 0.3 });
    ways.push({ widthMm, heightMm, marginsMm: [bottom, right, top, left], rarity: rarity + 0.5 });
  };
  for (const margins of [NO_MARGINS, ...(size.series === 'ISO' ? METRIC_MARGINS : INCH_MARGINS)]) {
    put(size.longMm, size.shortMm, margins);
    put(size.shortMm, size.longMm, margins);
  }
  return ways;
}

/**
 * Every sheet that a rectangle can be, the usual ones first.
 * @param unitMm mm of a drawing unit as the file states it; null where it does not
 */
export function matchesOf({ minX, minY, maxX, maxY }: Box, unitMm: number | null): SheetMatch[] {
  const [w, h] = [maxX - minX, maxY - minY];
  const found: SheetMatch[] = [];
  const ratio = w / h;
  for (
    let i = firstWay(ratio * (1 - EDGE_OFF));
    i < WAYS.length && WAYS[i].ratio <= ratio * (1 + 2 * EDGE_OFF);
    i++
  ) {
    const { size, widthMm, heightMm, marginsMm, rarity, frameW, frameH } = WAYS[i];
    const [left, bottom, right, top] = marginsMm;
    const [kx, ky] = [frameW / w, frameH / h];
    const isEdge = left + bottom + right + top === 0;
    const skew = Math.abs(kx / ky - 1);
    if (skew > (isEdge ? EDGE_OFF : FRAME_OFF)) continue;
    const mmPerUnit = Math.sqrt(kx * ky);
    for (const unit of unitsFor(unitMm)) {
      const scale = usualScale(unit.mm / mmPerUnit, isEdge ? SCALE_OFF : 2 * FRAME_OFF);
      if (!scale) continue;
      const off = Math.max(skew, Math.abs(unit.mm / mmPerUnit / scale.reduction - 1));
      const mixed = scale.system !== 'both' && (scale.system === 'inch') !== (size.series === 'inch');
      found.push({
        size,
        widthMm,
        heightMm,
        marginsMm,
        isEdge,
        // The scale is what was meant; sides are drawn a hair off it.
        mmPerUnit: unit.mm / scale.reduction,
        unitMm: unit.mm,
        reduction: scale.reduction,
        off,
        rarity: size.rarity + rarity + unit.rarity + scale.rarity + (mixed ? 2.5 : 0),
      });
    }
  }
  return found.sort((a, b) => a.rarity - b.rarity);
}

function unitsFor(unitMm: number | null): readonly { readonly mm: number; readonly rarity: number }[] {
  if (unitMm === null) return UNITS;
  const others = UNITS.filter(({ mm }) => Math.abs(mm / unitMm - 1) > 0.01).map(({ mm, rarity }) => ({
    mm,
    rarity: rarity + UNLIKE_STATED,
  }));
  return [{ mm: unitMm, rarity: 0 }, ...others];
}

/** The paper around a frame, drawing units. */
export function paperAround({ minX, minY, maxX, maxY }: Box, match: SheetMatch): Box {
  const [left, bottom, right, top] = match.marginsMm;
  const { mmPerUnit: k } = match;
  return { minX: minX - left / k, minY: minY - bottom / k, maxX: maxX + right / k, maxY: maxY + top / k };
}
