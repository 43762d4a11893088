import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { putLeader } from '../../../dxf/write/leader';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { leadersTip } from './tip';

const standard = office([officeLayer('WALL')]);
const ON_WALL = { layer: 'WALL' } as const;

/** A wall whose face is at x = 100 mm on a sheet, and a leader towards it. */
const pointing =
  (tip: readonly [number, number], more: (sheet: ReturnType<DrawingComposer['sheet']>) => void = () => {}) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    const sheet = file.sheet('A', 420, 297);
    sheet.line(ON_WALL, [100, 20], [100, 200]);
    putLeader(sheet, ON_WALL, [tip, [140, 120], [150, 120]]);
    sheet.text(ON_WALL, [151, 118.75], 2.5, 'Quay wall');
    more(sheet);
  };

testRule(leadersTip, {
  accept: [
    { name: 'a tip on the line, and one a hair off', standard, draw: pointing([100.09, 100]) },
    {
      name: 'a tip within a filled area',
      standard,
      draw: pointing([60, 100], (sheet) =>
        sheet.solid(ON_WALL, [
          [50, 90],
          [70, 90],
          [70, 110],
          [50, 110],
        ]),
      ),
    },
  ],
  reject: [
    {
      name: 'short of the line: drawn on to it',
      standard,
      draw: pointing([100.8, 100]),
      messages: ['1 leader on layer “WALL” ends 0.8 mm from what it points at.'],
      leaves: 0,
    },
    {
      name: 'past the line: back onto it',
      standard,
      draw: pointing([99.5, 100]),
      messages: ['1 leader on layer “WALL” ends 0.5 mm from what it points at.'],
      leaves: 0,
    },
    {
      name: 'between two lines: a person sees which is meant',
      standard,
      draw: pointing([100.5, 100], (sheet) => sheet.line(ON_WALL, [101, 20], [101, 99])),
      messages: ['1 leader on layer “WALL” ends 0.5 mm from what it points at.'],
    },
    {
      name: 'at nothing',
      standard,
      draw: pointing([103, 100]),
      messages: ['1 leader on layer “WALL” points at nothing.'],
      found: 'nothing within 1 mm on paper',
    },
  ],
});

it('draws the leader on in its own direction', () => {
  const bytes = bytesOf({ draw: pointing([100.8, 100]) });
  const [found] = findingsOf(bytes, standard, leadersTip);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const read = readDrawing(result.value.bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  const [[x, y, ...rest]] = facts.leader(facts.rowsOfKind('leader')[0]).lines;
  expect(x).toBeCloseTo(100, 9);
  // Closed form: from the knee at 140, 120 through 100.8, 100 on to x = 100.
  expect(y).toBeCloseTo(100 - (0.8 * 20) / 39.2, 9);
  expect(rest).toEqual([140, 120, 150, 120]);
});
