import { correctDrawing } from '../../../correct/correct';
import { bytesOf, findingsOf, office, officeLayer, testRule } from '../testing';
import { workingLeft } from './left';

const standard = office([officeLayer('WALL'), officeLayer('WORK', { prints: false })], {
  working: {
    layers: ['WORK*'],
    linetypes: ['Trial'],
    textStyles: ['Scribble'],
    words: ['not for issue', 'check'],
  },
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
    { id: 'hide', label: 'Hide 2 objects' },
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

it('hides what is on a working layer, says so, and shows it again', () => {
  const bytes = bytesOf({
    draw: (file) => {
      file.layer({ name: 'WORK', colour: 3, widthMm: 0.5 });
      file.model.line({ layer: 'WORK' }, [0, 0], [9, 0]);
      file.sheet('Plan', 297, 210).line({ layer: 'WORK' }, [0, 1], [9, 1]);
    },
  });
  const [seen] = findingsOf(bytes, standard, workingLeft);
  expect(seen).toMatchObject({ found: '2 objects: 1 in the model, 1 on sheet Plan' });
  const hide = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: seen.key, option: 'hide' }],
  });
  if (!hide.ok) throw new Error(hide.problem.message);
  expect(hide.value.unsettled).toEqual([]);
  expect(hide.value.changes).toMatchObject([
    { kind: 'layer', property: 'shown', where: 'WORK', before: 'on', after: 'off' },
  ]);
  const [hidden] = findingsOf(hide.value.bytes, standard, workingLeft);
  expect(hidden).toMatchObject({
    message: '2 lines on working layer “WORK”, which is hidden.',
  });
  const show = correctDrawing(hide.value.bytes, standard, {
    findings: [],
    decisions: [{ finding: hidden.key, option: 'show' }],
  });
  if (!show.ok) throw new Error(show.problem.message);
  expect(show.value.bytes).toEqual(bytes);
});

testRule(workingLeft, {
  accept: [
    {
      name: 'longer words, and words where nothing prints',
      standard,
      draw: (file) => {
        file.layer({ name: 'Quiet', colour: 3, prints: false });
        file.layer({ name: 'Off', colour: 3, off: true });
        file.model.text({ layer: 'WALL' }, [0, 0], 1, 'Chequered plate, checked');
        file.model.text({ layer: 'Quiet' }, [0, 5], 1, 'check');
        file.model.text({ layer: 'Off' }, [0, 5], 1, 'check');
      },
    },
  ],
  reject: [
    {
      name: 'words of working content, whatever their case and wherever they stand in a text',
      standard,
      draw: (file) => {
        file.model.text({ layer: 'WALL' }, [0, 0], 1, 'PRELIMINARY - NOT  FOR ISSUE!');
        file.model.paragraph({ layer: 'WALL' }, [0, 9], 1, 0, 'Level\\P{\\C1;check} with site');
        file.model.text({ layer: 'WALL' }, [0, 20], 1, 'To check');
      },
      messages: ['1 text that prints says “not for issue”.', '2 texts that print say “check”.'],
    },
  ],
});
