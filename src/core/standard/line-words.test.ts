import fc from 'fast-check';
import { DrawingComposer } from '../dxf/composer';
import { DrawingEditor } from '../dxf/editor';
import { applyByteEdits } from '../dxf/edits';
import { readDrawing } from '../dxf/interpret';
import { buildPicture } from '../picture/build';
import { learnStandard } from './learn';
import { clearanceMm, familyName, parseElements, sayElements, withWords, wordWidthMm } from './line-words';
import { lineOf, linetypeSchema, type StandardLinetype } from './standard';

const service: StandardLinetype = lineOf({
  name: 'Service-W',
  description: 'Water',
  elementsMm: [12, -4],
  words: [{ element: 1, text: 'W', heightMm: 1, upright: false }],
});

describe('words on a line', () => {
  it('stand clear in their gap', () => {
    // common practice: dash 12, gap 4 and a letter of height 1 centred in the gap leaves more than 1 mm on either side
    expect(wordWidthMm('W', 1)).toBeCloseTo(0.88);
    expect(clearanceMm(service, service.words[0])).toBeCloseTo((4 - 0.88) / 2);
    expect(clearanceMm(service, service.words[0])).toBeGreaterThan(1);
  });

  it('that do not fit, or stand in no gap, are refused', () => {
    const faults = (words: StandardLinetype['words']): string[] =>
      (linetypeSchema.safeParse({ ...service, words }).error?.issues ?? []).map((issue) => issue.message);
    expect(faults([{ element: 1, text: 'FIRE MAIN', heightMm: 2, upright: false }])[0]).toMatch(
      /“FIRE MAIN” is [\d.]+ mm wide, its gap is 4 mm/,
    );
    expect(faults([{ element: 0, text: 'W', heightMm: 1, upright: false }])).toEqual([
      '“W” needs a gap to stand in',
    ]);
  });

  it('change for each service while the rest of the line stays', () => {
    const gas = withWords(service, 'Service-GAS', 'GAS');
    expect(gas.elementsMm[0]).toBe(12);
    expect(clearanceMm(gas, gas.words[0])).toBeCloseTo(clearanceMm(service, service.words[0]), 3);
    expect(linetypeSchema.safeParse(gas).success).toBe(true);
  });

  it('are written into a drawing, learnt back the same, and drawn centred in their gap', () => {
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    file.layer({ name: 'PIPE', colour: 5 });
    file.model.line({ layer: 'PIPE' }, [0, 0], [100, 0]);
    const bytes = file.bytes();
    const before = readDrawing(bytes);
    if (!before.ok) throw new Error(before.problem.message);
    const editor = new DrawingEditor(before.value);
    editor.setLayerLinetype(before.value.layerByName.get('pipe')!, service.name, service);
    const after = readDrawing(applyByteEdits(bytes, editor.edits.byteEdits()));
    if (!after.ok) throw new Error(after.problem.message);
    const learnt = learnStandard(after.value, 'back').linetypes.find((one) => one.name === service.name);
    expect(learnt).toEqual(service);
    const [look] = buildPicture(after.value, null, { defaultWidthMm: 0.25 }).head.looks;
    expect(look.dashes).toEqual([12, -4]);
    const [mark] = look.marks;
    expect(mark).toMatchObject({ element: 1, text: 'W', height: 1, upright: false });
    // From the end of the gap back by half the gap and half the word; down by half the height.
    expect(mark.dx).toBeCloseTo(-(4 + 0.88) / 2);
    expect(mark.dy).toBeCloseTo(-0.5);
  });

  it('names a family after its base', () => {
    const line = (name: string, text: string): StandardLinetype =>
      lineOf({ name, elementsMm: [12, -4], words: [{ element: 1, text, heightMm: 1, upright: false }] });
    expect(familyName(line('OHW-Fuel', 'FUEL'), 'GAS')).toBe('OHW-GAS');
    expect(familyName(line('Fuel-main', 'FUEL'), 'GAS')).toBe('GAS-main');
    expect(familyName(line('OHW-Pipe', 'W'), 'GAS')).toBe('OHW-Pipe-GAS');
    expect(familyName(line('Pipe', 'W'), 'GAS')).toBe('Pipe-GAS');
  });
});

describe('elements in words', () => {
  it('are read as they are written, and by hand', () => {
    expect(parseElements('dash 12, gap 4 “W”, dot, gap 1.5')).toEqual({
      elementsMm: [12, -4, 0, -1.5],
      words: [{ element: 1, text: 'W' }],
    });
    expect(parseElements('Dash 12mm; GAP 6 "A, B"')).toEqual({
      elementsMm: [12, -6],
      words: [{ element: 1, text: 'A, B' }],
    });
    expect(parseElements('dash 12, gap 6 “2" main”')?.words).toEqual([{ element: 1, text: '2" main' }]);
    expect(parseElements('')).toEqual({ elementsMm: [], words: [] });
  });

  it.each(['12, -3', 'dash', 'dash 0', 'dot 3', 'dot “W”', 'gap 3 W', 'gap 3 “W', 'dash -3', 'dash 3 gap 1'])(
    'are refused where they cannot be meant: %s',
    (text) => {
      expect(parseElements(text)).toBeNull();
    },
  );

  it('come back the same from their words', () => {
    const length = fc.double({ min: 0.001, max: 1000, noNaN: true });
    const word = fc.stringMatching(/^[\p{L}\d",;.&-]{1,12}$/u);
    const element = fc.oneof(
      fc.record({ kind: fc.constant('dash' as const), length }),
      fc.record({ kind: fc.constant('dot' as const) }),
      fc.record({ kind: fc.constant('gap' as const), length, word: fc.option(word) }),
    );
    fc.assert(
      fc.property(fc.array(element, { maxLength: 12 }), (elements) => {
        const elementsMm = elements.map((one) =>
          one.kind === 'dot' ? 0 : one.kind === 'dash' ? one.length : -one.length,
        );
        const words = elements.flatMap((one, i) =>
          one.kind === 'gap' && one.word !== null
            ? [{ element: i, text: one.word, heightMm: 1, upright: false }]
            : [],
        );
        expect(parseElements(sayElements({ elementsMm, words }))).toEqual({
          elementsMm,
          words: words.map(({ element, text }) => ({ element, text })),
        });
      }),
    );
  });
});
