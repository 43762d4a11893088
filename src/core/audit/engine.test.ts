import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import type { RuleSetting } from '../standard/rule-settings';
import { audit, plainAudit } from './engine';
import type { Rule } from './rule';
import { RULES } from './rules';
import { office, officeLayer, withSetting } from './rules/testing';
import { formatValue, words } from './value';

const OWN_COLOUR = RULES.find(({ meta }) => meta.id === 'objects/own-colour')!;

function drawingOf(draw: (file: DrawingComposer) => void) {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  draw(file);
  const read = readDrawing(file.bytes());
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
}

/** Objects that carry colours: on two layers, and inside a symbol. */
const drawing = drawingOf((file) => {
  file.symbol('Valve', (s) => s.line({ layer: 'LINES', colour: 1 }, [0, 0], [9, 0]));
  file.model.line({ layer: 'LINES', colour: 1 }, [0, 0], [9, 0]);
  file.model.line({ layer: 'LINES', colour: 1 }, [0, 1], [9, 1]);
  file.model.line({ layer: 'BOUND', colour: 2 }, [0, 2], [9, 2]);
  file.model.place({ layer: 'LINES' }, 'Valve', [3, 3]);
});
const standard = office([
  officeLayer('LINES', { discipline: 'civil' }),
  officeLayer('BOUND', { discipline: 'general' }),
]);

const failing: Rule = {
  meta: { ...OWN_COLOUR.meta, id: 'test/failing', stage: 'looks' },
  visit: () => ({
    on: {
      line: () => {
        throw new Error('on purpose');
      },
    },
    finish: () => [],
  }),
};

describe('a rule that throws', () => {
  it('is named, holds the drawing, and keeps no other from going on', () => {
    const all = audit(drawing, standard, [failing, ...RULES]);
    expect(all.failures).toEqual([
      { rule: 'test/failing', message: 'This rule failed and checked nothing: on purpose.' },
    ]);
    expect(all.verdict).toBe('held');
    expect(all.findings).toEqual(audit(drawing, standard).findings);
  });

  it('reports nothing of what it found before', () => {
    const half: Rule = {
      ...failing,
      visit: () => ({
        on: {},
        *finish() {
          yield { subject: {}, message: 'first', expected: words('a'), found: words('b') };
          throw new Error('then');
        },
      }),
    };
    expect(audit(drawing, standard, [half]).findings).toEqual([]);
  });
});

describe('an audit', () => {
  it('shows each object once, to those that listen to its kind', () => {
    const seen: Record<string, number[]> = { any: [], symbol: [] };
    const listening: Rule = {
      ...failing,
      visit: () => ({
        on: { any: (row) => void seen.any.push(row), symbol: (row) => void seen.symbol.push(row) },
        finish: () => [],
      }),
    };
    audit(drawing, standard, [listening]);
    expect(seen.any).toEqual(Array.from({ length: drawing.objects.count }, (_, row) => row));
    expect(seen.symbol).toHaveLength(1);
  });

  it('is plain data, the same each time but for how long it took', () => {
    const [one, two] = [plainAudit(audit(drawing, standard)), plainAudit(audit(drawing, standard))];
    expect(structuredClone(one)).toEqual(one);
    expect({ ...two, times: {} }).toEqual({ ...one, times: {} });
    expect(Object.keys(one.times)).toEqual(RULES.map(({ meta }) => meta.id));
  });

  it('names places with their boxes, in the coordinates of the drawing', () => {
    const [first] = audit(drawing, standard, [OWN_COLOUR]).findings;
    expect(first.places).toEqual([
      { space: 'model', sheet: null, x: 0, y: 0, box: [0, 0, 9, 0] },
      { space: 'model', sheet: null, x: 0, y: 1, box: [0, 1, 9, 1] },
    ]);
  });

  it('names the sheet that shows what lies in the model, and none where none does', () => {
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    file.layer({ name: 'Odd', colour: 1 });
    file.model.line({ layer: 'Odd' }, [0, 0], [100, 0]);
    file.model.line({ layer: 'Odd' }, [90_000, 0], [90_100, 0]);
    const sheet = file.sheet('Plan', 420, 297);
    sheet.viewport({ layer: '0' }, [200, 150], 200, 100, [50, 0], 10);
    sheet.line({ layer: 'Odd' }, [5, 5], [9, 5]);
    const read = readDrawing(file.bytes());
    if (!read.ok) throw new Error(read.problem.message);
    const places = audit(read.value, office([])).findings.flatMap((finding) => finding.places);
    expect(places.filter(({ y }) => y === 0).map(({ space, sheet: on, x }) => [space, on, x])).toEqual([
      ['model', 'Plan', 0],
      ['model', null, 90_000],
    ]);
    expect(places).toContainEqual(expect.objectContaining({ space: 'sheet Plan', sheet: 'Plan', x: 5 }));
  });

  it('says where a mirrored circle really lies', () => {
    // An extrusion that points down turns the x axis round: the centre is written at 5 and lies at -5.
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    file.model.circle({ layer: 'Odd' }, [5, 7], 2);
    const text = new TextDecoder().decode(file.bytes());
    const mirrored = text.replace(/( 40\n2\.0\n)/, '$1210\n0.0\n220\n0.0\n230\n-1.0\n');
    expect(mirrored).not.toBe(text);
    const read = readDrawing(new TextEncoder().encode(mirrored));
    if (!read.ok) throw new Error(read.problem.message);
    const [unknown] = audit(read.value, office([])).findings;
    expect(unknown.places[0]).toMatchObject({ x: -5, y: 7, box: [-7, 5, -3, 9] });
  });
});

