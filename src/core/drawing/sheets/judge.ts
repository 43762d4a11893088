import Flatbush from 'flatbush';
import { type Drawing, layerNameOf, rangeOf } from '../../dxf/drawing';
import type { Box } from '../../geometry/box';
import { type Frame, liesIn, shortOf } from './frames';
import { matchesOf, paperAround, type SheetMatch } from './matches';
import { type PaperSize, sizeNamedIn } from './paper-sizes';
import { SCALE_WORD, type StatedScale, statedScales } from './stated-scale';
import type { ModelText, Survey } from './survey';
import { FRAME_NAMES, TITLE_WORDS } from './title-words';

/** What speaks for a frame being a sheet, and for each scale of it. */
export interface Judged {
  readonly frame: Frame;
  readonly texts: readonly ModelText[];
  readonly scales: readonly StatedScale[];
  /** Everything that speaks for a sheet but the match itself. */
  readonly evidence: number;
  /** Part of the evidence that only sheets have: words of a title block, a frame within the edge, a name. */
  readonly own: number;
  readonly ranked: readonly Ranked[];
}

export interface Ranked {
  readonly match: SheetMatch;
  readonly paper: Box;
  readonly score: number;
}

/** Objects in frames that are looked at, those in several frames several times: frames over frames by the thousand are none. */
const MOST_LOOKS = 4_000_000;
/** What one text says of the sheet it stands on. */
interface Reading {
  readonly scales: readonly StatedScale[];
  readonly size: PaperSize | null;
  readonly isTitle: boolean;
}

export class Judge {
  private readonly texts: Flatbush | null;
  private readonly shapes: Flatbush | null;
  private looks = 0;
  private readonly readings: (Reading | undefined)[] = [];
  /** How many frames have the same sides, by both sides. */
  private readonly alike = new Map<string, number>();

  constructor(
    private readonly drawing: Drawing,
    private readonly survey: Survey,
    frames: readonly Frame[],
  ) {
    this.texts = survey.texts.length > 0 ? new Flatbush(survey.texts.length) : null;
    for (const { x, y } of survey.texts) this.texts?.add(x, y, x, y);
    this.texts?.finish();
    const { boxes } = survey;
    this.shapes = boxes.length > 0 ? new Flatbush(boxes.length / 4) : null;
    for (let i = 0; i < boxes.length; i += 4)
      this.shapes?.add(boxes[i], boxes[i + 1], boxes[i + 2], boxes[i + 3]);
    this.shapes?.finish();
    for (const { outer } of frames) {
      const key = sidesOf(outer.box);
      this.alike.set(key, (this.alike.get(key) ?? 0) + 1);
    }
  }

  judgeAll(frames: readonly Frame[], unitMm: number | null): Judged[] {
    this.looks = 0;
    const first: Judged[] = [];
    for (const frame of frames) {
      if (this.looks > MOST_LOOKS) break;
      first.push(this.judge(frame, unitMm));
    }
    // What lies on one sheet does not speak against the sheet beside it. Frames around sheets are none.
    const likely = first.filter(({ own, ranked }) => own >= 1.5 && ranked.length > 0);
    const onSheets = new Uint8Array(this.survey.boxes.length / 4);
    for (const one of likely) {
      const { box } = one.frame.outer;
      if (likely.some((other) => other !== one && liesIn(other.frame.outer.box, box) && other.own >= one.own))
        continue;
      const slack = 0.015 * shortOf(box);
      const { boxes } = this.survey;
      for (const i of this.shapes?.search(box.minX, box.minY, box.maxX, box.maxY) ?? [])
        if (
          boxes[i * 4] >= box.minX - slack &&
          boxes[i * 4 + 1] >= box.minY - slack &&
          boxes[i * 4 + 2] <= box.maxX + slack &&
          boxes[i * 4 + 3] <= box.maxY + slack
        )
          onSheets[i] = 1;
    }
    return first.map((one) => ({ ...one, evidence: one.evidence - this.clutter(one.frame, onSheets) }));
  }

