import { geometryDoubled } from '../rules/geometry/doubled';
import { geometryNothing } from '../rules/geometry/nothing';
import { asDefined, office, type RuleExample, WALL } from './example';

/** A wall with a door, and what else is drawn of it. */
const room =
  (more: RuleExample['complies']['draw'] = () => {}): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    sheet.line({ layer: 'WALL' }, [10, 8], [68, 8]);
    sheet.line({ layer: 'WALL' }, [10, 8], [10, 28]);
    sheet.line({ layer: 'WALL' }, [68, 8], [68, 28]);
    more(sheet, file);
  };

export const GEOMETRY_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [geometryDoubled.meta.id]: {
    standard: office(),
    complies: { says: 'Three lines.', draw: room() },
    breaks: {
      says: 'It looks the same: a fourth line lies on the lowest one.',
      draw: room((sheet) => sheet.line({ layer: 'WALL' }, [24, 8], [52, 8])),
    },
  },
  [geometryNothing.meta.id]: {
    standard: office(),
    complies: { says: 'Three lines.', draw: room() },
    breaks: {
      says: 'It looks the same: a fourth line in the middle begins where it ends.',
      draw: room((sheet) => sheet.line({ layer: 'WALL' }, [39, 18], [39, 18])),
    },
  },
};
