import { type Case, testRule } from '../testing';
import { dimensionsStyleUnknown } from './style-unknown';
import { dimensioned, measuredOnSheet, put, settingsOf } from './testing';

const standard = dimensioned();

const styled =
  (name: string, changed: Parameters<typeof settingsOf>[1] = {}, as = 'Building'): Case['draw'] =>
  (file) => {
    put(file, name, settingsOf(as, changed));
    measuredOnSheet(file, [{ style: name, drawnMm: settingsOf(as, changed).textHeightMm }]);
  };

testRule(dimensionsStyleUnknown, {
  accept: [
    { name: 'a style of the standard, whatever its case', standard, draw: styled('BUILDING') },
    {
      name: 'a style that nothing is drawn in',
      standard,
      draw: (file) => {
        put(file, 'Theirs', settingsOf('Building'));
        styled('Building')(file);
      },
    },
    {
      name: 'any style, where the standard has none',
      standard: { ...standard, dimensions: [] },
      draw: styled('Theirs'),
    },
  ],
  reject: [
    {
      name: 'a style of theirs',
      standard,
      draw: styled('Theirs'),
      messages: ['Dimension style “Theirs” is not in the standard (1 dimension).'],
      found: 'Theirs',
    },
  ],
});
