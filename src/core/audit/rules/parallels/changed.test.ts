import { parallelSetSchema } from '../../../standard/parallels';
import { office, officeLayer, testRule } from '../testing';
import { parallelsChanged } from './changed';
import { placed } from './testing';

const KERB = parallelSetSchema.parse({
  name: 'Kerb',
  lines: [{ offsetMm: 75 }, { offsetMm: 25 }, { offsetMm: -75 }],
});
const standard = office([officeLayer('ROAD')], { parallels: [KERB] });

testRule(parallelsChanged, {
  accept: [
    {
      name: 'as the standard has it, whatever the order of its lines',
      standard,
      draw: (file) => placed(file, 'Kerb', [-75, 75, 25]),
    },
    { name: 'a hair wider', standard, draw: (file) => placed(file, 'Kerb', [75.3, 25, -75]) },
    {
      // Brought in line by the header's unit it would be 75 m wide.
      name: 'a set whose distances have no size, since the labels of the drawing speak of another unit than its header',
      standard,
      draw: (file) => {
        placed(file, 'Kerb', [0.06, 0.025, -0.06]);
        for (const [i, [says, length]] of [
          ['12.50 m', 12.5],
          ['8.00 m', 8],
          ['4.20 m', 4.2],
        ].entries() as IterableIterator<[number, [string, number]]>) {
          file.model.line({ layer: 'ROAD' }, [0, 20 * i], [length, 20 * i]);
          file.model.text({ layer: 'ROAD' }, [length * 0.42, 20 * i + length * 0.02], length * 0.03, says);
        }
      },
    },
    {
      name: 'a changed set that nothing is drawn in',
      standard,
      draw: (file) => placed(file, 'Kerb', [1, 0, -1], false),
    },
  ],
  reject: [
    {
      name: 'other distances and colours',
      standard,
      draw: (file) => placed(file, 'KERB', [60, 25, -60], true, 1),
      messages: [
        'Parallel-line set “KERB” is not as the standard has it: distances, colours (1 run of parallel lines).',
      ],
      expected: 'lines at 75, 25 and -75 mm',
      found: 'lines at 60, 25 and -60 mm',
      leaves: 0,
    },
    {
      name: 'a line too few',
      standard,
      draw: (file) => placed(file, 'Kerb', [75, -75]),
      messages: [
        'Parallel-line set “Kerb” is not as the standard has it: 2 lines, 3 wanted (1 run of parallel lines).',
      ],
      leaves: 0,
    },
  ],
});
