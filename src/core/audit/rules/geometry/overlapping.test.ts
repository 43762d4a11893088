import { correctDrawing } from '../../../correct/correct';
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
  ],
  reject: [
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
