import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, testRule, withSetting } from '../testing';
import { dimensionsCentreMarks } from './centre-marks';
import { dimensioned } from './testing';

const plain = dimensioned();
const standard = withSetting(plain, dimensionsCentreMarks, { settings: { wanted: true } });
const ON_WALL = { layer: 'WALL' } as const;

/** A circle of 10 mm on a sheet, and what else is drawn. */
const circle =
  (
    more: (sheet: ReturnType<DrawingComposer['sheet']>) => void = () => {},
    [x, y]: readonly [number, number] = [100, 100],
  ) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    const sheet = file.sheet('A', 420, 297);
    sheet.circle(ON_WALL, [x, y], 10);
    more(sheet);
  };

testRule(dimensionsCentreMarks, {
  accept: [
    { name: 'no mark, where the office wants none', standard: plain, draw: circle() },
    {
      name: 'centre lines, a hair beside the centre',
      standard,
      draw: circle((sheet) => {
        sheet.line(ON_WALL, [85, 100.1], [115, 100.1]);
        sheet.line(ON_WALL, [100, 85], [100, 115]);
      }),
    },
    {
      name: 'a small circle',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.sheet('A', 420, 297).circle(ON_WALL, [100, 100], 1.4);
      },
    },
  ],
  reject: [
    {
      name: 'nothing in the middle, and one line alone',
      standard,
      draw: circle((sheet) => {
        sheet.circle(ON_WALL, [200, 100], 10);
        sheet.line(ON_WALL, [185, 100], [215, 100]);
      }),
      messages: ['2 circles on layer “WALL” have no centre mark.'],
      leaves: 0,
    },
    {
      name: 'millions of units from the origin',
      standard,
      draw: circle(undefined, [3_000_000, 5_000_000]),
      messages: ['1 circle on layer “WALL” has no centre mark.'],
      leaves: 0,
    },
  ],
});

it('draws the mark as the standard sizes it, on the layer of the circle', () => {
  const bytes = bytesOf({ draw: circle() });
  const [found] = findingsOf(bytes, standard, dimensionsCentreMarks);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const facts = factsOf(result.value.drawing, 0.25);
  const lines = facts
    .rowsOfKind('line')
    .map((row) => [...facts.segments(row)].map((value) => Math.round(value * 1e6) / 1e6));
  // 2.5 mm to each side of the centre.
  expect(lines).toContainEqual([97.5, 100, 102.5, 100]);
  expect(lines).toContainEqual([100, 97.5, 100, 102.5]);
});
