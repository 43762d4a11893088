import type { Drawing } from '../../dxf/drawing';
import type { Box } from '../../geometry/box';
import { isSameBox, paperOf, type SheetDecision, sheetDecisionsOf } from './decisions';
import { framesOf, liesIn } from './frames';
import { isScale, Judge, type Judged, type Ranked, scoreOf } from './judge';
import type { SheetMatch } from './matches';
import { sizeOf } from './paper-sizes';
import { rectanglesOf } from './rectangles';
import { type StatedScale, statedScales } from './stated-scale';
import { type ModelText, type Surveyor, surveyModel } from './survey';
import { TITLE_WORDS } from './title-words';

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

/** What a frame has to come to, to be a sheet. */
const ENOUGH = 1.2;

/** Sheets that lie in the model, in reading order: rows from the top, each from the left. What a person said of them counts. */
export function recogniseSheets(drawing: Drawing): FoundSheet[] {
  const survey = surveyModel(drawing);
  const found = foundIn(drawing, survey);
  const decisions = sheetDecisionsOf(drawing);
  return inReadingOrder(decisions.length > 0 ? decidedOn(drawing, survey, found, decisions) : found);
}

function foundIn(drawing: Drawing, survey: Surveyor): FoundSheet[] {
  const frames = framesOf(rectanglesOf(survey), drawing.unitMm);
  if (frames.length === 0) return [];
  survey.readTexts();
  const judge = new Judge(drawing, survey, frames);
  // What a person says is no sheet does not hide those that lie in it.
  const dropped = sheetDecisionsOf(drawing).filter(({ action }) => action === 'drop');
  const judged = (unitMm: number | null): Judged[] =>
    judge
      .judgeAll(frames, unitMm)
      .filter(({ ranked }) => !dropped.some(({ box }) => ranked.some((one) => isSameBox(box, one.paper))));
  let chosen = choose(judged(drawing.unitMm));
  if (chosen.length === 0) return [];
  // Headers often name another unit than the drawing is drawn in: what its sheets agree on counts.
  const unitMm = agreedUnit(chosen);
  if (unitMm !== drawing.unitMm && chosen.length > 1) chosen = choose(judged(unitMm));
  return agreed(chosen).map((one) => foundOf(one, survey.texts));
}

/** The sheets that were found as people decided on them, and those that people added. */
function decidedOn(
  drawing: Drawing,
  survey: Surveyor,
  found: readonly FoundSheet[],
  decisions: readonly SheetDecision[],
): FoundSheet[] {
  const unitMm = found[0]?.match.unitMm ?? drawing.unitMm ?? 1;
  const decisionOn = ({ box }: FoundSheet): SheetDecision | undefined =>
    decisions.findLast((decision) => isSameBox(decision.box, box));
  const sheets = found.flatMap((sheet) => {
    const decision = decisionOn(sheet);
    if (!decision) return [sheet];
    if (decision.action === 'drop') return [];
    return [{ ...sheet, match: matchAt(sheet.box, sheet.match.unitMm, decision.reduction), sure: 1 }];
  });
  survey.readTexts();
  for (const decision of decisions) {
    if (decision.action !== 'add') continue;
    const { box, reduction } = decision;
    const paper = paperOf(box);
    if (found.some((sheet) => isSameBox(box, sheet.box))) continue;
    const texts = textsIn(survey.texts, paper);
    sheets.push({
      box: paper,
      match: matchAt(paper, unitMm, reduction),
      stated: texts.flatMap(({ words }) => statedScales(words)),
      texts,
      sure: 1,
      row: -1,
    });
  }
  return sheets;
}

/** The sheet that a paper is at a scale that a person gave. */
function matchAt(box: Box, unitMm: number, reduction: number): SheetMatch {
  const mmPerUnit = unitMm / reduction;
  const [widthMm, heightMm] = [(box.maxX - box.minX) * mmPerUnit, (box.maxY - box.minY) * mmPerUnit];
  const size = sizeOf(widthMm, heightMm) ?? {
    name: `${Math.round(widthMm)} × ${Math.round(heightMm)} mm`,
    longMm: Math.max(widthMm, heightMm),
    shortMm: Math.min(widthMm, heightMm),
    series: 'ISO',
    rarity: 0,
  };
  return {
    size,
    widthMm,
    heightMm,
    marginsMm: [0, 0, 0, 0],
    isEdge: true,
    mmPerUnit,
    unitMm,
    reduction,
    off: 0,
    rarity: 0,
  };
}

const textsIn = (texts: readonly ModelText[], paper: Box): ModelText[] =>
  texts.filter(({ x, y }) => x >= paper.minX && x <= paper.maxX && y >= paper.minY && y <= paper.maxY);

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

function foundOf(
  { judged, best }: { readonly judged: Judged; readonly best: Ranked },
  texts: readonly ModelText[],
): FoundSheet {
  const { paper } = best;
  const second = judged.ranked.find(({ match }) => differs(match, best.match));
  const ahead = best.score - (second?.score ?? best.score - 4);
  const isOne = 1 / (1 + Math.exp(-(scoreOf(judged) - ENOUGH + 0.6)));
  const isThis = 1 / (1 + Math.exp(-1.5 * ahead));
  return {
    box: paper,
    match: best.match,
    stated: judged.scales,
    texts: textsIn(texts, paper),
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
    const row = left.filter(({ box }) => isBeside(box, first.box));
    ordered.push(...row.sort((a, b) => a.box.minX - b.box.minX || b.box.maxY - a.box.maxY));
    for (const one of row) left.splice(left.indexOf(one), 1);
  }
  return ordered;
}

/** Sheets stand in one row when they share half of the lower one's height, wherever their sides are aligned. */
function isBeside(a: Box, b: Box): boolean {
  const shared = Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY);
  return shared >= 0.5 * Math.min(a.maxY - a.minY, b.maxY - b.minY);
}
