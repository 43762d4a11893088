import type { Option } from '../../finding';

/** Units and scale are settled beside the sheet, where one sees what a drawing would measure. */
export const UNITS_OPTION: Option = {
  id: 'scale',
  label: 'Units and scale …',
  needs: null,
  effect: 'units panel',
};
