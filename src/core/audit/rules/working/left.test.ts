import { correctDrawing } from '../../../correct/correct';
import { bytesOf, findingsOf, office, officeLayer, testRule } from '../testing';
import { workingLeft } from './left';

const standard = office([officeLayer('WALL'), officeLayer('WORK', { prints: false })], {
  working: { layers: ['WORK*'], linetypes: ['Trial'], textStyles: ['Scribble'] },
});

testRule(workingLeft, {
  accept: [
    {
      name: 'nothing on its layers; its linetype where nothing prints',
      standard,
      draw: (file) => {
        file.linetype('Trial', '', [1, -1]);
        file.layer({ name: 'WORK', colour: 3, widthMm: 0.5, prints: false });
        file.layer({ name: 'Quiet', colour: 3, prints: false });
        file.model.line({ layer: 'WALL' }, [0, 0], [9, 0]);
        file.model.line({ layer: 'Quiet', linetype: 'Trial' }, [0, 0], [9, 0]);
      },
    },
  ],
  reject: [
    {
      name: 'content on layers, in linetypes and in text styles of working content',
      standard,
      draw: (file) => {
        file.layer({ name: 'WORK', colour: 3, widthMm: 0.5, prints: false });
        file.layer({ name: 'WORKING-2', colour: 1 });
        file.textStyle({ name: 'Scribble', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
        file.linetype('Trial', '', [1, -1]);
        file.model.line({ layer: 'WORK' }, [0, 0], [9, 0]);
        file.model.circle({ layer: 'WORKING-2' }, [4, 5], 1);
        file.model.line({ layer: 'WALL', linetype: 'Trial' }, [0, 0], [9, 0]);
        file.model.text({ layer: 'WALL' }, [0, 0], 1, 'ask again', { style: 'Scribble' });
      },
      messages: [
        '1 circle on working layer “WORKING-2”, which prints.',
        '1 object that prints uses the working linetype “Trial”.',
        '1 object that prints uses the working text style “Scribble”.',
        '1 line on working layer “WORK”.',
      ],
      at: { space: 'model', x: 4, y: 5 },
    },
  ],
});

it('removes what a person says is to go, after the count was named, and nothing else', () => {
  const bytes = bytesOf({
    draw: (file) => {
      file.layer({ name: 'WORK', colour: 3, widthMm: 0.5, prints: false });
      file.model.line({ layer: 'WORK' }, [0, 0], [9, 0]);
      file.model.line({ layer: 'WORK' }, [0, 1], [9, 1]);
      file.model.line({ layer: 'WALL' }, [0, 2], [9, 2]);
    },
  });
  const [found] = findingsOf(bytes, standard, workingLeft);
  expect(found.options).toMatchObject([
    { id: 'remove', label: 'Remove 2 objects …', confirm: 'Remove 2 objects from the drawing' },
  ]);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found.key, option: 'remove' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  const { objects } = result.value.drawing;
  expect(objects.count).toBe(1);
  expect(result.value.changes.map(({ after }) => after)).toEqual(['removed', 'removed']);
});
