import { familiesOf, fillSchema, type StandardFill } from '../../standard/fills';
import { fillsChanged } from '../rules/fills/changed';
import { fillsUnknown } from '../rules/fills/unknown';
import { asDefined, office, type RuleExample, WALL } from './example';

const CONCRETE = fillSchema.parse({
  name: 'CONCRETE',
  material: 'Concrete, cut',
  lines: [
    { angleDeg: 45, spacingMm: 4 },
    { angleDeg: 45, spacingMm: 4, originMm: [0, 0.9] },
  ],
});
const THEIRS = fillSchema.parse({ name: 'DIAG_7', lines: [{ angleDeg: 45, spacingMm: 2 }] });

/** A wall that is cut. */
const cut =
  (fill: StandardFill): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    sheet.rectangle({ layer: 'WALL' }, [12, 10], 54, 16);
    sheet.patternFill(
      { layer: 'WALL' },
      [
        [
          [12, 10],
          [66, 10],
          [66, 26],
          [12, 26],
        ],
      ],
      { name: fill.name, angleDeg: 0, scale: 1, families: familiesOf(fill) },
    );
  };

export const FILL_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [fillsUnknown.meta.id]: {
    standard: { ...office(), fills: [CONCRETE] },
    complies: { says: 'The wall is filled as the office fills concrete.', draw: cut(CONCRETE) },
    breaks: { says: 'It is filled with “DIAG_7”, which the standard does not have.', draw: cut(THEIRS) },
  },
  [fillsChanged.meta.id]: {
    standard: { ...office(), fills: [CONCRETE] },
    complies: { says: 'The lines of the concrete are 4 mm apart on paper.', draw: cut(CONCRETE) },
    breaks: {
      says: 'They are twice as far apart: the fill was drawn for another scale.',
      draw: cut({
        ...CONCRETE,
        lines: CONCRETE.lines.map((line) => ({ ...line, spacingMm: 8 })),
      }),
    },
  },
};
