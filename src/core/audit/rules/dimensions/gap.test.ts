import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, testRule } from '../testing';
import { dimensionsGap } from './gap';
import { dimensioned, put, SCALE, settingsOf } from './testing';

const standard = dimensioned();

/** A wall of 4 m, and a dimension whose two points lie so many mm on paper over it; its style has a gap of 1 mm. */
const over =
  (first: number, second: number, { plumb = false, at = 0, fixed = false } = {}) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    put(file, 'Building', settingsOf('Building', { extensionOffsetMm: 1, extensionFixed: fixed }));
    const place = (u: number, w: number): [number, number] => (plumb ? [at + w, at + u] : [at + u, at + w]);
    file.model.line({ layer: 'WALL' }, place(0, 0), place(4000, 0));
    file.model.line({ layer: 'WALL' }, place(0, -600), place(4000, -600));
    file.model.dimension(
      { layer: 'WALL' },
      place(0, first * SCALE),
      place(4000, second * SCALE),
      at + 20 * SCALE,
      2.5 * SCALE,
      { style: 'Building', plumb },
    );
    file.sheet('A', 420, 297).viewport({ layer: 'WALL' }, [200, 150], 380, 260, place(2000, 0), SCALE);
  };

testRule(dimensionsGap, {
  accept: [
    { name: 'points on the object, and a hair off', standard, draw: over(0, 0.4) },
    { name: 'points that have nothing near', standard, draw: over(14, 14) },
    { name: 'extension lines of one length', standard, draw: over(5, 5, { fixed: true }) },
  ],
  reject: [
    {
      name: 'far from the object',
      standard,
      draw: over(0, 4),
      messages: [
        'Extension lines of 1 dimension on layer “WALL” begin up to 5 mm from the object; 1 mm is their gap.',
      ],
      expected: 'a gap of 1 mm',
      found: 'up to 5 mm',
      leaves: 0,
    },
    {
      name: 'plumb and far from the origin',
      standard,
      draw: over(3, 3, { plumb: true, at: 2_000_000 }),
      messages: [
        'Extension lines of 1 dimension on layer “WALL” begin up to 4 mm from the object; 1 mm is their gap.',
      ],
      leaves: 0,
    },
    {
      name: 'begins in the object: the point lies behind its edge',
      standard,
      draw: over(-1, -1),
      messages: [
        'Extension lines of 1 dimension on layer “WALL” begin at the object or in it; 1 mm is their gap.',
      ],
      leaves: 0,
    },
  ],
});

it('moves the points along the extension lines: the value stays, the line stays', () => {
  const bytes = bytesOf({ draw: over(0, 4) });
  const [found] = findingsOf(bytes, standard, dimensionsGap);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const { drawing } = result.value;
  const facts = factsOf(drawing, 0.25);
  const [row] = facts.rowsOfKind('dimension');
  const line = facts.straight(row)!;
  expect(facts.dimension(row).measured?.value).toBe(4000);
  expect(line.feet).toEqual([0, 0]);
  expect(line.at).toBe(20 * SCALE);
  // The extension line of the picture begins at the gap of the style.
  const pieces = facts.segments(row);
  const plumb = [...Array(pieces.length / 4).keys()].filter(
    (i) => pieces[4 * i] === 4000 && pieces[4 * i + 2] === 4000,
  );
  expect(Math.min(...plumb.flatMap((i) => [pieces[4 * i + 1], pieces[4 * i + 3]]))).toBeCloseTo(1 * SCALE, 9);
});
