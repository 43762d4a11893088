import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule, withSetting } from '../testing';
import { geometryFar } from './far';

const standard = office([officeLayer('WALL')]);
const on = { layer: 'WALL' };

/** A drawing of 100 by 100 units somewhere, and circles farther out. */
const withFar =
  (far: readonly (readonly [number, number])[], [x, y]: readonly [number, number] = [0, 0]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    for (let i = 0; i <= 20; i++) file.model.line(on, [x, y + 5 * i], [x + 100, y + 5 * i]);
    for (const [dx, dy] of far) file.model.circle(on, [x + dx, y + dy], 1);
  };

testRule(geometryFar, {
  accept: [
    {
      name: 'what lies beside the rest',
      standard,
      draw: withFar([
        [800, 50],
        [50, -700],
      ]),
    },
    { name: 'a whole drawing far from the origin', standard, draw: withFar([], [4e6, 5.5e6]) },
    {
      name: 'sheets side by side',
      standard,
      draw: (file) => {
        for (let i = 0; i < 12; i++)
          for (let j = 0; j < 3; j++) file.model.rectangle(on, [900 * i, 100 * j], 80, 50);
      },
    },
    {
      name: 'as far as an office lets it',
      standard: withSetting(standard, geometryFar, { settings: { times: 200 } }),
      draw: withFar([[9000, 0]]),
    },
    {
      name: 'few objects, which do not tell where the drawing is',
      standard,
      draw: ({ model }) => {
        model.circle(on, [0, 0], 1);
        model.circle(on, [1e6, 0], 1);
      },
    },
  ],
  reject: [
    {
      name: 'forgotten objects far out',
      standard,
      draw: withFar(
        [
          [-4000, 50],
          [50, 250000],
        ],
        [2e6, 3e6],
      ),
      messages: ['2 circles lie far from everything else: 40 to 2,499 times the size of the drawing away.'],
      at: { space: 'model', x: 1996000, y: 3000050 },
    },
  ],
});

it('removes them when a person says so', () => {
  const bytes = bytesOf({ draw: withFar([[-4000, 50]]) });
  const [found] = findingsOf(bytes, standard, geometryFar);
  expect(found.options).toMatchObject([{ label: 'Remove 1 object …' }]);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found.key, option: 'remove' }],
  });
  expect(result.ok && result.value.drawing.objects.count).toBe(21);
});
