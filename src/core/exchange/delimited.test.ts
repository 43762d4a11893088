import fc from 'fast-check';
import { readDelimited, separatorOf, writeDelimited } from './delimited';

describe('delimited text', () => {
  it('comes back the same, whatever is in the cells', () => {
    const cell = fc.string({ maxLength: 12 });
    const rows = fc.array(fc.array(cell, { minLength: 2, maxLength: 4 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(rows, fc.constantFrom(',', ';', '\t'), (table, separator) => {
        // A row of nothing but blanks is no row.
        const full = table.filter((row) => row.some((one) => one.trim() !== ''));
        expect(readDelimited(writeDelimited(full, separator), separator)).toEqual(full);
      }),
    );
  });

  it('knows its separator, also behind quotes', () => {
    expect(separatorOf('Name;Colour;Width')).toBe(';');
    expect(separatorOf('"a,b,c,d"\tColour')).toBe('\t');
    expect(separatorOf('Name')).toBe('\t');
  });

  it('keeps line ends and quotes in quoted cells', () => {
    expect(readDelimited('a,"two\r\nlines","say ""hi"""\r\n\r\nb,c,d')).toEqual([
      ['a', 'two\r\nlines', 'say "hi"'],
      ['b', 'c', 'd'],
    ]);
  });
});
