import { DIMENSION_EXAMPLES } from './dimensions';
import { PLACED_DIMENSION_EXAMPLES } from './dimensions-placed';
import type { RuleExample } from './example';
import { FILE_EXAMPLES } from './file';
import { FILL_EXAMPLES } from './fills';
import { GEOMETRY_EXAMPLES } from './geometry';
import { LAYER_EXAMPLES } from './layers';
import { LEADER_EXAMPLES } from './leaders';
import { LETTERING_EXAMPLES } from './lettering';
import { LINE_EXAMPLES } from './lines';
import { OBJECT_EXAMPLES } from './objects';
import { PARALLEL_EXAMPLES } from './parallels';
import { SYMBOL_EXAMPLES } from './symbols';
import { UNIT_EXAMPLES } from './units';

/** The pair of small drawings of every rule, by the rule's id. */
export const EXAMPLES: ReadonlyMap<string, RuleExample> = new Map(
  Object.entries({
    ...DIMENSION_EXAMPLES,
    ...PLACED_DIMENSION_EXAMPLES,
    ...FILE_EXAMPLES,
    ...FILL_EXAMPLES,
    ...PARALLEL_EXAMPLES,
    ...SYMBOL_EXAMPLES,
    ...GEOMETRY_EXAMPLES,
    ...LAYER_EXAMPLES,
    ...LEADER_EXAMPLES,
    ...LETTERING_EXAMPLES,
    ...LINE_EXAMPLES,
    ...OBJECT_EXAMPLES,
    ...UNIT_EXAMPLES,
  }),
);
