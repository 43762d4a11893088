import { correctDrawing } from '../../../correct/correct';
import { allProposals } from '../../../correct/proposals';
import { layerNameOf } from '../../../dxf/drawing';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { bytesOf, findingsOf, office, officeLayer, testRule } from '../testing';
import { layersOnePurpose } from './one-purpose';

const standard = office([officeLayer('WALL')]);
const layers =
  (...names: readonly string[]) =>
  (file: DrawingComposer): void => {
    for (const [i, layer] of names.entries()) file.model.line({ layer }, [0, i], [9, i]);
  };

testRule(layersOnePurpose, {
  accept: [
    { name: 'layers for two things', standard, draw: layers('Doors', 'Windows') },
    { name: 'one of two that is the office’s', standard, draw: layers('WALL', 'Walls') },
    { name: 'two of which one says more', standard, draw: layers('Doors', 'Doors new') },
    { name: 'names that say nothing that is known', standard, draw: layers('tmp1', 'TMP1 ', 'Q_77', 'Q-77') },
    { name: 'figures that tell them apart', standard, draw: layers('Doors 1', 'Doors 2') },
    {
      name: 'an empty one',
      standard,
      draw: (file) => {
        file.layer({ name: 'Door', colour: 1 });
        layers('Doors')(file);
      },
    },
  ],
  reject: [
    {
      name: 'names of one thing in two languages, and with another mark between the words',
      standard,
      draw: layers('Doors', 'TÜREN', 'Hidden_line', 'Line-Hidden'),
      messages: [
        'Layers “Doors”, “TÜREN” are for one thing: all of them say “door” and nothing else.',
        'Layers “Hidden_line”, “Line-Hidden” are for one thing: all of them say “hidden line” and nothing else.',
      ],
      expected: 'one layer',
      found: '2 layers',
    },
  ],
});

it('makes all of them one layer at once, and remembers it of each', () => {
  const bytes = bytesOf({ draw: layers('Walls', 'Mauer', 'Fence') });
  const [found] = findingsOf(bytes, standard, layersOnePurpose);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found.key, option: 'become one', to: 'WALL' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  const { drawing, unsettled, memories } = result.value;
  expect(unsettled).toEqual([]);
  const on = Array.from({ length: drawing.objects.count }, (_, row) => layerNameOf(drawing, row));
  expect(on.sort()).toEqual(['Fence', 'WALL', 'WALL']);
  expect(memories.map(({ name, target }) => [name, target])).toEqual([
    ['Walls', 'WALL'],
    ['Mauer', 'WALL'],
  ]);
  // The office's layer for walls is proposed, for what the names say.
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const { proposals, asks } = allProposals(read.value, standard)[found.key];
  expect([proposals[0]?.to, asks]).toEqual(['WALL', null]);
});
