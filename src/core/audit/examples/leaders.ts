import { putLeader } from '../../dxf/write/leader';
import { dimensionStyleSchema } from '../../standard/dimension-settings';
import { PLAIN_RULE } from '../../standard/rule-settings';
import { leadersAngle } from '../rules/leaders/angle';
import { leadersColumn } from '../rules/leaders/column';
import { leadersCrossing } from '../rules/leaders/crossing';
import { leadersLoose } from '../rules/leaders/loose';
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

/** Three parts of a mast with their labels in a column; each label stands where it is given. */
const mast =
  (ends: readonly number[]): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    sheet.rectangle({ layer: 'WALL' }, [12, 3], 4, 30);
    for (const [i, words] of ['Base', 'Door', 'Lamp'].entries()) {
      const y = 7 + 10 * i;
      putLeader(sheet, ON_TEXT, [
        [16, y - 2],
        [ends[i] - 6, y],
        [ends[i], y],
      ]);
      sheet.text({ layer: 'TEXT' }, [ends[i] + 1, y - 1.75], 3.5, words);
    }
  };

/** A bollard with a leader that rises by 12 mm. */
const rising =
  (knee: number): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    sheet.circle({ layer: 'WALL' }, [16, 14], 6);
    putLeader(sheet, ON_TEXT, [
      [22, 14],
      [knee, 26],
      [48, 26],
    ]);
    sheet.text({ layer: 'TEXT' }, [49, 24.25], 3.5, 'Bollard');
  };

/** The same bollard, with a line and an arrow in place of the leader. */
const drawnByHand: RuleExample['breaks']['draw'] = (sheet, file) => {
  file.layer(asDefined(WALL));
  file.layer(asDefined(TEXT));
  sheet.circle({ layer: 'WALL' }, [16, 14], 6);
  sheet.solid(ON_TEXT, [
    [22, 14],
    [24.06, 15.47],
    [23.47, 16.06],
    [22, 14],
  ]);
  sheet.polyline(ON_TEXT, [
    [23.77, 15.77],
    [34, 26],
    [48, 26],
  ]);
  sheet.text(ON_TEXT, [49, 24.25], 3.5, 'Bollard');
};

const at45 = (): RuleExample['standard'] => ({
  ...office(),
  rules: { [leadersAngle.meta.id]: { ...PLAIN_RULE, settings: { angles: '45°' } } },
});

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
  [leadersAngle.meta.id]: {
    standard: at45(),
    complies: { says: 'The leader rises at 45°, as this office has them.', draw: rising(34) },
    breaks: { says: 'It rises at 63°.', draw: rising(28) },
  },
  [leadersLoose.meta.id]: {
    standard: { ...office(), dimensions: [dimensionStyleSchema.parse({ name: 'Notes' })] },
    complies: { says: 'A leader leads to the bollard.', draw: rising(34) },
    breaks: {
      says: 'It looks the same, but a line and an arrow lead there: no style reaches them.',
      draw: drawnByHand,
    },
  },
  [leadersColumn.meta.id]: {
    standard: office(),
    complies: { says: 'The labels stand on one line.', draw: mast([44, 44, 44]) },
    breaks: { says: 'They stand up to 2.6 mm beside each other.', draw: mast([44, 46.6, 45]) },
  },
};
