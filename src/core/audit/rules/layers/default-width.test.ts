import { GOOD, office, officeLayer, testRule } from '../testing';
import { layersDefaultWidth } from './default-width';

const standard = office([officeLayer('WALL')]);

testRule(layersDefaultWidth, {
  accept: [
    { name: 'a width of its own', standard, draw: (file) => file.layer(GOOD) },
    {
      name: 'the default, where the standard wants it',
      standard: office([officeLayer('WALL', { widthMm: null })]),
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
      // Common practice, no source: 0.25 mm when nothing is set.
      name: 'a layer left at the default',
      standard,
      draw: (file) => file.layer({ name: 'WALL', colour: 3 }),
      messages: ['Layer “WALL” is left at the default width, which prints at 0.25 mm.'],
      expected: '0.5 mm',
      found: 'default (0.25 mm)',
      leaves: 0,
    },
  ],
});
