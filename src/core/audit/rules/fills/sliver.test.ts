import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer, Point } from '../../../dxf/write/composer';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fillsSliver } from './sliver';

const standard = office([officeLayer('WALL')]);

/** Solid areas on a sheet in mm. */
const filled =
  (...loops: readonly (readonly Point[])[]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    file.sheet('A', 420, 297).patternFill({ layer: 'WALL' }, loops, {
      name: 'SOLID',
      angleDeg: 0,
      scale: 1,
      families: [],
    });
  };
const strip = (length: number, wide: number, y = 0): Point[] => [
  [10, y],
  [10 + length, y],
  [10 + length, y + wide],
  [10, y + wide],
];

testRule(fillsSliver, {
  accept: [
    { name: 'a small square', standard, draw: filled(strip(0.3, 0.3)) },
    // Twice the area to the outline: 2 · 100 · 0.11 / 200.22 = 0.1099 mm.
    { name: 'a strip that is just wide enough', standard, draw: filled(strip(100, 0.11)) },
    {
      name: 'a strip beside an area of one fill',
      standard,
      draw: filled(strip(100, 0.05), strip(50, 20, 40)),
    },
    {
      name: 'what nothing shows',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.patternFill({ layer: 'WALL' }, [strip(100, 0.01)], {
          name: 'SOLID',
          angleDeg: 0,
          scale: 1,
          families: [],
        });
      },
    },
  ],
  reject: [
    {
      name: 'a strip and a wedge',
      standard,
      draw: (file) => {
        filled(strip(100, 0.05))(file);
        file.sheet('B', 420, 297).patternFill(
          { layer: 'WALL' },
          [
            [
              [10, 10],
              [90, 10],
              [90, 10.1],
            ],
          ],
          { name: 'SOLID', angleDeg: 0, scale: 1, families: [] },
        );
      },
      messages: ['2 fills on layer “WALL” are slivers: as little as 0.05 mm wide on paper.'],
      expected: '0.1 mm or wider',
      found: '0.05 mm',
    },
  ],
});

it('goes once somebody has said so', () => {
  const bytes = bytesOf({ draw: filled(strip(100, 0.05)) });
  const [found] = findingsOf(bytes, standard, fillsSliver);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found.key, option: 'remove' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.changes.map(({ kind, after }) => [kind, after])).toEqual([['fill', 'removed']]);
});
