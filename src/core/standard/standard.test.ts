import { generalArrangement } from '../../../demo/drawings';
import { demoStandard } from '../../../demo/standard';
import { audit } from '../audit/engine';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { learnStandard } from '../learn/learn';
import { STORABLE_WIDTHS_MM } from './definitions';
import { blankStandard, checkStandard, parseStandard, standardJsonSchema, writeStandard } from './standard';

const broken = (change: (data: ReturnType<typeof structuredClone<typeof demoStandard>>) => void) => {
  const data = structuredClone(demoStandard);
  change(data);
  const checked = checkStandard(data);
  if ('standard' in checked) throw new Error('should be refused');
  return checked.faults;
};

describe('a standard', () => {
  it('comes back the same from its export', () => {
    const parsed = parseStandard(writeStandard(demoStandard));
    expect(parsed).toEqual({ ok: true, value: demoStandard });
    if (parsed.ok) expect(writeStandard(parsed.value)).toBe(writeStandard(demoStandard));
  });

  it('is read from a file that was written before some of its parts existed', () => {
    const { format, formatVersion, name, edition, pens, layers, linetypes } = demoStandard;
    const old = {
      format,
      formatVersion,
      name,
      edition,
      pens: { seriesMm: pens.seriesMm, defaultMm: pens.defaultMm },
      naming: { layers: null },
      linetypes: linetypes
        .filter(({ symbols }) => symbols.length === 0)
        .map(({ name: line, description, elementsMm }) => ({ name: line, description, elementsMm })),
      layers: layers.map(({ discipline: _, role: __, meaning: ___, notes: ____, ...layer }) => layer),
    };
    const parsed = parseStandard(JSON.stringify(old));
    if (!parsed.ok) throw new Error(parsed.problem.message);
    const blank = blankStandard(name);
    expect(parsed.value).toMatchObject({
      naming: blank.naming,
      lettering: blank.lettering,
      dimensions: [],
      fills: [],
      parallels: [],
      meanings: [],
      working: blank.working,
      rules: {},
    });
    expect(parsed.value.layers[0]).toMatchObject({ discipline: '', role: '', meaning: '', notes: '' });
  });

  it('names the field that is wrong, and where', () => {
    const [fault] = broken((data) => {
      data.layers[3].linetype = 'Wavy';
    });
    expect(fault.where).toBe('layer “V-SPOT”, linetype');
    expect(fault.message).toContain('no linetype “Wavy”');
  });

  it.each([
    [
      'a width that no drawing can hold',
      (data: typeof demoStandard) => {
        data.layers[0].widthMm = 0.33;
      },
      'cannot hold this width',
    ],
    [
      'a width that is not permitted',
      (data: typeof demoStandard) => {
        data.layers[0].widthMm = 2;
      },
      'not among the permitted',
    ],
    [
      'a name twice in other case',
      (data: typeof demoStandard) => {
        data.layers[1].name = data.layers[0].name.toLowerCase();
      },
      'is there twice',
    ],
    [
      'a name with a forbidden character',
      (data: typeof demoStandard) => {
        data.layers[0].name = 'A|B';
      },
      'a name cannot hold',
    ],
    [
      'widths that do not rise',
      (data: typeof demoStandard) => {
        data.pens.seriesMm = [0.5, 0.25];
      },
      'rise',
    ],
    [
      'a linetype that begins with a gap',
      (data: typeof demoStandard) => {
        data.linetypes[1].elementsMm = [-1, 2];
      },
      'begins with a dash',
    ],
    [
      'a linetype without a gap',
      (data: typeof demoStandard) => {
        data.linetypes[1].elementsMm = [2];
      },
      'needs a gap',
    ],
    [
      'a field nobody knows',
      (data: typeof demoStandard) => {
        Object.assign(data, { extra: 1 });
      },
      'extra',
    ],
  ])('refuses %s', (_, change, words) => {
    expect(
      broken(change)
        .map((fault) => fault.message)
        .join(' '),
    ).toContain(words);
  });

  it('explains JSON that is none', () => {
    expect(parseStandard('{"format": ')).toMatchObject({ ok: false, problem: { code: 'not-json' } });
    expect(parseStandard('[]')).toMatchObject({ ok: false, problem: { code: 'bad-standard' } });
  });

  it('begins with the published series of widths, as far as drawings can hold them', () => {
    // source: ISO 128-2:2020, from memory
    const published = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2];
    expect(blankStandard('x').pens.seriesMm).toEqual(published);
    for (let i = 2; i < published.length; i++) expect(published[i] / published[i - 2]).toBeCloseTo(2, 0.5);
    for (const mm of published) expect(STORABLE_WIDTHS_MM).toContain(mm);
  });

  it('publishes a schema that names every field', () => {
    const text = JSON.stringify(standardJsonSchema());
    for (const field of Object.keys(demoStandard.layers[0])) expect(text).toContain(`"${field}"`);
  });
});

