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

  it.each(['=1+1', '+CMD', '-x', '@SUM(A1)', '\t=1', '\r=1', "'=1", "''+x"])(
    'gives %j to no spreadsheet as a formula',
    (name) => {
      const written = writeDelimited([[name, 'x']]);
      const first = /^\uFEFF"?(.)/.exec(written)?.[1];
      expect(first).toBe("'");
      expect(readDelimited(written, ',')).toEqual([[name, 'x']]);
    },
  );

  it('leaves numbers numbers, and other cells with a mark as they are', () => {
    expect(writeDelimited([['-2', '+0.25', '-1,5', "'quoted'"]], ';')).toBe(
      "\uFEFF-2;+0.25;-1,5;'quoted'\r\n",
    );
    expect(readDelimited("'quoted';-2", ';')).toEqual([["'quoted'", '-2']]);
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
