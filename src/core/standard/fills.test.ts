import fc from 'fast-check';
import { demoStandard } from '../../../demo/standard';
import { hatchPieces, spacingOf } from '../geometry/hatch';
import { FILL_PRESETS, type FillLine, familiesOf, fillSchema, linesOf, tooClose } from './fills';
import { inOrder, parallelSetSchema, widthOf } from './parallels';
import { checkStandard } from './standard';

const square = [0, 0, 100, 0, 100, 100, 0, 100];
const fill = (...lines: Partial<FillLine>[]) =>
  fillSchema.parse({ name: 'X', lines: lines.map((line) => ({ angleDeg: 0, spacingMm: 10, ...line })) });

describe('a fill', () => {
  it('has its lines at the distance and angle that it says, whatever the scale', () => {
    const [family] = familiesOf(fill({ angleDeg: 45, spacingMm: 3 }), 2);
    expect(spacingOf(family).spacing).toBeCloseTo(6);
    expect(family.angleRad).toBeCloseTo(Math.PI / 4);
    // common practice: brick courses at 75 mm in the model, a section at 45°
    const courses = FILL_PRESETS.find(({ name }) => name === 'BRICK-COURSES')!;
    expect(courses.basis).toBe('model');
    expect(spacingOf(familiesOf(courses)[0]).spacing).toBeCloseTo(75);
    expect(FILL_PRESETS.find(({ name }) => name === 'BRICK-CUT')?.lines[0].angleDeg).toBe(45);
  });

  it('comes back from its families', () => {
    const number = (min: number, max: number) =>
      fc.integer({ min: min * 100, max: max * 100 }).map((n) => n / 100);
    const line = fc.record({
      angleDeg: number(-180, 180),
      originMm: fc.tuple(number(-50, 50), number(-50, 50)),
      spacingMm: number(1, 100),
      shiftMm: number(-50, 50),
      dashesMm: fc.constantFrom<number[][]>([], [3, -1], [0, -2, 5, -2]),
    });
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 3 }), number(1, 50), (lines, scale) => {
        const back = linesOf(familiesOf(fill(...lines), scale), scale);
        for (const [i, one] of back.entries()) {
          expect(one.angleDeg).toBeCloseTo(lines[i].angleDeg, 6);
          expect(one.spacingMm).toBeCloseTo(lines[i].spacingMm, 6);
          expect(one.shiftMm).toBeCloseTo(lines[i].shiftMm, 6);
          expect(one.originMm[0]).toBeCloseTo(lines[i].originMm[0], 6);
          expect(one.originMm[1]).toBeCloseTo(lines[i].originMm[1], 6);
          expect(one.dashesMm.map((dash) => Math.round(dash * 1e6) / 1e6)).toEqual(lines[i].dashesMm);
        }
      }),
    );
  });

  it('turns with a sloping host, its origin too', () => {
    const [level] = familiesOf(fill({ originMm: [10, 0] }));
    const [sloped] = familiesOf(fill({ originMm: [10, 0] }), 1, 90);
    expect([level.baseX, level.baseY]).toEqual([10, 0]);
    expect([sloped.baseX, sloped.baseY]).toEqual([0, 10]);
    expect(sloped.angleRad).toBeCloseTo(Math.PI / 2);
  });

  it('lays joints of bricks half a brick off in each course', () => {
    const courses = FILL_PRESETS.find(({ name }) => name === 'BRICK-COURSES')!;
    const joints = hatchPieces([[0, 0, 450, 0, 450, 150, 0, 150]], familiesOf(courses)[1], 500)!;
    const at = (course: number): number[] => {
      const xs: number[] = [];
      for (let i = 0; i < joints.length; i += 4) {
        const middle = (joints[i + 1] + joints[i + 3]) / 2;
        if (Math.floor(middle / 75) === course) xs.push(Math.round(joints[i] * 10) / 10);
      }
      return [...new Set(xs)].sort((a, b) => a - b);
    };
    const [lower, upper] = [at(0), at(1)];
    // Bricks of 225 mm: joints of one course stand in the middle of the bricks of the next.
    expect(lower.every((x) => !upper.includes(x))).toBe(true);
    for (let i = 1; i < lower.length; i++) expect(lower[i] - lower[i - 1]).toBeCloseTo(225);
  });

  it.each(FILL_PRESETS)('$name is valid and has lines enough to be seen', (preset) => {
    expect(fillSchema.parse(preset)).toEqual(preset);
    if (preset.kind !== 'lines') return;
    const scale = preset.basis === 'model' ? 1 / 20 : 1;
    const counts = familiesOf(preset, scale).map(
      (family) => hatchPieces([square], family, 20_000)?.length ?? 0,
    );
    for (const count of counts) expect(count).toBeGreaterThan(0);
  });

  it('without lines, with dashes that have no gap, or on no layer is refused', () => {
    expect(fillSchema.safeParse({ name: 'X', lines: [] }).success).toBe(false);
    expect(fillSchema.safeParse({ name: 'X Y', kind: 'solid' }).success).toBe(false);
    expect(() => fill({ dashesMm: [3, 2] })).toThrow(/need a dash or a dot, and a gap/);
    const lost = { ...demoStandard, fills: [{ ...demoStandard.fills[0], layer: 'NOWHERE' }] };
    expect(checkStandard(lost)).toMatchObject({
      faults: [{ message: 'the standard has no layer “NOWHERE”' }],
    });
  });
});

describe('a set of parallel lines', () => {
  const set = (...offsets: number[]) => ({ name: 'X', lines: offsets.map((offsetMm) => ({ offsetMm })) });

  it('is as wide as its outermost lines, which stand from the left to the right', () => {
    const made = parallelSetSchema.parse(set(-50, 100, 0));
    expect(widthOf(made)).toBe(150);
    expect(inOrder(made).lines.map(({ offsetMm }) => offsetMm)).toEqual([100, 0, -50]);
  });

  it('of one line, or with two in one place, is refused', () => {
    expect(parallelSetSchema.safeParse(set(5)).success).toBe(false);
    const twice = parallelSetSchema.safeParse(set(5, 5));
    expect(twice.error?.issues[0]).toMatchObject({
      path: ['lines', 1, 'offsetMm'],
      message: 'two lines lie at 5 mm',
    });
  });
});

describe('lines of a fill that run together', () => {
  const lines = (spacingMm: number) => [
    { angleDeg: 45, originMm: [0, 0] as [number, number], spacingMm: 3, shiftMm: 0, dashesMm: [] },
    { angleDeg: -45, originMm: [0, 0] as [number, number], spacingMm, shiftMm: 0, dashesMm: [] },
  ];
  // source: ISO 128-2, from memory: 0.7 mm clear between parallel lines
  it('are told on paper, and for the model from the scale on at which they do', () => {
    expect(tooClose({ kind: 'lines', basis: 'paper', lines: lines(0.5) })).toEqual({
      says: 'Lines 0.5 mm apart run together on paper: 0.7 mm print apart.',
      always: true,
    });
    expect(tooClose({ kind: 'lines', basis: 'paper', lines: lines(0.7) })).toBeNull();
    // common practice: brick courses at 75 mm: 0.75 mm at 1:100, 0.375 mm at 1:200
    expect(tooClose({ kind: 'lines', basis: 'model', lines: [{ ...lines(75)[1] }] })).toEqual({
      says: 'From 1:200 on its lines are 0.375 mm apart on paper and run together: 0.7 mm print apart.',
      always: false,
    });
    expect(tooClose({ kind: 'solid', basis: 'paper', lines: [] })).toBeNull();
  });
});
