import { correctDrawing } from '../../correct/correct';
import { readDrawing } from '../../dxf/read/interpret';
import { DrawingComposer } from '../../dxf/write/composer';
import { templateDrawing } from '../../exchange/template';
import { letteringSchema } from '../../standard/lettering';
import { meaningOf, readsAs } from '../../standard/meanings';
import { PLAIN_RULE } from '../../standard/rule-settings';
import { blankStandard, layerOf, lineOf, type Standard } from '../../standard/standard';
import { audit } from '../engine';
import type { Finding } from '../finding';
import { publishFinding } from '../publish';

const office: Standard = {
  ...blankStandard('Test'),
  linetypes: [
    lineOf({ name: 'Continuous' }),
    lineOf({ name: 'Dashes', elementsMm: [6, -2], clause: '3.1' }),
    lineOf({ name: 'Two dots', elementsMm: [12, -2, 0, -2, 0, -2] }),
    lineOf({
      name: 'Gas',
      elementsMm: [12, -6],
      words: [{ element: 1, text: 'GAS', heightMm: 1.2, style: '', offsetMm: 0, upright: false }],
    }),
  ],
  meanings: [
    { name: 'setback', linetype: 'Dashes', role: '', words: ['setback', 'setb'], clause: '5.1', notes: '' },
    { name: 'boundary', linetype: 'Two dots', role: '', words: ['boundary', 'bndy'], clause: '', notes: '' },
  ],
  working: { layers: ['WORK*'], linetypes: ['Trial'], textStyles: ['Scribble'], words: [] },
  layers: [
    layerOf({ name: 'LINES', widthMm: 0.25, discipline: 'civil' }),
    layerOf({ name: 'WORK', widthMm: 0.25, prints: false, discipline: 'general' }),
    layerOf({ name: 'BOUND', widthMm: 0.25, linetype: 'Two dots', meaning: 'boundary' }),
  ],
};

/** Findings of a drawing whose layers are the office's, against the office with something changed. */
function findings(draw: (file: DrawingComposer) => void, change: Partial<Standard> = {}): readonly Finding[] {
  const read = readDrawing(bytesOf(draw));
  if (!read.ok) throw new Error(read.problem.message);
  return audit(read.value, { ...office, ...change }).findings;
}

function bytesOf(draw: (file: DrawingComposer) => void, version: 'AC1009' | 'AC1024' = 'AC1024'): Uint8Array {
  const file = new DrawingComposer({ version, units: 4 });
  file.linetype('Dashes', '', [6, -2]);
  file.linetype('Two dots', '', [12, -2, 0, -2, 0, -2]);
  file.layer({ name: 'LINES', colour: 7, widthMm: 0.25 });
  file.layer({ name: 'WORK', colour: 7, widthMm: 0.25, prints: false });
  file.layer({ name: 'BOUND', colour: 7, widthMm: 0.25, linetype: 'Two dots' });
  draw(file);
  return file.bytes();
}

const of = (list: readonly Finding[], rule: string) =>
  list.filter((finding) => finding.rule === rule).map(publishFinding);

describe('what a line reads as', () => {
  // source: ISO 128-2, from memory: dot ≤ 0.5 d, gap 3 d, short dash 6 d, dash 12 d, long dash 24 d
  it.each<[number[], string]>([
    [[], 'unbroken'],
    [[12, -3], 'dash'],
    [[12, -18], 'dash'],
    [[24, -3, 0.5, -3], 'dash dot'],
    [[24, -3, 0.5, -3, 0.5, -3], 'dash dot dot'],
    [[0.5, -3, 24, -3, 0, -3], 'dash dot dot'],
    [[24, -3, 6, -3], 'dash short dash'],
    [[0.5, -3], 'dash'],
    [[0, -3], 'dot'],
    [[6, -2, 6, -2], 'dash'],
  ])('%j is %s', (elements, words) => {
    expect(readsAs(elements)).toBe(words);
  });

  it('is asked for by whole parts of a layer’s name, the longest first', () => {
    const name = (layer: string): string | undefined => meaningOf(office.meanings, layer)?.name;
    expect(name('V-SETB-LINE')).toBe('setback');
    expect(name('SiteBoundary')).toBe('boundary');
    expect(name('SETBACK_BNDY')).toBe('setback');
    expect(name('ASETBACKWARDS')).toBeUndefined();
  });
});

