import type { DrawingComposer } from '../../../dxf/write/composer';
import { symbolOf } from '../../../standard/symbols';
import { GOOD, office, officeLayer, testRule } from '../testing';
import { symbolsLayer } from './layer';

const standard = office(
  [officeLayer('WALL'), officeLayer('DOOR'), officeLayer('LINES', { kinds: ['line'] })],
  {
    symbols: [
      symbolOf({ name: 'Door', layer: 'DOOR', clause: '10.4' }),
      symbolOf({ name: 'Tree' }),
      symbolOf({ name: 'Mark', layer: 'LINES' }),
    ],
  },
);

const placed =
  (name: string, layer: string, times = 1) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    file.symbol(name, (space) => space.circle({ layer: '0' }, [0, 0], 5));
    for (let i = 0; i < times; i++) file.model.place({ layer }, name, [20 * i, 0]);
  };

testRule(symbolsLayer, {
  accept: [
    { name: 'on its layer, whatever its case', standard, draw: placed('door', 'Door') },
    { name: 'one without a layer', standard, draw: placed('Tree', 'WALL') },
    { name: 'one that the standard does not know', standard, draw: placed('X', 'WALL') },
    { name: 'one whose layer takes no symbols', standard, draw: placed('Mark', 'WALL') },
    {
      name: 'one that takes the layer of the symbol it stands in',
      standard,
      draw: (file) => {
        placed('Door', '0', 0)(file);
        file.symbol('Wall', (space) => space.place({ layer: '0' }, 'Door', [0, 0]));
        file.model.place({ layer: 'WALL' }, 'Wall', [0, 0]);
      },
    },
  ],
  reject: [
    {
      name: 'on another layer',
      standard,
      draw: placed('Door', 'WALL', 3),
      messages: ['3 placements of symbol “Door” lie on layer “WALL”; the standard has them on “DOOR”.'],
      expected: 'DOOR',
      found: 'WALL',
      leaves: 0,
    },
    {
      name: 'inside another symbol, on a layer of its own',
      standard,
      draw: (file) => {
        placed('Door', '0', 0)(file);
        file.symbol('Wall', (space) => space.place({ layer: 'WALL' }, 'Door', [0, 0]));
        file.model.place({ layer: 'WALL' }, 'Wall', [0, 0]);
      },
      messages: ['1 placement of symbol “Door” lies on layer “WALL”; the standard has it on “DOOR”.'],
      leaves: 0,
    },
  ],
});
