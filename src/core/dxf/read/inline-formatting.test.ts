import fc from 'fast-check';
import { withoutOverrides } from './inline-formatting';
import { multiLineText, parseMultiLine } from './multi-line-text';

describe('formatting within multi-line text', () => {
  it.each<[string, string, string[]]>([
    ['plain', 'plain', []],
    ['{\\fArial|b0|i0;Wall} \\H1.5x;A', '{Wall} A', ['font', 'height']],
    ['\\A1;\\C1;red \\Lunder\\l', '\\A1;red \\Lunder\\l', ['colour']],
    ['\\S1/2; \\pql;left\\Pnext', '\\S1/2; \\pql;left\\Pnext', []],
    ['\\W0.8;\\Q15;\\T1.2;x', 'x', ['width', 'slant', 'spacing']],
    ['a \\\\H no code', 'a \\\\H no code', []],
    ['\\Hunended', '', ['height']],
    ['^\\C3; x', '^{} x', ['colour']],
    ['^\\C3;J%%\\C1;\\C2;d 5%\\C1; x', '^{}J%%{}d 5%{} x', ['colour']],
    ['\\c255;\\Farial.ttf;x', 'x', ['colour', 'font']],
  ])('%s', (raw, after, kinds) => {
    const taken = withoutOverrides(raw);
    expect(taken.raw).toBe(after);
    expect([...taken.kinds]).toEqual(kinds);
  });

  it('goes, and the words stay, whatever is written', () => {
    const piece = fc.oneof(
      fc.string({ maxLength: 6 }),
      fc.constantFrom(
        '\\P',
        '\\fArial;',
        '\\H2;',
        '\\C3;',
        '{',
        '}',
        '\\S1#2;',
        '\\L',
        '%%d',
        '\\~',
        '\\\\',
        '^J',
        ';',
        '^',
        '%',
        'J',
        ' ',
        '12',
      ),
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 20 }), (pieces) => {
        const raw = pieces.join('');
        const { raw: after } = withoutOverrides(raw);
        expect(multiLineText(after)).toEqual(multiLineText(raw));
        // Done again it finds nothing, and no run looks otherwise than the style.
        expect(withoutOverrides(after)).toEqual({ raw: after, kinds: new Set() });
        for (const { runs } of parseMultiLine(after, 1))
          for (const run of runs) expect([run.size, run.colour, run.tracking]).toEqual([1, null, 1]);
      }),
      { numRuns: 1000 },
    );
  });
});
