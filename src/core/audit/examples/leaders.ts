import { putLeader } from '../../dxf/write/leader';
import { leadersCrossing } from '../rules/leaders/crossing';
import { leadersTip } from '../rules/leaders/tip';
import { asDefined, office, type RuleExample, TEXT, WALL } from './example';

const ON_TEXT = { layer: 'TEXT' } as const;

/** Two posts with their labels, and leaders to them in the order that is given. */
const posts =
  (first: number, second: number, off = 0): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    sheet.circle({ layer: 'WALL' }, [14, 24], 3);
    sheet.circle({ layer: 'WALL' }, [18, 10], 3);
    for (const [tip, y, words] of [
      [[17 + off, 24], first, 'Bollard'],
      [[21, 10], second, 'Ladder'],
    ] as const) {
      putLeader(sheet, ON_TEXT, [tip, [42, y], [46, y]]);
      sheet.text({ layer: 'TEXT' }, [47, y - 1.75], 3.5, words);
    }
  };

export const LEADER_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [leadersCrossing.meta.id]: {
    standard: office(),
    complies: { says: 'Each leader runs clear of the other.', draw: posts(28, 12) },
    breaks: { says: 'The leaders cross: which post is the ladder at?', draw: posts(10, 28) },
  },
  [leadersTip.meta.id]: {
    standard: office(),
    complies: { says: 'The leaders end on the posts.', draw: posts(28, 12) },
    breaks: { says: 'One leader ends beside its post, and points at nothing.', draw: posts(28, 12, 6) },
  },
};
