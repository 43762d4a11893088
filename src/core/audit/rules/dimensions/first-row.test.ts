import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, testRule, withSetting } from '../testing';
import { dimensionsFirstRow } from './first-row';
import { dimensioned, put, SCALE, settingsOf } from './testing';

const standard = dimensioned();

/** Walls of 3 m beside each other, each with a dimension at so many mm on paper over it, shown at 1:50. */
const walls =
  (...distances: readonly number[]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    put(file, 'Building', settingsOf('Building'));
    for (const [i, mm] of distances.entries()) {
      const [x, y] = [4000 * (i % 4), 3000 * Math.floor(i / 4)];
      file.model.line({ layer: 'WALL' }, [x, y], [x + 3000, y]);
      file.model.dimension({ layer: 'WALL' }, [x, y], [x + 3000, y], y + mm * SCALE, 2.5 * SCALE, {
        style: 'Building',
      });
    }
    file.sheet('A', 420, 297).viewport({ layer: 'WALL' }, [200, 150], 400, 280, [7500, 3000], SCALE);
  };

testRule(dimensionsFirstRow, {
  accept: [
    { name: 'all at one distance, one a hair off', standard, draw: walls(12, 12, 12.4, 12) },
    { name: 'three tell nothing', standard, draw: walls(12, 12, 14) },
    { name: 'no distance is usual', standard, draw: walls(12, 14, 16, 18, 20) },
    { name: 'one that is meant to stand off', standard, draw: walls(12, 12, 12, 20) },
  ],
  reject: [
    {
      name: 'one nearer than the others',
      standard,
      draw: walls(12, 12, 10.5, 12),
      messages: ['1 dimension stands 10.5 mm from the object; 3 rows of this drawing stand at 12 mm.'],
      expected: '12 mm',
      found: '10.5 mm',
      leaves: 0,
    },
    {
      name: 'unlike the distance of the office',
      standard: withSetting(standard, dimensionsFirstRow, { settings: { distance: 11 } }),
      draw: walls(11, 12.5),
      messages: ['1 dimension stands 12.5 mm from the object; the office has 11 mm.'],
      leaves: 0,
    },
  ],
});

it('moves the row; the points of its picture go along, and what it measures stays', () => {
  const bytes = bytesOf({ draw: walls(12, 12, 10.5, 12) });
  const [found] = findingsOf(bytes, standard, dimensionsFirstRow);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.changes.flatMap(({ moved }) => moved?.mm ?? [])).toEqual([1.5]);
  const facts = factsOf(result.value.drawing, 0.25);
  for (const row of facts.rowsOfKind('dimension')) {
    expect(facts.dimension(row).measured?.value).toBe(3000);
    expect((facts.box(row)!.maxY - (facts.box(row)!.minY ?? 0)) / SCALE).toBeGreaterThan(10);
  }
});
