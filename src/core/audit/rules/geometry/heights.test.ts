import { correctDrawing } from '../../../correct/correct';
import { heightOf } from '../../../dxf/edit/edit-height';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { geometryHeights } from './heights';

const standard = office([officeLayer('WALL')]);
const on = { layer: 'WALL' };

/** Flat lines, and so many circles at a height. */
const raised =
  (flat: number, heights: readonly number[]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    for (let i = 0; i < flat; i++) file.model.line(on, [0, i], [9, i]);
    for (const height of heights)
      file.model.record('CIRCLE', on, 'AcDbCircle', [
        { code: 10, value: 4 },
        { code: 20, value: 4 },
        { code: 30, value: height },
        { code: 40, value: 1 },
      ]);
  };

testRule(geometryHeights, {
  accept: [
    { name: 'a flat drawing, and what rounding leaves', standard, draw: raised(40, [1e-9]) },
    { name: 'a drawing in which many have heights: a survey', standard, draw: raised(20, [3, 4, 5, 6]) },
  ],
  reject: [
    {
      name: 'few that do not lie in the plane',
      standard,
      draw: raised(60, [2.5, -1000]),
      messages: ['2 circles do not lie in the plane of the drawing: -1000 to 2.5 units.'],
      expected: 'all at height 0',
    },
  ],
});

it('puts them into the plane, and changes nothing else of them', () => {
  const bytes = bytesOf({ draw: raised(40, [2.5]) });
  const [found] = findingsOf(bytes, standard, geometryHeights);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found.key, option: 'flatten' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  const { drawing, changes, unsettled } = result.value;
  expect(unsettled).toEqual([]);
  expect(heightOf(drawing, 40)).toBe(0);
  expect(changes).toMatchObject([
    { kind: 'circle', property: 'place', before: 'height 2.5', after: 'height 0' },
  ]);
  // One value is another one now; all other bytes are as they were.
  const texts = [bytes, result.value.bytes].map((one) => new TextDecoder().decode(one).split('\n'));
  expect(texts[0].filter((line, i) => line !== texts[1][i])).toEqual([expect.stringMatching(/^2\.5/)]);
});
