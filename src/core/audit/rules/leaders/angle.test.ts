import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { putLeader } from '../../../dxf/write/leader';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule, withSetting } from '../testing';
import { leadersAngle } from './angle';

const plain = office([officeLayer('WALL')]);
const at = (angles: string) => withSetting(plain, leadersAngle, { settings: { angles } });
const ON_WALL = { layer: 'WALL' } as const;

/** Leaders that rise 20 mm from their tips, each at an angle from level, with shoulders of 10 mm. */
const rising =
  (...degrees: readonly number[]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    const sheet = file.sheet('A', 420, 297);
    for (const [i, deg] of degrees.entries()) {
      const [x, y] = [20 + 60 * i, 50];
      const knee = x + (deg === 90 ? 0 : 20 / Math.tan((deg * Math.PI) / 180));
      putLeader(sheet, ON_WALL, [
        [x, y],
        [knee, y + 20],
        [knee + 10, y + 20],
      ]);
      sheet.text({ layer: 'WALL' }, [knee + 11, y + 18.75], 2.5, `Label ${i}`);
    }
  };

testRule(leadersAngle, {
  accept: [
    { name: 'any angle, where the office permits any', standard: plain, draw: rising(17, 52, 83) },
    { name: '45°, and one a hair off', standard: at('45°'), draw: rising(45, 45.9) },
    { name: 'square', standard: at('square'), draw: rising(90, 90) },
    { name: 'steps of 15°', standard: at('steps of 15°'), draw: rising(30, 45, 75) },
  ],
  reject: [
    {
      name: 'another angle than 45°',
      standard: at('45°'),
      draw: rising(45, 50, 46.5),
      messages: ['2 leaders on layer “WALL” run at 46.5° to 50°, which is not permitted.'],
      expected: '45°',
      found: '46.5° to 50°',
      leaves: 0,
    },
    {
      name: 'a shoulder too short for the knee to move',
      standard: at('45°'),
      draw: rising(70),
      messages: ['1 leader on layer “WALL” runs at 70°, which is not permitted.'],
    },
    {
      name: 'square and slanted ones on one sheet',
      standard: at('45°, or square'),
      draw: rising(45, 90, 90),
      messages: ['Sheet A has 1 leader at 45° and 2 square: one or the other.'],
    },
  ],
});

it('moves the knee to where the closed form has it; tip, shoulder line and label stay', () => {
  const bytes = bytesOf({ draw: rising(50) });
  const standard = at('30°, 45° or 60°');
  const [found] = findingsOf(bytes, standard, leadersAngle);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const read = readDrawing(result.value.bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  const [line] = facts.leader(facts.rowsOfKind('leader')[0]).lines;
  const end = 20 + 20 / Math.tan((50 * Math.PI) / 180) + 10;
  // From 20, 50 at 45° the height of the shoulder, 70, is met at x = 40.
  expect(line.slice(0, 4)).toEqual([20, 50, expect.closeTo(40, 9), 70]);
  expect(line.slice(4)).toEqual([expect.closeTo(end, 9), 70]);
});
