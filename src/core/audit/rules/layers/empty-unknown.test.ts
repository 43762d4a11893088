import { GOOD, office, officeLayer, testRule } from '../testing';
import { layersEmptyUnknown } from './empty-unknown';

const standard = office([officeLayer('WALL')]);

testRule(layersEmptyUnknown, {
  accept: [
    { name: 'an empty layer of the standard', standard, draw: (file) => file.layer(GOOD) },
    {
      name: 'a layer with something on it, inside a symbol too',
      standard,
      draw: (file) => {
        file.layer({ name: 'Odd', colour: 1 });
        file.symbol('S', (s) => s.line({ layer: 'ODD' }, [0, 0], [1, 0]));
      },
    },
  ],
  reject: [
    {
      name: 'a layer left over',
      standard,
      draw: (file) => file.layer({ name: 'Left over', colour: 1 }),
      messages: ['Layer “Left over” is empty and not in the standard.'],
      found: 'Left over, with nothing on it',
      leaves: 0,
    },
  ],
});
