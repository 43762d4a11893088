import { patternsOnPaper } from '../../../facts/on-paper';
import { oncePer } from '../../../once';
import { findLinetype } from '../../../standard/standard';
import type { AuditContext } from '../../context';

/** Repeats that differ by less than this share read as one. */
export const SAME_REPEAT = 0.15;
/** A factor that is this near to 1 is none. */
const NO_FACTOR = 0.01;

/** A line that is drawn in another size than the standard's by nothing but a factor of its own. */
export interface OwnFactor {
  readonly factor: number;
  readonly linetype: string;
  /** Name of the sheet that shows it, and how often the pattern repeats there: as it is, and without the factor. */
  readonly sheet: string;
  readonly repeatMm: number;
  readonly plainMm: number;
}

/**
 * The factor of its own that keeps the pattern of a line from printing as the standard has it: without it the pattern is of that
 * size on every sheet that shows the line, inside a symbol through every placement. Null for any other line; a factor that makes up for something else is none to be taken away.
 */
export function ownFactorOf(context: AuditContext, row: number): OwnFactor | null {
  const factor = context.drawing.objects.linetypeScale[row];
  if (!(factor > 0) || Math.abs(factor - 1) <= NO_FACTOR) return null;
  const known = factorsOf(context);
  let own = known.get(row);
  if (own === undefined) {
    own = workedOut(context, row, factor);
    known.set(row, own);
  }
  return own;
}

/** What was worked out for the lines of a drawing: several rules ask, and each more than once. */
const factorsOf = oncePer<AuditContext, Map<number, OwnFactor | null>>(
  ({ facts, standard }) => [facts, standard],
  () => new Map(),
);

function workedOut({ facts, standard }: AuditContext, row: number, factor: number): OwnFactor | null {
  const shown = patternsOnPaper(facts, row);
  if (shown.length === 0) return null;
  const isIt = shown.every(({ how, linetype, repeatMm }) => {
    const office = findLinetype(standard, linetype);
    if (office?.basis !== 'paper' || !office.elementsMm.some((length) => length < 0)) return false;
    const wantedMm = office.elementsMm.reduce((sum, length) => sum + Math.abs(length), 0);
    const alike = (mm: number): boolean => Math.abs(mm / wantedMm - 1) <= SAME_REPEAT;
    return how === 'shows' && alike(repeatMm / factor) && !alike(repeatMm);
  });
  if (!isIt) return null;
  const [{ appearance, linetype, repeatMm }] = shown;
  return { factor, linetype, sheet: appearance.sheet, repeatMm, plainMm: repeatMm / factor };
}
