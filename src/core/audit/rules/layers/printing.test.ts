import { GOOD, office, officeLayer, testRule } from '../testing';
import { layersPrinting } from './printing';

const standard = office([officeLayer('WALL'), officeLayer('WORK', { prints: false })]);
const both = { colour: 3, widthMm: 0.5 };

testRule(layersPrinting, {
  accept: [
    {
      name: 'both as the standard says',
      standard,
      draw: (file) => {
        file.layer({ name: 'WALL', ...both });
        file.layer({ name: 'WORK', ...both, prints: false });
      },
    },
    {
      name: 'a version that cannot hold it',
      version: 'AC1009',
      standard,
      draw: (file) => file.layer({ name: 'WORK', colour: 3 }),
    },
  ],
  reject: [
    {
      name: 'one that prints and one that does not, the wrong way round',
      standard,
      draw: (file) => {
        file.layer({ ...GOOD, prints: false });
        file.layer({ name: 'WORK', ...both });
      },
      messages: ['Layer “WALL” does not print.', 'Layer “WORK” prints.'],
      expected: 'prints',
      found: 'does not print',
      leaves: 0,
    },
  ],
});
