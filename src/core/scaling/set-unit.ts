import type { EditBase } from '../dxf/edit/edit-base';
import { setHeader } from '../dxf/edit/header';
import { DRAWING_UNITS } from '../dxf/units';

const { inch, foot, mm, cm, m, km } = DRAWING_UNITS;

/** Units that a drawing can be set to. */
export const UNIT_NUMBERS = {
  inch,
  foot,
  mm,
  cm,
  m,
  km,
  'US survey foot': DRAWING_UNITS['US survey foot'],
} as const;

export type UnitName = keyof typeof UNIT_NUMBERS;

/** Names the unit of a drawing in its header, which is made where the file has none. */
export const setUnit = (base: EditBase, unit: UnitName): void =>
  setHeader(base, '$INSUNITS', 70, UNIT_NUMBERS[unit].number);

export const isUnitName = (name: string): name is UnitName => Object.hasOwn(UNIT_NUMBERS, name);
