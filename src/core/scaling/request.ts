import type { DrawingUnits } from '../facts/units/units';
import { fail, ok, type Result } from '../result';
import { UNIT_NUMBERS, type UnitName } from './set-unit';

/**
 * The factor that brings a drawing to true size in a unit.
 * @param unit the unit it is to be in; null for the one that its header names
 */
export function trueSizeMap(told: DrawingUnits, unit: UnitName | null): Result<number> {
  if (told.mmPerUnit === null)
    return fail(
      'cannot-tell',
      'What size the drawing is drawn at cannot be told from its labels.',
      'Give the factor, or two points and how far they lie apart.',
    );
  const wantedMm = unit ? UNIT_NUMBERS[unit].mm : told.headerMm;
  if (wantedMm === null)
    return fail('no-unit', 'The drawing names no unit.', 'Name the unit that it is to be in.');
  return ok(tidy(told.mmPerUnit / wantedMm));
}

/** A factor without what binary fractions add: 304.8 and not 304.79999999999995. */
export const tidy = (factor: number): number => Number(factor.toPrecision(12));
