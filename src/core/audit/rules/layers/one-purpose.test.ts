import type { DrawingComposer } from '../../../dxf/write/composer';
import { office, officeLayer, testRule } from '../testing';
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
