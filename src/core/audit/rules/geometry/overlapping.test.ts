import { correctDrawing } from '../../../correct/correct';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { geometryOverlapping } from './overlapping';
import { coordinatesOf } from './testing';

const standard = office([officeLayer('WALL'), officeLayer('AXIS', { linetype: 'Broken' })]);
const on = { layer: 'WALL' };

testRule(geometryOverlapping, {
  accept: [
    {
      name: 'lines that follow each other, lie wholly on another, or look otherwise',
      standard,
      draw: ({ model }) => {
        model.line(on, [0, 0], [50, 0]);
        model.line(on, [50, 0], [90, 0]);
        model.line(on, [10, 0], [40, 0]);
        model.line({ layer: 'WALL', colour: 1 }, [40, 0], [70, 0]);
        model.line(on, [40, 0.001], [70, 0.001]);
        model.line({ layer: 'AXIS' }, [40, 0], [70, 0]);
      },
    },
    {
      name: 'arcs that follow each other, lie on other circles, or wholly on another',
      standard,
      draw: ({ model }) => {
        model.arc(on, [0, 0], 10, 0, 90);
        model.arc(on, [0, 0], 10, 90, 180);
        model.arc(on, [0, 0], 10, 350, 0);
        model.arc(on, [0, 0], 10.01, 80, 200);
        model.arc(on, [0, 0], 10, 20, 40);
      },
    },
  ],
  reject: [
    {
      name: 'arcs on one circle, over its beginning too, and some that close it together',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        const arcs = (x: number, ...ends: readonly (readonly [number, number])[]): void => {
          for (const [from, to] of ends) file.model.arc(on, [x, 0], 10, from, to);
        };
        arcs(0, [0, 90], [60, 150]);
        arcs(50, [350, 20], [300, 355], [10, 40]);
        arcs(100, [0, 200], [180, 20]);
      },
      messages: [
        '5 arcs on layer “WALL” lie on each other in part.',
        '2 arcs on layer “WALL” lie on each other in part.',
      ],
      expected: '2 arcs one after the other',
      leaves: 1,
    },
    {
      name: 'two on one line, in whichever direction they are drawn, and three in a row',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.line(on, [0, 0], [50, 0]);
        file.model.line(on, [90, 0], [40, 0]);
        file.model.line(on, [0, 10], [30, 40]);
        file.model.line(on, [20, 30], [50, 60]);
        file.model.line(on, [45, 55], [70, 80]);
      },
      messages: ['5 lines on layer “WALL” lie on each other in part.'],
      expected: '2 lines one after the other',
      leaves: 0,
    },
    {
      name: 'lines with a pattern, whose dashes would begin elsewhere',
      standard,
      draw: (file) => {
        file.layer({ name: 'AXIS', colour: 3, widthMm: 0.5, linetype: 'Broken' });
        file.model.line({ layer: 'AXIS' }, [0, 0], [50, 0]);
        file.model.line({ layer: 'AXIS' }, [40, 0], [90, 0]);
      },
      messages: ['2 lines on layer “AXIS” lie on each other in part.'],
      leaves: 1,
    },
  ],
});

it('leaves one arc from the first end to the last, each as it was written', () => {
  const bytes = bytesOf({
    draw: ({ model }) => {
      model.arc(on, [5, 5], 10, 350, 20.25);
      model.arc(on, [5, 5], 10, 300.125, 355);
      model.arc(on, [5, 5], 10, 10, 40);
    },
  });
  const [found] = findingsOf(bytes, standard, geometryOverlapping);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.changes.map(({ property, after }) => [property, after])).toEqual([
    ['place', 'from 300.125° to 40°'],
    ['object', 'removed'],
    ['object', 'removed'],
  ]);
  const facts = factsOf(result.value.drawing, 0.25);
  const [row, ...others] = facts.rowsOfKind('arc');
  expect(others).toEqual([]);
  const pieces = facts.segments(row);
  const ends = [pieces[0], pieces[1], pieces[pieces.length - 2], pieces[pieces.length - 1]];
  // Closed form: the ends of the arc on its circle.
  const at = (deg: number): number[] => [
    5 + 10 * Math.cos((deg * Math.PI) / 180),
    5 + 10 * Math.sin((deg * Math.PI) / 180),
  ];
  for (const [i, wanted] of [...at(300.125), ...at(40)].entries()) expect(ends[i]).toBeCloseTo(wanted, 9);
});

it('leaves one line from the first end to the last, each where it was', () => {
  const bytes = bytesOf({
    draw: ({ model }) => {
      model.line(on, [90.5, 7], [40, 7]);
      model.line(on, [0.1, 7], [50, 7]);
      model.line(on, [1, 1], [2, 2]);
    },
  });
  const [found] = findingsOf(bytes, standard, geometryOverlapping);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  expect(coordinatesOf(result.value.bytes)).toEqual([
    [90.5, 7, 0.1, 7],
    [1, 1, 2, 2],
  ]);
});
