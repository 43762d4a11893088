import { testRule } from '../testing';
import { dimensionsOwnSettings } from './own-settings';
import { dimensioned, measuredOnSheet, put, settingsOf } from './testing';

const standard = dimensioned();

testRule(dimensionsOwnSettings, {
  accept: [
    {
      name: 'what the style says, said again',
      standard,
      draw: (file) => {
        put(file, 'Building', settingsOf('Building'));
        measuredOnSheet(file, [{ style: 'Building', own: new Map([[140, 2.5]]) }]);
      },
    },
    {
      name: 'a line left out, a tolerance, a scale of its own',
      standard,
      draw: (file) => {
        put(file, 'Building', settingsOf('Building'));
        measuredOnSheet(file, [
          { style: 'Building', own: new Map([[75, 1]]) },
          { style: 'Building', own: new Map([[71, 1]]) },
          { style: 'Building', own: new Map([[40, 25]]) },
        ]);
      },
    },
  ],
  reject: [
    {
      name: 'each set of settings once',
      standard,
      draw: (file) => {
        put(file, 'Building', settingsOf('Building'));
        measuredOnSheet(file, [
          { style: 'Building', own: new Map([[140, 3.5]]), drawnMm: 3.5 },
          { style: 'Building', own: new Map([[140, 3.5]]), drawnMm: 3.5 },
          {
            style: 'Building',
            own: new Map([
              [271, 1],
              [75, 1],
            ]),
          },
        ]);
      },
      messages: [
        '2 dimensions in style “Building” set something of their own: figure: height.',
        '1 dimension in style “Building” sets something of its own: number: decimal places.',
      ],
      expected: 'figure: height 2.5 mm',
      found: 'figure: height 3.5 mm',
      leaves: 0,
    },
    {
      name: 'a factor, which makes it say another length than its line has: a person decides',
      standard,
      draw: (file) => {
        put(file, 'Building', settingsOf('Building'));
        measuredOnSheet(file, [{ style: 'Building', own: new Map([[144, 2]]) }]);
      },
      messages: ['1 dimension in style “Building” sets a factor of its own: 2 ×.'],
      found: '2 ×',
    },
  ],
});
