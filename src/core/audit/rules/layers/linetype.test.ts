import { GOOD, office, officeLayer, testRule } from '../testing';
import { layersLinetype } from './linetype';

const standard = office([officeLayer('WALL', { linetype: 'Broken' })]);

testRule(layersLinetype, {
  accept: [
    {
      name: 'the linetype of the standard, whatever its case',
      standard,
      draw: (file) => file.layer({ ...GOOD, linetype: 'BROKEN' }),
    },
  ],
  reject: [
    {
      name: 'an unbroken line',
      standard,
      draw: (file) => file.layer(GOOD),
      messages: ['Layer “WALL” has another linetype than the standard.'],
      expected: 'Broken',
      found: 'Continuous',
      leaves: 0,
    },
  ],
});
