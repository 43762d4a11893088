import { GOOD, office, officeLayer, testRule } from '../testing';
import { layersColour } from './colour';

const standard = office([officeLayer('WALL')]);

testRule(layersColour, {
  accept: [
    { name: 'the colour of the standard', standard, draw: (file) => file.layer(GOOD) },
    {
      name: 'the nearest numbered colour where the version holds no other',
      version: 'AC1015',
      standard: office([officeLayer('WALL', { colour: { rgb: 0x00fe01 } })]),
      draw: (file) => file.layer(GOOD),
    },
    {
      name: 'any colour on a layer that is not the office’s',
      standard,
      draw: (file) => file.layer({ name: 'Other', colour: 9 }),
    },
  ],
  reject: [
    {
      name: 'another number',
      standard,
      draw: (file) => file.layer({ ...GOOD, colour: 5 }),
      messages: ['Layer “WALL” has another colour than the standard.'],
      expected: 'colour 3',
      found: 'colour 5',
      leaves: 0,
    },
    {
      name: 'a number where the standard has red, green and blue',
      standard: office([officeLayer('WALL', { colour: { rgb: 0x00fe01 } })]),
      draw: (file) => file.layer(GOOD),
      messages: ['Layer “WALL” has another colour than the standard.'],
      expected: '#00fe01',
      leaves: 0,
    },
  ],
});
