import fc from 'fast-check';
import { nameMatcher } from './name-patterns';

/** The same question, answered by trying every way: right, and far too slow for long names. */
function fitsSlowly(pattern: string, name: string): boolean {
  if (pattern === '') return name === '';
  if (pattern[0] === '*')
    return fitsSlowly(pattern.slice(1), name) || (name !== '' && fitsSlowly(pattern, name.slice(1)));
  return name !== '' && pattern[0] === name[0] && fitsSlowly(pattern.slice(1), name.slice(1));
}

describe('patterns of names', () => {
  it('read a star as any letters, and nothing else as a pattern', () => {
    expect(nameMatcher(['A-*-X'])('a-wall-x')).toBe(true);
    expect(nameMatcher(['A.B'])('AxB')).toBe(false);
    expect(nameMatcher(['WORK*'])('NETWORK')).toBe(false);
    expect(nameMatcher([])('anything')).toBe(false);
    expect(nameMatcher(['a*a'])('a')).toBe(false);
    expect(nameMatcher(['*'])('')).toBe(true);
  });

  it('answer as trying every way does', () => {
    const letters = fc.string({ unit: fc.constantFrom('a', 'b', '*'), maxLength: 7 });
    const names = fc.string({ unit: fc.constantFrom('a', 'b', 'c'), maxLength: 9 });
    fc.assert(
      fc.property(letters, names, (pattern, name) => {
        expect(nameMatcher([pattern])(name)).toBe(fitsSlowly(pattern, name));
      }),
      { numRuns: 500 },
    );
  });

  it('take no longer for many stars: ten thousand names against forty of them', () => {
    const fits = nameMatcher([`${'*a'.repeat(40)}*b`]);
    let found = 0;
    for (let i = 0; i < 10_000; i++) if (fits(`${'a'.repeat(120)}${i}`)) found++;
    expect(found).toBe(0);
  });
});
