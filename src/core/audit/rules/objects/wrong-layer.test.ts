import { GOOD, office, officeLayer, testRule } from '../testing';
import { objectsWrongLayer } from './wrong-layer';

const standard = office([
  officeLayer('WALL', { kinds: ['line', 'symbol'], purpose: 'walls', clause: '2.1' }),
  officeLayer('ANY'),
]);

testRule(objectsWrongLayer, {
  accept: [
    {
      name: 'kinds that belong there, and anything inside symbols',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.symbol('S', (s) => s.circle({ layer: 'WALL' }, [0, 0], 1));
        file.model.line({ layer: 'WALL' }, [0, 0], [1, 1]);
        file.model.place({ layer: 'WALL' }, 'S', [0, 0]);
      },
    },
    {
      name: 'anything on a layer for anything',
      standard,
      draw: (file) => file.model.circle({ layer: 'ANY' }, [0, 0], 1),
    },
  ],
  reject: [
    {
      name: 'one finding for each kind',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.dimension({ layer: 'WALL' }, [0, 0], [10, 0], 5, 1);
        file.model.text({ layer: 'WALL' }, [0, 0], 1, 'a');
        file.model.text({ layer: 'WALL' }, [0, 1], 1, 'b');
      },
      messages: [
        '1 dimension on layer “WALL”, which is for walls.',
        '2 texts on layer “WALL”, which is for walls.',
      ],
      expected: 'linework, symbols',
      found: '1 dimension',
    },
  ],
});
