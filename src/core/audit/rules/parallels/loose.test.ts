import { correctDrawing } from '../../../correct/correct';
import { parallelRun } from '../../../dxf/read/parallel-run';
import type { DrawingComposer, Point, Props } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { parallelSetSchema } from '../../../standard/parallels';
import { bytesOf, findingsOf, office, officeLayer, testRule } from '../testing';
import { parallelsLoose } from './loose';
import { placed } from './testing';

const set = (name: string, ...offsets: readonly number[]) =>
  parallelSetSchema.parse({ name, lines: offsets.map((offsetMm) => ({ offsetMm })) });
const standard = {
  ...office([officeLayer('ROAD')]),
  // A kerb that is not the same from either side, and a wall.
  parallels: [set('Kerb', 150, 100, -150), set('Wall', 100, -100)],
};
const ROAD = { name: 'ROAD', colour: 3, widthMm: 0.5 } as const;

/** Lines of one length at these places across, from a point on. */
const lines =
  (
    places: readonly number[],
    {
      at = [0, 0],
      turnDeg = 0,
      length = 5000,
      own = {},
      turned = false,
    }: { at?: Point; turnDeg?: number; length?: number; own?: Partial<Props>; turned?: boolean } = {},
  ) =>
  (file: DrawingComposer): void => {
    file.layer(ROAD);
    const [c, s] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
    for (const [i, w] of places.entries()) {
      const from: Point = [at[0] - w * s, at[1] + w * c];
      const to: Point = [from[0] + length * c, from[1] + length * s];
      const isTurned = turned && i % 2 === 1;
      file.model.line({ layer: 'ROAD', ...own }, isTurned ? to : from, isTurned ? from : to);
    }
  };
const all =
  (...draws: readonly ((file: DrawingComposer) => void)[]) =>
  (file: DrawingComposer): void => {
    for (const draw of draws) draw(file);
  };

const inSet = (file: DrawingComposer): void => {
  file.layer(ROAD);
  placed(file, 'Wall', [100, -100]);
};

/** Polylines, one of them drawn from its other end. */
const bent =
  (paths: readonly (readonly Point[])[], closed = false, bulges: readonly number[] = []) =>
  (file: DrawingComposer): void => {
    file.layer(ROAD);
    for (const [i, path] of paths.entries())
      file.model.polyline({ layer: 'ROAD' }, i === 1 ? [...path].reverse() : path, closed, bulges);
  };
/** A corner, and what lies 100 to either side of it. */
const LEFT: readonly Point[] = [
  [0, 100],
  [2900, 100],
  [2900, 2000],
];
const RIGHT: readonly Point[] = [
  [0, -100],
  [3100, -100],
  [3100, 2000],
];
const rectangle = (by: number): Point[] => [
  [-by, -by],
  [5000 + by, -by],
  [5000 + by, 3000 + by],
  [-by, 3000 + by],
];

testRule(parallelsLoose, {
  accept: [
    {
      name: 'a run in the set',
      standard,
      draw: inSet,
    },
    { name: 'lines farther apart than the set has them', standard, draw: lines([200, -1.2]) },
    { name: 'lines that begin elsewhere', standard, draw: all(lines([100]), lines([-100], { at: [3, 0] })) },
    { name: 'a rectangle nearly as wide as it is long', standard, draw: lines([100, -100], { length: 390 }) },
    { name: 'a row of lines, all as far apart', standard, draw: lines([0, 200, 400, 600, 800]) },
    { name: 'lines with a colour of their own', standard, draw: lines([100, -100], { own: { colour: 1 } }) },
    {
      name: 'lines of two layers',
      standard: { ...standard, layers: [officeLayer('ROAD'), officeLayer('EDGE')] },
      draw: all(lines([100]), lines([-100], { own: { layer: 'EDGE' } })),
    },
    {
      name: 'polylines of which one ends earlier, or leaves the other',
      standard,
      draw: all(
        bent([LEFT, [...RIGHT.slice(0, 2), [3100, 1990]]]),
        bent([
          LEFT.map(([x, y]) => [x, y + 9000]),
          RIGHT.map(([x, y], i) => [x + (i === 2 ? 5 : 0), y + 9000]),
        ]),
      ),
    },
    { name: 'rectangles in rectangles', standard, draw: bent([100, -100, -300, -500].map(rectangle), true) },
    {
      name: 'polylines with arcs',
      standard,
      draw: bent([LEFT, RIGHT], false, [0.3, 0]),
    },
    { name: 'a copy elsewhere', standard, draw: bent([LEFT, LEFT.map(([x, y]) => [x + 200, y - 200])]) },
    { name: 'an office without sets', standard: { ...standard, parallels: [] }, draw: lines([100, -100]) },
  ],
  reject: [
    {
      name: 'two lines as a wall, whichever way they are drawn, and a hair off',
      standard,
      draw: lines([100.3, -100], { turned: true }),
      messages: ['2 lines on layer “ROAD” lie as a run of “Wall” would.'],
      expected: '1 run of parallel lines in “Wall”',
      found: '2 lines',
    },
    {
      name: 'three lines as a kerb, and not two of them as something else; two walls far from the origin',
      standard,
      draw: all(
        lines([150, 100, -150]),
        lines([100, -100], { at: [4_000_000, 3_000_000], turnDeg: 33 }),
        lines([100, -100], { at: [4_000_000, 3_009_000], turnDeg: 90 }),
      ),
      messages: [
        '3 lines on layer “ROAD” lie as a run of “Kerb” would.',
        '4 lines on layer “ROAD” lie as 2 runs of “Wall” would.',
      ],
    },
  ],
});

