import { symbolOf } from '../src/core/standard/symbols';
import { OFFICE_SYMBOLS } from './terminal';

const { fender, bollard, ladder, door, pillar, hydrant, lamp, navigation, tree, shrub } = OFFICE_SYMBOLS;

/** The library of the office: name, what it stands for, division, layer, clause. */
const LIBRARY: readonly (readonly [string, string, string, string, string])[] = [
  [fender, 'Fender, cone type, 1000 mm', 'Quay furniture', 'C-QUAY-FEND', '10.1'],
  [bollard, 'Mooring bollard, 50 t', 'Quay furniture', 'C-QUAY-FITT', '10.2'],
  [ladder, 'Ladder in the front of the quay', 'Quay furniture', 'C-QUAY-FITT', '10.3'],
  [door, 'Door, 1000 mm leaf', 'Openings', 'A-DOOR', '10.4'],
  [pillar, 'Pillar for shore power', 'Power and light', 'E-POWR', '10.5'],
  [lamp, 'Lighting column, 8 m', 'Power and light', 'E-LITE', '10.6'],
  [navigation, 'Light for navigation', 'Power and light', 'E-NAVL', '10.7'],
  [hydrant, 'Hydrant of the fire main', 'Water', 'F-MAIN', '10.8'],
  [tree, 'Tree, proposed: canopy at three quarters of its spread', 'Planting', 'L-PLNT', '10.9'],
  [shrub, 'Shrub, proposed', 'Planting', 'L-PLNT', '10.10'],
];

export const demoSymbols = LIBRARY.map(([name, use, division, layer, clause]) =>
  symbolOf({ name, use, division, layer, clause }),
);
