import fc from 'fast-check';
import { indexTags, startOf, type TagIndex } from './tags';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const open = (text: string): TagIndex => {
  const result = indexTags(bytes(text));
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};
const pairs = (tags: TagIndex): [number, string][] =>
  Array.from({ length: tags.count }, (_, i) => [
    tags.codes[i],
    new TextDecoder().decode(tags.bytes.subarray(tags.values[i], tags.ends[i])),
  ]);

describe('indexTags', () => {
  it.each([
    ['LF', '\n'],
    ['CRLF', '\r\n'],
    ['CR', '\r'],
  ])('reads %s line ends', (_, end) => {
    expect(pairs(open(['  0', 'SECTION', '  2', 'HEADER', ''].join(end)))).toEqual([
      [0, 'SECTION'],
      [2, 'HEADER'],
    ]);
  });

  it('keeps blanks in values, takes codes with blanks and signs', () => {
    expect(pairs(open(' 1 \n  two words \n-666\nx\n'))).toEqual([
      [1, '  two words '],
      [-666, 'x'],
    ]);
  });

  it('skips blank lines where a code should stand', () => {
    expect(pairs(open('0\nLINE\n\n  \n8\nWALL\n'))).toEqual([
      [0, 'LINE'],
      [8, 'WALL'],
    ]);
  });

  it('keeps an empty value as a value', () => {
    expect(pairs(open('1\n\n0\nEOF\n'))).toEqual([
      [1, ''],
      [0, 'EOF'],
    ]);
  });

  it('reads a last line without a line end', () => {
    expect(pairs(open('0\nEOF'))).toEqual([[0, 'EOF']]);
  });

  it('ignores a byte order mark', () => {
    expect(pairs(open('\uFEFF0\nEOF\n'))).toEqual([[0, 'EOF']]);
  });

  it('names the line at which a file stops being DXF', () => {
    const result = indexTags(bytes('0\nLINE\nhello\n8\n'));
    expect(result).toMatchObject({ ok: false, problem: { code: 'damaged', line: 3 } });
  });

  it('tells a file cut after a code', () => {
    expect(indexTags(bytes('0\nLINE\n8'))).toMatchObject({ ok: false, problem: { code: 'cut', line: 3 } });
  });

  it('covers the whole file: every byte belongs to one tag', () => {
    fc.assert(
      fc.property(
        // Comments (999) are no tags.
        fc.array(
          fc.tuple(
            fc.integer({ min: -999, max: 1071 }).filter((code) => code !== 999),
            fc.stringMatching(/^[ -~]*$/),
          ),
          { maxLength: 60 },
        ),
        fc.constantFrom('\n', '\r\n'),
        (wanted, end) => {
          const tags = open(wanted.map(([code, value]) => `${code}${end}${value}${end}`).join(''));
          expect(pairs(tags)).toEqual(wanted);
          for (let i = 1; i < tags.count; i++) expect(startOf(tags, i)).toBe(tags.ends[i - 1] + end.length);
        },
      ),
    );
  });
});
