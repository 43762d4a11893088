import { correctDrawing } from '../../../correct/correct';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { layersDoubled } from './doubled';

const standard = office([officeLayer('WALL')]);

testRule(layersDoubled, {
  accept: [
    {
      name: 'layers of different names',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.layer({ ...GOOD, name: 'WALLS' });
      },
    },
  ],
  reject: [
    {
      name: 'two records that differ in case and colour',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.layer({ ...GOOD, name: 'wall', colour: 1 });
        file.model.line({ layer: 'Wall' }, [0, 0], [1, 1]);
      },
      messages: ['Layer “WALL” has 2 records: “WALL”, “wall”. Programs differ in which of them counts.'],
      found: '2 records',
      leaves: 0,
    },
    {
      name: 'three of one, in a file without handles',
      standard,
      version: 'AC1009',
      draw: (file) => {
        for (const name of ['odd', 'WALL', 'Odd', 'ODD']) file.layer({ ...GOOD, name });
      },
      messages: ['Layer “odd” has 3 records: “odd”, “Odd”, “ODD”. Programs differ in which of them counts.'],
      leaves: 0,
    },
  ],
});

it('what points to the second record points to the first, and nothing else changes', () => {
  const bytes = bytesOf({
    draw: (file) => {
      file.layer(GOOD);
      file.layer({ ...GOOD, name: 'wall', colour: 1 });
      file.model.line({ layer: 'wall' }, [0, 0], [1, 1]);
    },
  });
  const result = correctDrawing(bytes, standard);
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.changes.map(({ property, before, after }) => [property, before, after])).toEqual([
    ['record', 'wall', 'removed'],
  ]);
  expect(result.value.after.verdict).toBe('released');
  expect(findingsOf(result.value.bytes, standard)).toEqual([]);
});
