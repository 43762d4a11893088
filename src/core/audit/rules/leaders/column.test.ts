import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { putLeader } from '../../../dxf/write/leader';
import { factsOf } from '../../../facts/facts';
import { audit } from '../../engine';
import { bytesOf, GOOD, office, officeLayer, testRule } from '../testing';
import { leadersColumn } from './column';

const standard = office([officeLayer('WALL')]);
const ON_WALL = { layer: 'WALL' } as const;

/** Callouts on a sheet in true mm, each with the end of its leader and the length of its shoulder. */
const callouts =
  (ends: readonly number[], shoulders: readonly number[] = [], apart = 20) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    const sheet = file.sheet('A', 420, 297);
    for (const [i, x] of ends.entries()) {
      const y = 30 + apart * i;
      const shoulder = shoulders[i] ?? 5;
      putLeader(sheet, ON_WALL, [
        [60, y - 10],
        ...(shoulder > 0 ? [[x - shoulder, y] as const] : []),
        [x, y],
      ]);
      sheet.text({ layer: 'WALL' }, [x + 1, y - 1.25], 2.5, `Label ${i}`);
    }
  };

testRule(leadersColumn, {
  accept: [
    { name: 'a column on one line', standard, draw: callouts([200, 200, 200.15]) },
    { name: 'two labels are no column', standard, draw: callouts([200, 202]) },
    { name: 'labels that are meant to stand elsewhere', standard, draw: callouts([200, 200, 203.2]) },
    { name: 'labels far from each other', standard, draw: callouts([200, 201, 202], [], 81) },
    { name: 'leaders without a shoulder', standard, draw: callouts([200, 200, 200], [0, 0, 0]) },
  ],
  reject: [
    {
      name: 'ends beside each other',
      standard,
      draw: callouts([200, 201.5, 200, 199.2]),
      messages: ['4 labels of a column are not lined up: they stand up to 2.3 mm beside each other.'],
    },
    {
      name: 'shoulders of three lengths',
      standard,
      draw: callouts([200, 200, 200], [5, 6.5, 3]),
      messages: ['3 leaders of a column have shoulders of 3 mm to 6.5 mm.'],
      expected: 'shoulders of one length',
      found: '3 mm to 6.5 mm',
    },
  ],
});

const opened = (bytes: Uint8Array) => {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
};
const linesIn = (bytes: Uint8Array): (readonly number[])[] => {
  const facts = factsOf(opened(bytes), 0.25);
  return facts.rowsOfKind('leader').map((row) => facts.leader(row).lines[0]);
};

/** What is left, and the leaders, once a finding was decided on. */
function decided(bytes: Uint8Array, option: string, to: string) {
  const [found] = audit(opened(bytes), standard).findings.filter((one) => one.rule === leadersColumn.meta.id);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found.key, option, to }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  return { found, result: result.value, lines: linesIn(result.value.bytes) };
}

it('lines labels up where a person drags the line, and moves no tip', () => {
  const bytes = bytesOf({ draw: callouts([200, 201.5, 200, 199.2]) });
  const before = linesIn(bytes);
  const { result, lines } = decided(bytes, 'line up', '-7.5');
  expect(result.unsettled).toEqual([]);
  for (const [i, line] of lines.entries()) {
    expect(line.slice(0, 2)).toEqual(before[i].slice(0, 2));
    expect(line.at(-2)).toBeCloseTo(192.5, 9);
    // The shoulder comes along as it was.
    expect(line.at(-2)! - line.at(-4)!).toBeCloseTo(5, 9);
  }
  const facts = factsOf(opened(result.bytes), 0.25);
  for (const row of facts.rowsOfKind('text')) expect(facts.lettering(row)!.at[0]).toBeCloseTo(193.5, 9);
  expect(result.after.findings.filter((one) => one.rule === leadersColumn.meta.id)).toEqual([]);
});

it('makes shoulders as long as a person says, whatever the first one has', () => {
  const bytes = bytesOf({ draw: callouts([200, 200, 200], [5, 6.5, 3]) });
  const { lines } = decided(bytes, 'one length', '4');
  for (const line of lines) expect([line.at(-4), line.at(-2)]).toEqual([196, 200]);
});

it.each(['', 'wide', '900', '-900'])('does not line up at “%s”', (to) => {
  const bytes = bytesOf({ draw: callouts([200, 201.5, 200]) });
  const { result } = decided(bytes, 'line up', to);
  expect(result.unsettled.map(({ why }) => why)).toEqual([
    'Say where the reference line stands, in mm on paper.',
  ]);
  expect(result.bytes).toEqual(bytes);
});

it('shows where each label will be: what is previewed is what comes', () => {
  const bytes = bytesOf({ draw: callouts([200, 201.5, 200, 199.2]) });
  const { found, lines } = decided(bytes, 'line up', '12.25');
  const sets = found.options![0].sets!;
  const at = sets.lines.map(({ points, rates }) =>
    points.map((value, i) => value + rates[Math.floor(i / 2)] * 12.25 * sets.way[i % 2]),
  );
  const leadersShown = at.filter((points) => points.length === 6);
  expect(leadersShown).toHaveLength(4);
  for (const line of lines)
    expect(leadersShown.some((shown) => shown.every((value, i) => Math.abs(value - line[i]) < 1e-9))).toBe(
      true,
    );
  expect(sets.space).toBe('sheet A');
});

it('says that it does not look into symbols of the sender', () => {
  const bytes = bytesOf({
    draw: (file) => {
      file.layer(GOOD);
      file.symbol('DETAIL', (symbol) => {
        for (const [i, x] of [200, 203, 206].entries())
          putLeader(symbol, ON_WALL, [
            [60, 20 * i],
            [x, 20 * i],
          ]);
      });
      file.sheet('A', 420, 297).place(ON_WALL, 'DETAIL', [0, 50]);
    },
  });
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const { notChecked, findings } = audit(read.value, standard, [leadersColumn]);
  expect([findings, notChecked.map(({ what }) => what)]).toEqual([
    [],
    ['3 leaders inside symbols of the sender: how their labels stand, and what they cross'],
  ]);
});
