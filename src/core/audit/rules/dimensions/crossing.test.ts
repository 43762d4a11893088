import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import { DrawingComposer, type SpaceComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { DIMENSION_SETTINGS, SETTING_NAMES } from '../../../standard/dimension-settings';
import { makeContext } from '../../context';
import { keptWith } from '../../kept-with-dimension';
import { bytesOf, findingsOf, GOOD, testRule } from '../testing';
import { dimensionsCrossing } from './crossing';
import { dimensioned, put, SCALE, settingsOf } from './testing';

const standard = dimensioned();

interface Span {
  readonly from: number;
  readonly to: number;
  /** Of its line over the object, mm on paper. */
  readonly line: number;
  readonly plumb?: boolean;
}

/** The lines of a level dimension over a wall, its own line running on over its extension lines. */
const drawn =
  (from: number, to: number, line: number, overrunMm: number) =>
  (picture: SpaceComposer): void => {
    const [y, over] = [line * SCALE, overrunMm * SCALE];
    picture.line({ layer: '0' }, [from - over, y], [to + over, y]);
    for (const x of [from, to]) picture.line({ layer: '0' }, [x, 50], [x, y + 75]);
  };

/** Dimensions of a wall in the model, shown at 1:50. */
const spans =
  (all: readonly Span[], at = 0, overrunMm = 0) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    put(file, 'Building', settingsOf('Building'));
    for (const { from, to, line, plumb = false } of all)
      file.model.dimension(
        { layer: 'WALL' },
        plumb ? [at, at + from] : [at + from, at],
        plumb ? [at, at + to] : [at + to, at],
        at + line * SCALE,
        2.5 * SCALE,
        { style: 'Building', plumb, ...(overrunMm > 0 ? { draw: drawn(from, to, line, overrunMm) } : {}) },
      );
    file
      .sheet('A', 420, 297)
      .viewport({ layer: 'WALL' }, [200, 150], 380, 260, [at + 3000, at + 1000], SCALE);
  };

/** The upper one has a point in the middle of the lower one: its extension line runs across. */
const across: readonly Span[] = [
  { from: 0, to: 6000, line: 12 },
  { from: 2000, to: 8000, line: 24 },
];

testRule(dimensionsCrossing, {
  accept: [
    {
      name: 'a stack over one wall, and rows that follow each other',
      standard,
      draw: spans([
        { from: 0, to: 2000, line: 12 },
        { from: 2000, to: 6000, line: 12 },
        { from: 0, to: 6000, line: 20 },
      ]),
    },
    {
      name: 'rows whose lines run on over the extension lines that they share',
      standard,
      draw: spans(
        [
          { from: 0, to: 2000, line: 12 },
          { from: 2000, to: 6000, line: 12 },
          { from: 6000, to: 8000, line: 12 },
        ],
        0,
        2,
      ),
    },
    {
      name: 'extension lines that end at a line',
      standard,
      draw: spans([
        { from: 0, to: 6000, line: 20 },
        { from: 2000, to: 6000, line: 18.5 },
      ]),
    },
  ],
  reject: [
    {
      name: 'an extension line across a dimension line',
      standard,
      draw: spans(across),
      messages: [
        'Extension lines of 1 dimension on layer “WALL” run across dimension lines without a break.',
      ],
      expected: 'broken where they cross',
      found: 'unbroken',
      leaves: 0,
    },
    {
      name: 'the same millions of units from the origin',
      standard,
      draw: spans(across, 3_000_000),
      messages: [
        'Extension lines of 1 dimension on layer “WALL” run across dimension lines without a break.',
      ],
      leaves: 0,
    },
    {
      name: 'dimension lines that cross each other',
      standard,
      draw: spans([
        { from: -4000, to: 4000, line: 20 },
        { from: -1000, to: 3000, line: 20, plumb: true },
      ]),
      messages: ['The dimension lines of 2 dimensions on layer “WALL” cross each other.'],
    },
  ],
});

/** A drawing corrected by this rule alone. */
function corrected(bytes: Uint8Array) {
  const result = correctDrawing(bytes, standard, { rules: [dimensionsCrossing.meta.id] });
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
}

/** Length of everything that is drawn in the picture of a dimension. */
function inkOf(bytes: Uint8Array, row: number): number {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const pieces = factsOf(read.value, 0.25).segments(row);
  let sum = 0;
  for (let i = 0; i < pieces.length; i += 4)
    sum += Math.hypot(pieces[i + 2] - pieces[i], pieces[i + 3] - pieces[i + 1]);
  return sum;
}