describe('lines that do not read as what they mean', () => {
  it('are found on layers of others by their names', () => {
    const list = findings((file) => {
      file.layer({ name: 'SETBACK', colour: 1 });
      file.model.line({ layer: 'SETBACK' }, [0, 0], [9, 0]);
      file.model.line({ layer: 'SETBACK' }, [0, 1], [9, 1]);
      file.model.line({ layer: 'SETBACK', linetype: 'Dashes' }, [0, 2], [9, 2]);
      file.model.text({ layer: 'SETBACK' }, [0, 3], 1, 'Setback');
    });
    expect(of(list, 'lines/meaning')).toMatchObject([
      {
        message: '2 lines of meaning “setback” on layer “SETBACK” read as unbroken.',
        expected: 'dash (Dashes)',
        found: 'unbroken',
        clause: '5.1',
      },
    ]);
  });

  it('are found on the office’s layers only where a linetype of their own is approved of', () => {
    const draw = (file: DrawingComposer): void => {
      file.model.line({ layer: 'BOUND' }, [0, 0], [9, 0]);
      file.model.line({ layer: 'BOUND', linetype: 'Dashes' }, [0, 1], [9, 1]);
    };
    // Else the rule on own linetypes says it, and gives them back.
    expect(of(findings(draw), 'lines/meaning')).toEqual([]);
    const layers = office.layers.map((layer) => ({ ...layer, ownValuesAllowed: ['linetype' as const] }));
    expect(of(findings(draw, { layers }), 'lines/meaning').map(({ found }) => found)).toEqual(['dash']);
  });
});

describe('linetypes of another pattern', () => {
  const wrong = (file: DrawingComposer): void => {
    file.linetype('GAS', 'gas main', [12, -6.5]);
    file.model.line({ layer: 'LINES', linetype: 'GAS' }, [0, 0], [99, 0]);
  };

  it('are found, and brought in line with their words', () => {
    const bytes = bytesOf(wrong);
    const result = correctDrawing(bytes, office, { rules: ['linetypes/redefined'] });
    if (!result.ok) throw new Error(result.problem.message);
    expect(of(result.value.before.findings, 'linetypes/redefined')).toMatchObject([
      { expected: 'dash 12, gap 6 “GAS”', found: 'dash 12, gap 6.5' },
    ]);
    expect(of(result.value.after.findings, 'linetypes/redefined')).toEqual([]);
    const read = readDrawing(result.value.bytes);
    if (!read.ok) throw new Error(read.problem.message);
    const gas = read.value.linetypes.get('gas');
    expect(gas).toMatchObject({ name: 'GAS', description: 'gas main', elements: [12, -6] });
    expect(gas?.marks.get(1)).toMatchObject({ text: 'GAS', scale: 1.2 });
  });

  it('have no words in R12, and are brought in line there too', () => {
    const result = correctDrawing(bytesOf(wrong, 'AC1009'), office, { rules: ['linetypes/redefined'] });
    if (!result.ok) throw new Error(result.problem.message);
    expect(of(result.value.after.findings, 'linetypes/redefined')).toEqual([]);
  });

  it('are found by how their words are set: height, place, style, turn', () => {
    const lettering = letteringSchema.parse({
      styles: [
        { name: 'Pipes', heightMm: 2.5, widthFactor: 0.8 },
        { name: 'Roads', heightMm: 2.5 },
      ],
    });
    const [word] = office.linetypes[3].words;
    const set = (change: Partial<typeof word>): Standard => ({
      ...office,
      lettering,
      linetypes: [
        ...office.linetypes.slice(0, 3),
        { ...office.linetypes[3], words: [{ ...word, style: 'Pipes', ...change }] },
      ],
    });
    // A drawing made by one standard, checked by another whose word is set otherwise.
    const { bytes } = templateDrawing(set({}));
    const says = (change: Partial<typeof word>): string[] => {
      const other = set(change);
      const result = correctDrawing(bytes, other, { rules: ['linetypes/redefined'] });
      if (!result.ok) throw new Error(result.problem.message);
      expect(of(result.value.after.findings, 'linetypes/redefined')).toEqual([]);
      return of(result.value.before.findings, 'linetypes/redefined').map(
        ({ expected, found }) => `${found} / ${expected}`,
      );
    };
    const line = 'dash 12, gap 6 “GAS”: “GAS”';
    const asMade = `${line} 1.2 mm high, in Pipes, on the line`;
    expect(says({})).toEqual([]);
    expect(says({ heightMm: 1.205 })).toEqual([]);
    expect(says({ heightMm: 1.5 })).toEqual([`${asMade} / ${line} 1.5 mm high, in Pipes, on the line`]);
    expect(says({ offsetMm: 0.25 })).toEqual([
      `${asMade} / ${line} 1.2 mm high, in Pipes, 0.25 mm off the line`,
    ]);
    expect(says({ style: 'Roads' })).toEqual([`${asMade} / ${line} 1.2 mm high, in Roads, on the line`]);
    expect(says({ upright: true })).toEqual([
      `${asMade} / ${line} 1.2 mm high, in Pipes, on the line, level`,
    ]);
    // Where the office leaves the style open, any will do.
    expect(says({ style: '' })).toEqual([]);
  });

  it('may be off by what the office allows', () => {
    const near = (file: DrawingComposer): void => file.linetype('Gas', '', [12, -6.05]);
    const plain = {
      linetypes: [lineOf({ name: 'Continuous' }), lineOf({ name: 'Gas', elementsMm: [12, -6] })],
    };
    const layers = { layers: [], meanings: [] };
    expect(of(findings(near, { ...plain, ...layers }), 'linetypes/redefined')).toHaveLength(1);
    const rules = { 'linetypes/redefined': { ...PLAIN_RULE, tolerance: 0.1 } };
    expect(of(findings(near, { ...plain, ...layers, rules }), 'linetypes/redefined')).toEqual([]);
  });
});