describe('what an office leaves alone', () => {
  const found = (setting: Partial<RuleSetting>): string[] =>
    audit(drawing, withSetting(standard, OWN_COLOUR, setting), [OWN_COLOUR]).findings.map(
      ({ subject, found: value, handles }) => `${subject.layer} ${formatValue(value)} ${handles.length}`,
    );

  it('is nothing unless it says so', () => {
    expect(found({})).toEqual(['LINES colour 1 2', 'BOUND colour 2 1', 'LINES colour 1 1']);
  });
  it('can be layers, and disciplines it does not look at', () => {
    expect(found({ exceptLayers: ['BO*'] })).toEqual(['LINES colour 1 2', 'LINES colour 1 1']);
    expect(found({ onlyDisciplines: ['General'] })).toEqual(['BOUND colour 2 1']);
  });
  it('can be what is inside symbols of a name', () => {
    expect(found({ exceptSymbols: ['val*'] })).toEqual(['LINES colour 1 2', 'BOUND colour 2 1']);
  });
  it('can be a single object: the others of its finding stay', () => {
    const [{ handles }] = audit(drawing, standard, [OWN_COLOUR]).findings;
    expect(found({ exceptObjects: [handles[0]] })).toEqual([
      'LINES colour 1 1',
      'BOUND colour 2 1',
      'LINES colour 1 1',
    ]);
  });
  it('can be names, as they stand in findings', () => {
    expect(found({ exceptNames: ['colour 2'] })).toEqual(['LINES colour 1 2', 'LINES colour 1 1']);
  });
});

describe('a setting that is none of a rule', () => {
  it('is said, and the rule’s own is used', () => {
    const odd = withSetting(standard, OWN_COLOUR, { settings: { nonsense: 3 } });
    const { notChecked, findings } = audit(drawing, odd, [OWN_COLOUR]);
    expect(notChecked).toEqual([
      {
        rule: 'objects/own-colour',
        what: 'The setting “nonsense” is none of this rule’s: its own values were used.',
      },
    ]);
    expect(findings).toHaveLength(3);
  });
});

describe('keys of findings', () => {
  it('are the same when objects before them go, in files without handles too', () => {
    const make = (before: boolean): string[] => {
      const file = new DrawingComposer({ version: 'AC1009', units: 4 });
      if (before) file.model.circle({ layer: 'LINES' }, [0, 0], 5);
      file.model.line({ layer: 'LINES', colour: 1 }, [0, 0], [9, 0]);
      const read = readDrawing(file.bytes());
      if (!read.ok) throw new Error(read.problem.message);
      return audit(read.value, standard, [OWN_COLOUR]).findings.map(({ key }) => key);
    };
    expect(make(true)).toEqual(make(false));
    expect(make(true)).toHaveLength(1);
  });
});
