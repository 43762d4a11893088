import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, testRule } from '../testing';
import { dimensionsDoubled } from './doubled';
import { dimensioned } from './testing';

const standard = dimensioned();
type Span = readonly [
  from: readonly [number, number],
  to: readonly [number, number],
  at: number,
  plumb?: boolean,
];

const spans =
  (...all: readonly Span[]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    for (const [from, to, at, plumb] of all)
      file.model.dimension({ layer: 'WALL' }, from, to, at, 100, { plumb });
  };

testRule(dimensionsDoubled, {
  accept: [
    {
      name: 'each length once: a row, the whole of it, and the same points across',
      standard,
      draw: spans(
        [[0, 0], [1000, 0], 300],
        [[1000, 0], [3000, 0], 300],
        [[0, 0], [3000, 0], 700],
        [[0, 0], [3000, 400], 700],
        [[0, 0], [3000, 400], -700, true],
      ),
    },
    {
      name: 'points that are apart by more than rounding, far from the origin',
      standard,
      draw: spans([[5e6, 0], [5_001_000, 0], 300], [[5e6, 0], [5_001_000.1, 0], 600]),
    },
  ],
  reject: [
    {
      name: 'the same two points, whichever comes first and wherever the line runs',
      standard,
      draw: spans([[0, 0], [1000, 0], 300], [[1000, 0], [0, 0], 600], [[0, 0], [1000, 0], 900]),
      messages: ['3 dimensions measure the same two points: 1000.'],
      expected: 'one dimension',
      found: '3 dimensions',
    },
  ],
});

it('keeps the first of them where a person says so', () => {
  const bytes = bytesOf({ draw: spans([[0, 0], [1000, 0], 300], [[0, 0], [1000, 0], 600]) });
  const [found] = findingsOf(bytes, standard, dimensionsDoubled);
  const result = correctDrawing(bytes, standard, {
    decisions: [{ finding: found.key, option: 'keep first' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  const read = readDrawing(result.value.bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  const rows = facts.rowsOfKind('dimension');
  expect(rows).toHaveLength(1);
  expect(found.handles[0]).toBe(read.value.reader.name(read.value.objects.handleTag[rows[0]]).toUpperCase());
});
