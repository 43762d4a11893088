import { linkspan, shorePower, survey } from '../../../demo/drawings';
import { demoStandard } from '../../../demo/standard';
import { audit } from '../audit/engine';
import { propose, proposeForObjects } from '../audit/likeness/propose';
import { type Drawing, handleOf, kindOf, layerNameOf } from '../dxf/drawing';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { blankStandard, layerOf, type Standard } from '../standard/standard';
import { tokens, wordLikeness } from '../standard/words';
import { type Choices, parseChoices } from './choices';
import { type CorrectionResult, correctDrawing } from './correct';
import { allProposals } from './proposals';

const read = (bytes: Uint8Array): Drawing => {
  const result = readDrawing(bytes);
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};
const correct = (
  bytes: Uint8Array,
  choices: Partial<Choices>,
  findings?: string[],
  standard: Standard = demoStandard,
): CorrectionResult => {
  const result = correctDrawing(bytes, standard, {
    choices: { layers: {}, objects: [], ...choices },
    findings,
  });
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};
const layersOf = (drawing: Drawing): string[] => drawing.layers.map((layer) => layer.name);

describe('decisions on layers', () => {
  it('a layer takes an office name and the office’s properties with it', () => {
    const result = correct(linkspan().bytes, { layers: { Dims: { action: 'map', to: 'G-DIMS' } } }, []);
    const after = read(result.bytes);
    expect(layersOf(after)).toContain('G-DIMS');
    expect(layersOf(after)).not.toContain('Dims');
    expect(after.layerByName.get('g-dims')).toMatchObject({ colour: { number: 3 }, width: 18 });
    // Nothing else is corrected along the way.
    expect(result.after.findings.some((finding) => finding.rule === 'objects/own-colour')).toBe(true);
  });

  it('two layers become one, and both records go', () => {
    const result = correct(
      linkspan().bytes,
      { layers: { Text25: { action: 'map', to: 'G-TEXT' }, Text50: { action: 'map', to: 'G-TEXT' } } },
      [],
    );
    const after = read(result.bytes);
    expect(layersOf(after).filter((name) => /text/i.test(name))).toEqual(['G-TEXT']);
    const before = read(linkspan().bytes);
    const texts = (drawing: Drawing, pattern: RegExp): number => {
      let count = 0;
      for (let row = 0; row < drawing.objects.count; row++)
        if (pattern.test(layerNameOf(drawing, row))) count++;
      return count;
    };
    expect(texts(after, /^G-TEXT$/)).toBe(texts(before, /^Text(25|50)$/));
  });

  it('a layer that is there already takes in the sender’s objects', () => {
    const result = correct(linkspan().bytes, { layers: { Str_Beam: { action: 'map', to: 'S-STEL' } } }, []);
    expect(layersOf(read(result.bytes)).filter((name) => name === 'S-STEL')).toHaveLength(1);
  });

  it('a layer goes with its objects, and nothing else goes', () => {
    const before = read(linkspan().bytes);
    const result = correct(
      linkspan().bytes,
      { layers: { 'str_notes not for issue': { action: 'remove' } } },
      [],
    );
    const after = read(result.bytes);
    expect(after.objects.count).toBe(before.objects.count - 1);
    expect(result.changes.map((change) => [change.property, change.after])).toEqual([
      ['object', 'removed'],
      ['record', 'removed'],
    ]);
  });

  it('a layer with viewports is not removed', () => {
    const result = correct(linkspan().bytes, { layers: { 'viewport frames': { action: 'remove' } } }, []);
    expect(result.changes).toEqual([]);
    expect(result.bytes).toEqual(linkspan().bytes);
  });

  it('a target that the standard does not know changes nothing', () => {
    expect(
      correct(linkspan().bytes, { layers: { Dims: { action: 'map', to: 'NOWHERE' } } }, []).changes,
    ).toEqual([]);
  });
});

describe('decisions on objects', () => {
  it('move one kind from a layer, adding the layer where it is missing', () => {
    const result = correct(
      linkspan().bytes,
      { objects: [{ layer: 'S-STEL', kind: 'dimension', to: 'G-DIMS' }] },
      [],
    );
    const after = read(result.bytes);
    let moved = 0;
    for (let row = 0; row < after.objects.count; row++)
      if (kindOf(after, row) === 'dimension' && layerNameOf(after, row) === 'G-DIMS') moved++;
    expect(moved).toBe(3);
  });
});

describe('everything at once', () => {
  const all: [string, () => { bytes: Uint8Array }][] = [
    ['the survey', survey],
    ['the linkspan', linkspan],
    ['shore power', shorePower],
  ];
  it.each(all)('%s complies after its first proposals are taken', (_, make) => {
    const { bytes } = make();
    const drawing = read(bytes);
    const layers: Choices['layers'] = {};
    const objects: Choices['objects'] = [];
    const proposals = allProposals(drawing, demoStandard);
    for (const finding of audit(drawing, demoStandard).findings.filter(
      (one) => one.correction === 'choice',
    )) {
      // What asks for no layer is another test's.
      if (finding.options?.every(({ needs }) => needs !== 'office layer')) continue;
      const [best] = proposals[finding.key].proposals;
      const to = best?.to ?? 'G-WORK';
      if (finding.rule === 'layers/unknown') layers[finding.subject.layer!] = { action: 'map', to };
      else objects.push({ layer: finding.subject.layer!, kind: finding.subject.kind!, to });
    }
    const result = correct(bytes, { layers, objects });
    expect(result.after.findings.filter((finding) => finding.correction === 'automatic')).toEqual([]);
    expect(result.after.findings.filter((finding) => finding.rule === 'layers/unknown')).toEqual([]);
    // Every object that was there is still there, by handle.
    const handles = (one: Drawing): string[] =>
      Array.from({ length: one.objects.count }, (__, row) => handleOf(one, row));
    expect(handles(read(result.bytes))).toEqual(expect.arrayContaining(handles(drawing)));
  });

  it('a second run has nothing to do', () => {
    const once = correct(survey().bytes, {});
    const twice = correct(once.bytes, {});
    expect(twice.changes).toEqual([]);
    expect(twice.bytes).toEqual(once.bytes);
  });
});

