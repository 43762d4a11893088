import Flatbush from 'flatbush';
import { type Drawing, layerNameOf } from '../../dxf/drawing';
import type { Box } from '../../geometry/box';
import { matchesOf, paperAround, type SheetMatch } from './matches';
import { type PaperSize, sizeNamedIn } from './paper-sizes';
import { rectanglesOf } from './rectangles';
import { SCALE_WORD, type StatedScale, statedScales } from './stated-scale';
import { type DrawnRectangle, type ModelText, type Survey, surveyModel } from './survey';
import { FRAME_NAMES, TITLE_WORDS } from './title-words';

/** A rectangle with those drawn closely within it: a paper's edge with its frame, double lines. */
interface Frame {
  readonly outer: DrawnRectangle;
  readonly inner: DrawnRectangle[];
}

/** What speaks for a frame being a sheet, and for each scale of it. */
interface Judged {
  readonly frame: Frame;
  readonly texts: readonly ModelText[];
  readonly scales: readonly StatedScale[];
  readonly sizes: readonly PaperSize[];
  /** Everything that speaks for a sheet but the match itself. */
  readonly evidence: number;
  /** Part of the evidence that only sheets have: words of a title block, a frame within the edge, a name. */
  readonly own: number;
  readonly ranked: readonly Ranked[];
}

interface Ranked {
  readonly match: SheetMatch;
  readonly paper: Box;
  readonly score: number;
}

/** A sheet that lies in the model, as it was recognised. */
export interface FoundSheet {
  readonly box: Box;
  readonly match: SheetMatch;
  /** Scales that its texts state. */
  readonly stated: readonly StatedScale[];
  readonly texts: readonly ModelText[];
  /** 0 to 1. */
  readonly sure: number;
  readonly row: number;
}

/** Frames that are looked at closely, the largest first. */
const MOST_FRAMES = 2000;
/** A frame lies within the edge at no more than this share of the short side. */
const WIDEST_MARGIN = 0.14;
/** What a frame has to come to, to be a sheet. */
const ENOUGH = 1.2;

const areaOf = ({ minX, minY, maxX, maxY }: Box): number => (maxX - minX) * (maxY - minY);
const shortOf = ({ minX, minY, maxX, maxY }: Box): number => Math.min(maxX - minX, maxY - minY);
const longOf = ({ minX, minY, maxX, maxY }: Box): number => Math.max(maxX - minX, maxY - minY);

/** Whether one box lies in another, or on its edge. */
function liesIn(inner: Box, outer: Box): boolean {
  const slack = 2e-3 * longOf(inner);
  return (
    inner.minX >= outer.minX - slack &&
    inner.minY >= outer.minY - slack &&
    inner.maxX <= outer.maxX + slack &&
    inner.maxY <= outer.maxY + slack
  );
}

/** Sheets that lie in the model, in reading order: rows from the top, each from the left. */
export function recogniseSheets(drawing: Drawing): FoundSheet[] {
  const survey = surveyModel(drawing);
  const frames = framesOf(rectanglesOf(survey), drawing.unitMm);
  if (frames.length === 0) return [];
  const judge = new Judge(drawing, survey, frames);
  let chosen = choose(judge.judgeAll(frames, drawing.unitMm));
  if (chosen.length === 0) return [];
  // Headers often name another unit than the drawing is drawn in: what its sheets agree on counts.
  const unitMm = agreedUnit(chosen);
  if (unitMm !== drawing.unitMm && chosen.length > 1) chosen = choose(judge.judgeAll(frames, unitMm));
  return inReadingOrder(agreed(chosen).map(foundOf));
}

/** Rectangles that can be sheets, each with what is drawn closely within it; the largest first. */
function framesOf(rectangles: readonly DrawnRectangle[], unitMm: number | null): Frame[] {
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
  return frames;
}

