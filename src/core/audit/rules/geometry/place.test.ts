import { DrawingComposer } from '../../../dxf/write/composer';
import { type Case, findingsOf, GOOD, office, officeLayer, testRule, withSetting } from '../testing';
import { geometryPlace } from './place';
import { geometryRound } from './round';

const standard = office([officeLayer('WALL')]);
const on = { layer: 'WALL' };

/** Level lines of 1000 at these heights. */
const lines =
  (heights: readonly number[], [x, y]: readonly [number, number] = [0, 0]): Case['draw'] =>
  (file) => {
    file.layer(GOOD);
    for (const height of heights) file.model.line(on, [x, y + height], [x + 1000, y + height]);
  };
const ROUND = [0, 100, 200, 350, 400, 475, 500, 800, 900, 1200];

testRule(geometryPlace, {
  accept: [
    { name: 'round places, and places that are plainly not', standard, draw: lines([...ROUND, 602.5, 701]) },
    {
      name: 'a hair off where nothing else is round',
      standard,
      draw: lines([1.2, 77.7, 131.1, 204.6, 333.3, 401.4, 512.3, 633.6, 747.2, 851.9, 950.02, 1003.3]),
    },
    { name: 'few places', standard, draw: lines([0, 100, 200.02]) },
    { name: 'what lies as it was typed', standard, draw: lines([...ROUND, 600.0000001]) },
    {
      name: 'slopes',
      standard,
      draw: (file) => {
        lines(ROUND)(file);
        file.model.line(on, [0, 600.02], [1000, 640.02]);
      },
    },
    {
      name: 'what an office lets be',
      standard: withSetting(standard, geometryPlace, { settings: { off: 0.01 } }),
      draw: lines([...ROUND, 600.02]),
    },
  ],
  reject: [
    {
      name: '600.02 for 600, with how far it is off',
      standard,
      draw: lines([...ROUND, 600.02, 699.99], [200_000, 300_000]),
      messages: [
        '2 lines on layer “WALL” lie a hair off round coordinates: 300600.02 mm for 300600 mm, which is 0.02 mm off.',
      ],
      expected: 'multiples of 5 mm',
      found: '300600.02 mm for 300600 mm',
    },
  ],
});

it('speaks of places, where the lengths are round', () => {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  lines([...ROUND, 600.02])(file);
  expect(findingsOf(file.bytes(), standard, geometryRound)).toEqual([]);
  expect(findingsOf(file.bytes(), standard, geometryPlace)).toHaveLength(1);
});

it('says nothing of a drawing that names no unit', () => {
  const file = new DrawingComposer({ version: 'AC1024', units: 0 });
  lines([...ROUND, 600.02])(file);
  expect(findingsOf(file.bytes(), standard, geometryPlace)).toEqual([]);
});

it('counts in quarters of an inch in a drawing in inches', () => {
  const file = new DrawingComposer({ version: 'AC1024', units: 1 });
  lines([0, 1, 2.25, 3.5, 4, 6, 8.75, 10, 12, 20, 24.002])(file);
  expect(findingsOf(file.bytes(), standard, geometryPlace).map(({ message }) => message)).toEqual([
    '1 line on layer “WALL” lies a hair off round coordinates: 24.002 in for 24 in, which is 0.002 in off.',
  ]);
});
