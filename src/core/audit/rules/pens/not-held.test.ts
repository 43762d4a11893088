import { GOOD, office, officeLayer, testRule } from '../testing';
import { pensNotHeld } from './not-held';

const standard = office([officeLayer('WALL')]);

testRule(pensNotHeld, {
  accept: [{ name: 'a version that holds widths', standard, draw: (file) => file.layer(GOOD) }],
  reject: [
    {
      name: 'one that does not',
      version: 'AC1009',
      standard,
      draw: (file) => file.layer({ name: 'WALL', colour: 3 }),
      messages: [
        'This version of the format has no place for pen widths and for layers that do not print, so neither was checked.',
      ],
      found: 'version R12',
    },
  ],
});
