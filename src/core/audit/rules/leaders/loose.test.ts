import fc from 'fast-check';
import { correctDrawing } from '../../../correct/correct';
import { entityOf } from '../../../dxf/drawing';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { dimensionStyleSchema } from '../../../standard/dimension-settings';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { leadersLoose } from './loose';

const standard = {
  ...office([officeLayer('WALL')]),
  dimensions: [dimensionStyleSchema.parse({ name: 'Notes' })],
};
const ON_WALL = { layer: 'WALL' } as const;
type P = readonly [number, number];

interface Drawn {
  readonly turnDeg?: number;
  readonly by?: P;
  readonly mirrored?: boolean;
  /** Lines first, or the text. */
  readonly linesLast?: boolean;
  readonly words?: string;
  /** The line leaves its arrow askew by so many degrees. */
  readonly askewDeg?: number;
  /** How far from the end of the line the text begins, in heights. */
  readonly gap?: number;
}

/** An arrow at (0, 0), a line from its base up to a knee, a shoulder, and words behind it; turned, moved, mirrored as is asked. */
const callout =
  ({
    turnDeg = 0,
    by = [0, 0],
    mirrored = false,
    linesLast = false,
    words = 'Kerb',
    askewDeg = 0,
    gap = 0.4,
  }: Drawn = {}) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    const sheet = file.sheet('A', 420, 297);
    const [c, s] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
    const put = ([x, y]: P): P => {
      const u = mirrored ? -x : x;
      return [by[0] + u * c - y * s, by[1] + u * s + y * c];
    };
    const knee: P = [
      20 * Math.cos(((45 + askewDeg) * Math.PI) / 180),
      20 * Math.sin(((45 + askewDeg) * Math.PI) / 180),
    ];
    const end: P = [knee[0] + 6, knee[1]];
    const lines = (): void => {
      sheet.solid(ON_WALL, [put([0, 0]), put([2.06, 1.47]), put([1.47, 2.06]), put([0, 0])]);
      sheet.polyline(ON_WALL, [put([1.77, 1.77]), put(knee), put(end)]);
    };
    if (!linesLast) lines();
    const at = put([end[0] + gap * 2.5, end[1] - 1.25]);
    sheet.text(ON_WALL, at, 2.5, words, { angleDeg: turnDeg, across: mirrored ? 'right' : 'left' });
    if (linesLast) lines();
  };

testRule(leadersLoose, {
  accept: [
    { name: 'an arrow that shows which way stairs run', standard, draw: callout({ words: 'UP' }) },
    { name: 'words too far from the line', standard, draw: callout({ gap: 1.8 }) },
    {
      name: 'a line that does not leave the arrow, and is too steep for a leg',
      standard,
      draw: callout({ askewDeg: 40 }),
    },
    {
      name: 'without dimension styles in the standard',
      standard: { ...standard, dimensions: [] },
      draw: callout(),
    },
  ],
  reject: [
    {
      name: 'an arrow, a line and words',
      standard,
      draw: callout({ by: [50, 50] }),
      messages: ['A line with an arrow on layer “WALL” leads to “Kerb” and is no leader.'],
      found: 'a line with an arrow',
    },
    {
      name: 'millions of units from the origin',
      standard,
      draw: callout({ by: [4_000_000, 6_000_000] }),
      messages: ['A line with an arrow on layer “WALL” leads to “Kerb” and is no leader.'],
    },
  ],
});

it('finds the same however the drawing is turned, moved, mirrored and ordered, and puts a leader where the line lay', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -89, max: 89 }),
      fc.tuple(fc.integer({ min: -1000, max: 1000 }), fc.integer({ min: -1000, max: 1000 })),
      fc.boolean(),
      fc.boolean(),
      (turnDeg, by, mirrored, linesLast) => {
        const bytes = bytesOf({ draw: callout({ turnDeg, by, mirrored, linesLast }) });
        const [found, ...more] = findingsOf(bytes, standard, leadersLoose);
        expect([found.handles.length, more]).toEqual([2, []]);
        const result = correctDrawing(bytes, standard, {
          findings: [],
          decisions: [{ finding: found.key, option: 'rebuild', to: 'Notes' }],
        });
        if (!result.ok) throw new Error(result.problem.message);
        const { drawing } = result.value;
        const facts = factsOf(drawing, 0.25);
        const [leader, ...others] = facts.rowsOfKind('leader');
        expect(others).toEqual([]);
        expect(entityOf(drawing, leader)).toBe('LEADER');
        const [line] = facts.leader(leader).lines;
        const wanted = [by[0], by[1]];
        expect(Math.hypot(line[0] - wanted[0], line[1] - wanted[1])).toBeLessThan(1e-9);
        expect(line).toHaveLength(6);
        expect(facts.rowsOfKind('text').length).toBeGreaterThan(0);
      },
    ),
    { numRuns: 60 },
  );
});