describe.each(['AC1009', 'AC1015', 'AC1032'] as const)('%s', (version) => {
  const bytes = bytesOf({ draw: spans(across), version });

  it('breaks the line by the gap, keeps that it did, and a second run changes nothing', () => {
    const once = corrected(bytes);
    const facts = factsOf(once.drawing, 0.25);
    const [lower, upper] = facts.rowsOfKind('dimension');
    expect(keptWith(makeContext(once.drawing, standard), upper)).toEqual({ breaksMm: 3 });
    expect(keptWith(makeContext(once.drawing, standard), lower)).toEqual({});
    // 3 mm at 1:50 are 150 units, with the line that is crossed, at 600, in their middle.
    const ys = facts
      .dimensionLines(upper)!
      .extension.filter(([x]) => x === 2000)
      .flatMap(([, y0, , y1]) => [y0, y1])
      .sort((p, q) => p - q);
    expect(ys.slice(1, 3)).toEqual([525, 675]);
    expect(corrected(once.bytes).changes).toEqual([]);
    expect(findingsOf(once.bytes, standard, dimensionsCrossing)).toEqual([]);
  });

  it('heals when the crossing goes: the line is whole again and nothing is kept', () => {
    const once = corrected(bytes);
    const [, upper] = factsOf(once.drawing, 0.25).rowsOfKind('dimension');
    const gone = movedAway(new TextDecoder().decode(once.bytes));
    const [found, ...more] = findingsOf(gone, standard, dimensionsCrossing);
    expect([found.message, more]).toEqual([
      'Lines of 1 dimension on layer “WALL” are broken where nothing crosses them any more.',
      [],
    ]);
    const healed = corrected(gone);
    expect(findingsOf(healed.bytes, standard, dimensionsCrossing)).toEqual([]);
    expect(keptWith(makeContext(healed.drawing, standard), upper)).toEqual({});
    expect(inkOf(healed.bytes, upper) - inkOf(once.bytes, upper)).toBeCloseTo(150, 6);
  });
});

/** The drawing with its first dimension and the picture of that moved up, away from what crossed it. */
function movedAway(text: string): Uint8Array {
  const lines = text.split(/\r?\n/);
  const isDimension = (i: number): boolean => lines[i] === 'DIMENSION' && lines[i - 1].trim() === '0';
  const first = lines.findIndex((_, i) => i > 0 && isDimension(i));
  const picture = lines[lines.findIndex((line, i) => i > first && line.trim() === '2') + 1];
  const block = lines.findIndex(
    (line, i) => i > 3 && line === picture && lines.slice(i - 12, i).includes('BLOCK'),
  );
  const end = lines.findIndex((line, i) => i > block && line === 'ENDBLK');
  for (let i = block; i < end; i++)
    if (['20', '21'].includes(lines[i].trim()) && Number(lines[i + 1]) > 0)
      lines[i + 1] = String(Number(lines[i + 1]) + 5000);
  for (let i = first; i < lines.length && (i === first || lines[i - 1].trim() !== '0'); i++)
    if (['20'].includes(lines[i].trim())) lines[i + 1] = String(Number(lines[i + 1]) + 5000);
  return new TextEncoder().encode(lines.join('\n'));
}

it('breaks lines as wide on paper where a drawing and its style count in inches', () => {
  const file = new DrawingComposer({ version: 'AC1024', units: 1 });
  file.layer(GOOD);
  const inches = settingsOf('Building', { overallScale: 1 });
  for (const name of SETTING_NAMES)
    if (DIMENSION_SETTINGS[name].is === 'mm')
      Object.assign(inches, { [name]: (inches[name] as number) / 25.4 });
  put(file, 'Building', inches);
  // Inches, drawn 1:1: the same wall and the same stack, on paper as large as above.
  for (const { from, to, line } of across)
    file.model.dimension(
      { layer: 'WALL' },
      [from / SCALE / 25.4, 0],
      [to / SCALE / 25.4, 0],
      line / 25.4,
      2.5 / 25.4,
      { style: 'Building' },
    );
  file.sheet('A', 420, 297).viewport({ layer: 'WALL' }, [200, 150], 380, 260, [3, 1], 1 / 25.4);
  const bytes = file.bytes();
  const once = corrected(bytes);
  const facts = factsOf(once.drawing, 0.25);
  const [, upper] = facts.rowsOfKind('dimension');
  const ys = facts
    .dimensionLines(upper)!
    .extension.filter(([x]) => Math.abs(x - 2000 / SCALE / 25.4) < 1e-9)
    .flatMap(([, y0, , y1]) => [y0 * 25.4, y1 * 25.4])
    .sort((p, q) => p - q);
  expect(ys.slice(1, 3).map((y) => Number(y.toFixed(6)))).toEqual([10.5, 13.5]);
  expect(findingsOf(once.bytes, standard, dimensionsCrossing)).toEqual([]);
  expect(corrected(once.bytes).changes).toEqual([]);
});
