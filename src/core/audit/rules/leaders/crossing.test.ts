import fc from 'fast-check';
import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { putLeader } from '../../../dxf/write/leader';
import { factsOf } from '../../../facts/facts';
import { boxOfPoints } from '../../../geometry/box';
import { PLAIN_RULE } from '../../../standard/rule-settings';
import type { Standard } from '../../../standard/standard';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { leadersCrossing } from './crossing';

const standard = office([officeLayer('WALL')]);
type P = readonly [number, number];
const ON_WALL = { layer: 'WALL' } as const;

/** Callouts on a sheet: each from a tip over a knee to a shoulder of 5 mm, its label at a slot of one column. */
const callouts =
  (tips: readonly P[], slots: readonly number[], x = 200) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    const sheet = file.sheet('A', 420, 297);
    for (const [i, tip] of tips.entries()) {
      const y = slots[i];
      putLeader(sheet, ON_WALL, [tip, [x - 5, y], [x, y]]);
      sheet.text({ layer: 'WALL' }, [x + 1, y - 1.25], 2.5, `Label ${i}`);
    }
  };

testRule(leadersCrossing, {
  accept: [
    {
      name: 'leaders side by side; two from one label',
      standard,
      draw: callouts(
        [
          [50, 40],
          [60, 80],
          [55, 120],
        ],
        [50, 90, 130],
      ),
    },
    {
      name: 'a leader that ends at a text of its own',
      standard,
      draw: callouts([[50, 40]], [50]),
    },
  ],
  reject: [
    {
      name: 'two that cross, of three in a column',
      standard,
      draw: callouts(
        [
          [50, 40],
          [60, 120],
          [55, 80],
        ],
        [50, 90, 130],
      ),
      messages: ['2 leaders cross each other.'],
      leaves: 0,
    },
    {
      name: 'through the figure of a dimension, over its line',
      standard,
      draw: (file) => {
        callouts([[50, 40]], [50])(file);
        const sheet = file.sheet('C', 420, 297);
        sheet.dimension({ layer: 'WALL' }, [100, 20], [160, 20], 40, 2.5);
        putLeader(sheet, ON_WALL, [
          [125, 41.8],
          [135, 42.4],
          [180, 42.4],
        ]);
        sheet.text({ layer: 'WALL' }, [181, 41.15], 2.5, 'Label');
      },
      messages: ['1 leader crosses a dimension.'],
      leaves: 0,
    },
    {
      name: 'across a dimension, and through a text, so far from its label that it stays for a person',
      standard,
      draw: (file) => {
        callouts([[50, 40]], [50])(file);
        const sheet = file.sheet('B', 420, 297);
        putLeader(sheet, ON_WALL, [
          [50, 40],
          [195, 50],
          [200, 50],
        ]);
        sheet.text({ layer: 'WALL' }, [201, 48.75], 2.5, 'Label');
        sheet.text({ layer: 'WALL' }, [100, 42], 3.5, 'UNDER IT');
        sheet.dimension({ layer: 'WALL' }, [140, 30], [160, 30], 70, 2.5);
      },
      messages: ['1 leader crosses a dimension.', '1 leader runs through a text.'],
    },
  ],
});

/** Whether straight pieces properly cross: by the signs of four turns, apart from what the rule looks with. */
function properlyCross(a: readonly P[], b: readonly P[]): boolean {
  const turn = (p: P, q: P, r: P): number =>
    Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]));
  for (let i = 0; i + 1 < a.length; i++)
    for (let k = 0; k + 1 < b.length; k++)
      if (
        turn(a[i], a[i + 1], b[k]) * turn(a[i], a[i + 1], b[k + 1]) < 0 &&
        turn(b[k], b[k + 1], a[i]) * turn(b[k], b[k + 1], a[i + 1]) < 0
      )
        return true;
  return false;
}

const linesIn = (bytes: Uint8Array): P[][] => {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  return facts.rowsOfKind('leader').map((row) => {
    const [line] = facts.leader(row).lines;
    return Array.from({ length: line.length / 2 }, (_, i): P => [line[2 * i], line[2 * i + 1]]);
  });
};

it('leaves no crossing in two hundred columns of callouts, and moves no tip', () => {
  const tip = fc.tuple(
    fc.integer({ min: 10, max: 150 }),
    fc.integer({ min: 20, max: 270 }),
  ) as fc.Arbitrary<P>;
  let crossed = 0;
  fc.assert(
    fc.property(fc.uniqueArray(tip, { minLength: 2, maxLength: 12, selector: String }), (tips) => {
      const bytes = bytesOf({
        draw: callouts(
          tips,
          tips.map((_, i) => 30 + 20 * i),
        ),
      });
      const before = linesIn(bytes);
      const result = correctDrawing(bytes, standard, {});
      if (!result.ok) throw new Error(result.problem.message);
      const after = linesIn(result.value.bytes);
      expect(after.map(([first]) => first)).toEqual(before.map(([first]) => first));
      for (let i = 0; i < after.length; i++)
        for (let k = 0; k < i; k++) {
          expect(properlyCross(after[i], after[k])).toBe(false);
          if (properlyCross(before[i], before[k])) crossed++;
        }
      // The same places, dealt out anew.
      const ends = (lines: readonly P[][]): number[] => lines.map((line) => line[2][1]).sort((a, b) => a - b);
      expect(ends(after)).toEqual(ends(before));
      expect(findingsOf(result.value.bytes, standard, leadersCrossing)).toEqual([]);
    }),
    { numRuns: 200 },
  );
  // The columns were crossed before, or nothing was shown.
  expect(crossed).toBeGreaterThan(200);
});

