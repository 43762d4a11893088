import { type Drawing, entityOf, rangeOf } from '../../dxf/drawing';
import type { Box } from '../../geometry/box';
import { withoutScale } from './stated-scale';
import type { ModelText } from './survey';
import { SHEET_NUMBER, TITLE_WORDS } from './title-words';

/** What a sheet says it is. */
export interface SheetTitle {
  readonly number: string | null;
  readonly title: string | null;
}

/** Title blocks lie along the right or the lower side as one reads: in these shares of the sheet. */
const FROM_RIGHT = 0.4;
const FROM_BOTTOM = 0.35;
const LONGEST_TITLE = 60;

const NUMBER_TAG = /(^|[^A-Z])(NO|NR|NUM|NUMBER|NUMMER)([^A-Z]|$)|SHEETNO|DWGNO|DRGNO|PLANNR|BLATT/i;
const TITLE_TAG = /TITLE|TITEL|TITRE|TITULO|PLANINHALT|DESCR|NAME/i;

/** Number and title of a sheet, from its attributes where it has such, else from what stands in its title block. */
export function titleOf(drawing: Drawing, paper: Box, texts: readonly ModelText[]): SheetTitle {
  const { number, title } = fromAttributes(drawing, texts);
  if (number !== null && title !== null) return { number, title };
  const lying = asRead(paper, texts);
  const placed = texts.map((text) => ({ ...text, ...lying(text) }));
  const block = placed.filter(({ right, up }) => right < FROM_RIGHT || up < FROM_BOTTOM);
  return { number: number ?? numberIn(block), title: title ?? titleIn(block) };
}

function fromAttributes(drawing: Drawing, texts: readonly ModelText[]): SheetTitle {
  let [number, title]: [string | null, string | null] = [null, null];
  for (const { row, words } of texts) {
    if (entityOf(drawing, row) !== 'ATTRIB') continue;
    const tag = drawing.reader.findText(rangeOf(drawing, row), 2);
    const line = words.split('\n')[0].trim();
    if (line === '' || line.length > LONGEST_TITLE) continue;
    if (number === null && NUMBER_TAG.test(tag) && /\d/.test(line)) number = line;
    else if (title === null && TITLE_TAG.test(tag)) title = line;
  }
  return { number, title };
}

interface Placed extends ModelText {
  /** Distance from the right and the lower side as one reads, as shares of the sheet. */
  readonly right: number;
  readonly up: number;
}

/** Where texts lie on their sheet, turned so that most of the lettering is level. */
function asRead(
  { minX, minY, maxX, maxY }: Box,
  texts: readonly ModelText[],
): (text: ModelText) => { right: number; up: number } {
  const upright = texts.filter(({ angleRad }) => Math.abs(Math.sin(angleRad)) > 0.9).length;
  const upwards = texts.filter(({ angleRad }) => Math.sin(angleRad) > 0.9).length;
  return ({ x, y }) => {
    const [u, v] = [(x - minX) / (maxX - minX), (y - minY) / (maxY - minY)];
    if (upright * 2 <= texts.length) return { right: 1 - u, up: v };
    return upwards * 2 >= upright ? { right: 1 - v, up: 1 - u } : { right: v, up: u };
  };
}

const linesOf = ({ words }: ModelText): string[] => words.split('\n').map((line) => line.trim());

/** How much of a line is the heading of a field, and not what the field says: all of "Drawn" and "Project:". */
const headingShare = (line: string): number =>
  (TITLE_WORDS.exec(line)?.[0].length ?? 0) / Math.max(1, line.replace(/[:\s]+$/, '').length);

/** A number that stands in one line with its heading, "Drawing no. P-01"; null for any other line. */
function numberBehindHeading(line: string): string | null {
  const heading = TITLE_WORDS.exec(line);
  if (!heading || heading.index > 0) return null;
  const rest = line.slice(heading[0].length).replace(/^[\s.:#-]*(?:no|nr|num|number|nummer|№)?[\s.:#]*/i, '');
  return SHEET_NUMBER.test(rest) ? rest : null;
}

/** The number nearest to the lower right corner, large ones first. */
function numberIn(block: readonly Placed[]): string | null {
  let best: string | null = null;
  let most = -Infinity;
  const largest = Math.max(...block.map(({ height }) => height), 1e-12);
  for (const text of block)
    for (const line of linesOf(text)) {
      const number = SHEET_NUMBER.test(line) ? line : numberBehindHeading(line);
      if (number === null) continue;
      const worth = text.height / largest - 1.5 * Math.hypot(text.right, text.up);
      if (worth <= most) continue;
      most = worth;
      best = number;
    }
  return best;
}

/** Fewer letters than this say no title. */
const LEAST_LETTERS = 3;

/** How many letters a line has; a character of a script of words counts as several. */
const weightOf = (line: string): number =>
  [...line].reduce(
    (sum, letter) => sum + (/\p{Script=Han}/u.test(letter) ? 2 : /\p{L}/u.test(letter) ? 1 : 0),
    0,
  );

/** The largest words that are no number, date, scale or heading of the block. */
function titleIn(block: readonly Placed[]): string | null {
  let best: string | null = null;
  let most = -Infinity;
  const largest = Math.max(...block.map(({ height }) => height), 1e-12);
  for (const text of block)
    for (const line of linesOf(text).map(withoutScale)) {
      if (weightOf(line) < LEAST_LETTERS || line.length > LONGEST_TITLE || SHEET_NUMBER.test(line)) continue;
      if (numberBehindHeading(line) !== null || headingShare(line) >= 1) continue;
      if (/\d{4}-\d\d-\d\d|\d{1,2}[./]\d{1,2}[./]\d{2,4}/.test(line)) continue;
      const worth =
        text.height / largest - (headingShare(line) >= 0.6 ? 0.35 : 0) - 0.5 * Math.min(text.right, text.up);
      if (worth <= most) continue;
      most = worth;
      best = line;
    }
  return best;
}