describe('the demo standard', () => {
  it('has line elements by the published rule', () => {
    // source: ISO 128-2, from memory: dash 12 d, gap 3 d, long dash 24 d; here for d = 0.25 mm
    const d = 0.25;
    const hidden = demoStandard.linetypes.find((linetype) => linetype.name === 'OHW-Hidden');
    expect(hidden?.elementsMm).toEqual([12 * d, -3 * d]);
    const axis = demoStandard.linetypes.find((linetype) => linetype.name === 'OHW-Axis');
    expect(axis?.elementsMm).toEqual([24 * d, -3 * d, 0, -3 * d]);
  });

  it('keeps the order of pens that is common practice: outline over dimension over hidden', () => {
    const width = (name: string): number =>
      demoStandard.layers.find((layer) => layer.name === name)?.widthMm ?? 0;
    expect(width('A-WALL')).toBeGreaterThan(width('G-DIMS'));
    expect(width('G-DIMS')).toBeGreaterThanOrEqual(width('S-HIDN'));
    expect(width('C-QUAY-EDGE')).toBeGreaterThan(width('A-WALL'));
  });
});

describe('learning a standard', () => {
  const drawing = readDrawing(generalArrangement(false).bytes);
  if (!drawing.ok) throw new Error(drawing.problem.message);
  const learnt = learnStandard(drawing.value, 'Learnt');

  it('gives a valid standard that the drawing complies with', () => {
    expect(checkStandard(learnt)).toHaveProperty('standard');
    // How near lines stand to each other no definition says.
    const found = audit(drawing.value, learnt).findings.filter(({ rule }) => rule !== 'lines/too-near');
    expect(found).toEqual([]);
  });

  it('finds the layers with their properties, and the kinds on them', () => {
    expect(learnt.layers).toHaveLength(demoStandard.layers.length);
    const dimensions = learnt.layers.find((layer) => layer.name === 'G-DIMS');
    expect(dimensions).toMatchObject({
      kinds: ['dimension'],
      colour: { number: 3 },
      widthMm: 0.18,
      prints: true,
    });
    expect(learnt.layers.find((layer) => layer.name === 'G-VIEW')?.prints).toBe(false);
    expect(learnt.linetypes.find((linetype) => linetype.name === 'OHW-Axis')?.elementsMm).toEqual([
      6, -0.75, 0, -0.75,
    ]);
  });

  it('gives a valid standard from an odd drawing too, and the drawing complies', () => {
    const file = new DrawingComposer({ version: 'AC1015', units: 4 });
    file.linetype('Backwards', 'begins with a gap', [-1, 3]);
    file.layer({ name: 'OTHER|WALL', colour: 1 });
    file.layer({ name: 'ODD', colour: 2, linetype: 'Backwards' });
    file.model.line({ layer: '0' }, [0, 0], [1, 1]);
    file.model.line({ layer: 'ODD', colour: 5, widthMm: 0.5 }, [0, 0], [1, 1]);
    const odd = readDrawing(file.bytes());
    if (!odd.ok) throw new Error(odd.problem.message);
    const standard = learnStandard(odd.value, 'Odd');
    expect(checkStandard(standard)).toHaveProperty('standard');
    expect(standard.layers.map((layer) => layer.name)).toEqual(['0', 'ODD']);
    expect(audit(odd.value, standard).verdict).toBe('released');
  });
});