describe('removing objects', () => {
  it('a placement keeps what it needs when one of its attributes goes', () => {
    // Built by hand: a placement with two attributes on layers of their own.
    const file = new DrawingComposer({ version: 'AC1015', units: 4 });
    for (const name of ['A', 'B', 'C']) file.layer({ name, colour: 1 });
    file.symbol('S', (s) => s.line({ layer: '0' }, [0, 0], [1, 1]));
    file.model.place({ layer: 'A' }, 'S', [0, 0]);
    const attribute = (handle: string, layer: string): string =>
      `  0\nATTRIB\n  5\n${handle}\n330\n0\n100\nAcDbEntity\n  8\n${layer}\n100\nAcDbText\n 10\n0.0\n 20\n0.0\n 40\n1.0\n  1\nx\n100\nAcDbAttribute\n  2\nTAG\n 70\n0\n`;
    const text = new TextDecoder().decode(file.bytes());
    const placed = /( {2}0\nINSERT\n[\s\S]*?100\nAcDbBlockReference\n)([\s\S]*?)( {2}0\n)/;
    const seqend = '  0\nSEQEND\n  5\nF3\n330\n0\n100\nAcDbEntity\n  8\nA\n';
    const bytes = new TextEncoder().encode(
      text.replace(
        placed,
        (_, head, body, next) =>
          `${head} 66\n1\n${body}${attribute('F1', 'B')}${attribute('F2', 'C')}${seqend}${next}`,
      ),
    );
    const standard: Standard = {
      ...demoStandard,
      layers: [
        { ...demoStandard.layers[0], name: 'A' },
        { ...demoStandard.layers[0], name: 'Z' },
      ],
    };
    const one = correct(bytes, { layers: { B: { action: 'remove' } } }, [], standard);
    const oneText = new TextDecoder().decode(one.bytes);
    expect(oneText.match(/ATTRIB\n/g)).toHaveLength(1);
    expect(oneText).toContain('SEQEND');
    const both = correct(
      bytes,
      { layers: { B: { action: 'remove' }, C: { action: 'remove' } } },
      [],
      standard,
    );
    const bothText = new TextDecoder().decode(both.bytes);
    expect(bothText).not.toContain('ATTRIB\n');
    expect(bothText).not.toContain('SEQEND');
    expect(bothText).not.toContain(' 66\n1\n');
    expect(bothText).toContain('INSERT\n');
  });
});

describe('crosswalk', () => {
  it('takes names apart', () => {
    expect(tokens('A-WALL_FullHeight2')).toEqual(['a', 'wall', 'full', 'height']);
    expect(tokens('EXIST BLDG.dims')).toEqual(['existing', 'building', 'dimension']);
  });

  it('likens words', () => {
    expect(wordLikeness('text', 'text')).toBe(1);
    expect(wordLikeness('note', 'text')).toBeGreaterThan(0.6);
    expect(wordLikeness('bound', 'boundary')).toBeGreaterThan(0.7);
    expect(wordLikeness('pipe', 'tree')).toBe(0);
  });

  it.each([
    ['TXT', 'text', 'G-TEXT'],
    ['Dimensions', 'dimension', 'G-DIMS'],
    ['Fenders', 'symbol', 'C-QUAY-FEND'],
    ['site boundary', 'polyline', 'V-BNDY'],
    ['Walls', 'line', 'A-WALL'],
  ] as const)('puts %s (%s) with %s, and says why', (name, kind, to) => {
    const [best] = propose(demoStandard, { name, kinds: new Map([[kind, 12]]) });
    expect(best.to).toBe(to);
    expect(best.reasons.join(' ')).toMatch(/reads like|both say|means/);
    expect(best.reasons.join(' ')).toContain('belong there');
  });

  it('says nothing where nothing is near', () => {
    expect(propose(demoStandard, { name: 'Xqzw', kinds: new Map() })).toEqual([]);
  });

  it('sends dimensions to the only layer for dimensions', () => {
    const [best, ...more] = proposeForObjects(demoStandard, 'dimension', 'S-STEL');
    expect(best).toMatchObject({ to: 'G-DIMS', reasons: ['the only layer for dimensions'] });
    expect(more).toEqual([]);
  });
});

describe('a file of choices', () => {
  it('is read, and what is wrong in it is named', () => {
    expect(parseChoices('{"layers":{"A":{"action":"map","to":"B"}}}')).toMatchObject({
      ok: true,
      value: { objects: [] },
    });
    expect(parseChoices('{"layers":{"A":{"action":"burn"}}}')).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('layers, A') },
    });
    expect(parseChoices('nonsense')).toMatchObject({ ok: false });
  });
});

describe('very many objects', () => {
  it('are corrected in one go, as a survey has them', () => {
    const count = 130_000;
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    file.layer({ name: 'POINTS', colour: 7, widthMm: 0.25 });
    // More objects, and more tags, than the arguments of one call hold.
    for (let i = 0; i < count; i++) file.model.line({ layer: 'POINTS', colour: 3 }, [i, 0], [i, 1]);
    const office = {
      ...blankStandard('Office'),
      layers: [layerOf({ name: 'POINTS', widthMm: 0.25 })],
    };
    const result = correct(file.bytes(), {}, undefined, office);
    expect(result.changes).toHaveLength(count);
    expect(result.after.findings).toEqual([]);
  });
});
