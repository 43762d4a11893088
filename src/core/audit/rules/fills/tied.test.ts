import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer, Point } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fillsTied } from './tied';

const standard = office([officeLayer('WALL')]);
const WALL = { layer: 'WALL' };
const SOLID = { name: 'SOLID', angleDeg: 0, scale: 1, families: [] };
const square = (x: number, y: number, size: number): Point[] => [
  [x, y],
  [x + size, y],
  [x + size, y + size],
  [x, y + size],
];
/** The same corners from another one on, the other way round. */
const turned = (corners: readonly Point[]): Point[] =>
  [...corners.slice(2), ...corners.slice(0, 2)].reverse();

const drawn =
  (loops: readonly (readonly Point[])[], ...lines: readonly (readonly Point[])[]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    for (const line of lines) file.model.polyline(WALL, line, true);
    file.model.patternFill(WALL, loops, SOLID);
  };

testRule(fillsTied, {
  accept: [
    { name: 'a fill without lines around it', standard, draw: drawn([square(0, 0, 100)]) },
    { name: 'lines a hair beside it', standard, draw: drawn([square(0, 0, 100)], square(0, 0, 100.01)) },
    {
      name: 'lines around it, but none around its island',
      standard,
      draw: drawn([square(0, 0, 100), square(20, 20, 10)], square(0, 0, 100)),
    },
    {
      name: 'lines that are not closed',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.polyline(WALL, square(0, 0, 100));
        file.model.patternFill(WALL, [square(0, 0, 100)], SOLID);
      },
    },
  ],
  reject: [
    {
      name: 'in closed lines, with an island, whichever way they were drawn',
      standard,
      draw: drawn([square(0, 0, 100), square(20, 20, 10)], turned(square(0, 0, 100)), square(20, 20, 10)),
      messages: ['1 fill on layer “WALL” lies exactly in a boundary that is drawn, and is not tied to it.'],
      leaves: 0,
    },
  ],
});

it('ties a fill to its boundary, and changes nothing that is seen', () => {
  const bytes = bytesOf({ draw: drawn([square(0, 0, 100)], square(0, 0, 100)) });
  const [found] = findingsOf(bytes, standard, fillsTied);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.changes.map(({ kind, property, after }) => [kind, property, after])).toEqual([
    ['fill', 'boundary', 'tied to the lines around'],
    ['polyline', 'reference', 'a fill is tied to it'],
  ]);
  const facts = factsOf(result.value.drawing, 0.25);
  const [row] = facts.rowsOfKind('fill');
  expect(facts.fill(row)?.tied).toBe(true);
  expect([...facts.edges(row)]).toEqual([...facts.segments(facts.rowsOfKind('polyline')[0])]);
});
