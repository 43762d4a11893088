import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer, Point } from '../../../dxf/write/composer';
import { familiesOf, fillSchema, type StandardFill } from '../../../standard/fills';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fillsMaterial } from './material';

const CONCRETE = fillSchema.parse({
  name: 'CONC',
  material: 'Concrete, cut',
  lines: [{ angleDeg: 45, spacingMm: 4 }],
});
const BRICK = fillSchema.parse({
  name: 'BRICK',
  material: 'Brickwork, cut',
  lines: [{ angleDeg: 45, spacingMm: 1.5 }],
});
const standard = office([officeLayer('WALL')], { fills: [CONCRETE, BRICK] });
const WALL = { layer: 'WALL' };
const square = (x: number, y: number, size: number): Point[] => [
  [x, y],
  [x + size, y],
  [x + size, y + size],
  [x, y + size],
];

/** A fill on a sheet with a text in it. */
const filled =
  (fill: StandardFill, says: string, { at = [30, 40] as Point, island = false, name = fill.name } = {}) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    const sheet = file.sheet('A', 420, 297);
    sheet.patternFill(WALL, [square(10, 10, 80), ...(island ? [square(25, 30, 40)] : [])], {
      name,
      angleDeg: 0,
      scale: 1,
      families: familiesOf(fill),
    });
    sheet.text(WALL, at, 3.5, says);
  };

testRule(fillsMaterial, {
  accept: [
    { name: 'a fill with its own material in it', standard, draw: filled(CONCRETE, 'Concrete C30') },
    { name: 'a text about something else', standard, draw: filled(CONCRETE, 'Room 12') },
    { name: 'a text beside it', standard, draw: filled(CONCRETE, 'Brickwork', { at: [120, 40] }) },
    {
      name: 'a text that names both',
      standard,
      draw: filled(CONCRETE, 'Concrete behind brickwork'),
    },
    {
      name: 'a note that only mentions it',
      standard,
      draw: filled(CONCRETE, 'All work to be level with the brickwork of the hall'),
    },
    { name: 'a fill of somebody else’s', standard, draw: filled(BRICK, 'Concrete', { name: 'DIAG_9' }) },
  ],
  reject: [
    {
      name: 'brickwork with concrete written in it, and in an island in it',
      standard,
      draw: (file) => {
        filled(BRICK, 'Concrete wall')(file);
        filled(BRICK, 'Concrete wall', { island: true })(file);
      },
      messages: ['2 fills “BRICK” (Brickwork, cut) have “Concrete wall” written in them.'],
      expected: 'CONC (Concrete, cut)',
      found: 'BRICK (Brickwork, cut)',
    },
  ],
});

it('fills it as the label says once somebody has said so', () => {
  const bytes = bytesOf({ draw: filled(BRICK, 'Concrete wall') });
  const [found] = findingsOf(bytes, standard, fillsMaterial);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found.key, option: 'fill' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  expect(result.value.changes.map(({ property, before, after }) => [property, before, after])).toEqual([
    ['pattern', 'BRICK', 'CONC'],
  ]);
  expect(result.value.after.findings.map(({ rule }) => rule)).not.toContain(fillsMaterial.meta.id);
});
