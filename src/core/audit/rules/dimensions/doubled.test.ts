import { correctDrawing } from '../../../correct/correct';
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

describe('which of them stays', () => {
  const bytes = bytesOf({ draw: spans([[0, 0], [1000, 0], 300], [[0, 0], [1000, 0], 600]) });
  const [found] = findingsOf(bytes, standard, dimensionsDoubled);
  const { of, what, space } = found.options![0].picks!;
  const decided = (to?: string) => {
    const result = correctDrawing(bytes, standard, {
      decisions: [{ finding: found.key, option: 'keep one', ...(to === undefined ? {} : { to }) }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    return result.value;
  };

  it('is picked among all, each with its lines and what would go', () => {
    expect([what, space, of.map(({ says }) => says)]).toEqual([
      'Stays',
      'model',
      ['1000, level, layer WALL (1)', '1000, level, layer WALL (2)'],
    ]);
    expect(of[0].goes).toEqual(of[1].lines);
    expect(of[1].lines).toContainEqual([0, 600, 1000, 600]);
  });

  it.each([0, 1])('is the one that a person says (%s), and the other goes', (i) => {
    const { drawing } = decided(of[i].object);
    const rows = factsOf(drawing, 0.25).rowsOfKind('dimension');
    expect(rows.map((row) => drawing.reader.name(drawing.objects.handleTag[row]).toUpperCase())).toEqual([
      of[i].object,
    ]);
  });

  it.each([undefined, 'FFFF'])('is never guessed: nothing goes for %s', (to) => {
    const { changes, unsettled } = decided(to);
    expect([changes, unsettled.map(({ why }) => why)]).toEqual([[], ['Say which of them stays.']]);
  });
});
