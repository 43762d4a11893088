import { correctDrawing } from '../../../correct/correct';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, testRule, withSetting } from '../testing';
import { letteringAligned } from './aligned';
import { lettered, NOTE, ON_WALL, onSheet } from './testing';

const standard = lettered();
const notes = (...at: readonly (readonly [number, number])[]) =>
  onSheet((sheet) => {
    for (const [i, [x, y]] of at.entries()) sheet.text(ON_WALL, [x, y], 2.5, `LINE ${i}`, NOTE);
  });

testRule(letteringAligned, {
  accept: [
    { name: 'a list in line, and one a hair off', standard, draw: notes([10, 50], [10, 45], [10.09, 40]) },
    { name: 'two texts are no list', standard, draw: notes([10, 50], [10.5, 45]) },
    {
      name: 'one that is set in on purpose',
      standard,
      draw: notes([10, 50], [10, 45], [11.2, 40], [10, 35]),
    },
    { name: 'texts that stand far from each other', standard, draw: notes([10, 50], [10, 90], [10.5, 140]) },
    {
      name: 'heights of points, which stand anywhere',
      standard,
      draw: notes([10, 50], [10.3, 45], [10.7, 40], [10.95, 34]),
    },
  ],
  reject: [
    {
      name: 'one of a list beside the others',
      standard,
      draw: notes([10, 50], [10, 45], [10.6, 40], [10, 35]),
      messages: ['“LINE 2” stands 0.6 mm beside the 3 texts it is listed with.'],
      found: '0.6 mm off',
      leaves: 0,
    },
    {
      name: 'two of a row under the others',
      standard,
      draw: notes([10, 50], [40, 50], [70, 49.5], [100, 50], [130, 50.8]),
      messages: ['“LINE 2” and 1 text more stand up to 0.8 mm over or under the 3 texts in their row.'],
      leaves: 0,
    },
  ],
});

it('moves what is off to the line of the others, along the letters, in a turned list too', () => {
  const turned = onSheet((sheet) => {
    for (const [i, off] of [0, 0, 0.4, 0].entries()) {
      // A list that is read at 30°.
      const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
      const [u, v] = [off, -5 * i];
      sheet.text(ON_WALL, [100 + u * c - v * s, 100 + u * s + v * c], 2.5, `L${i}`, {
        ...NOTE,
        angleDeg: 30,
      });
    }
  });
  const bytes = bytesOf({ draw: turned });
  const [found] = findingsOf(bytes, standard, letteringAligned);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const facts = factsOf(result.value.drawing, 0.25);
  const along = facts
    .rowsOfKind('text')
    .map((row) => facts.lettering(row)!.at)
    .map(([x, y]) => (x - 100) * Math.cos(Math.PI / 6) + (y - 100) * Math.sin(Math.PI / 6));
  for (const u of along) expect(u).toBeCloseTo(0, 6);
});

it('is put right by the tolerance that the edition sets for the rule, as it is found', () => {
  const wide = withSetting(standard, letteringAligned, { tolerance: 0.5 });
  const bytes = bytesOf({ draw: notes([10, 50], [10, 45], [10.6, 40], [10.3, 35], [10, 30]) });
  const [found] = findingsOf(bytes, wide, letteringAligned);
  expect(found.handles).toHaveLength(1);
  const result = correctDrawing(bytes, wide, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  expect(result.value.changes.map(({ moved }) => moved?.mm)).toEqual([0.6]);
});
