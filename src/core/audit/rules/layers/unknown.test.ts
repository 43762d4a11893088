import { GOOD, office, officeLayer, testRule } from '../testing';
import { layersUnknown } from './unknown';

const standard = office([officeLayer('WALL')]);

testRule(layersUnknown, {
  accept: [
    {
      name: 'a layer of the standard, whatever its case',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.line({ layer: 'wall' }, [0, 0], [1, 1]);
      },
    },
    { name: 'an empty layer', standard, draw: (file) => file.layer({ name: 'Odd', colour: 1 }) },
    {
      name: 'layers that the format keeps for itself',
      standard,
      draw: (file) => file.model.line({ layer: '0' }, [0, 0], [1, 1]),
    },
  ],
  reject: [
    {
      name: 'one with objects, inside symbols too; the place is one in the model',
      standard,
      draw: (file) => {
        file.layer({ name: 'Odd', colour: 1 });
        file.symbol('S', (s) => s.circle({ layer: 'ODD' }, [0, 0], 1));
        file.model.line({ layer: 'Odd' }, [5, 6], [7, 8]);
      },
      messages: ['Layer “Odd” is not in the standard (1 line, 1 circle).'],
      at: { space: 'model', x: 5, y: 6 },
      expected: 'a layer of the standard',
      found: 'Odd',
    },
    {
      name: 'one that only objects name',
      standard,
      draw: (file) => file.model.line({ layer: 'Ghost' }, [0, 0], [1, 1]),
      messages: ['Layer “Ghost” is not in the standard (1 line).'],
    },
  ],
});
