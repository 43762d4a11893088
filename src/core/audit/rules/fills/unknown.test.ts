import { correctDrawing } from '../../../correct/correct';
import { proposalsOf } from '../../../correct/proposals';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { familiesOf, fillSchema } from '../../../standard/fills';
import { audit } from '../../engine';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fillsUnknown } from './unknown';

const CONCRETE = fillSchema.parse({
  name: 'CONCRETE',
  material: 'Concrete',
  lines: [{ angleDeg: 45, spacingMm: 3 }],
});
const TILES = fillSchema.parse({
  name: 'TILES',
  basis: 'model',
  lines: [
    { angleDeg: 0, spacingMm: 300 },
    { angleDeg: 90, spacingMm: 300 },
  ],
});
const standard = office([officeLayer('WALL')], { fills: [CONCRETE, TILES] });
const SQUARE = [
  [0, 0],
  [4000, 0],
  [4000, 3000],
  [0, 3000],
] as const;

/** A square of the model in the sender's lines, shown at 1:50. */
const filled =
  (name: string, angleDeg: number, spacing: number) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    const own = fillSchema.parse({ name, lines: [{ angleDeg, spacingMm: spacing }] });
    file.model.patternFill({ layer: 'WALL' }, [SQUARE], {
      name,
      angleDeg: 0,
      scale: 1,
      families: familiesOf(own),
    });
    file.sheet('A', 420, 297).viewport({ layer: 'WALL' }, [200, 150], 380, 260, [2000, 1500], 50);
  };

testRule(fillsUnknown, {
  accept: [
    { name: 'a fill of the standard, however it is written', standard, draw: filled('Concrete', 45, 150) },
    {
      name: 'any fill, where the standard has none',
      standard: office([officeLayer('WALL')]),
      draw: filled('X1', 45, 9),
    },
  ],
  reject: [
    {
      name: 'a pattern of the sender',
      standard,
      draw: filled('DIAG_7', 45, 140),
      messages: ['Fill “DIAG_7” is not in the standard (1 fill).'],
      found: 'DIAG_7',
    },
  ],
});

const FADE = fillSchema.parse({
  name: 'FADE',
  kind: 'gradient',
  colour: 5,
  secondColour: null,
  gradientDeg: 30,
  layer: 'WALL',
});
const WATER = fillSchema.parse({
  name: 'WATER',
  kind: 'gradient',
  colour: 5,
  secondColour: 4,
  angle: 'host',
});
const shaded = office([officeLayer('WALL')], { fills: [CONCRETE, FADE, WATER] });

/** A square with a gradient: blue to another colour. */
const faded =
  (to: number, angleDeg: number, from = 0x0000ff) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    file.model.patternFill({ layer: 'WALL' }, [SQUARE], {
      name: 'SOLID',
      angleDeg: 0,
      scale: 1,
      families: [],
      gradient: { from, to, angleDeg },
    });
    file.sheet('A', 420, 297).viewport({ layer: 'WALL' }, [200, 150], 380, 260, [2000, 1500], 50);
  };

testRule(fillsUnknown, {
  accept: [
    {
      name: 'a gradient of the standard, and a hair beside its direction',
      standard: shaded,
      draw: (file) => {
        faded(0xffffff, 30)(file);
        file.model.patternFill({ layer: 'WALL' }, [SQUARE], {
          name: 'SOLID',
          angleDeg: 0,
          scale: 1,
          families: [],
          gradient: { from: 0x0000ff, to: 0xffffff, angleDeg: 389.5 },
        });
      },
    },
    { name: 'one that turns with what it fills', standard: shaded, draw: faded(0x00ffff, 77) },
  ],
  reject: [
    {
      name: 'a gradient in another direction',
      standard: shaded,
      draw: faded(0xffffff, 75),
      messages: ['Gradient from #0000ff to #ffffff at 75° is not in the standard (1 fill).'],
      expected: 'a fill of the standard',
      found: 'from #0000ff to #ffffff at 75°',
    },
    {
      name: 'a gradient of other colours',
      standard: shaded,
      draw: faded(0xffffff, 30, 0x00ff00),
      messages: ['Gradient from #00ff00 to #ffffff at 30° is not in the standard (1 fill).'],
    },
  ],
});

