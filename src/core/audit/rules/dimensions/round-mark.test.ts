import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, testRule } from '../testing';
import { dimensionsRoundMark } from './round-mark';
import { dimensioned, put, settingsOf } from './testing';

const standard = dimensioned();

/** A circle of 900 with a straight dimension. */
const across =
  ({ says, from = -450, to = 450, y = 0 }: { says?: string; from?: number; to?: number; y?: number } = {}) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    put(file, 'Building', settingsOf('Building'));
    file.model.circle({ layer: 'WALL' }, [2e6, 3e6], 450);
    file.model.dimension({ layer: 'WALL' }, [2e6 + from, 3e6 + y], [2e6 + to, 3e6 + y], 3e6 + 800, 125, {
      style: 'Building',
      ...(says === undefined ? {} : { says }),
    });
  };

testRule(dimensionsRoundMark, {
  accept: [
    { name: 'a sign, however it is written', standard, draw: across({ says: '%%c<>' }) },
    { name: 'words for it', standard, draw: across({ says: '<> dia.' }) },
    { name: 'from a side to the centre', standard, draw: across({ to: 0 }) },
    { name: 'as long as the circle is wide, beside it', standard, draw: across({ y: 10 }) },
  ],
  reject: [
    {
      name: 'across a whole circle without a sign',
      standard,
      draw: across(),
      messages: ['1 dimension on layer “WALL” measures across a whole circle without a diameter sign.'],
      expected: '⌀900',
      found: '900',
      leaves: 0,
    },
  ],
});

it.each([
  [undefined, '⌀<>', '⌀900'],
  ['4 x <>', '4 x ⌀<>', '4 x ⌀900'],
])('puts the sign before the value: %s becomes %s', (says, typed, shown) => {
  const bytes = bytesOf({ draw: across({ says }) });
  const [found] = findingsOf(bytes, standard, dimensionsRoundMark);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const read = readDrawing(result.value.bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  const { typed: now, letters } = facts.dimension(facts.rowsOfKind('dimension')[0]);
  expect(now).toBe(typed);
  expect(letters.map((one) => facts.text(one)?.says)).toEqual([shown]);
});
