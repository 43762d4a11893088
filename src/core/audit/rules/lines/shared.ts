import { patternsOnPaper } from '../../../facts/on-paper';
import { findLinetype } from '../../../standard/standard';
import { type AuditContext, isPlaced } from '../../context';

/** Repeats that differ by less than this share read as one. */
export const SAME_REPEAT = 0.15;
/** A factor that is this near to 1 is none. */
const NO_FACTOR = 0.01;

/** A line that is drawn in another size than the standard's by nothing but a factor of its own. */
export interface OwnFactor {
  readonly factor: number;
  /** Name of the sheet that shows it, and how often the pattern repeats there: as it is, and without the factor. */
  readonly sheet: string;
  readonly repeatMm: number;
  readonly plainMm: number;
}

/**
 * The factor of its own that keeps the pattern of a line from printing as the standard has it: without it the pattern is of that
 * size on every sheet that shows the line. Null for any other line; a factor that makes up for something else is none to be taken away.
 */
export function ownFactorOf({ drawing, facts, standard }: AuditContext, row: number): OwnFactor | null {
  const factor = drawing.objects.linetypeScale[row];
  if (!(factor > 0) || Math.abs(factor - 1) <= NO_FACTOR) return null;
  if (!isPlaced(drawing, row) || !facts.isPatterned(row)) return null;
  const office = findLinetype(standard, facts.linetype(row).linetype);
  if (office?.basis !== 'paper' || !office.elementsMm.some((length) => length < 0)) return null;
  const wantedMm = office.elementsMm.reduce((sum, length) => sum + Math.abs(length), 0);
  const alike = (mm: number): boolean => Math.abs(mm / wantedMm - 1) <= SAME_REPEAT;
  const shown = patternsOnPaper(facts, row);
  if (shown.length === 0) return null;
  const isIt = shown.every(
    ({ how, repeatMm }) => how === 'shows' && alike(repeatMm / factor) && !alike(repeatMm),
  );
  if (!isIt) return null;
  const [{ appearance, repeatMm }] = shown;
  return { factor, sheet: appearance.sheet, repeatMm, plainMm: repeatMm / factor };
}
