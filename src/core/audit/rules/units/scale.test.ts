import type { DrawingComposer } from '../../../dxf/write/composer';
import { type Case, office, officeLayer, testRule, withSetting } from '../testing';
import { unitsScale } from './scale';

const standard = office([officeLayer('WALL')]);

/** Sheets with viewports at these reductions, of a model in mm. */
const views =
  (...sheets: readonly (readonly number[])[]): Case['draw'] =>
  (file: DrawingComposer): void => {
    file.model.line({ layer: 'WALL' }, [0, 0], [900, 0]);
    for (const [i, scales] of sheets.entries()) {
      const sheet = file.sheet(`Sheet ${i + 1}`, 420, 297);
      for (const [k, scale] of scales.entries())
        sheet.viewport({ layer: 'WALL' }, [60 + 100 * k, 150], 90, 90, [400, 0], scale);
    }
  };
const only = (scales: string) => withSetting(standard, unitsScale, { settings: { scales } });

testRule(unitsScale, {
  accept: [
    // ISO 5455, from memory: 1:1, enlargements 2, 5, 10, reductions 2, 5, 10 … ; a hair off is what fitting by hand leaves.
    {
      name: 'scales of the published series',
      standard,
      draw: views([1, 0.5, 0.2, 0.1], [2, 5, 10, 20], [50, 100.2, 200, 1000]),
    },
    // 1/4" = 1' is 12 · 4 = 48, 1" = 20' is 240.
    { name: 'scales of feet and inches', standard, draw: views([48, 240]) },
    { name: 'any scale, where the office permits any', standard: only('any'), draw: views([137]) },
    { name: 'a drawing without sheets', standard, draw: views() },
  ],
  reject: [
    {
      name: 'a view that was fitted by hand',
      standard,
      draw: views([100, 137]),
      messages: ['1 viewport of sheet “Sheet 1” shows the model at 1:137, which is no permitted scale.'],
      expected: 'a permitted scale',
      found: '1:137',
    },
    {
      name: 'a model in metres that says it is in mm: each sheet, and which unit it would be',
      standard: only('metric'),
      draw: views([0.025], [0.25]),
      messages: [
        '1 viewport of sheet “Sheet 1” shows the model at 40:1, which is no permitted scale.',
        '1 viewport of sheet “Sheet 2” shows the model at 4:1, which is no permitted scale.',
      ],
      expected: 'a permitted scale: in m they all are',
    },
    {
      name: 'scales of feet and inches on metric sheets',
      standard: only('metric'),
      draw: views([48, 96]),
      messages: [
        '2 viewports of sheet “Sheet 1” show the model at 1:48 and 1:96, which is no permitted scale.',
      ],
    },
  ],
});
