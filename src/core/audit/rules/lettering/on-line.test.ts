import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import { putLeader } from '../../../dxf/write/leader';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, testRule } from '../testing';
import { letteringOnLine } from './on-line';
import { lettered, NOTE, ON_WALL, onSheet } from './testing';

const standard = lettered();

testRule(letteringOnLine, {
  accept: [
    {
      name: 'lines beside a text, and one that runs in it by less than is seen',
      standard,
      draw: onSheet((sheet) => {
        sheet.text(ON_WALL, [50, 50], 2.5, 'NOTE', NOTE);
        sheet.line(ON_WALL, [40, 49.5], [80, 49.5]);
        sheet.line(ON_WALL, [40, 50.15], [80, 50.15]);
        sheet.rectangle(ON_WALL, [48, 49], 20, 5);
      }),
    },
    {
      name: 'a line that underlines letters with tails',
      standard,
      draw: onSheet((sheet) => {
        sheet.text(ON_WALL, [50, 50], 2.5, 'page', NOTE);
        sheet.line(ON_WALL, [49, 49.6], [60, 49.6]);
      }),
    },
    {
      name: 'on lines that do not print, a leader to it',
      standard,
      draw: onSheet((sheet, file) => {
        file.layer({ name: 'HELP', colour: 3, prints: false });
        sheet.line({ layer: 'HELP' }, [40, 101], [80, 101]);
        sheet.text(ON_WALL, [50, 100], 2.5, 'NOTE', NOTE);
        sheet.text(ON_WALL, [50, 150], 2.5, 'NOTE', NOTE);
        putLeader(sheet, ON_WALL, [
          [20, 140],
          [55, 151],
        ]);
      }),
    },
  ],
  reject: [
    {
      name: 'through the middle of two',
      standard,
      draw: onSheet((sheet) => {
        sheet.line(ON_WALL, [40, 51.25], [90, 51.25]);
        sheet.text(ON_WALL, [45, 50], 2.5, 'NOTE', NOTE);
        sheet.text(ON_WALL, [70, 50], 2.5, 'OTHER', NOTE);
      }),
      messages: ['2 texts on layer “WALL” lie on a line.'],
      found: 'on a line',
      leaves: 0,
    },
    {
      name: 'on an arc, millions of units from the origin',
      standard,
      draw: onSheet((sheet) => {
        sheet.circle(ON_WALL, [4_000_000, 6_000_000], 20);
        sheet.text(ON_WALL, [4_000_018, 6_000_000], 2.5, 'NOTE', NOTE);
      }),
      messages: ['“NOTE” on layer “WALL” lies on a line.'],
      leaves: 0,
    },
    {
      name: 'on the edge of a solid, and on the figure of a dimension alone',
      standard,
      draw: onSheet((sheet) => {
        sheet.solid(ON_WALL, [
          [55, 40],
          [75, 40],
          [75, 60],
          [55, 60],
        ]);
        sheet.text(ON_WALL, [52, 50], 2.5, 'NOTE', NOTE);
        sheet.dimension(ON_WALL, [100, 80], [160, 80], 100, 2.5);
        sheet.text(ON_WALL, [130, 101.5], 2.5, 'OVER', NOTE);
      }),
      messages: [
        '“NOTE” on layer “WALL” lies on the edge of a fill.',
        '“OVER” on layer “WALL” lies on a dimension.',
      ],
      leaves: 0,
    },
    {
      name: 'on the edge of a fill, on a dimension',
      standard,
      draw: onSheet((sheet) => {
        sheet.fill(
          ON_WALL,
          [
            [100, 100],
            [130, 100],
            [130, 120],
            [100, 120],
          ],
          45,
          3,
        );
        sheet.text(ON_WALL, [127, 110], 2.5, 'NOTE', NOTE);
        sheet.dimension(ON_WALL, [200, 100], [260, 100], 120, 2.5);
        sheet.text(ON_WALL, [240, 118.75], 2.5, 'WALL', NOTE);
      }),
      messages: [
        '“NOTE” on layer “WALL” lies on the edge of a fill.',
        '“WALL” on layer “WALL” lies on a dimension.',
      ],
      leaves: 0,
    },
    {
      name: 'in a grid of lines that leaves no room',
      standard,
      draw: onSheet((sheet) => {
        for (let i = 0; i < 12; i++) sheet.line(ON_WALL, [40, 44 + i], [90, 44 + i]);
        sheet.text(ON_WALL, [50, 50], 2.5, 'NOTE', NOTE);
      }),
      messages: ['“NOTE” on layer “WALL” lies on a line.'],
    },
  ],
});

it('moves a text by the smallest step: its own depth in the line, and the gap', () => {
  const bytes = bytesOf({
    draw: onSheet((sheet) => {
      sheet.line(ON_WALL, [40, 52], [90, 52]);
      sheet.text(ON_WALL, [50, 50], 2.5, 'NOTE', NOTE);
    }),
  });
  const [found] = findingsOf(bytes, standard, letteringOnLine);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  // Capitals from 50 to 52.5 under a line at 52: down by 0.5 and 0.3.
  expect(result.value.changes.map(({ moved }) => moved?.mm)).toEqual([0.8]);
  const read = readDrawing(result.value.bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  const [x, y] = facts.lettering(facts.rowsOfKind('text')[0])!.at;
  expect(x).toBeCloseTo(50, 9);
  expect(y).toBeCloseTo(49.2, 1);
});
