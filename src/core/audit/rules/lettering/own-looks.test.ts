import { correctDrawing } from '../../../correct/correct';
import { wordsOf } from '../../../dxf/read/decode-text';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, testRule, withSetting } from '../testing';
import { letteringOwnLooks } from './own-looks';
import { lettered, NOTE, ON_WALL, onSheet } from './testing';

const standard = lettered();
const paragraphs = (...raw: readonly string[]) =>
  onSheet((sheet) => {
    for (const [i, one] of raw.entries()) sheet.paragraph(ON_WALL, [10, 200 - 20 * i], 2.5, 100, one, 'Note');
  });

testRule(letteringOwnLooks, {
  accept: [
    {
      name: 'fractions, underlining, line breaks; formatting that says what the style says; factors of the style',
      standard,
      draw: onSheet((sheet, file) => {
        paragraphs('\\LWall\\l \\S1/2; \\Pnext', '\\A1;{\\W1;as it is}', '\\H1x;same')(file);
        sheet.text(ON_WALL, [10, 10], 5, 'Narrow', { style: 'Title' });
        sheet.text(ON_WALL, [10, 20], 5, 'Narrow', { style: 'Title', widthFactor: 0.803, slantDeg: 0.4 });
      }),
    },
    {
      name: 'colour, where the office lets it be',
      standard: withSetting(standard, letteringOwnLooks, { settings: { colour: false } }),
      draw: paragraphs('{\\C1;red}'),
    },
  ],
  reject: [
    {
      name: 'what is set within multi-line text',
      standard,
      draw: paragraphs('{\\fArial|b0|i0|c0|p34;Wall} \\H2x;tall', '\\C1;red'),
      messages: [
        '1 text in “Note” on layer “WALL” carries a font, a height of its own.',
        '1 text in “Note” on layer “WALL” carries a colour of its own.',
      ],
      expected: 'as the style has it',
      leaves: 0,
    },
    {
      name: 'letters squeezed and slanted by hand',
      standard,
      draw: onSheet((sheet) => {
        sheet.text(ON_WALL, [10, 10], 2.5, 'A', { ...NOTE, widthFactor: 0.7 });
        sheet.text(ON_WALL, [10, 20], 2.5, 'B', { ...NOTE, widthFactor: 0.75 });
        sheet.text(ON_WALL, [10, 30], 2.5, 'C', { ...NOTE, slantDeg: 15 });
      }),
      messages: [
        '2 texts in “Note” on layer “WALL” carry a letter width of their own.',
        '1 text in “Note” on layer “WALL” carries a slant of its own.',
      ],
      leaves: 0,
    },
  ],
});

it('the words stay when formatting goes, in parts of 250 letters too', () => {
  const long = `{\\fArial;${'Quay wall, '.repeat(60)}}\\H3;end \\S1/2;`;
  const bytes = bytesOf({ draw: paragraphs(long) });
  const [finding] = findingsOf(bytes, standard, letteringOwnLooks);
  const result = correctDrawing(bytes, standard, { findings: [finding.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const [row] = factsOf(result.value.drawing, 0.25).rowsOfKind('text');
  expect(wordsOf(result.value.drawing, row)).toBe(`${'Quay wall, '.repeat(60)}end 1/2`);
});