describe('made a run in the set', () => {
  const made = (draw: (file: DrawingComposer) => void, more: (file: DrawingComposer) => void = () => {}) => {
    const bytes = bytesOf({ draw: all(draw, more) });
    const [found] = findingsOf(bytes, standard, parallelsLoose);
    const result = correctDrawing(bytes, standard, {
      findings: [],
      decisions: [{ finding: found.key, option: 'gather' }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(findingsOf(result.value.bytes, standard, parallelsLoose)).toEqual([]);
    const { drawing } = result.value;
    const facts = factsOf(drawing, 0.25);
    return { drawing, facts, rows: facts.rowsOfKind('parallel-line set'), found, result: result.value };
  };
  const ys = (facts: ReturnType<typeof factsOf>, row: number): number[] => {
    const pieces = facts.segments(row);
    return [
      ...new Set(
        Array.from(pieces)
          .filter((_, i) => i % 2 === 1)
          .map((y) => Number(y.toFixed(6))),
      ),
    ].sort((a, b) => b - a);
  };

  it.each([
    ['as it is', [150, 100, -150]],
    ['from the other end', [150, -100, -150]],
  ])('lies where the lines lay: a kerb %s', (_, places) => {
    const { drawing, facts, rows, result } = made(lines(places));
    expect(rows).toHaveLength(1);
    expect(parallelRun(drawing, rows[0]).set?.name).toBe('Kerb');
    expect(ys(facts, rows[0])).toEqual(places);
    expect(facts.rowsOfKind('line')).toHaveLength(0);
    expect(result.changes.map(({ before, after }) => [before, after])).toEqual([
      ...places.map(() => ['a loose line', 'part of a run in “Kerb”']),
      // The drawing had no such set.
      ['none', 'Kerb'],
    ]);
  });

  it.each([
    ['around a corner', bent([LEFT, RIGHT]), 3, false],
    ['all around', bent([rectangle(100), rectangle(-100)], true), 4, true],
  ])('runs %s as the lines did', (_, draw, count, closed) => {
    const { drawing, rows, facts } = made(draw);
    expect(rows).toHaveLength(1);
    const run = parallelRun(drawing, rows[0]);
    expect([run.set?.name, run.corners.length, run.closed]).toEqual(['Wall', count, closed]);
    expect(facts.rowsOfKind('polyline')).toHaveLength(0);
    // Every corner of the lines is a corner of the run's lines.
    const pieces = [...facts.segments(rows[0])].map((value) => Number(value.toFixed(6)));
    const drawn = new Set(pieces.flatMap((x, k) => (k % 2 === 0 ? [`${x} ${pieces[k + 1]}`] : [])));
    const wanted = closed ? [...rectangle(100), ...rectangle(-100)] : [...LEFT, ...RIGHT];
    expect([...drawn].sort()).toEqual(wanted.map((pair) => pair.join(' ')).sort());
  });

  it('lies where its set has it where lines were a hair off: in their middle, as far from each', () => {
    const { facts, rows, found } = made(lines([100.3, -100]));
    expect(found.remedy).toBe('Lines move by up to 0.15 mm.');
    expect(ys(facts, rows[0])).toEqual([100.15, -99.85]);
  });

  it('uses the set that the drawing has', () => {
    const { drawing, rows } = made(lines([100, -100]), (file) => placed(file, 'WALL', [100, -100], false));
    expect(parallelRun(drawing, rows[0]).set?.name).toBe('WALL');
    expect([...drawing.parallelSets.values()].filter(({ name }) => /wall/i.test(name))).toHaveLength(1);
  });
});
