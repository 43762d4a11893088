import type { Drawing } from '../../dxf/drawing';
import type { Box } from '../../geometry/box';
import { framesOf, liesIn } from './frames';
import { isScale, Judge, type Judged, type Ranked, scoreOf } from './judge';
import type { SheetMatch } from './matches';
import { rectanglesOf } from './rectangles';
import type { StatedScale } from './stated-scale';
import { type ModelText, surveyModel } from './survey';
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

/** Sheets that lie in the model, in reading order: rows from the top, each from the left. */
export function recogniseSheets(drawing: Drawing): FoundSheet[] {
  const survey = surveyModel(drawing);
  const frames = framesOf(rectanglesOf(survey), drawing.unitMm);
  if (frames.length === 0) return [];
  survey.readTexts();
  const judge = new Judge(drawing, survey, frames);
  let chosen = choose(judge.judgeAll(frames, drawing.unitMm));
  if (chosen.length === 0) return [];
  // Headers often name another unit than the drawing is drawn in: what its sheets agree on counts.
  const unitMm = agreedUnit(chosen);
  if (unitMm !== drawing.unitMm && chosen.length > 1) chosen = choose(judge.judgeAll(frames, unitMm));
  return inReadingOrder(agreed(chosen).map((one) => foundOf(one, survey.texts)));
}

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
    texts: texts.filter(
      ({ x, y }) => x >= paper.minX && x <= paper.maxX && y >= paper.minY && y <= paper.maxY,
    ),
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
