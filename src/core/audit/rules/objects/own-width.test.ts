import { GOOD, office, officeLayer, testRule } from '../testing';
import { objectsOwnWidth } from './own-width';

const standard = office([officeLayer('WALL'), officeLayer('FREE', { ownValuesAllowed: ['width'] })]);

testRule(objectsOwnWidth, {
  accept: [
    {
      name: 'from the layer; from the symbol inside a symbol; approved exceptions',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.symbol('S', (s) => s.line({ layer: '0' }, [0, 0], [1, 0]));
        file.model.line({ layer: 'WALL' }, [0, 0], [1, 1]);
        file.model.line({ layer: 'FREE', widthMm: 0.35 }, [0, 0], [1, 1]);
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
        file.symbol('S', (s) => s.line({ layer: 'WALL', widthMm: 0.35 }, [0, 0], [1, 0]));
        file.model.line({ layer: 'WALL', widthMm: 0.35 }, [7, 8], [9, 9]);
        file.model.line({ layer: 'WALL', widthMm: 0.35 }, [0, 2], [1, 2]);
      },
      messages: [
        '2 objects carry a width of their own on layer “WALL”.',
        '1 object carries a width of its own inside symbol “S”, on layer “WALL”.',
      ],
      expected: 'width from the layer',
      found: '0.35 mm',
      leaves: 0,
    },
  ],
});
