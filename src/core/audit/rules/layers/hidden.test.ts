import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { layersHidden } from './hidden';

const standard = office([officeLayer('WALL'), officeLayer('GRID', { prints: false })], {
  working: { layers: ['WORK*'], linetypes: [], textStyles: [], words: [] },
});
const full = (...names: string[]) =>
  names.map((name, i) => ({ name, from: [0, i] as const, to: [9, i] as const }));

testRule(layersHidden, {
  accept: [
    {
      name: 'layers that are hidden and empty, seen, meant not to print, or of working content',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.layer({ name: 'EMPTY', colour: 1, off: true });
        file.layer({ name: 'GRID', colour: 3, prints: false });
        file.layer({ name: 'WORK-1', colour: 3, off: true });
        for (const { name, from, to } of full('WALL', 'GRID', 'WORK-1'))
          file.model.line({ layer: name }, [...from], [...to]);
      },
    },
    {
      name: 'frames of viewports on a layer that does not print',
      standard,
      draw: (file) => {
        file.layer({ name: 'VPORTS', colour: 7, prints: false });
        file.sheet('Plan', 297, 210).viewport({ layer: 'VPORTS' }, [100, 100], 90, 90, [0, 0], 50);
      },
    },
    {
      name: 'the points that dimensions are defined by',
      standard,
      draw: (file) => {
        file.layer({ name: 'Defpoints', colour: 7, prints: false });
        file.model.line({ layer: 'Defpoints' }, [0, 0], [9, 0]);
      },
    },
  ],
  reject: [
    {
      name: 'what nobody sees, with what it is',
      standard,
      draw: (file) => {
        file.layer({ ...GOOD, frozen: true });
        file.layer({ name: 'OLD', colour: 1, off: true, prints: false });
        file.model.line({ layer: 'WALL' }, [0, 0], [9, 0]);
        file.model.circle({ layer: 'OLD' }, [4, 5], 1);
        file.symbol('S', (s) => s.line({ layer: 'OLD' }, [0, 0], [1, 0]));
      },
      messages: [
        'Layer “WALL” is frozen and holds 1 line.',
        'Layer “OLD” is off, does not print and holds 1 circle, 1 line.',
      ],
    },
  ],
});

it.each(['AC1009', 'AC1015', 'AC1032'] as const)('shows what a person wants shown, in %s', (version) => {
  const bytes = bytesOf({
    version,
    draw: (file) => {
      file.layer({ name: 'OLD', colour: 1, off: true, frozen: true, prints: false });
      file.model.circle({ layer: 'OLD' }, [4, 5], 1);
    },
  });
  const [found] = findingsOf(bytes, standard, layersHidden);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found.key, option: 'show' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  const read = readDrawing(result.value.bytes);
  expect(read.ok && read.value.layerByName.get('old')).toMatchObject({
    on: true,
    frozen: false,
    prints: true,
    colour: { number: 1 },
  });
  expect(findingsOf(result.value.bytes, standard, layersHidden)).toEqual([]);
});
