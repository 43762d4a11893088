import fc from 'fast-check';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { putLeader } from '../../../dxf/write/leader';
import { audit } from '../../engine';
import { bytesOf, GOOD, withSetting } from '../testing';
import { dimensionsCentreMarks } from './centre-marks';
import { dimensioned, put, SCALE, settingsOf } from './testing';

// What is found of dimensions, leaders and the texts about them hangs neither on where a drawing lies, nor on whether it is
// level or plumb, mirrored or not, nor on the order in which its parts are written.

const standard = withSetting(dimensioned(), dimensionsCentreMarks, { settings: { wanted: true } });

type P = readonly [number, number];

/** How a drawing lies: where, whether its axes are changed for each other, and whether it is seen in a mirror. */
interface Lie {
  readonly at: P;
  readonly plumb: boolean;
  readonly mirrored: boolean;
}

/** One thing wrong, or nothing, with a name to know it by. */
interface Part {
  readonly name: string;
  draw(file: DrawingComposer, place: (u: number, w: number) => P, lie: Lie): void;
}

/** A dimension from u to u at a height over the points, drawing units; heights below 0 stand under them. */
function dimension(
  file: DrawingComposer,
  place: (u: number, w: number) => P,
  { plumb }: Lie,
  [from, to, foot, line]: readonly [number, number, number, number],
  says?: string,
  style = 'Building',
): void {
  const [x, y] = place(from, line);
  file.model.dimension({ layer: 'WALL' }, place(from, foot), place(to, foot), plumb ? x : y, 2.5 * SCALE, {
    plumb,
    style,
    ...(says === undefined ? {} : { says }),
  });
}

const wall = (file: DrawingComposer, place: (u: number, w: number) => P): void =>
  file.model.line({ layer: 'WALL' }, place(0, 0), place(3000, 0));

/** Parts stand 6000 apart, so that none of them reaches another. */
const PARTS: readonly Part[] = [
  {
    name: 'lies',
    draw: (file, place, lie) => dimension(file, place, lie, [0, 3000, 0, 600], '3200'),
  },
  {
    name: 'doubled',
    draw(file, place, lie) {
      dimension(file, place, lie, [0, 3000, 0, 600]);
      dimension(file, place, lie, [0, 3000, 0, -600]);
    },
  },
  {
    name: 'uneven',
    draw(file, place, lie) {
      dimension(file, place, lie, [0, 3000, 0, 600]);
      dimension(file, place, lie, [-200, 3200, 0, 800]);
      dimension(file, place, lie, [-400, 3400, 0, 1300]);
    },
  },
  {
    name: 'crossed',
    draw(file, place, lie) {
      dimension(file, place, lie, [0, 3000, 0, 600]);
      dimension(file, place, lie, [500, 3600, 0, 1200]);
    },
  },
  {
    name: 'short of its wall',
    draw(file, place, lie) {
      wall(file, place);
      dimension(file, place, lie, [0, 3000, 250, 900]);
    },
  },
  {
    name: 'mixed ends',
    draw(file, place, lie) {
      dimension(file, place, lie, [0, 1000, 0, 600]);
      dimension(file, place, lie, [1000, 2000, 0, 600], undefined, 'Arrows');
      dimension(file, place, lie, [2000, 3000, 0, 600]);
    },
  },
  {
    name: 'unmarked',
    draw: (file, place) => file.model.circle({ layer: 'WALL' }, place(1500, 500), 400),
  },
  {
    name: 'leaders',
    draw(file, place) {
      for (const [from, to] of [
        [0, 1500],
        [1500, 0],
      ])
        putLeader(file.model, { layer: 'WALL' }, [place(from, 0), place(to, 900)]);
    },
  },
  { name: 'nothing', draw: (file, place, lie) => dimension(file, place, lie, [0, 3000, 0, 600]) },
];

const draw =
  (parts: readonly Part[], lie: Lie) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    put(file, 'Building', settingsOf('Building'));
    put(file, 'Arrows', settingsOf('Building', { terminator1: 'filled arrow', terminator2: 'filled arrow' }));
    const [dx, dy] = lie.at;
    const turn = lie.mirrored ? -1 : 1;
    const seen = (u: number, w: number): P => (lie.plumb ? [dx + turn * w, dy + u] : [dx + turn * u, dy + w]);
    for (const part of parts) {
      const i = PARTS.indexOf(part);
      const [u0, w0] = [6000 * (i % 3), 6000 * Math.floor(i / 3)];
      part.draw(file, (u, w) => seen(u0 + u, w0 + w), lie);
    }
    file.sheet('A', 841, 841).viewport({ layer: 'WALL' }, [420, 420], 800, 800, seen(8000, 8000), SCALE);
  };

/** What is found: by rule, how many objects, and what is said of them. */
function found(parts: readonly Part[], lie: Lie): string[] {
  const read = readDrawing(bytesOf({ draw: draw(parts, lie) }));
  if (!read.ok) throw new Error(read.problem.message);
  const { findings, failures } = audit(read.value, standard);
  expect(failures).toEqual([]);
  return findings
    .filter(({ rule }) => /^(dimensions|leaders)\//.test(rule))
    .map(({ rule, message, handles }) => `${rule}: ${message} (${handles.length})`)
    .sort();
}

it('is the same in any order, anywhere, level or plumb, and in a mirror', () => {
  const lie: fc.Arbitrary<Lie> = fc.record({
    // Multiples of a power of two are exact however far they lie.
    at: fc
      .tuple(fc.integer({ min: -4000, max: 4000 }), fc.integer({ min: -4000, max: 4000 }))
      .map(([x, y]): P => [1024 * x, 1024 * y]),
    plumb: fc.boolean(),
    mirrored: fc.boolean(),
  });
  let some = 0;
  fc.assert(
    fc.property(
      fc.subarray([...PARTS], { minLength: 1 }),
      lie,
      fc.integer({ min: 0, max: 8 }),
      (parts, there, by) => {
        const before = found(parts, { at: [0, 0], plumb: false, mirrored: false });
        some += before.length;
        const turned = [...parts.slice(by % parts.length), ...parts.slice(0, by % parts.length)];
        expect(found(turned, there)).toEqual(before);
      },
    ),
    { numRuns: 40 },
  );
  expect(some).toBeGreaterThan(40);
});
