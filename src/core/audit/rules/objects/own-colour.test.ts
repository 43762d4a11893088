import { GOOD, office, officeLayer, testRule } from '../testing';
import { objectsOwnColour } from './own-colour';

const standard = office([officeLayer('WALL'), officeLayer('FREE', { ownValuesAllowed: ['colour'] })]);

testRule(objectsOwnColour, {
  accept: [
    {
      name: 'from the layer; from the symbol inside a symbol; approved exceptions',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.symbol('S', (s) => s.line({ layer: '0', colour: 0 }, [0, 0], [1, 0]));
        file.model.line({ layer: 'WALL' }, [0, 0], [1, 1]);
        file.model.line({ layer: 'FREE', colour: 1 }, [0, 0], [1, 1]);
        file.model.place({ layer: 'WALL' }, 'S', [0, 0]);
      },
    },
    {
      name: 'pictures that programs make for dimensions',
      standard,
      draw: ({ model }) => model.dimension({ layer: 'WALL' }, [0, 0], [10, 0], 5, 1),
    },
  ],
  reject: [
    {
      name: 'one finding for each layer and value, inside symbols apart',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.symbol('S', (s) => s.line({ layer: 'WALL', colour: 1 }, [0, 0], [1, 0]));
        file.model.line({ layer: 'WALL', colour: 1 }, [7, 8], [9, 9]);
        file.model.line({ layer: 'WALL', colour: 1 }, [0, 2], [1, 2]);
      },
      messages: [
        '2 objects carry a colour of their own on layer “WALL”.',
        '1 object carries a colour of its own inside symbol “S”, on layer “WALL”.',
      ],
      expected: 'colour from the layer',
      found: 'colour 1',
      leaves: 0,
    },
    {
      name: 'from a symbol, where there is none around it',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.line({ layer: 'WALL', colour: 0 }, [0, 0], [1, 1]);
      },
      messages: ['1 object carries a colour of its own on layer “WALL”.'],
      found: 'from a symbol, but in none',
      leaves: 0,
    },
  ],
});
