import fc from 'fast-check';
import { DrawingEditor } from '../correct/editor';
import { applyByteEdits } from '../dxf/edit/edits';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { learnStandard } from '../learn/learn';
import { buildPicture } from '../picture/build';
import { linetypeSchema, type StandardLinetype } from './definitions';
import { letteringSchema } from './lettering';
import {
  clearanceMm,
  familyName,
  formatElements,
  formatLine,
  formatTooWide,
  parseElements,
  tightestBendMm,
  withWords,
  wordWidthMm,
} from './line-words';
import { blankStandard, checkStandard, lineOf } from './standard';

const service: StandardLinetype = lineOf({
  name: 'Service-W',
  description: 'Water',
  elementsMm: [12, -4],
  words: [{ element: 1, text: 'W', heightMm: 1, style: '', offsetMm: 0, upright: false }],
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
    expect(
      faults([{ element: 1, text: 'FIRE MAIN', heightMm: 2, style: '', offsetMm: 0, upright: false }])[0],
    ).toMatch(/“FIRE MAIN” is [\d.]+ mm wide, its gap is 4 mm/);
    expect(faults([{ element: 0, text: 'W', heightMm: 1, style: '', offsetMm: 0, upright: false }])).toEqual([
      '“W” needs a gap to stand in',
    ]);
  });

  it('are as wide as their text style makes them', () => {
    // ISO 3098, from memory: letters 2/10 of the height apart; a slant of 45° leans over by the height
    expect(wordWidthMm('II', 10)).toBeCloseTo(2);
    expect(wordWidthMm('II', 10, { face: 'stroke', widthFactor: 0.5, slantDeg: 0 })).toBeCloseTo(1);
    expect(wordWidthMm('II', 10, { face: 'stroke', widthFactor: 1, slantDeg: 45 })).toBeCloseTo(12);
    expect(wordWidthMm('II', 10, { face: 'stroke', widthFactor: 1, slantDeg: -45 })).toBeCloseTo(12);
    // Letters of even width, whichever they are.
    const mono = { face: 'mono', widthFactor: 1, slantDeg: 0 } as const;
    expect(wordWidthMm('iii', 1, mono)).toBeCloseTo(wordWidthMm('WWW', 1, mono));
    expect(wordWidthMm('', 1, mono)).toBe(0);
  });

  it('in a style must fit as that style sets them, and the style must be there', () => {
    const office = blankStandard('Office');
    const wide = { ...service, words: [{ ...service.words[0], heightMm: 3, style: 'Wide' }] };
    const faults = (widthFactor: number, style = 'Wide'): string[] => {
      const lettering = letteringSchema.parse({ styles: [{ name: style, heightMm: 2.5, widthFactor }] });
      const checked = checkStandard({ ...office, lettering, linetypes: [wide] });
      return 'faults' in checked ? checked.faults.map(({ message }) => message) : [];
    };
    expect(faults(1)).toEqual([]);
    expect(faults(2)).toEqual(['“W” is 5.28 mm wide, its gap is 4 mm']);
    expect(faults(1, 'Narrow')).toEqual(['the standard has no text style “Wide”']);
  });

  it('that are too wide by a hair are said with the digits that show it', () => {
    expect(formatTooWide('FUEL', 3.216, 2)).toBe('“FUEL” is 3.22 mm wide, its gap is 2 mm');
    expect(formatTooWide('FUEL', 3.2161, 3.216)).toBe('“FUEL” is 3.22 mm wide, its gap is 3.216 mm');
    expect(formatTooWide('FUEL', 3.22004, 3.22)).toBe('“FUEL” is 3.22004 mm wide, its gap is 3.22 mm');
  });

  it('beside the line need no room in it, and leave it unbroken at a dot', () => {
    const above = (offsetMm: number, elementsMm: number[]): string[] =>
      (
        linetypeSchema.safeParse({
          ...service,
          elementsMm,
          words: [{ ...service.words[0], text: 'FIRE MAIN', heightMm: 2, offsetMm }],
        }).error?.issues ?? []
      ).map(({ message }) => message);
    expect(above(1.5, [12, -4])).toEqual([]);
    expect(above(-1.5, [12, 0])).toEqual([]);
    expect(above(1, [12, -4])).toEqual([expect.stringContaining('its gap is 4 mm')]);
    expect(above(0, [12, 0])).toEqual(['“FIRE MAIN” needs a gap to stand in']);
    expect(above(1.5, [0, 12])).toContain('“FIRE MAIN” needs a gap or a dot to stand at');
    // Without a mark at its dot, a line of dash and dot is no pattern.
    const bare = linetypeSchema.safeParse({ ...service, elementsMm: [12, 0], words: [] });
    expect(bare.error?.issues[0].message).toBe('a linetype that is not continuous needs a gap');
  });

  it('beside the line keep their pattern for other words', () => {
    const above = { ...service, words: [{ ...service.words[0], offsetMm: 1 }] };
    expect(withWords(above, 'Service-FIRE', 'FIRE MAIN')).toMatchObject({
      elementsMm: [12, -4],
      words: [{ text: 'FIRE MAIN', offsetMm: 1 }],
    });
  });

  it('in a style of the standard bring it into a drawing that lacks it', () => {
    const { styles } = letteringSchema.parse({
      styles: [{ name: 'Pipes', heightMm: 2.5, widthFactor: 0.8, slantDeg: 15, face: 'serif' }],
    });
    const styled = { ...service, words: [{ ...service.words[0], style: 'Pipes', offsetMm: -0.25 }] };
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    file.layer({ name: 'PIPE', colour: 5 });
    file.layer({ name: 'DRAIN', colour: 5 });
    file.model.line({ layer: 'PIPE' }, [0, 0], [100, 0]);
    const bytes = file.bytes();
    const before = readDrawing(bytes);
    if (!before.ok) throw new Error(before.problem.message);
    const editor = new DrawingEditor(before.value, styles);
    const other = { ...styled, name: 'Service-D' };
    editor.setLayerLinetype(before.value.layerByName.get('pipe')!, styled.name, styled);
    editor.setLayerLinetype(before.value.layerByName.get('drain')!, other.name, other);
    const after = readDrawing(applyByteEdits(bytes, editor.edits.byteEdits()));
    if (!after.ok) throw new Error(after.problem.message);
    expect([...after.value.textStyles.keys()].filter((name) => name === 'pipes')).toHaveLength(1);
    const learnt = learnStandard(after.value, 'back');
    expect(learnt.linetypes.find((one) => one.name === styled.name)).toEqual(styled);
    expect(learnt.linetypes.find((one) => one.name === other.name)).toEqual(other);
    const [look] = buildPicture(after.value, null, { defaultWidthMm: 0.25 }).head.looks;
    expect(look.marks[0]).toMatchObject({ face: 'serif', widthFactor: 0.8, height: 1 });
    expect(look.marks[0].slantRad).toBeCloseTo(Math.PI / 12);
    expect(look.marks[0].dy).toBeCloseTo(-0.75);
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
      lineOf({ name, elementsMm: [12, -4], words: [{ ...service.words[0], text }] });
    expect(familyName(line('OHW-Fuel', 'FUEL'), 'GAS')).toBe('OHW-GAS');
    expect(familyName(line('Fuel-main', 'FUEL'), 'GAS')).toBe('GAS-main');
    expect(familyName(line('OHW-Pipe', 'W'), 'GAS')).toBe('OHW-Pipe-GAS');
    expect(familyName(line('Pipe', 'W'), 'GAS')).toBe('Pipe-GAS');
  });
});

