import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, testRule, withSetting } from '../testing';
import { dimensionsSpacing } from './spacing';
import { dimensioned, put, SCALE, settingsOf } from './testing';

const standard = dimensioned();

interface Span {
  readonly from: number;
  readonly to: number;
  /** Of the line from the outline, mm on paper; below 0 under the object. */
  readonly mm: number;
}

/** A wall of 6 m with dimensions over it, shown at 1:50. */
const spans =
  (all: readonly Span[], { plumb = false, at = 0 }: { plumb?: boolean; at?: number } = {}) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    put(file, 'Building', settingsOf('Building'));
    const place = (u: number): [number, number] => (plumb ? [at, at + u] : [at + u, at]);
    for (const { from, to, mm } of all)
      file.model.dimension({ layer: 'WALL' }, place(from), place(to), at + mm * SCALE, 2.5 * SCALE, {
        plumb,
        style: 'Building',
      });
    file
      .sheet('A', 420, 297)
      .viewport({ layer: 'WALL' }, [200, 150], 380, 260, plumb ? [at, at + 3000] : [at + 3000, at], SCALE);
  };

const chain: readonly Span[] = [
  { from: 0, to: 2000, mm: 12 },
  { from: 2000, to: 6000, mm: 12 },
];

testRule(dimensionsSpacing, {
  accept: [
    { name: 'clear of the outline', standard, draw: spans(chain) },
    {
      name: 'a stack as the style spaces it, and one a hair off',
      standard,
      draw: spans([...chain, { from: 0, to: 6000, mm: 19 }, { from: -500, to: 6500, mm: 26.4 }]),
    },
    {
      name: 'lines on two sides of the wall, and far from each other',
      standard,
      draw: spans([...chain, { from: 0, to: 6000, mm: -11 }, { from: 0, to: 6000, mm: 60 }]),
    },
    {
      name: 'close to the outline, where the office lets any distance be',
      standard: withSetting(standard, dimensionsSpacing, { settings: { first: 0 } }),
      draw: spans([{ from: 0, to: 6000, mm: 4 }]),
    },
  ],
  reject: [
    {
      name: 'unevenly spaced',
      standard,
      draw: spans([...chain, { from: 0, to: 6000, mm: 19 }, { from: -500, to: 6500, mm: 30 }]),
      messages: ['4 dimensions in a stack stand 7 mm, 11 mm apart on paper.'],
      expected: '7 mm from line to line',
      found: '7 mm, 11 mm',
      leaves: 0,
    },
    {
      name: 'too close to each other, plumb and far from the origin',
      standard,
      draw: spans([...chain, { from: 0, to: 6000, mm: 16 }], { plumb: true, at: 4_000_000 }),
      messages: ['3 dimensions in a stack stand 4 mm apart on paper.'],
      leaves: 0,
    },
    {
      name: 'too close to the outline',
      standard,
      draw: spans([{ from: 0, to: 6000, mm: -6 }]),
      messages: ['1 dimension stands 6 mm from the outline on paper; 10 mm is the least.'],
      leaves: 0,
    },
  ],
});

it('moves the lines and draws the dimensions anew; what they measure stays', () => {
  const bytes = bytesOf({
    draw: spans([
      { from: 0, to: 6000, mm: 5 },
      { from: 0, to: 6000, mm: 8 },
      { from: 0, to: 6000, mm: 20 },
    ]),
  });
  const [found] = findingsOf(bytes, standard, dimensionsSpacing);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const read = readDrawing(result.value.bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  const lines = facts.rowsOfKind('dimension').map((row) => {
    const { start, end } = { start: read.value.objects.start[row], end: read.value.objects.end[row] };
    const [x, y] = read.value.reader.fields.load({ start, end }).point(10);
    expect(facts.dimension(row).measured?.value).toBe(6000);
    return [x, y / SCALE];
  });
  // 10 mm from the outline, then 7 mm from line to line, as the style of the office has it.
  expect(lines).toEqual([
    [6000, 10],
    [6000, 17],
    [6000, 24],
  ]);
  const moves = result.value.changes.flatMap(({ moved }) => moved?.mm ?? []);
  expect(moves).toEqual([5, 9, 4]);
  const box = facts.box(facts.rowsOfKind('dimension')[2])!;
  expect(box.maxY / SCALE).toBeGreaterThan(24);
});

it('spaces a stack as far apart as a person sets it', () => {
  const bytes = bytesOf({
    draw: spans([
      { from: 0, to: 6000, mm: 10 },
      { from: 0, to: 6000, mm: 18 },
      { from: 0, to: 6000, mm: 30 },
    ]),
  });
  const [found] = findingsOf(bytes, standard, dimensionsSpacing);
  const settled = (to: string) => {
    const result = correctDrawing(bytes, standard, {
      findings: [],
      decisions: [{ finding: found.key, option: 'space', to }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    return result.value;
  };
  const { changes, unsettled } = settled('9.5');
  expect(unsettled).toEqual([]);
  expect(changes.flatMap(({ moved }) => moved?.mm ?? [])).toEqual([1.5, 1]);
  // Less than the office allows is refused.
  expect(settled('3').unsettled.map(({ why }) => why)).toEqual([
    'Say how far apart the lines stand, in mm on paper.',
  ]);
});
