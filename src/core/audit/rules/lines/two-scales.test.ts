import { lineOf } from '../../../standard/standard';
import { office, officeLayer, testRule } from '../testing';
import { linesWithFactors as lines } from './testing';
import { linesTwoScales } from './two-scales';

// The pattern is drawn larger than the office has it: with a factor or without, no line is of its size.
const standard = office([officeLayer('HIDDEN', { linetype: 'Broken' })], {
  linetypes: [lineOf({ name: 'Continuous' }), lineOf({ name: 'Broken', elementsMm: [3, -1] })],
});

testRule(linesTwoScales, {
  accept: [
    { name: 'one size, and one that is a little larger', standard, draw: lines([1, 1, 1, 1.1]) },
    {
      name: 'two sizes in like parts, of which neither is the usual one',
      standard,
      draw: lines([1, 1, 2, 2]),
    },
    {
      name: 'unbroken lines, and lines that two sheets show',
      standard,
      draw: (file) => {
        lines([1, 1, 1])(file);
        file.model.line({ layer: 'HIDDEN' }, [0, 0], [4000, 0]);
        for (const [name, scale] of [
          ['A', 20],
          ['B', 50],
        ] as const)
          file.sheet(name, 420, 297).viewport({ layer: '0' }, [200, 150], 380, 260, [2000, 0], scale);
      },
    },
  ],
  reject: [
    {
      name: 'a line with a factor of its own among others',
      standard,
      draw: lines([1, 1, 2.5, 1, 1]),
      messages: [
        '1 line of “Broken” repeats every 20 mm on sheet “Plan”; most of them there repeat every 8 mm.',
      ],
      expected: 'repeats every 8 mm',
      found: 'repeats every 20 mm',
      leaves: 0,
    },
  ],
});
