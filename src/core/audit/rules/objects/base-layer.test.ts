import { GOOD, office, officeLayer, testRule } from '../testing';
import { objectsBaseLayer } from './base-layer';

const standard = office([officeLayer('WALL')]);

testRule(objectsBaseLayer, {
  accept: [
    {
      name: 'content on the base layer inside symbols',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.symbol('S', (s) => s.line({ layer: '0' }, [0, 0], [1, 0]));
        file.model.place({ layer: 'WALL' }, 'S', [0, 0]);
      },
    },
    {
      name: 'the base layer of an office that decided on it',
      standard: office([officeLayer('0')]),
      draw: (file) => file.model.line({ layer: '0' }, [0, 0], [1, 1]),
    },
  ],
  reject: [
    {
      name: 'lines and texts in the model, one finding for each kind',
      standard,
      draw: (file) => {
        file.model.line({ layer: '0' }, [3, 4], [5, 6]);
        file.model.line({ layer: '0' }, [0, 0], [1, 1]);
        file.model.text({ layer: '0' }, [0, 0], 1, 'a');
      },
      messages: ['2 lines on the base layer “0”.', '1 text on the base layer “0”.'],
      at: { space: 'model', x: 3, y: 4 },
    },
    {
      name: 'content on the layer for definition points',
      standard,
      draw: (file) => file.model.line({ layer: 'Defpoints' }, [0, 0], [1, 1]),
      messages: ['1 line on “Defpoints”, which never prints.'],
      found: 'Defpoints',
    },
  ],
});
