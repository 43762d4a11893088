import type { DrawingComposer } from '../../dxf/write/composer';
import { symbolOf } from '../../standard/symbols';
import { symbolsLayer } from '../rules/symbols/layer';
import { symbolsUnknown } from '../rules/symbols/unknown';
import { asDefined, office, type RuleExample, WALL } from './example';

/** Three trees of a name along a wall. */
const trees =
  (name: string, layer: string): RuleExample['complies']['draw'] =>
  (sheet, file: DrawingComposer) => {
    file.layer(asDefined(WALL));
    file.layer({ name: 'PLANTING', colour: 96, widthMm: 0.25 });
    file.symbol(name, (space) => {
      space.circle({ layer: '0' }, [0, 0], 7);
      space.line({ layer: '0' }, [-2, 0], [2, 0]);
      space.line({ layer: '0' }, [0, -2], [0, 2]);
    });
    sheet.line({ layer: 'WALL' }, [6, 6], [72, 6]);
    for (const x of [16, 38, 60]) sheet.place({ layer }, name, [x, 20]);
  };

const plain = office();
const standard = {
  ...plain,
  layers: [...plain.layers, { ...plain.layers[0], name: 'PLANTING', colour: { number: 96 }, widthMm: 0.25 }],
  symbols: [symbolOf({ name: 'Tree', use: 'Tree, proposed', layer: 'PLANTING' })],
};

export const SYMBOL_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [symbolsUnknown.meta.id]: {
    standard,
    complies: {
      says: 'The trees are placements of “Tree”, of the library.',
      draw: trees('Tree', 'PLANTING'),
    },
    breaks: {
      says: 'They are “BAUM_3”, which the library does not have.',
      draw: trees('BAUM_3', 'PLANTING'),
    },
  },
  [symbolsLayer.meta.id]: {
    standard,
    complies: { says: 'The trees lie on “PLANTING”, their layer.', draw: trees('Tree', 'PLANTING') },
    breaks: { says: 'They lie on “WALL”, and print as walls do.', draw: trees('Tree', 'WALL') },
  },
};