it('gives a gradient another one of the standard, or lines, and lines a gradient', () => {
  const first = bytesOf({ draw: faded(0xff0000, 0) });
  let bytes = first;
  for (const [to, wanted] of [
    ['WATER', { kind: 'gradient', pattern: 'SOLID', gradient: { colours: [0x0000ff, 0x00ffff] } }],
    ['CONCRETE', { kind: 'lines', pattern: 'CONCRETE', gradient: null }],
    ['FADE', { kind: 'gradient', pattern: 'SOLID', gradient: { colours: [0x0000ff, 0xffffff] } }],
  ] as const) {
    // None of what is drawn is of the standard that asks.
    const asked = { ...shaded, fills: [CONCRETE, FADE, WATER].filter(({ name }) => name === to) };
    const [found] = findingsOf(bytes, asked, fillsUnknown);
    const result = correctDrawing(bytes, asked, {
      findings: [],
      decisions: [{ finding: found.key, option: 'map', to }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    const [before, after] = [bytes, result.value.bytes].map((one) => factsOf(openedFill(one), 0.25));
    bytes = result.value.bytes;
    const row = after.rowsOfKind('fill')[0];
    expect(after.fill(row)).toMatchObject(wanted);
    expect([...after.edges(row)]).toEqual([...before.edges(row)]);
    expect(findingsOf(bytes, asked, fillsUnknown)).toEqual([]);
  }
  // There and back there is nothing left over: as many tags as a gradient has.
  const lengths = [first, bytes].map((one) => new TextDecoder().decode(one).split('\n').length);
  expect(lengths[1]).toBe(lengths[0]);
});

const openedFill = (bytes: Uint8Array) => {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
};

it('gives no gradient where the version has none', () => {
  const bytes = bytesOf({ version: 'AC1015', draw: filled('DIAG_7', 45, 140) });
  const [found] = findingsOf(bytes, shaded, fillsUnknown);
  const result = correctDrawing(bytes, shaded, {
    findings: [],
    decisions: [{ finding: found.key, option: 'map', to: 'FADE' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled.map(({ why }) => why)).toEqual(['This version has no place for gradients.']);
});

describe('a sender’s fill', () => {
  const bytes = bytesOf({ draw: filled('DIAG_7', 45, 140) });
  const [found] = findingsOf(bytes, standard, fillsUnknown);
  const opened = (from: Uint8Array) => {
    const read = readDrawing(from);
    if (!read.ok) throw new Error(read.problem.message);
    return read.value;
  };

  it('is proposed by the direction and the distance of its lines, and never taken for likely by those alone', () => {
    const live = audit(opened(bytes), standard);
    const [first] = proposalsOf(live, live.findings.find(({ key }) => key === found.key)!);
    expect(first).toMatchObject({ to: 'CONCRETE', reasons: ['lines at 45°', '3 mm apart'] });
    expect(first.likeness).toBeLessThan(0.5);
  });

  it.each([
    // 3 mm on paper at 1:50, and 300 mm of the model in a drawing in mm.
    ['CONCRETE', 1, 150],
    ['TILES', 2, 300],
  ])('becomes %s, in the size that the scale asks for, and its boundary stays', (to, families, spacing) => {
    const result = correctDrawing(bytes, standard, {
      findings: [],
      decisions: [{ finding: found.key, option: 'map', to }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(result.value.memories).toEqual([{ kind: 'fill', name: 'DIAG_7', action: 'map', target: to }]);
    const [before, after] = [bytes, result.value.bytes].map((one) => factsOf(opened(one), 0.25));
    const row = after.rowsOfKind('fill')[0];
    expect(after.fill(row)).toMatchObject({ pattern: to, loops: 1 });
    expect(after.fill(row)!.families).toHaveLength(families);
    expect(after.fill(row)!.families[0].spacing).toBeCloseTo(spacing, 6);
    expect([...after.edges(row)]).toEqual([...before.edges(before.rowsOfKind('fill')[0])]);
    expect(findingsOf(result.value.bytes, standard, fillsUnknown)).toEqual([]);
  });

  it('is not given a size where no scale shows it', () => {
    const hidden = bytesOf({
      draw: (file) => {
        file.layer(GOOD);
        file.model.fill({ layer: 'WALL' }, SQUARE, 45, 140);
      },
    });
    const [one] = findingsOf(hidden, standard, fillsUnknown);
    const result = correctDrawing(hidden, standard, {
      findings: [],
      decisions: [{ finding: one.key, option: 'map', to: 'CONCRETE' }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled.map(({ why }) => why)).toEqual([
      'No scale shows some of them, or several do: how large their lines are to be is not known.',
    ]);
    expect(result.value.bytes).toEqual(hidden);
  });
});