class Judge {
  private readonly texts: Flatbush | null;
  private readonly shapes: Flatbush | null;
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
    const first = frames.map((frame) => this.judge(frame, unitMm));
    // What lies on one sheet does not speak against the sheet beside it. Frames around sheets are none.
    const likely = first.filter(({ own, ranked }) => own >= 1.5 && ranked.length > 0);
    const onSheets = new Uint8Array(this.survey.tops.length);
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
    const texts = (this.texts?.search(box.minX, box.minY, box.maxX, box.maxY) ?? []).map(
      (i) => survey.texts[i],
    );
    const scales = texts.flatMap(({ words }) => statedScales(words));
    const sizes = texts.flatMap(({ words }) => {
      const size = words.length <= 60 ? sizeNamedIn(words) : null;
      return size ? [size] : [];
    });
    const titles = new Set(
      texts
        .filter(({ words }) => words.length <= 80 && (TITLE_WORDS.test(words) || SCALE_WORD.test(words)))
        .map(({ words }) => words),
    ).size;
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
    return { frame, texts, scales, sizes, evidence, own, ranked };
  }

  private isEmpty({ outer: { box } }: Frame): boolean {
    const inset = 0.02 * shortOf(box);
    const inside =
      this.shapes?.search(box.minX + inset, box.minY + inset, box.maxX - inset, box.maxY - inset, (i) => {
        const { boxes } = this.survey;
        return boxes[i * 4 + 2] - boxes[i * 4] < 0.9 * (box.maxX - box.minX);
      }) ?? [];
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
      const [minX, minY, maxX, maxY] = boxes.slice(i * 4, i * 4 + 4);
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
        score += readingScore(match, texts);
        ranked.push({ match, paper, score });
      }
    return ranked.sort((a, b) => b.score - a.score);
  }
}

const sidesOf = (box: Box): string =>
  [box.maxX - box.minX, box.maxY - box.minY].map((side) => side.toPrecision(4)).join(' ');

const symbolOf = (drawing: Drawing, row: number): string => {
  const range = { start: drawing.objects.start[row], end: drawing.objects.end[row] };
  return drawing.reader.findText(range, 2);
};

const isSame = (a: Box, b: Box): boolean => liesIn(a, b) && liesIn(b, a);
const isScale = (a: number, b: number): boolean => Math.abs(a / b - 1) < 0.005;

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

/** Paper is bound at the left as one reads: lettering says which side that is. */
function readingScore(
  { marginsMm: [left, bottom, right, top] }: SheetMatch,
  texts: readonly ModelText[],
): number {
  if (left === right && bottom === top) return 0;
  const quarter = (turns: number): number =>
    texts.filter(({ angleRad }) => Math.abs(Math.sin((angleRad - turns * (Math.PI / 2)) / 2)) < 0.1).length;
  const [level, up, , down] = [0, 1, 2, 3].map(quarter);
  const wide = Math.max(left, bottom, right, top);
  const [reading] = [
    { side: left, count: level },
    { side: bottom, count: up },
    { side: top, count: down },
  ].sort((a, b) => b.count - a.count);
  return reading.count > 0 && reading.side === wide ? 0.4 : 0;
}

const scoreOf = ({ ranked, evidence }: Judged): number => {
  const best = ranked[0];
  if (!best) return -Infinity;
  const exact = best.match.off < 2e-4 ? 0.8 : best.match.off < 6e-4 ? 0.4 : 0;
  // A frame without its paper's edge fits by chance more easily.
  return evidence + exact + Math.max(-2.5, Math.min(1, best.score * 0.5)) - (best.match.isEdge ? 0 : 0.6);
};

/** Of frames within frames the ones that are sheets: the outermost, unless it only holds sheets together. */
function choose(judged: readonly Judged[]): Judged[] {
  const enough = judged.filter((one) => scoreOf(one) >= ENOUGH);
  const chosen: Judged[] = [];
  const gone = new Set<Judged>();
  for (const one of enough) {
    if (gone.has(one)) continue;
    const { box } = one.frame.outer;
    const inside = enough.filter(
      (other) => other !== one && !gone.has(other) && liesIn(other.frame.outer.box, box),
    );
    const sheets = inside.filter((other) => other.own >= 1.5);
    if (sheets.length > 0 && holdsOnly(one, sheets)) continue;
    chosen.push(one);
    for (const other of inside) gone.add(other);
  }
  return chosen;
}

