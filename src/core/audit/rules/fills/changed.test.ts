import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { familiesOf, fillSchema, type StandardFill } from '../../../standard/fills';
import { audit } from '../../engine';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fillsChanged } from './changed';

const CONCRETE = fillSchema.parse({
  name: 'CONCRETE',
  lines: [
    { angleDeg: 45, spacingMm: 3 },
    { angleDeg: 135, spacingMm: 3, dashesMm: [2, -1] },
  ],
});
const TILES = fillSchema.parse({
  name: 'TILES',
  basis: 'model',
  angle: 'host',
  lines: [
    { angleDeg: 0, spacingMm: 300 },
    { angleDeg: 90, spacingMm: 300 },
  ],
});
const SOLID = fillSchema.parse({ name: 'SOLID', kind: 'solid' });
const standard = office([officeLayer('WALL')], { fills: [CONCRETE, TILES, SOLID] });
const SQUARE = [
  [0, 0],
  [4000, 0],
  [4000, 3000],
  [0, 3000],
] as const;

/** A square of the model, shown at 1:50. */
const filled =
  (fill: StandardFill, units: number, { turn = 0, shown = true, lines = fill.lines } = {}) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    file.model.patternFill({ layer: 'WALL' }, [SQUARE], {
      name: fill.name,
      angleDeg: turn,
      scale: units,
      families: fill.kind === 'solid' ? [] : familiesOf({ ...fill, lines }, units, turn),
    });
    if (shown) file.sheet('A', 420, 297).viewport({ layer: 'WALL' }, [200, 150], 380, 260, [2000, 1500], 50);
  };

/** The lines of concrete counted from another point. */
const movedLines = (x: number, y: number): StandardFill['lines'] =>
  CONCRETE.lines.map((line) => ({ ...line, originMm: [x, y] }));

testRule(fillsChanged, {
  accept: [
    {
      name: 'as the standard has it, whatever the order of its lines',
      standard,
      draw: filled(CONCRETE, 50, { lines: [...CONCRETE.lines].reverse() }),
    },
    { name: 'a hair larger', standard, draw: filled(CONCRETE, 52) },
    {
      name: 'a fill of the model, turned with what it fills',
      standard,
      draw: filled(TILES, 1, { turn: 20 }),
    },
    {
      name: 'counted from a point that the lines and dashes run through as well',
      standard,
      // 3 mm across the first family, one dash and its gap along the second; and the other way round.
      draw: filled(CONCRETE, 50, { lines: movedLines(3 / Math.SQRT2, -3 / Math.SQRT2) }),
    },
    {
      name: 'counted from what it fills, where the standard has it so',
      standard: { ...standard, fills: [{ ...CONCRETE, origin: 'host' }] },
      draw: filled(CONCRETE, 50, { lines: movedLines(1, 0) }),
    },
    { name: 'a solid one', standard, draw: filled(SOLID, 1) },
    { name: 'one that no scale shows', standard, draw: filled(CONCRETE, 9, { shown: false }) },
  ],
  reject: [
    {
      name: 'lines too far apart',
      standard,
      draw: filled(CONCRETE, 100),
      messages: ['1 fill “CONCRETE” is not as the standard has it: lines 6 mm apart, 3 mm wanted.'],
      found: '45° every 6 mm; 135° every 6 mm, dash 4, gap 2',
      leaves: 0,
    },
    {
      name: 'lines turned, where the standard fixes them',
      standard,
      draw: filled(CONCRETE, 50, { turn: 10 }),
      messages: ['1 fill “CONCRETE” is not as the standard has it: lines at 55°, 45° wanted.'],
      leaves: 0,
    },
    {
      name: 'lines missing, and lines broken otherwise',
      standard,
      draw: (file) => {
        filled(CONCRETE, 50, { lines: CONCRETE.lines.slice(0, 1) })(file);
        filled(CONCRETE, 50, {
          shown: false,
          lines: CONCRETE.lines.map((line) => ({ ...line, dashesMm: [] })),
        })(file);
      },
      messages: [
        '1 fill “CONCRETE” is not as the standard has it: 1 family of lines, 2 wanted.',
        '1 fill “CONCRETE” is not as the standard has it: lines broken otherwise.',
      ],
      leaves: 0,
    },
    {
      name: 'tiles of another size in the model',
      standard,
      draw: filled(TILES, 2),
      messages: ['1 fill “TILES” is not as the standard has it: lines 600 mm apart, 300 mm wanted.'],
      leaves: 0,
    },
    {
      name: 'counted from another point',
      standard,
      draw: filled(CONCRETE, 50, { lines: movedLines(1, 0) }),
      messages: ['1 fill “CONCRETE” is not as the standard has it: lines counted from another point.'],
      leaves: 0,
    },
    {
      name: 'two families on each other that the standard has beside each other',
      standard: {
        ...standard,
        fills: [{ ...CONCRETE, lines: [CONCRETE.lines[0], { ...CONCRETE.lines[0], originMm: [0, 0.9] }] }],
      },
      draw: filled(CONCRETE, 50, { lines: [CONCRETE.lines[0], CONCRETE.lines[0]] }),
      messages: ['1 fill “CONCRETE” is not as the standard has it: lines counted from another point.'],
      leaves: 0,
    },
  ],
});

it('gives the lines of the standard in the size of the scale, and leaves the boundary', () => {
  const bytes = bytesOf({ draw: filled(TILES, 2, { turn: 20 }) });
  const [found] = findingsOf(bytes, standard, fillsChanged);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const [before, after] = [read.value, result.value.drawing].map((drawing) => factsOf(drawing, 0.25));
  const [row] = after.rowsOfKind('fill');
  expect([...after.edges(row)]).toEqual([...before.edges(row)]);
  expect(after.fill(row)!.families.map(({ spacing }) => spacing)).toEqual([
    expect.closeTo(300, 9),
    expect.closeTo(300, 9),
  ]);
  expect(after.fill(row)!.families[0].angleRad).toBeCloseTo((20 * Math.PI) / 180, 9);
});

it('says what of fills it does not look at: where those are counted from that the standard ties to what they fill, and gradients that run back again', () => {
  const hosted = { ...standard, fills: [{ ...CONCRETE, origin: 'host' as const }] };
  const bytes = bytesOf({
    draw: (file) => {
      filled(CONCRETE, 50)(file);
      file.model.patternFill({ layer: 'WALL' }, [SQUARE], {
        name: 'SOLID',
        angleDeg: 0,
        scale: 1,
        families: [],
        gradient: { from: 0xff0000, to: 0x0000ff, angleDeg: 0 },
      });
    },
  });
  const back = new TextDecoder().decode(bytes).replace(/LINEAR(?=\r?\n)/, 'CYLINDER');
  const read = readDrawing(new TextEncoder().encode(back));
  if (!read.ok) throw new Error(read.problem.message);
  const fills = audit(read.value, hosted).looked.find(({ family }) => family === 'fills');
  expect(fills?.why).toEqual(
    expect.arrayContaining([
      'where the lines of 1 fill are counted from: the standard ties them to what they fill',
      '1 fill with a gradient from the middle or back again, which a standard has no place for',
    ]),
  );
});