  private judge(frame: Frame, unitMm: number | null): Judged {
    const { box } = frame.outer;
    const { drawing, survey } = this;
    const inside = this.texts?.search(box.minX, box.minY, box.maxX, box.maxY) ?? [];
    const texts = inside.map((i) => survey.texts[i]);
    const read = inside.map((i) => this.readingOf(i));
    const scales = read.flatMap((one) => one.scales);
    const sizes = read.flatMap(({ size }) => (size ? [size] : []));
    const titles = new Set(texts.filter((_, i) => read[i].isTitle).map(({ words }) => words)).size;
    const named = [frame.outer, ...frame.inner].some(
      ({ row, top }) =>
        FRAME_NAMES.test(layerNameOf(drawing, row)) ||
        FRAME_NAMES.test(layerNameOf(drawing, top)) ||
        (top !== row && FRAME_NAMES.test(symbolOf(drawing, top))),
    );
    const ranked = this.rank(frame, unitMm, texts, scales, sizes);
    const best = ranked[0];
    const nested =
      best !== undefined &&
      frame.inner.some(({ box: inner }) => margins(best.paper, inner, best.match.mmPerUnit));
    const statedHere =
      best !== undefined && scales.some(({ reduction }) => isScale(reduction, best.match.reduction));
    const own = Math.min(titles, 4) * 0.6 + (named ? 1.5 : 0) + (nested ? 1.5 : 0) + (statedHere ? 1.2 : 0);
    const twins = (this.alike.get(sidesOf(box)) ?? 1) - 1;
    const evidence =
      own +
      (sizes.length > 0 && best && sizes.includes(best.match.size) ? 1 : 0) +
      Math.min(twins, 2) * 0.4 -
      (this.isEmpty(frame) ? 2 : 0);
    return { frame, texts, scales, evidence, own, ranked };
  }

  /** What a text says of a sheet; worked out once, for frames within frames share their texts. */
  private readingOf(i: number): Reading {
    let reading = this.readings[i];
    if (!reading) {
      const { words } = this.survey.texts[i];
      reading = {
        scales: statedScales(words),
        size: words.length <= 60 ? sizeNamedIn(words) : null,
        isTitle: words.length <= 80 && (TITLE_WORDS.test(words) || SCALE_WORD.test(words)),
      };
      this.readings[i] = reading;
    }
    return reading;
  }

  private isEmpty({ outer: { box } }: Frame): boolean {
    const inset = 0.02 * shortOf(box);
    const inside =
      this.shapes?.search(box.minX + inset, box.minY + inset, box.maxX - inset, box.maxY - inset, (i) => {
        const { boxes } = this.survey;
        return boxes[i * 4 + 2] - boxes[i * 4] < 0.9 * (box.maxX - box.minX);
      }) ?? [];
    this.looks += 4 * inside.length;
    return inside.length < 3;
  }

  /** What speaks against a sheet: objects that run through its edge, and annotation close around it. */
  private clutter({ outer: { box } }: Frame, onSheets: Uint8Array): number {
    const { boxes } = this.survey;
    const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
    const near = 0.06 * Math.min(w, h);
    const slack = 0.012 * Math.min(w, h);
    let crossing = 0;
    let outside = 0;
    let inside = 0;
    for (const i of this.shapes?.search(box.minX - near, box.minY - near, box.maxX + near, box.maxY + near) ??
      []) {
      const [minX, minY, maxX, maxY] = [boxes[i * 4], boxes[i * 4 + 1], boxes[i * 4 + 2], boxes[i * 4 + 3]];
      const within =
        minX >= box.minX - slack &&
        minY >= box.minY - slack &&
        maxX <= box.maxX + slack &&
        maxY <= box.maxY + slack;
      if (within) {
        inside++;
        continue;
      }
      if (onSheets[i] === 1) continue;
      const around = minX <= box.minX && minY <= box.minY && maxX >= box.maxX && maxY >= box.maxY;
      if (around) continue;
      // What is as long as a side is another frame beside it, or its double line.
      if (maxX - minX > 0.9 * w || maxY - minY > 0.9 * h) continue;
      const touches =
        maxX > box.minX + slack &&
        minX < box.maxX - slack &&
        maxY > box.minY + slack &&
        minY < box.maxY - slack;
      if (touches) crossing++;
      else outside++;
    }
    // Trimming marks, numbers of folds and the like are a few.
    const loose = Math.max(0, outside - 14) / Math.max(inside + outside, 1);
    const cut = Math.max(0, crossing - 2) / Math.max(inside + crossing, 1);
    return Math.min(3, 6 * loose + 8 * cut);
  }