describe('a line in words', () => {
  const mark = { symbol: 'RING', element: 1 };
  it.each([
    ['unbroken', [], [], []],
    ['dash 6, gap 1.5', [6, -1.5], [], []],
    ['dash 6, gap 2, with RING', [6, -2], [], [mark]],
    ['unbroken, RING every 20 mm', [10, 0, 10], [], [mark]],
    ['unbroken, “G” every 20 mm', [10, 0, 10], [{ element: 1, text: 'G' }], []],
  ])('%s', (said, elementsMm, words, symbols) => {
    expect(formatLine({ elementsMm, words, symbols })).toBe(said);
  });
});

describe('bends that a word fits', () => {
  it('follow from the height of an arc over its chord', () => {
    const word = { text: 'WATER', heightMm: 2 };
    const look = { face: 'stroke', widthFactor: 1, slantDeg: 0 } as const;
    const radius = tightestBendMm(word, look);
    const half = wordWidthMm(word.text, word.heightMm, look) / 2;
    // On a circle of that radius the middle of the word's chord lies a quarter of its height off.
    expect(radius - Math.sqrt(radius ** 2 - half ** 2)).toBeCloseTo(0.5, 9);
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
    // A gap of nothing leaves the line unbroken: what stands there stands on it.
    expect(parseElements('dash 10, gap 0 “G”, dash 10')).toEqual({
      elementsMm: [10, 0, 10],
      words: [{ element: 1, text: 'G' }],
    });
  });

  it.each(['12, -3', 'dash', 'dot 3', 'dash 3 “W”', 'gap 3 W', 'gap 3 “W', 'dash -3', 'dash 3 gap 1'])(
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
      fc.record({ kind: fc.constant('dot' as const), word: fc.option(word) }),
      fc.record({ kind: fc.constant('gap' as const), length, word: fc.option(word) }),
    );
    fc.assert(
      fc.property(fc.array(element, { maxLength: 12 }), (elements) => {
        const elementsMm = elements.map((one) =>
          one.kind === 'dot' ? 0 : one.kind === 'dash' ? one.length : -one.length,
        );
        const words = elements.flatMap((one, i) =>
          one.kind !== 'dash' && one.word !== null ? [{ element: i, text: one.word }] : [],
        );
        expect(parseElements(formatElements({ elementsMm, words }))).toEqual({
          elementsMm,
          words,
        });
      }),
    );
  });
});
