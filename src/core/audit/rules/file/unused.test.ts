import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { lineOf } from '../../../standard/standard';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fileUnused } from './unused';

// Every drawing of the composer has the broken line, which is the office's.
const standard = office([officeLayer('WALL')], {
  linetypes: [
    lineOf({ name: 'Continuous' }),
    lineOf({ name: 'Broken', elementsMm: [6, -2] }),
    lineOf({ name: 'Spare', elementsMm: [2, -2] }),
  ],
});
const WALL = { layer: 'WALL' };

const used = (file: DrawingComposer): void => {
  file.layer(GOOD);
  file.layer({ name: 'OTHER', colour: 1, linetype: 'Of a layer' });
  for (const name of ['Of a layer', 'Of a line', 'Of a line in a symbol', 'Spare'])
    file.linetype(name, '', [1, -1]);
  file.textStyle({ name: 'Notes', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
  file.symbol('Inner', (s) => s.line({ ...WALL, linetype: 'Of a line in a symbol' }, [0, 0], [1, 0]));
  file.symbol('Outer', (s) => s.place(WALL, 'Inner', [0, 0]));
  file.model.line({ ...WALL, linetype: 'Of a line' }, [0, 0], [9, 0]);
  file.model.text(WALL, [0, 0], 2.5, 'a', { style: 'Notes' });
  file.model.place(WALL, 'Outer', [5, 5]);
};
const unused = (file: DrawingComposer): void => {
  for (const name of ['Left A', 'Left B']) file.linetype(name, '', [1, -1]);
  file.textStyle({ name: 'Left', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
  // One in the other, and a line in a pattern that nothing else has: all of it is left.
  file.symbol('Left inner', (s) => s.line({ ...WALL, linetype: 'Left B' }, [0, 0], [1, 0]));
  file.symbol('Left outer', (s) => s.place(WALL, 'Left inner', [0, 0]));
};

testRule(fileUnused, {
  accept: [
    {
      name: 'what layers, lines, texts and symbols in symbols use; spare ones of the office',
      standard,
      draw: used,
    },
    { name: 'the same in the oldest version', version: 'AC1009', standard, draw: used },
  ],
  reject: [
    {
      name: 'what nothing uses, and what only that uses',
      standard,
      draw: (file) => {
        used(file);
        unused(file);
      },
      messages: [
        '2 symbols are used nowhere: Left inner, Left outer.',
        '1 text style is used nowhere: Left.',
        '2 linetypes are used nowhere: Left A, Left B.',
      ],
      found: '2 symbols',
    },
    {
      name: 'the same in the oldest version',
      version: 'AC1009',
      standard,
      draw: (file) => {
        used(file);
        unused(file);
      },
      messages: [
        '2 symbols are used nowhere: Left inner, Left outer.',
        '1 text style is used nowhere: Left.',
        '2 linetypes are used nowhere: Left A, Left B.',
      ],
    },
  ],
});

it.each(['AC1009', 'AC1024'] as const)(
  'goes once somebody has said so, and leaves nothing behind (%s)',
  (version) => {
    const bytes = bytesOf({
      version,
      draw: (file) => {
        used(file);
        unused(file);
      },
    });
    const decisions = findingsOf(bytes, standard, fileUnused).map(({ key }) => ({
      finding: key,
      option: 'remove',
    }));
    const result = correctDrawing(bytes, standard, { findings: [], decisions });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(result.value.after.findings.filter(({ rule }) => rule === fileUnused.meta.id)).toEqual([]);
    expect(
      result.value.changes.filter(({ property }) => property === 'record').map(({ before }) => before),
    ).toEqual(['Left inner', 'Left outer', 'Left', 'Left A', 'Left B']);
    const { symbols, linetypes, textStyles } = result.value.drawing;
    expect([...symbols.values()].map(({ name }) => name).filter((name) => !name.startsWith('*'))).toEqual([
      'Inner',
      'Outer',
    ]);
    expect([...linetypes.keys()]).toEqual(expect.arrayContaining(['of a line in a symbol', 'spare']));
    expect([...linetypes.keys(), ...textStyles.keys()].filter((name) => name.startsWith('left'))).toEqual([]);
  },
);
