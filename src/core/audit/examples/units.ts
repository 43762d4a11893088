import { PLAIN_RULE } from '../../standard/rule-settings';
import { unitsScale } from '../rules/units/scale';
import { unitsTrueSize } from '../rules/units/true-size';
import { unitsUnit } from '../rules/units/unit';
import { AXIS, asDefined, office, type RuleExample, SHEET_MM, TEXT, WALL, wallWithAxis } from './example';

type Draw = RuleExample['complies']['draw'];

/** Sides of a plot with their lengths beside them, drawn so many units to a metre. */
const plot =
  (perMetre: number, scale = 500): Draw =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    file.layer({ name: 'VIEW', colour: 9, prints: false });
    // 2 mm on the sheet to a metre, whatever the drawing's units are.
    sheet.viewport(
      { layer: 'VIEW' },
      [SHEET_MM[0] / 2, SHEET_MM[1] / 2],
      74,
      32,
      [14 * perMetre, 5 * perMetre],
      (perMetre * scale) / 1000,
    );
    const [w, h] = [28 * perMetre, 10 * perMetre];
    file.model.line({ layer: 'WALL' }, [0, 0], [w, 0]);
    file.model.line({ layer: 'WALL' }, [w, 0], [w, h]);
    file.model.line({ layer: 'WALL' }, [w, h], [0, h]);
    file.model.line({ layer: 'WALL' }, [0, h], [0, 0]);
    const height = 1.4 * perMetre;
    file.model.text({ layer: 'TEXT' }, [w * 0.4, 0.5 * perMetre], height, '28.00 m');
    file.model.text({ layer: 'TEXT' }, [w * 0.4, h + 0.5 * perMetre], height, '28.00 m');
    file.model.text({ layer: 'TEXT' }, [1.9 * perMetre, h * 0.25], height, '10.00 m', { angleDeg: 90 });
  };

const wall: Draw = (sheet, file) => {
  file.layer(asDefined(WALL));
  file.layer(asDefined(AXIS));
  wallWithAxis(sheet);
};

const METRES = 6;

export const UNIT_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [unitsTrueSize.meta.id]: {
    standard: office(),
    complies: { says: 'In mm: a side labelled 28.00 m is 28,000 units long.', draw: plot(1000) },
    breaks: {
      says: 'It looks the same, but the side labelled 28.00 m is 28 units long in a drawing that says mm.',
      draw: plot(1),
    },
  },
  [unitsScale.meta.id]: {
    standard: office(),
    complies: { says: 'The plot is shown at 1:500.', draw: plot(1000) },
    breaks: { says: 'It is shown at 1:461, so that it fills the sheet.', draw: plot(1000, 461) },
  },
  [unitsUnit.meta.id]: {
    standard: office({ rules: { [unitsUnit.meta.id]: { ...PLAIN_RULE, settings: { unit: 'mm' } } } }),
    complies: { says: 'The drawing is in mm, as the office draws.', draw: wall },
    breaks: {
      says: 'It looks the same, but the drawing says that it is in metres.',
      draw: wall,
      units: METRES,
    },
  },
};