/** Whether a frame has nothing of a sheet's own beside the sheets in it. */
function holdsOnly(one: Judged, inside: readonly Judged[]): boolean {
  const within = (text: ModelText): boolean =>
    inside.some(({ frame: { outer } }) => {
      const { minX, minY, maxX, maxY } = outer.box;
      return text.x >= minX && text.x <= maxX && text.y >= minY && text.y <= maxY;
    });
  const rest = one.texts.filter((text) => !within(text));
  const titles = rest.filter(({ words }) => words.length <= 80 && TITLE_WORDS.test(words)).length;
  const insideTitles = inside.filter(({ texts }) =>
    texts.some(({ words }) => TITLE_WORDS.test(words)),
  ).length;
  return titles < 2 && (insideTitles >= 2 || (insideTitles === 1 && titles === 0 && rest.length < 3));
}

/** What a sheet loses when it cannot be one in the unit of the others. */
const ALONE = -4;

/** The unit, mm, in which all sheets together are likeliest: a drawing is drawn in one. */
function agreedUnit(chosen: readonly Judged[]): number {
  const units = [...new Set(chosen.flatMap(({ ranked }) => ranked.map(({ match }) => match.unitMm)))];
  const lost = ({ ranked }: Judged, unitMm: number): number =>
    Math.max(
      ALONE,
      (ranked.find(({ match }) => match.unitMm === unitMm)?.score ?? -Infinity) - ranked[0].score,
    );
  const [best] = units
    .map((unitMm) => ({ unitMm, total: chosen.reduce((sum, one) => sum + lost(one, unitMm), 0) }))
    .sort((a, b) => b.total - a.total);
  return best.unitMm;
}

/** Sheets of one drawing are in one unit and mostly of few sizes: where one alone leaves it open, the others say. */
function agreed(chosen: readonly Judged[]): { readonly judged: Judged; readonly best: Ranked }[] {
  const unitMm = agreedUnit(chosen);
  const sizes = new Map<string, number>();
  const inUnit = chosen.map((judged) => {
    const own = judged.ranked.filter(({ match }) => match.unitMm === unitMm);
    return own.length > 0 ? { ...judged, ranked: own } : judged;
  });
  for (const { ranked } of inUnit) {
    const [best] = ranked;
    const next = ranked.find(({ match }) => differs(match, best.match));
    const ahead = Math.min(2, best.score - (next?.score ?? best.score - 2));
    sizes.set(best.match.size.name, (sizes.get(best.match.size.name) ?? 0) + 0.1 + ahead);
  }
  const most = Math.max(...sizes.values(), 1e-9);
  return inUnit.map((judged) => {
    const ranked = judged.ranked
      .map((one) => ({ ...one, score: one.score + (sizes.get(one.match.size.name) ?? 0) / most }))
      .sort((a, b) => b.score - a.score);
    return { judged: { ...judged, ranked }, best: ranked[0] };
  });
}

const differs = (a: SheetMatch, b: SheetMatch): boolean =>
  a.size !== b.size || !isScale(a.mmPerUnit, b.mmPerUnit);

function foundOf({ judged, best }: { readonly judged: Judged; readonly best: Ranked }): FoundSheet {
  const second = judged.ranked.find(({ match }) => differs(match, best.match));
  const ahead = best.score - (second?.score ?? best.score - 4);
  const isOne = 1 / (1 + Math.exp(-(scoreOf(judged) - ENOUGH + 0.6)));
  const isThis = 1 / (1 + Math.exp(-1.5 * ahead));
  return {
    box: best.paper,
    match: best.match,
    stated: judged.scales,
    texts: judged.texts,
    sure: Math.round(isOne * isThis * 100) / 100,
    row: judged.frame.outer.row,
  };
}

/** Rows from the top, each from the left. */
function inReadingOrder(sheets: readonly FoundSheet[]): FoundSheet[] {
  const left = [...sheets].sort((a, b) => b.box.maxY - a.box.maxY);
  const ordered: FoundSheet[] = [];
  while (left.length > 0) {
    const [first] = left;
    const half = (first.box.maxY - first.box.minY) / 2;
    const row = left.filter(({ box }) => box.maxY > first.box.maxY - half);
    ordered.push(...row.sort((a, b) => a.box.minX - b.box.minX));
    for (const one of row) left.splice(left.indexOf(one), 1);
  }
  return ordered;
}