  /** Every sheet that the frame can be, the likeliest first. */
  private rank(
    { outer, inner }: Frame,
    unitMm: number | null,
    texts: readonly ModelText[],
    scales: readonly StatedScale[],
    sizes: readonly PaperSize[],
  ): Ranked[] {
    const heights = texts.map(({ height }) => height).sort((a, b) => a - b);
    const ranked: Ranked[] = [];
    const bound = boundSide(texts);
    const rectangles = [outer, ...inner.slice(0, 4)];
    for (const rectangle of rectangles)
      for (const match of matchesOf(rectangle.box, unitMm)) {
        const paper = paperAround(rectangle.box, match);
        // The paper is seldom smaller than what is drawn as its outermost line.
        const beyond = rectangle !== outer && !liesIn(outer.box, paper) ? 1.2 : 0;
        let score = -beyond - match.rarity - (match.isEdge ? 0 : 0.8) - Math.min(1.5, match.off * 800);
        if (
          rectangles.some(
            (other) => other !== rectangle && match.isEdge && margins(paper, other.box, match.mmPerUnit),
          )
        )
          score += 1;
        if (!match.isEdge && rectangle !== outer && isSame(paper, outer.box)) score += 1.5;
        score += scaleScore(match, scales) + sizeScore(match, sizes) + heightScore(match, heights);
        score += bindingScore(match, bound);
        ranked.push({ match, paper, score });
      }
    return ranked.sort((a, b) => b.score - a.score);
  }
}

const sidesOf = (box: Box): string =>
  [box.maxX - box.minX, box.maxY - box.minY].map((side) => side.toPrecision(4)).join(' ');

const symbolOf = (drawing: Drawing, row: number): string => drawing.reader.findText(rangeOf(drawing, row), 2);

const isSame = (a: Box, b: Box): boolean => liesIn(a, b) && liesIn(b, a);
export const isScale = (a: number, b: number): boolean => Math.abs(a / b - 1) < 0.005;

/** Whether a rectangle lies in the paper like a frame: 3 to 55 mm from each edge. */
function margins(paper: Box, inner: Box, mmPerUnit: number): boolean {
  return [
    inner.minX - paper.minX,
    inner.minY - paper.minY,
    paper.maxX - inner.maxX,
    paper.maxY - inner.maxY,
  ].every((side) => side * mmPerUnit > 3 && side * mmPerUnit < 55);
}

/** What the scales that a sheet states say of one that it may have. */
function scaleScore(match: SheetMatch, scales: readonly StatedScale[]): number {
  if (scales.length === 0) return 0;
  const speaking = scales.filter(({ sure }) => sure);
  const counted = speaking.length > 0 ? speaking : scales;
  const share =
    counted.filter(({ reduction }) => isScale(reduction, match.reduction)).length / counted.length;
  if (share === 0) return -0.8;
  return (speaking.length > 0 ? 2.5 : 1.2) + share;
}

function sizeScore(match: SheetMatch, sizes: readonly PaperSize[]): number {
  if (sizes.length === 0) return 0;
  return sizes.includes(match.size) ? 2 : -0.7;
}

/** Lettering is mostly 1.8 to 7 mm high on paper: what a scale makes of it speaks for it or against. */
function heightScore(match: SheetMatch, heights: readonly number[]): number {
  if (heights.length < 3) return 0;
  const [low, middle] = [0.2, 0.5].map((at) => heights[Math.floor(at * heights.length)] * match.mmPerUnit);
  let score = 0;
  // 2.5 to 3.5 mm are the most usual; each doubling away from them is less so.
  score -= Math.max(0, Math.abs(Math.log2(middle / 2.9)) - 0.35) * 1.3;
  if (low < 1.2) score -= Math.min(1.5, Math.log2(1.2 / low));
  return Math.max(-4, score);
}

/** The side of a sheet that is its left as one reads most of its lettering, among left, bottom, right, top; -1 without any. */
function boundSide(texts: readonly ModelText[]): number {
  const counts = [0, 0, 0, 0];
  for (const { angleRad } of texts) {
    const turns = Math.round(angleRad / (Math.PI / 2));
    if (Math.abs(angleRad - turns * (Math.PI / 2)) < 0.1) counts[((turns % 4) + 4) % 4]++;
  }
  const most = Math.max(...counts);
  return most === 0 ? -1 : counts.indexOf(most);
}

/** Paper is bound at the left as one reads. */
function bindingScore({ marginsMm }: SheetMatch, side: number): number {
  const widest = Math.max(...marginsMm);
  return side >= 0 && marginsMm[side] === widest && widest > Math.min(...marginsMm) ? 0.4 : 0;
}

export const scoreOf = ({ ranked, evidence }: Judged): number => {
  const best = ranked[0];
  if (!best) return -Infinity;
  const exact = best.match.off < 2e-4 ? 0.8 : best.match.off < 6e-4 ? 0.4 : 0;
  // A frame without its paper's edge fits by chance more easily.
  return evidence + exact + Math.max(-2.5, Math.min(1, best.score * 0.5)) - (best.match.isEdge ? 0 : 0.6);
};