/** Places that once went wrong: a text that the leader ran over was taken for its label; a label came to stand too close. */
const EXAMPLES: [[number, number][], number][] = [
  [
    [
      [22, 31],
      [53, 42],
    ],
    47,
  ],
  [
    [
      [19, 32],
      [44, 58],
      [3, 0],
      [0, 0],
    ],
    57,
  ],
];

it('moves labels clear of dimensions and texts, and onto nothing: looked at apart from the rule', () => {
  let moved = 0;
  const at = fc.integer({ min: 0, max: 60 });
  fc.assert(
    fc.property(fc.array(fc.tuple(at, at), { minLength: 1, maxLength: 4 }), at, (places, high) => {
      const bytes = bytesOf({
        draw: (file) => {
          file.layer(GOOD);
          const sheet = file.sheet('A', 420, 297);
          putLeader(sheet, ON_WALL, [
            [50, 40],
            [80 + high / 4, 60 + high / 2],
            [85 + high / 4, 60 + high / 2],
          ]);
          sheet.text({ layer: 'WALL' }, [86 + high / 4, 58.75 + high / 2], 2.5, 'Label');
          for (const [i, [x, y]] of places.entries())
            if (i % 2) sheet.text({ layer: 'WALL' }, [40 + x, 40 + y], 2.5, `T${i}`);
            else sheet.dimension({ layer: 'WALL' }, [50 + x, 40 + y], [62 + x, 40 + y], 44 + y, 2.5);
        },
      });
      const found = findingsOf(bytes, standard, leadersCrossing);
      const result = correctDrawing(bytes, standard, { rules: [leadersCrossing.meta.id] });
      if (!result.ok) throw new Error(result.problem.message);
      const [[tip]] = linesIn(result.value.bytes);
      expect(tip).toEqual([50, 40]);
      const left = findingsOf(result.value.bytes, standard, leadersCrossing);
      expect(left.filter(({ correction }) => correction === 'automatic')).toEqual([]);
      if (!found.some(({ correction }) => correction === 'automatic')) return;
      moved++;
      expect(left).toEqual([]);
      const read = readDrawing(result.value.bytes);
      if (!read.ok) throw new Error(read.problem.message);
      const facts = factsOf(read.value, 0.25);
      const [label, ...others] = facts
        .rowsOfKind('text')
        .filter((row) => read.value.containers[read.value.objects.container[row]].kind === 'sheet')
        .map((row) => boxOfPoints(facts.text(row)!.box!));
      // Letters stay half a millimetre from each other.
      for (const other of others)
        expect(
          Math.max(
            other.minX - label.maxX,
            label.minX - other.maxX,
            other.minY - label.maxY,
            label.minY - other.maxY,
          ),
        ).toBeGreaterThan(0.5);
    }),
    {
      numRuns: 120,
      examples: EXAMPLES,
    },
  );
  expect(moved).toBeGreaterThan(10);
});

it('moves a label only to where its leader runs at an angle that the office permits', () => {
  const square: Standard = {
    ...standard,
    rules: { 'leaders/angle': { ...PLAIN_RULE, settings: { angles: '45°' } } },
  };
  const bytes = bytesOf({
    draw: (file) => {
      file.layer(GOOD);
      const sheet = file.sheet('A', 420, 297);
      putLeader(sheet, ON_WALL, [
        [50, 40],
        [68, 54],
        [74, 54],
      ]);
      sheet.text({ layer: 'WALL' }, [75, 52.75], 2.5, 'A1');
      sheet.dimension({ layer: 'WALL' }, [40, 30], [72, 30], 50, 2.5);
    },
  });
  const result = correctDrawing(bytes, square, { rules: [leadersCrossing.meta.id] });
  if (!result.ok) throw new Error(result.problem.message);
  expect(findingsOf(result.value.bytes, square, leadersCrossing)).toEqual([]);
  const [[[x0, y0], [x1, y1], [x2, y2]]] = linesIn(result.value.bytes);
  expect([x0, y0, x2 - x1, y2 - y1].map((one) => Number(one.toFixed(9)))).toEqual([50, 40, 6, 0]);
  expect(Math.abs(x1 - x0)).toBeCloseTo(Math.abs(y1 - y0), 9);
  expect(Math.hypot(x1 - 68, y1 - 54)).toBeLessThanOrEqual(25);
});
