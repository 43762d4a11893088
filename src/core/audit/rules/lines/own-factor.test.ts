import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { lineOf } from '../../../standard/standard';
import { bytesOf, type Case, findingsOf, office, officeLayer, testRule } from '../testing';
import { linesOwnFactor } from './own-factor';
import { linesWithFactors as lines } from './testing';
import { linesTwoScales } from './two-scales';

const standard = office([officeLayer('HIDDEN', { linetype: 'Broken' }), officeLayer('WALL')]);

/** An office whose broken line is of these elements. */
const broken = (elementsMm: number[]): Case['standard'] => ({
  ...standard,
  linetypes: [lineOf({ name: 'Continuous' }), lineOf({ name: 'Broken', elementsMm })],
});

/** A line of 20 m in the model at 1:100, in a pattern that is made larger there by this. */
const inModel = (patternFactor: number) => (file: DrawingComposer) => {
  file.layer({ name: 'HIDDEN', colour: 3, widthMm: 0.5, linetype: 'Broken' });
  file.model.line({ layer: 'HIDDEN', patternFactor }, [0, 0], [20000, 0]);
  file.sheet('Plan', 420, 297).viewport({ layer: '0' }, [200, 150], 380, 260, [10000, 0], 100);
};

/** A symbol with a line of 100 that carries a factor of its own, placed on a sheet on each of these layers. */
const inSymbol =
  (patternFactor: number, layers: readonly string[], scale = 1): Case['draw'] =>
  (file) => {
    file.layer({ name: 'HIDDEN', colour: 3, widthMm: 0.5, linetype: 'Broken' });
    file.layer({ name: 'WALL', colour: 3, widthMm: 0.5 });
    file.linetype('Other', '', [9, -3]);
    file.layer({ name: 'OTHER', colour: 3, widthMm: 0.5, linetype: 'Other' });
    file.symbol('GATE', (inside) => inside.line({ layer: '0', patternFactor }, [0, 0], [100, 0]));
    const sheet = file.sheet('Plan', 297, 210);
    for (const [i, layer] of layers.entries()) sheet.place({ layer }, 'GATE', [10, 10 * i], { scale });
  };

testRule(linesOwnFactor, {
  accept: [
    {
      name: 'a line inside a symbol that is placed where it is unbroken, or nowhere',
      standard,
      draw: (file) => {
        inSymbol(2, ['WALL'])(file);
        file.symbol('NOWHERE', (inside) =>
          inside.line({ layer: 'HIDDEN', patternFactor: 2 }, [0, 0], [100, 0]),
        );
      },
    },
    {
      name: 'a line inside a symbol of which one placement is of a pattern that is not the office’s',
      standard,
      draw: inSymbol(2, ['HIDDEN', 'OTHER']),
    },
    {
      name: 'a line inside a symbol that is placed too small for its pattern to show',
      standard,
      draw: inSymbol(2, ['HIDDEN'], 0.1),
    },
    { name: 'lines without a factor, and a little of one', standard, draw: lines([1, 1.005, 1.1]) },
    {
      name: 'a factor that makes up for a pattern of another size',
      standard: broken([12, -4]),
      draw: lines([2, 2]),
    },
    {
      name: 'factors of which neither way is the size of the office',
      standard: broken([5, -1.5]),
      draw: lines([2, 3]),
    },
    { name: 'a factor without which the pattern would close up', standard, draw: inModel(100) },
    {
      name: 'a linetype that the office sizes in the model',
      standard: {
        ...standard,
        linetypes: [
          lineOf({ name: 'Continuous' }),
          lineOf({ name: 'Broken', elementsMm: [6, -2], basis: 'model' }),
        ],
      },
      draw: lines([2]),
    },
    {
      name: 'an unbroken line',
      standard,
      draw: (file) => {
        file.layer({ name: 'WALL', colour: 3, widthMm: 0.5 });
        file.sheet('Plan', 297, 210).line({ layer: 'WALL', patternFactor: 3 }, [0, 0], [90, 0]);
      },
    },
  ],
  reject: [
    {
      name: 'a line inside a symbol, in the pattern of the layer that it is placed on',
      standard,
      draw: inSymbol(2, ['HIDDEN', 'HIDDEN', 'WALL']),
      messages: [
        '1 line inside symbol “GATE”, on layer “0” carries a pattern factor of its own, 2: the pattern repeats every 16 mm on sheet “Plan”, and every 8 mm without it.',
      ],
      leaves: 0,
    },
    {
      name: 'one line among others',
      standard,
      draw: lines([1, 1, 2.5, 1, 1]),
      messages: [
        '1 line on layer “HIDDEN” carries a pattern factor of its own, 2.5: the pattern repeats every 20 mm on sheet “Plan”, and every 8 mm without it.',
      ],
      expected: 'no factor of its own',
      found: '2.5',
      leaves: 0,
    },
    {
      name: 'all of them, by their factors',
      standard,
      draw: lines([3, 0.5, 3]),
      messages: [
        '2 lines on layer “HIDDEN” carry a pattern factor of their own, 3: the pattern repeats every 24 mm on sheet “Plan”, and every 8 mm without it.',
        '1 line on layer “HIDDEN” carries a pattern factor of its own, 0.5: the pattern repeats every 4 mm on sheet “Plan”, and every 8 mm without it.',
      ],
      leaves: 0,
    },
  ],
});

it('is the only rule that speaks of such lines, whichever are more', () => {
  for (const factors of [
    [1, 1, 1, 3],
    [3, 3, 3, 1],
  ]) {
    const bytes = bytesOf({ draw: lines(factors) });
    expect(findingsOf(bytes, standard, linesTwoScales)).toEqual([]);
    const found = findingsOf(bytes, standard, linesOwnFactor);
    const result = correctDrawing(bytes, standard, { findings: found.map(({ key }) => key) });
    if (!result.ok) throw new Error(result.problem.message);
    expect([...result.value.drawing.objects.linetypeScale].slice(0, 4)).toEqual([1, 1, 1, 1]);
  }
});
