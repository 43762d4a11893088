import { GOOD, office, officeLayer, testRule } from '../testing';
import { pensNotPermitted } from './not-permitted';

const standard = office([officeLayer('WALL', { ownValuesAllowed: ['width'] }), officeLayer('STRICT')]);

testRule(pensNotPermitted, {
  accept: [
    {
      name: 'a permitted width where a width may be',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.line({ layer: 'WALL', widthMm: 0.35 }, [0, 0], [1, 1]);
      },
    },
    {
      name: 'a width where none may be: another rule’s',
      standard,
      draw: (file) => file.model.line({ layer: 'STRICT', widthMm: 0.53 }, [0, 0], [1, 1]),
    },
  ],
  reject: [
    {
      name: 'a width outside the series',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.line({ layer: 'WALL', widthMm: 0.53 }, [2, 3], [4, 5]);
      },
      messages: ['0.53 mm is not a permitted pen width (1 object on layer “WALL”).'],
      at: { space: 'model', x: 2, y: 3 },
      // ISO 128-2, from memory, as far as drawings can hold the widths.
      expected: 'one of 0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2 mm',
      leaves: 0,
    },
  ],
});
