import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, testRule } from '../testing';
import { dimensionsTerminators } from './terminators';
import { dimensioned, put, SCALE, settingsOf } from './testing';

const standard = dimensioned();

interface Span {
  readonly length: number;
  readonly style?: string;
  readonly own?: ReadonlyMap<number, number>;
}

/** Dimensions that follow each other on one line in the model, shown at 1:50. */
const row =
  (spans: readonly Span[], theirs: Parameters<typeof settingsOf>[1] = {}) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    put(file, 'Building', settingsOf('Building'));
    put(file, 'Arrows', settingsOf('Building', { terminator1: 'filled arrow', terminator2: 'filled arrow' }));
    put(file, 'Theirs', settingsOf('Building', theirs));
    let x = 0;
    for (const { length, style = 'Building', own } of spans) {
      file.model.dimension({ layer: 'WALL' }, [x, 0], [x + length, 0], 12 * SCALE, 2.5 * SCALE, {
        style,
        ...(own ? { own } : {}),
      });
      x += length;
    }
    file.sheet('A', 420, 297).viewport({ layer: 'WALL' }, [200, 150], 380, 260, [x / 2, 0], SCALE);
  };

const WALL = { length: 2000 } as const;

testRule(dimensionsTerminators, {
  accept: [
    { name: 'a row with one kind of ends', standard, draw: row([WALL, WALL, WALL]) },
    {
      name: 'two styles with the same ends',
      standard,
      draw: row([WALL, { ...WALL, style: 'Theirs' }, WALL]),
    },
    { name: 'a short one between slashes', standard, draw: row([WALL, { length: 150 }, WALL]) },
    {
      name: 'ends a little shorter than the figures',
      standard,
      draw: row([{ ...WALL, style: 'Theirs' }], { terminatorSizeMm: 1.3 }),
    },
  ],
  reject: [
    {
      name: 'arrows in a row of slashes',
      standard,
      draw: row([WALL, { ...WALL, style: 'Arrows' }, WALL]),
      messages: ['1 of 3 dimensions in a row has filled arrow, the others slash.'],
      expected: 'slash',
      found: 'filled arrow',
    },
    {
      name: 'arrows that do not fit between walls',
      standard,
      draw: row([
        { length: 2000, style: 'Arrows' },
        { length: 150, style: 'Arrows' },
      ]),
      messages: [
        'The ends of 1 dimension in rows on layer “WALL” do not fit, and stand in the dimensions beside them.',
      ],
    },
    {
      name: 'ends much longer than the figures are high',
      standard,
      draw: row([{ ...WALL, style: 'Theirs' }], { terminatorSizeMm: 5 }),
      messages: ['The ends of 1 dimension in “Theirs” are 5 mm long, beside figures of 2.5 mm.'],
      found: '2 heights',
    },
  ],
});

it('puts the odd one in the style of the others, and draws it so', () => {
  const bytes = bytesOf({ draw: row([WALL, { ...WALL, style: 'Arrows' }, WALL]) });
  const [found] = findingsOf(bytes, standard, dimensionsTerminators);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found.key, option: 'as the others' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  const facts = factsOf(result.value.drawing, 0.25);
  expect(facts.rowsOfKind('dimension').map((one) => facts.dimension(one).settings.styleName)).toEqual([
    'Building',
    'Building',
    'Building',
  ]);
  expect(findingsOf(result.value.bytes, standard, dimensionsTerminators)).toEqual([]);
});

it('gives settings for tight places back where the style fits the ends inside', () => {
  // Code 289 asks what goes out first: 0 text and ends together, 3 what fits best.
  const own = new Map([[289, 0]]);
  const bytes = bytesOf({
    draw: row([{ length: 325, style: 'Arrows', own }], {}),
  });
  const [found] = findingsOf(bytes, standard, dimensionsTerminators);
  expect(found.message).toBe(
    'The ends of 1 dimension on layer “WALL” stand outside by settings of their own; the style fits them inside.',
  );
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  expect(findingsOf(result.value.bytes, standard, dimensionsTerminators)).toEqual([]);
});
