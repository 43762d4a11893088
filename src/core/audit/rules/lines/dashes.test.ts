import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer, SpaceComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { lineOf } from '../../../standard/standard';
import { makeContext } from '../../context';
import { audit } from '../../engine';
import { bytesOf, findingsOf, office, officeLayer, testRule } from '../testing';
import { linesDashes } from './dashes';

const standard = office([officeLayer('WALL'), officeLayer('HID', { linetype: 'Broken' })], {
  linetypes: [
    lineOf({ name: 'Continuous' }),
    lineOf({ name: 'Broken', elementsMm: [6, -2] }),
    lineOf({ name: 'Axis', elementsMm: [8, -1.5, 1, -1.5] }),
  ],
});

/** Lines one after the other from a point on, with these lengths and gaps in turn, on a sheet in mm. */
function row(
  s: SpaceComposer,
  [x, y]: readonly [number, number],
  lengths: readonly number[],
  { layer = 'WALL', deg = 0, turned = false } = {},
): void {
  const [c, v] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  let along = 0;
  for (const length of lengths) {
    if (length > 0) {
      const [a, b] = [along, along + length].map((at): [number, number] => [x + at * c, y + at * v]);
      if (turned) s.line({ layer }, b, a);
      else s.line({ layer }, a, b);
    }
    along += Math.abs(length);
  }
}
const dashed = (count: number, dash = 6, gap = 2): number[] =>
  Array.from({ length: count }, () => [dash, -gap]).flat();
const sheet =
  (draw: (s: SpaceComposer) => void) =>
  (file: DrawingComposer): void => {
    for (const [name, linetype] of [['WALL'], ['HID', 'Broken']] as const)
      file.layer({ name, colour: 3, widthMm: 0.5, ...(linetype ? { linetype } : {}) });
    draw(file.sheet('Plan', 420, 297));
  };

testRule(linesDashes, {
  accept: [
    { name: 'five in a row', standard, draw: sheet((s) => row(s, [10, 10], dashed(5))) },
    {
      name: 'short lines that are not regular',
      standard,
      draw: sheet((s) => row(s, [10, 10], [6, -2, 9, -3, 4, -2, 7, -1, 6, -4, 11, -2, 3])),
    },
    { name: 'gaps too wide for a line', standard, draw: sheet((s) => row(s, [10, 10], dashed(10, 6, 8))) },
    { name: 'pieces too long for dashes', standard, draw: sheet((s) => row(s, [10, 10], dashed(10, 20, 4))) },
    {
      name: 'the upper edges of a row of windows',
      standard,
      draw: sheet((s) => {
        for (let i = 0; i < 8; i++) {
          s.line({ layer: 'WALL' }, [10 + 8 * i, 20], [16 + 8 * i, 20]);
          s.line({ layer: 'WALL' }, [10 + 8 * i, 20], [10 + 8 * i, 10]);
          s.line({ layer: 'WALL' }, [16 + 8 * i, 20], [16 + 8 * i, 10]);
        }
      }),
    },
    {
      name: 'lines side by side',
      standard,
      draw: sheet((s) => {
        for (let i = 0; i < 10; i++) s.line({ layer: 'WALL' }, [10, 10 + 3 * i], [16, 10 + 3 * i]);
      }),
    },
    {
      name: 'the broken lines of a fill that was drawn line by line',
      standard,
      draw: sheet((s) => {
        for (let i = 0; i < 6; i++) row(s, [10 + 3 * i, 10 + 4 * i], dashed(9), { deg: 30 });
      }),
    },
    {
      name: 'a row that no sheet shows: it is said that it was not looked at',
      standard,
      draw: (file) => row(file.model, [0, 0], dashed(10)),
    },
  ],
  reject: [
    {
      name: 'a broken line, the last dash cut short',
      standard,
      draw: sheet((s) => row(s, [10, 10], [...dashed(9), 2.5])),
      messages: ['10 lines on layer “WALL” are the dashes of one line, drawn one by one.'],
      expected: '1 line',
      found: '10 lines: dash 6, gap 2',
    },
    {
      name: 'long and short in turn, slanted, drawn from its end; another one beside it',
      standard,
      draw: sheet((s) => {
        for (const y of [10, 60])
          row(s, [10, y], Array.from({ length: 6 }, () => [8, -1.5, 1, -1.5]).flat(), {
            deg: 30,
            turned: true,
          });
      }),
      messages: ['24 lines on layer “WALL” are the dashes of 2 lines, drawn one by one.'],
      found: '24 lines: dash 8, gap 1.5, dash 1, gap 1.5',
    },
    {
      name: 'on a layer that is broken so anyway: nobody need be asked',
      standard,
      draw: sheet((s) => row(s, [10, 10], dashed(10), { layer: 'HID' })),
      messages: ['10 lines on layer “HID” are the dashes of one line, drawn one by one.'],
      leaves: 0,
    },
  ],
});

describe('loose dashes', () => {
  const draw = sheet((s) => {
    row(s, [10.123456789, 10], [...dashed(9), 2.5], { deg: 20 });
    s.circle({ layer: 'WALL' }, [300, 200], 10);
  });
  const bytes = bytesOf({ draw });
  const [found] = findingsOf(bytes, standard, linesDashes);

  it('are set against the office’s layers by the order and lengths of their dashes', () => {
    const read = readDrawing(bytes);
    if (!read.ok) throw new Error(read.problem.message);
    const { findings, rowsOf } = audit(read.value, standard);
    const finding = findings.find(({ key }) => key === found.key)!;
    const proposals = linesDashes.propose!(
      { ...makeContext(read.value, standard), rowsOf, settings: {} },
      finding,
    );
    expect(proposals.map(({ to, reasons }) => [to, reasons])).toEqual([
      ['HID', ['Broken: both dash, gap, about as long']],
    ]);
  });

  it('become one line from end to end, on the layer that is picked', () => {
    const result = correctDrawing(bytes, standard, {
      findings: [],
      decisions: [{ finding: found.key, option: 'gather', to: 'HID' }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    const read = readDrawing(result.value.bytes);
    if (!read.ok) throw new Error(read.problem.message);
    const facts = factsOf(read.value, 0.25);
    const lines = facts.rowsOfKind('line');
    expect(lines).toHaveLength(1);
    expect(facts.look(lines[0])).toMatchObject({ linetype: 'Broken', linetypeFrom: 'layer' });
    // 9 dashes and 9 gaps of 8 mm together, and the last dash: its ends and its length to 1e-9.
    const [x0, y0, x1, y1] = facts.segments(lines[0]);
    const length = 9 * 8 + 2.5;
    const turn = (20 * Math.PI) / 180;
    for (const [is, wanted] of [
      [x0, 10.123456789],
      [y0, 10],
      [x1, 10.123456789 + length * Math.cos(turn)],
      [y1, 10 + length * Math.sin(turn)],
    ])
      expect(Math.abs(is - wanted)).toBeLessThan(1e-9);
  });
});
