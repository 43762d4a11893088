import { correctDrawing } from '../../../correct/correct';
import type { SpaceComposer } from '../../../dxf/write/space-composer';
import { bytesOf, type Case, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { geometryLevel } from './level';
import { coordinatesOf } from './testing';

const standard = office([officeLayer('WALL')]);
const on = { layer: 'WALL' };

/** Level and plumb lines, and what else is given. */
const squareWith =
  (more: (model: SpaceComposer) => void, [ox, oy]: readonly [number, number] = [0, 0]): Case['draw'] =>
  (file) => {
    file.layer(GOOD);
    file.model.line(on, [ox, oy - 500], [ox + 9000, oy - 500]);
    file.model.line(on, [ox - 500, oy], [ox - 500, oy + 9000]);
    more(file.model);
  };

testRule(geometryLevel, {
  accept: [
    {
      name: 'level and plumb ones, and slopes',
      standard,
      draw: squareWith((model) => {
        model.line(on, [0, 0], [1000, 6]);
        model.line(on, [0, 0], [700, 700]);
        model.line(on, [0, 1000], [1000, 1000.000001]);
      }),
    },
    {
      name: 'a coordinate as fine as it can be held millions of units from the origin',
      standard,
      draw: squareWith((model) => model.line(on, [4e6, 5.5e6], [4e6 + 100, 5.5e6 + 1e-6]), [4e6, 5.5e6]),
    },
    {
      name: 'a contour beside square lines, on a layer of its own',
      standard,
      draw: squareWith((model) => {
        const contour = Array.from({ length: 30 }, (_, i): [number, number] => [
          40 * i,
          300 * Math.sin(i / 5),
        ]);
        model.polyline({ layer: 'CONTOUR' }, [...contour, [1240, contour[29][1] + 0.1]]);
      }),
    },
    {
      name: 'a space in which most lines are neither level nor plumb',
      standard,
      draw: (file) => {
        for (let i = 0; i < 20; i++) file.model.line(on, [0, 0], [1000, 900 - 89.9 * i]);
      },
    },
  ],
  reject: [
    {
      name: 'lines off by a hair, with what is joined to them',
      standard,
      draw: squareWith((model) => {
        model.line(on, [0, 0], [1000, 2]);
        model.line(on, [1000, 2], [1000, 800]);
        model.line(on, [0, 0], [0, 800]);
        model.line(on, [500, 1], [500, -300]);
      }),
      messages: [
        '1 line on layer “WALL” is almost level or plumb: up to 0.11° off, which is 2 units at the end.',
      ],
      expected: 'level or plumb',
      leaves: 0,
    },
    {
      name: 'a polyline turned by a hair',
      standard,
      draw: squareWith((model) => {
        model.polyline(
          on,
          [
            [0, 0],
            [2000, 4],
            [1997, 1504],
            [-3, 1500],
          ],
          true,
        );
      }),
      messages: [
        '1 polyline on layer “WALL” is almost level or plumb: up to 0.11° off, which is 4 units at the end.',
      ],
      leaves: 0,
    },
  ],
});

it('moves what is joined to the same place, and nothing else', () => {
  const bytes = bytesOf({
    draw: squareWith((model) => {
      model.line(on, [0, 0], [1000, 2]);
      model.line(on, [1000, 2], [1000, 800]);
      model.line(on, [500, 1], [500, -300]);
      model.line(on, [3, 7], [90, 81]);
    }),
  });
  const [found] = findingsOf(bytes, standard, geometryLevel);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  expect(coordinatesOf(result.value.bytes).slice(2)).toEqual([
    [0, 0, 1000, 0],
    [1000, 0, 1000, 800],
    [500, 0, 500, -300],
    [3, 7, 90, 81],
  ]);
});

it('leaves to a person what would turn another line, detach a curve, or change a value', () => {
  const held: readonly [string, (model: SpaceComposer) => void][] = [
    [
      'a line that is joined to it would be turned',
      (model) => {
        model.line(on, [1000, 2], [1500, 300]);
        model.line(on, [0, 0], [-70, 300]);
      },
    ],
    [
      'it is joined to a curve, which would not go along',
      (model) => {
        model.arc(on, [1000, 102], 100, -90, 0);
        model.arc(on, [0, -100], 100, 90, 180);
      },
    ],
    [
      'a dimension measures to it, and would say another value',
      (model) => model.dimension(on, [0, 0], [1000, 2], 300, 1),
    ],
  ];
  for (const [why, more] of held) {
    const bytes = bytesOf({
      draw: squareWith((model) => {
        model.line(on, [0, 0], [1000, 2]);
        more(model);
      }),
    });
    const [found] = findingsOf(bytes, standard, geometryLevel);
    expect([found.correction, found.remedy]).toEqual(['manual', `Left to a person: ${why}.`]);
  }
});