describe('working content', () => {
  it('is noted where it does not print, and must go where it does', () => {
    const list = findings((file) => {
      file.layer({ name: 'WORKING-2', colour: 1 });
      file.textStyle({ name: 'Scribble', font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
      file.linetype('Trial', '', [1, -1]);
      file.model.line({ layer: 'WORK' }, [0, 0], [9, 0]);
      file.model.circle({ layer: 'WORKING-2' }, [0, 0], 1);
      file.model.line({ layer: 'LINES', linetype: 'Trial' }, [0, 0], [9, 0]);
      file.model.line({ layer: 'WORK', linetype: 'Trial' }, [0, 0], [9, 0]);
      file.model.text({ layer: 'LINES' }, [0, 0], 1, 'ask Nadja', { style: 'Scribble' });
    });
    expect(of(list, 'working/left').map(({ gravity, found }) => [gravity, found])).toEqual([
      ['must', '1 in the model'],
      ['must', 'Trial'],
      ['must', 'Scribble'],
      ['note', '2 in the model'],
    ]);
  });
});

describe('what an office decides about a rule', () => {
  const draw = (file: DrawingComposer): void => {
    file.model.line({ layer: 'LINES', colour: 1 }, [0, 0], [9, 0]);
    file.model.line({ layer: 'BOUND', colour: 1 }, [0, 0], [9, 0]);
  };
  const own = (rule: Partial<typeof PLAIN_RULE>): (readonly [string | undefined, string])[] =>
    of(
      findings(draw, { rules: { 'objects/own-colour': { ...PLAIN_RULE, ...rule } } }),
      'objects/own-colour',
    ).map(({ subject, gravity }) => [subject.layer, gravity]);

  it('turns it off, changes its weight', () => {
    expect(own({})).toEqual([
      ['LINES', 'should'],
      ['BOUND', 'should'],
    ]);
    expect(own({ on: false })).toEqual([]);
    expect(own({ gravity: 'must' }).map(([, gravity]) => gravity)).toEqual(['must', 'must']);
  });

  it('excepts layers, and looks at some disciplines only', () => {
    expect(own({ exceptLayers: ['BO*'] }).map(([layer]) => layer)).toEqual(['LINES']);
    expect(own({ onlyDisciplines: ['Civil'] }).map(([layer]) => layer)).toEqual(['LINES']);
  });
});
