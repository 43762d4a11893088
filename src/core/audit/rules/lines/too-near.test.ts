import type { SpaceComposer } from '../../../dxf/write/space-composer';
import { type Case, office, officeLayer, testRule, withSetting } from '../testing';
import { linesTooNear } from './too-near';

const standard = office([officeLayer('WALL'), officeLayer('THIN', { widthMm: 0.18 })]);
const on = { layer: 'WALL' };

/** On a sheet, in mm of the paper; pens of 0.5 and 0.18 mm. */
const sheetOf =
  (draw: (sheet: SpaceComposer) => void): Case['draw'] =>
  (file) => {
    file.layer({ name: 'WALL', colour: 3, widthMm: 0.5 });
    file.layer({ name: 'THIN', colour: 3, widthMm: 0.18 });
    file.layer({ name: 'QUIET', colour: 3, widthMm: 0.18, prints: false });
    draw(file.sheet('Plan', 297, 210));
  };

testRule(linesTooNear, {
  accept: [
    {
      name: 'lines with just the space that ISO 128-2 asks for, lines that cross, short ones, and what does not print',
      standard,
      draw: sheetOf((sheet) => {
        sheet.line(on, [0, 0], [100, 0]);
        sheet.line(on, [0, 1.2], [100, 1.2]);
        sheet.line(on, [0, -10], [100, 10]);
        sheet.line(on, [20, 0.6], [24, 0.6]);
        sheet.line({ layer: 'QUIET' }, [0, 0.3], [100, 0.3]);
        sheet.line(on, [100.2, 0.4], [150, 0.4]);
      }),
    },
    {
      name: 'lines on each other, which is another fault',
      standard,
      draw: sheetOf((sheet) => {
        sheet.line(on, [0, 0], [100, 0]);
        sheet.line({ layer: 'THIN' }, [0, 0], [100, 0]);
      }),
    },
    {
      name: 'fills that are drawn line by line',
      standard,
      draw: sheetOf((sheet) => {
        for (let i = 0; i < 12; i++) sheet.line({ layer: 'THIN' }, [0, 0.5 * i], [60, 0.5 * i]);
        for (let i = 0; i < 9; i++)
          for (const off of [0, 0.5])
            sheet.line({ layer: 'THIN' }, [100 + 4 * i + off, 0], [150 + 4 * i + off, 50]);
      }),
    },
    {
      name: 'a model that no sheet shows',
      standard,
      draw: ({ model }) => {
        model.line(on, [0, 0], [100, 0]);
        model.line(on, [0, 0.5], [100, 0.5]);
      },
    },
    {
      name: 'what an office lets be',
      standard: withSetting(standard, linesTooNear, { settings: { clear: 0.3 } }),
      draw: sheetOf((sheet) => {
        sheet.line(on, [0, 0], [100, 0]);
        sheet.line(on, [0, 0.85], [100, 0.85]);
      }),
    },
  ],
  reject: [
    {
      name: 'lines that run too near, by what their pens leave between them',
      standard,
      draw: sheetOf((sheet) => {
        sheet.line(on, [0, 0], [100, 0]);
        sheet.line(on, [90, 1], [10, 1]);
        sheet.line({ layer: 'THIN' }, [0, 1.6], [100, 1.6]);
      }),
      messages: [
        '1 line on layer “WALL” runs as near as 0.5 mm beside another on paper; 0.7 mm is the least that prints apart.',
        '1 line on layers “THIN” and “WALL” runs as near as 0.26 mm beside another on paper; 0.7 mm is the least that prints apart.',
      ],
      expected: '0.7 mm or more between them',
      found: '0.5 mm',
    },
    {
      name: 'lines of a model at the smallest scale that shows them',
      standard,
      draw: (file) => {
        file.layer({ name: 'WALL', colour: 3, widthMm: 0.5 });
        file.model.rectangle(on, [0, 0], 5000, 100);
        for (const [name, scale] of [
          ['Plan', 100],
          ['Detail', 20],
        ] as const)
          file.sheet(name, 420, 297).viewport({ layer: 'WALL' }, [200, 150], 380, 280, [2500, 500], scale);
      },
      messages: [
        '1 line on layer “WALL” runs as near as 0.5 mm beside another on paper; 0.7 mm is the least that prints apart.',
      ],
    },
  ],
});
