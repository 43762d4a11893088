import { DrawingComposer } from '../../../dxf/write/composer';
import { type Case, findingsOf, GOOD, office, officeLayer, testRule, withSetting } from '../testing';
import { geometryRound } from './round';

const standard = office([officeLayer('WALL')]);
const on = { layer: 'WALL' };

/** Level lines of these lengths, from somewhere. */
const lines =
  (lengths: readonly number[], [x, y]: readonly [number, number] = [0, 0]): Case['draw'] =>
  (file) => {
    file.layer(GOOD);
    for (const [i, length] of lengths.entries())
      file.model.line(on, [x, y + 100 * i], [x + length, y + 100 * i]);
  };
const ROUND = [1000, 2500, 75, 120, 3000, 5000];

testRule(geometryRound, {
  accept: [
    {
      name: 'round lengths, and lengths that are plainly not',
      standard,
      draw: lines([...ROUND, 1002.5, 3001]),
    },
    {
      name: 'a hair off where nothing else is round',
      standard,
      draw: lines([1000, 1234.5, 871.3, 962.7, 49.98, 333.3]),
    },
    { name: 'few lengths', standard, draw: lines([1000, 49.98]) },
    {
      name: 'slopes',
      standard,
      draw: (file) => {
        lines(ROUND)(file);
        file.model.line(on, [0, 0], [49.98, 30]);
      },
    },
    {
      name: 'what an office lets be',
      standard: withSetting(standard, geometryRound, { settings: { off: 0.01 } }),
      draw: lines([...ROUND, 49.98]),
    },
  ],
  reject: [
    {
      name: '49.98 for 50, with how far it is off',
      standard,
      draw: lines([...ROUND, 49.98, 2000.01], [2e5, 3e5]),
      messages: [
        '2 lines on layer “WALL” are a hair off a round length: 49.98 mm for 50 mm, which is 0.02 mm off.',
      ],
      expected: 'multiples of 5 mm',
      found: '49.98 mm for 50 mm',
    },
  ],
});

it('counts in quarters of an inch in a drawing in inches', () => {
  const file = new DrawingComposer({ version: 'AC1024', units: 1 });
  lines([96, 48.25, 120, 36.5, 24, 12, 47.99])(file);
  expect(findingsOf(file.bytes(), standard, geometryRound).map(({ message }) => message)).toEqual([
    '1 line on layer “WALL” is a hair off a round length: 47.99 in for 48 in, which is 0.01 in off.',
  ]);
});
