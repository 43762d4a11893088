import { dimensionsTypedOver } from '../rules/dimensions/typed-over';
import { asDefined, office, type RuleExample, TEXT, WALL } from './example';

const measured =
  (says = ''): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    sheet.rectangle({ layer: 'WALL' }, [12, 6], 54, 10);
    sheet.dimension({ layer: 'TEXT' }, [12, 16], [66, 16], 25, 3.5, { says });
  };

export const DIMENSION_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [dimensionsTypedOver.meta.id]: {
    standard: office(),
    complies: { says: 'The dimension says what it measures: 54.', draw: measured() },
    breaks: { says: '60 is typed over the value; the edge is 54 long.', draw: measured('60') },
  },
};
