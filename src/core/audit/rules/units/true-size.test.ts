import { office, officeLayer, testRule } from '../testing';
import { unitsTrueSize } from './true-size';

const standard = office([officeLayer('WALL')]);
type Draw = Parameters<typeof testRule>[1]['reject'] extends readonly (infer R)[] | undefined
  ? R extends { draw: infer D }
    ? D
    : never
  : never;

/** Four lines of some lengths with a label over each. */
const lines =
  (labels: readonly (readonly [string, number])[]): Draw =>
  (file) => {
    for (const [i, [words, length]] of labels.entries()) {
      file.model.line({ layer: 'WALL' }, [0, i * length], [length, i * length]);
      file.model.text({ layer: 'WALL' }, [length * 0.42, i * length + length * 0.02], length * 0.03, words);
    }
  };

testRule(unitsTrueSize, {
  accept: [
    {
      name: 'labels that say what their lines measure (mm)',
      standard,
      draw: lines([
        ['2.50 m', 2500],
        ['3.00 m', 3000],
        ['1200 mm', 1200],
      ]),
    },
    {
      name: 'a drawing without labels',
      standard,
      draw: (file) => file.model.line({ layer: 'WALL' }, [0, 0], [9, 0]),
    },
    {
      name: 'labels that agree on nothing',
      standard,
      draw: lines([
        ['2.50 m', 2],
        ['3.00 m', 711],
        ['4.00 m', 93],
        ['5.00 m', 19],
      ]),
    },
  ],
  reject: [
    {
      // Common practice: a line labelled 120 that measures 2 in the file needs ×60.
      name: 'a survey at the size of its sheet: 120 feet on lines of 2',
      standard,
      draw: lines([
        ["120'", 2],
        ["120'", 2],
        ["60'", 1],
        ["90.00'", 1.5],
      ]),
      messages: [
        "The drawing’s unit is mm, but 4 of 4 labels beside lines say that it is drawn at 1:720 in inches: “120'” beside a line of 2 units.",
      ],
      expected: 'a unit of 18288 mm',
      found: 'a unit of 1 mm',
    },
    {
      name: 'metres, whatever the header says',
      standard,
      draw: lines([
        ['12.50 m', 12.5],
        ['8.00 m', 8],
        ['4.20 m', 4.2],
      ]),
      messages: [
        'The drawing’s unit is mm, but 3 of 3 labels beside lines say that it is drawn true size, in m: “12.50 m” beside a line of 12.5 units.',
      ],
    },
  ],
});
