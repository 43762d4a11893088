import { correctDrawing } from '../../correct/correct';
import { readDrawing } from '../../dxf/read/interpret';
import { DrawingComposer, type NewLayer } from '../../dxf/write/composer';
import type { StandardLayer } from '../../standard/definitions';
import { blankStandard, layerOf, lineOf, type Standard } from '../../standard/standard';
import { audit } from '../engine';
import { publishFinding } from '../publish';
import { RULES } from '.';

type Version = 'AC1009' | 'AC1015' | 'AC1018' | 'AC1024' | 'AC1032';

const layer = (name: string, more: Partial<StandardLayer> = {}): StandardLayer =>
  layerOf({ name, colour: { number: 3 }, widthMm: 0.5, ...more });

const standard = (...layers: StandardLayer[]): Standard => ({
  ...blankStandard('Test'),
  linetypes: [
    lineOf({ name: 'Continuous', description: '', elementsMm: [] }),
    lineOf({ name: 'Broken', description: '', elementsMm: [6, -2] }),
  ],
  layers,
});

const GOOD: NewLayer = { name: 'WALL', colour: 3, widthMm: 0.5 };

function drawing(
  layers: NewLayer[],
  draw: (file: DrawingComposer) => void = () => undefined,
  version: Version = 'AC1024',
): Uint8Array {
  const file = new DrawingComposer({ version, units: 4 });
  file.linetype('Broken', '', [6, -2]);
  for (const one of layers) file.layer(one);
  draw(file);
  return file.bytes();
}

type Published = ReturnType<typeof publishFinding>;

function findings(bytes: Uint8Array, office: Standard): readonly Published[] {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  return audit(read.value, office).findings.map(publishFinding);
}

const rulesOf = (list: readonly Published[]): string[] => list.map((finding) => finding.rule);

describe('every rule', () => {
  it.each(RULES.map((rule) => [rule.meta.id, rule] as const))(
    '%s says what it checks, why, and where it comes from',
    (id, { meta }) => {
      expect(id).toMatch(/^[a-z]+\/[a-z-]+$/);
      for (const words of [meta.title, meta.what, meta.why, meta.source])
        expect(words.length).toBeGreaterThan(5);
    },
  );

  it('a drawing as it should be has no findings, in the same order each time', () => {
    const bytes = drawing([GOOD], (file) => file.model.line({ layer: 'wall' }, [0, 0], [1, 1]));
    expect(findings(bytes, standard(layer('WALL', { kinds: ['line'] })))).toEqual([]);
  });
});

describe('layers', () => {
  const office = standard(layer('WALL', { linetype: 'Broken' }), layer('TEXT', { required: true }));

  it('not in the standard are found with what is on them, also inside symbols', () => {
    const bytes = drawing([{ name: 'Odd', colour: 1 }], (file) => {
      file.symbol('S', (s) => s.circle({ layer: 'ODD' }, [0, 0], 1));
      file.model.line({ layer: 'Odd' }, [5, 6], [7, 8]);
    });
    const [unknown] = findings(bytes, standard());
    expect(unknown).toMatchObject({
      rule: 'layers/unknown',
      gravity: 'must',
      correction: 'choice',
      found: 'Odd',
      at: { space: 'model', x: 5, y: 6 },
    });
    expect(unknown.handles).toHaveLength(2);
    expect(unknown.message).toContain('1 line, 1 circle');
  });

  it('that objects name but the drawing does not define are found too', () => {
    const bytes = drawing([], (file) => file.model.line({ layer: 'Ghost' }, [0, 0], [1, 1]));
    expect(rulesOf(findings(bytes, standard()))).toEqual(['layers/unknown']);
    expect(findings(bytes, standard(layer('GHOST')))[0]).toMatchObject({ rule: 'layers/missing' });
  });

  it('differ in colour, linetype, width and printing, each by itself', () => {
    const bytes = drawing([
      { name: 'WALL', colour: 5, widthMm: 0.25, prints: false },
      { name: 'TEXT', colour: 3, widthMm: 0.5 },
    ]);
    const list = findings(bytes, office);
    expect(list.map(({ rule, expected, found }) => [rule, expected, found])).toEqual([
      ['layers/colour', 'colour 3', 'colour 5'],
      ['layers/linetype', 'Broken', 'Continuous'],
      ['layers/width', '0.5 mm', '0.25 mm'],
      ['layers/printing', 'prints', 'does not print'],
    ]);
    expect(list[0].looks?.expected).toEqual({
      colour: '#00ff00',
      widthMm: 0.5,
      elementsMm: [6, -2],
      prints: true,
    });
  });

  it('left at the default width are told what that is', () => {
    const list = findings(
      drawing([
        { name: 'WALL', colour: 3, linetype: 'Broken' },
        { name: 'TEXT', colour: 3, widthMm: 0.5 },
      ]),
      office,
    );
    expect(list).toMatchObject([{ rule: 'layers/default-width', found: 'default (0.25 mm)' }]);
    // Common practice, no source: 0.25 mm when nothing is set.
    expect(list[0].message).toContain('0.25 mm');
  });

  it('that are required and missing, empty and unknown', () => {
    const list = findings(drawing([{ name: 'Left over', colour: 1 }]), office);
    expect(rulesOf(list)).toEqual(['layers/missing', 'layers/empty-unknown']);
  });

  it('of versions without widths are not accused of any', () => {
    const list = findings(
      drawing(
        [
          { name: 'WALL', colour: 3, linetype: 'Broken' },
          { name: 'TEXT', colour: 3 },
        ],
        undefined,
        'AC1009',
      ),
      office,
    );
    expect(list).toMatchObject([{ rule: 'pens/not-held', gravity: 'note', correction: 'manual' }]);
  });

  it('of versions without RGB are compared with the nearest numbered colour', () => {
    const rgb = standard(layer('WALL', { colour: { rgb: 0x00fe01 } }));
    expect(findings(drawing([GOOD], undefined, 'AC1015'), rgb)).toEqual([]);
    expect(rulesOf(findings(drawing([GOOD]), rgb))).toEqual(['layers/colour']);
  });
});

