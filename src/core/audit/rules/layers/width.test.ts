import { GOOD, office, officeLayer, testRule } from '../testing';
import { layersWidth } from './width';

const standard = office([officeLayer('WALL')]);

testRule(layersWidth, {
  accept: [
    { name: 'the width of the standard', standard, draw: (file) => file.layer(GOOD) },
    {
      name: 'a layer without a width: another rule’s',
      standard,
      draw: (file) => file.layer({ name: 'WALL', colour: 3 }),
    },
    {
      name: 'a version that holds no widths',
      version: 'AC1009',
      standard,
      draw: (file) => file.layer({ name: 'WALL', colour: 3 }),
    },
  ],
  reject: [
    {
      name: 'another width',
      standard,
      draw: (file) => file.layer({ ...GOOD, widthMm: 0.25 }),
      messages: ['Layer “WALL” prints at 0.25 mm.'],
      expected: '0.5 mm',
      found: '0.25 mm',
      leaves: 0,
    },
    {
      name: 'a width where the standard leaves it at the default',
      standard: office([officeLayer('WALL', { widthMm: null })]),
      draw: (file) => file.layer(GOOD),
      messages: ['Layer “WALL” prints at 0.5 mm.'],
      expected: 'default (0.25 mm)',
      leaves: 0,
    },
  ],
});
