import fc from 'fast-check';
import { wordsOf } from '../../../dxf/read/decode-text';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { audit } from '../../engine';
import { bytesOf, GOOD } from '../testing';
import { lettered, ON_WALL, opened } from './testing';

// What is found does not hang on where a drawing lies or in which order its objects are written.

const standard = lettered();

interface Written {
  readonly at: readonly [number, number];
  readonly height: number;
  readonly style: string;
  readonly angleDeg: number;
  readonly widthFactor: number | undefined;
  readonly says: string;
}

/**
 * Texts with words of their own, none over another: of two that lie over each other the one written later gives way, and
 * order is what tells it.
 */
const written: fc.Arbitrary<Written[]> = fc
  .array(
    fc.record({
      height: fc.constantFrom(180, 250, 254, 300, 500),
      style: fc.constantFrom('Note', 'Title', 'Theirs'),
      angleDeg: fc.constantFrom(0, 45, 90, 135, 180, 270),
      widthFactor: fc.constantFrom(undefined, 1, 0.6),
    }),
    { minLength: 1, maxLength: 12 },
  )
  .map((list) =>
    list.map((one, i) => ({ ...one, at: [4500 * (i % 4), 4500 * Math.floor(i / 4)], says: `Text ${i}` })),
  );

const draw =
  (list: readonly Written[], [dx, dy]: readonly [number, number]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    for (const [name, widthFactor] of [
      ['Note', 1],
      ['Title', 0.8],
      ['Theirs', 1],
    ] as const)
      file.textStyle({ name, font: 'txt', height: 0, widthFactor, slantDeg: 0 });
    file.sheet('A', 420, 297).viewport(ON_WALL, [210, 150], 380, 260, [4000 + dx, 3000 + dy], 100);
    for (const { at, height, says, ...options } of list)
      file.model.text(ON_WALL, [at[0] + dx, at[1] + dy], height, says, options);
  };

/** What is found, by the words of the texts it is found at. */
function found(list: readonly Written[], by: readonly [number, number]): string[] {
  const drawing = opened(bytesOf({ draw: draw(list, by) }));
  const live = audit(drawing, standard);
  expect(live.failures).toEqual([]);
  return live.findings
    .filter(({ rule }) => rule.startsWith('lettering/'))
    .flatMap((finding) =>
      live
        .rowsOf(finding)
        .map((row) => `${finding.rule}: ${wordsOf(drawing, row)}: ${finding.expected.type}`),
    )
    .sort();
}

it('is the same in any order, and wherever the drawing lies', () => {
  const place = fc.tuple(fc.integer({ min: -9, max: 9 }), fc.integer({ min: -9, max: 9 }));
  let some = 0;
  fc.assert(
    fc.property(
      written.chain((list) =>
        fc.tuple(fc.constant(list), fc.shuffledSubarray(list, { minLength: list.length }), place),
      ),
      ([list, shuffled, [x, y]]) => {
        const before = found(list, [0, 0]);
        some += before.length;
        expect(found(shuffled, [0, 0])).toEqual(before);
        // Millions of units from the origin, as surveys are.
        expect(found(list, [x * 1_000_000, y * 1_000_000])).toEqual(before);
      },
    ),
    { numRuns: 40 },
  );
  expect(some).toBeGreaterThan(100);
});
