import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, testRule } from '../testing';
import { dimensioned, put, SCALE, settingsOf } from './testing';
import { dimensionsTextOnLine } from './text-on-line';

const standard = dimensioned();

interface Span {
  readonly from: number;
  readonly to: number;
  /** Of its points and of its line, mm on paper. */
  readonly foot: number;
  readonly line: number;
}

/** Dimensions over each other in the model, shown at 1:50. */
const spans =
  (all: readonly Span[], at = 0) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    put(file, 'Building', settingsOf('Building'));
    for (const { from, to, foot, line } of all)
      file.model.dimension(
        { layer: 'WALL' },
        [at + from, foot * SCALE],
        [at + to, foot * SCALE],
        line * SCALE,
        2.5 * SCALE,
        { style: 'Building' },
      );
    file.sheet('A', 420, 297).viewport({ layer: 'WALL' }, [200, 150], 380, 260, [at + 3000, 1000], SCALE);
  };

/** A dimension whose extension line runs up through the text of the one under it. */
const crossed: readonly Span[] = [
  { from: 0, to: 6000, foot: 0, line: 12 },
  { from: 3000, to: 9000, foot: 0, line: 24 },
];

testRule(dimensionsTextOnLine, {
  accept: [
    {
      name: 'texts beside all lines',
      standard,
      draw: spans([
        { from: 0, to: 4000, foot: 0, line: 12 },
        { from: 0, to: 6000, foot: 0, line: 20 },
      ]),
    },
  ],
  reject: [
    {
      name: 'on the extension line of another',
      standard,
      draw: spans(crossed),
      messages: ['The text of 1 dimension on layer “WALL” lies on a line of another dimension.'],
      expected: 'clear of lines',
      found: 'on a line of another dimension',
      leaves: 0,
    },
    {
      name: 'the same millions of units from the origin',
      standard,
      draw: spans(crossed, 5_000_000),
      messages: ['The text of 1 dimension on layer “WALL” lies on a line of another dimension.'],
      leaves: 0,
    },
  ],
});

it('moves the text along its line and leaves what is measured, the feet and the line', () => {
  const bytes = bytesOf({ draw: spans(crossed) });
  const [found] = findingsOf(bytes, standard, dimensionsTextOnLine);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const { changes, drawing } = result.value;
  expect(changes.map(({ before }) => before)).toContain('text on a line');
  const facts = factsOf(drawing, 0.25);
  const [row] = facts.rowsOfKind('dimension');
  expect(facts.dimension(row).measured?.value).toBe(6000);
  expect(
    drawing.reader.findInt({ start: drawing.objects.start[row], end: drawing.objects.end[row] }, 70) & 128,
  ).toBe(128);
  const box = facts.text(facts.dimension(row).letters[0])!.frame;
  // Beside the line at 3000, and no farther than it takes: half a millimetre on paper.
  expect(Math.min(Math.abs(box.minX - 3000), Math.abs(box.maxX - 3000)) / SCALE).toBeLessThan(1.2);
  expect(box.minX < 3000 && box.maxX > 3000).toBe(false);
  // A second run changes nothing.
  const again = correctDrawing(result.value.bytes, standard, {});
  if (!again.ok) throw new Error(again.problem.message);
  expect(again.value.changes.filter(({ rule }) => rule === dimensionsTextOnLine.meta.id)).toEqual([]);
});
