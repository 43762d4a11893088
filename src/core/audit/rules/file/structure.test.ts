import { correctDrawing } from '../../../correct/correct';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fileStructure } from './structure';

const standard = office([officeLayer('WALL')]);

testRule(fileStructure, {
  accept: [
    {
      name: 'a file as the format asks',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.line({ layer: 'WALL' }, [0, 0], [1, 1]);
      },
    },
  ],
});

const whole = new TextDecoder().decode(
  bytesOf({
    draw: (file) => {
      file.layer(GOOD);
      file.model.line({ layer: 'WALL' }, [0, 0], [1, 1]);
    },
  }),
);
const encode = (text: string): Uint8Array => new TextEncoder().encode(text);
const STRAY = '  0\nLINE\n  8\nWALL\n 10\n0\n 20\n0\n 11\n1\n 21\n1\n';
const END = /\s+0\r?\nEOF\r?\n$/;

describe('files that programs take differently', () => {
  it.each([
    ['no end mark', whole.replace(END, '\n'), 'without its end mark', 'end'],
    ['no line end either', whole.replace(END, ''), 'without its end mark', 'end'],
    ['a line behind the end', `${whole}${STRAY}`, '1 record behind the end mark, a LINE', 'remove'],
    [
      'a line between sections',
      whole.replace(/ {2}0\r?\nSECTION\r?\n {2}2\r?\nENTITIES/, `${STRAY}$&`),
      '1 record outside of every section, a LINE, at line',
      'remove',
    ],
  ])('%s: said, and put right when a person says so', (_, text, words, option) => {
    const bytes = encode(text);
    const [found] = findingsOf(bytes, standard, fileStructure);
    expect(found.message).toContain(words);
    expect(found.gravity).toBe('must');
    const untouched = correctDrawing(bytes, standard);
    if (!untouched.ok) throw new Error(untouched.problem.message);
    expect(untouched.value.after.verdict).toBe('held');
    const result = correctDrawing(bytes, standard, { decisions: [{ finding: found.key, option }] });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(findingsOf(result.value.bytes, standard, fileStructure)).toEqual([]);
    expect(result.value.changes.some(({ property }) => property === 'structure')).toBe(true);
  });

  it('a section that is not closed is closed where the next one begins, and nothing is swallowed', () => {
    const bytes = encode(
      whole.replace(/ {2}0\r?\nENDSEC\r?\n(?= {2}0\r?\nSECTION\r?\n {2}2\r?\nENTITIES)/, ''),
    );
    const [found] = findingsOf(bytes, standard, fileStructure);
    expect(found.message).toBe('The section BLOCKS is not closed.');
    const result = correctDrawing(bytes, standard);
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.before.counts.kinds.line).toBe(1);
    expect(new TextDecoder().decode(result.value.bytes).replace(/\r/g, '')).toBe(whole.replace(/\r/g, ''));
  });
});