describe('objects', () => {
  const office = standard(
    layer('WALL', { kinds: ['line', 'symbol'] }),
    layer('DIM', { kinds: ['dimension'] }),
  );
  const both: NewLayer[] = [GOOD, { name: 'DIM', colour: 3, widthMm: 0.5 }];

  it('on a layer not meant for their kind, one finding for each kind', () => {
    const list = findings(
      drawing(both, ({ model }) => {
        model.dimension({ layer: 'WALL' }, [0, 0], [10, 0], 5, 1);
        model.text({ layer: 'WALL' }, [0, 0], 1, 'a');
        model.text({ layer: 'WALL' }, [0, 1], 1, 'b');
      }),
      office,
    );
    expect(list.map(({ rule, found }) => [rule, found])).toEqual([
      ['objects/wrong-layer', '1 dimension'],
      ['objects/wrong-layer', '2 texts'],
    ]);
  });

  it('on the base layer count in the model, not inside symbols', () => {
    const list = findings(
      drawing(both, (file) => {
        file.symbol('S', (s) => s.line({ layer: '0' }, [0, 0], [1, 0]));
        file.model.place({ layer: 'WALL' }, 'S', [0, 0]);
        file.model.line({ layer: '0' }, [0, 0], [1, 1]);
      }),
      office,
    );
    expect(list).toMatchObject([{ rule: 'objects/base-layer', subject: { layer: '0', kind: 'line' } }]);
    expect(list[0].handles).toHaveLength(1);
  });

  it('with values of their own, grouped by layer and value, inside symbols apart', () => {
    const list = findings(
      drawing(both, (file) => {
        file.symbol('S', (s) => {
          s.line({ layer: '0', colour: 0 }, [0, 0], [1, 0]);
          s.line({ layer: 'WALL', colour: 1 }, [0, 0], [1, 0]);
        });
        file.model.place({ layer: 'WALL' }, 'S', [0, 0]);
        for (let i = 0; i < 3; i++) file.model.line({ layer: 'WALL', colour: 1 }, [0, i], [1, i]);
        file.model.line({ layer: 'WALL', colour: 2, linetype: 'Broken', widthMm: 0.35 }, [0, 9], [1, 9]);
      }),
      office,
    );
    expect(list.map(({ rule, found, handles }) => [rule, found, handles.length])).toEqual([
      ['objects/own-colour', 'colour 1', 3],
      ['objects/own-colour', 'colour 2', 1],
      ['objects/own-colour', 'colour 1', 1],
      ['objects/own-linetype', 'Broken', 1],
      ['objects/own-width', '0.35 mm', 1],
    ]);
    expect(list[2].message).toBe('1 object carries a colour of its own inside symbol “S”, on layer “WALL”.');
  });

  it('may carry what the standard approves, within the permitted widths', () => {
    const approving = standard(layer('WALL', { ownValuesAllowed: ['colour', 'width'] }));
    const bytes = drawing([GOOD], ({ model }) => {
      model.line({ layer: 'WALL', colour: 1, widthMm: 0.35 }, [0, 0], [1, 1]);
      model.line({ layer: 'WALL', widthMm: 0.53 }, [0, 0], [1, 1]);
    });
    expect(findings(bytes, approving)).toMatchObject([{ rule: 'pens/not-permitted', found: '0.53 mm' }]);
  });

  it('pictures that programs make for dimensions are left alone', () => {
    const bytes = drawing(both, ({ model }) => model.dimension({ layer: 'DIM' }, [0, 0], [10, 0], 5, 1));
    expect(findings(bytes, office)).toEqual([]);
  });
});

describe('each automatic correction settles its finding and nothing else', () => {
  const office = standard(
    layer('WALL', { linetype: 'Broken', kinds: ['line', 'symbol'] }),
    layer('NEW', { required: true, prints: false, colour: { rgb: 0x123456 } }),
  );
  const bytes = drawing(
    [
      { name: 'WALL', colour: 5, prints: false },
      { name: 'Empty', colour: 1 },
    ],
    (file) => {
      file.symbol('S', (s) => s.line({ layer: 'WALL', colour: 1 }, [0, 0], [1, 0]));
      file.model.place({ layer: 'WALL' }, 'S', [0, 0]);
      file.model.line({ layer: 'WALL', colour: 4, linetype: 'Continuous', widthMm: 0.7 }, [0, 0], [1, 1]);
    },
  );
  const before = findings(bytes, office);
  it.each(before.map((finding) => [finding.key, finding] as const))('%s', (key) => {
    const result = correctDrawing(bytes, office, { findings: [key] });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.after.findings.map((finding) => finding.key)).toEqual(
      before.map((finding) => finding.key).filter((other) => other !== key),
    );
    expect(result.value.changes.length).toBeGreaterThan(0);
  });

  it('and all of them leave nothing', () => {
    const result = correctDrawing(bytes, office);
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.after.findings).toEqual([]);
    expect(result.value.after.verdict).toBe('released');
  });
});
