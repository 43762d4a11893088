import { demoDrawings, generalArrangement } from '../../../demo/drawings';
import { demoStandard } from '../../../demo/standard';
import { audit } from '../audit/engine';
import { readDrawing } from '../dxf/read/interpret';
import { templateDrawing } from '../exchange/template';
import { learnStandard } from '../learn/learn';
import { differences } from './differences';
import type { NamedKind } from './named-kinds';
import { blankStandard, checkStandard } from './standard';
import { adopted, offerKey, offers, takeOver } from './take-over';

function learntFrom(bytes: Uint8Array) {
  const drawing = readDrawing(bytes);
  if (!drawing.ok) throw new Error(drawing.problem.message);
  return learnStandard(drawing.value, 'Learnt');
}
const blank = blankStandard('Ostrelin Harbour Works Office');

describe('taking over what was learnt', () => {
  it('has nothing to offer a standard that was learnt from its own template', () => {
    expect(offers(demoStandard, learntFrom(templateDrawing(demoStandard).bytes))).toEqual([]);
  });

  it('gives a blank draft the whole standard back, when all is taken', () => {
    const learnt = learntFrom(templateDrawing(demoStandard).bytes);
    const all = offers(blank, learnt);
    expect(new Set(all.map(({ kind }) => kind)).size).toBe(10);
    const next = takeOver(blank, learnt, all.map(offerKey));
    expect(checkStandard(next)).toHaveProperty('standard');
    const left = differences(next, demoStandard).filter(
      ({ kind }) => !['Pens', 'Naming', 'Lettering', 'Working content', 'Rule'].includes(kind),
    );
    expect(left).toEqual([]);
  });

  it('brings along what a definition needs, and nothing else', () => {
    const learnt = learntFrom(templateDrawing(demoStandard).bytes);
    const next = takeOver(blank, learnt, ['Layer|s-hidn', 'Dimension style|ohw-metres']);
    expect(checkStandard(next)).toHaveProperty('standard');
    expect(next.layers.map(({ name }) => name)).toEqual(['S-HIDN']);
    expect(next.linetypes.map(({ name }) => name)).toEqual(['Continuous', 'OHW-Hidden']);
    expect(next.dimensions.map(({ name }) => name)).toEqual(['OHW-Millimetres', 'OHW-Metres']);
    expect(next.lettering.styles.map(({ name }) => name)).toEqual(['OHW-Dims']);
    // The draft knows neither the role nor the meaning of the layer.
    expect(next.layers[0]).toMatchObject({ role: '', meaning: '' });
  });

  it('brings along the text style that words on a line are set in', () => {
    const styled = structuredClone(demoStandard);
    styled.linetypes.find(({ name }) => name === 'OHW-Fuel')!.words[0].style = 'OHW-Dims';
    const learnt = learntFrom(templateDrawing(styled).bytes);
    const next = takeOver(blank, learnt, ['Linetype|ohw-fuel']);
    expect(checkStandard(next)).toHaveProperty('standard');
    expect(next.lettering.styles.map(({ name }) => name)).toEqual(['OHW-Dims']);
    expect(next.linetypes.at(-1)!.words[0].style).toBe('OHW-Dims');
  });

  it('offers what differs, setting by setting, and keeps what a drawing cannot say', () => {
    const learnt = learntFrom(generalArrangement(false).bytes);
    expect(offers(demoStandard, learnt).filter(({ kind }) => kind === 'Layer')).toEqual([]);
    const draft = structuredClone(demoStandard);
    const wall = draft.layers.find(({ name }) => name === 'A-WALL')!;
    Object.assign(wall, { widthMm: 0.35, colour: { number: 1 } });
    const [offer] = offers(draft, learnt);
    expect(offer).toMatchObject({ kind: 'Layer', name: 'A-WALL', isNew: false });
    expect(offer.settings.map(({ setting, before, after }) => [setting, before, after])).toEqual([
      ['colour', 'colour 1', 'colour 7'],
      ['width', '0.35 mm', '0.5 mm'],
    ]);
    const next = takeOver(draft, learnt, [offerKey(offer)]);
    const taken = next.layers.find(({ name }) => name === 'A-WALL');
    expect(taken).toMatchObject({
      widthMm: 0.5,
      purpose: wall.purpose,
      kinds: wall.kinds,
      clause: wall.clause,
    });
  });

  it('permits the widths and heights it takes over, and gives symbols a free number', () => {
    const learnt = learntFrom(templateDrawing(demoStandard).bytes);
    const narrow = {
      ...blank,
      pens: { ...blank.pens, seriesMm: [0.25] },
      lettering: { ...blank.lettering, heightsMm: [2.5] },
      lineMarks: [{ name: 'cross', number: 1, strokes: [[-1, 0, 1, 0]] }],
    };
    const next = takeOver(narrow, learnt, [
      'Layer|c-quay-edge',
      'Text style|ohw-title',
      'Linetype|ohw-fence',
    ]);
    expect(next.pens.seriesMm).toEqual([0.25, 0.7]);
    expect(next.lettering.heightsMm).toEqual([2.5, 7]);
    expect(next.lineMarks.map(({ name, number }) => [name, number])).toEqual([
      ['cross', 1],
      ['ring', 2],
    ]);
    expect(checkStandard(next)).toHaveProperty('standard');
  });
});

describe('one definition of a drawing, added to the draft', () => {
  const KIND_OF: Readonly<Record<string, NamedKind>> = {
    'layers/unknown': 'layer',
    'linetypes/unknown': 'linetype',
    'lettering/style-unknown': 'text style',
    'dimensions/style-unknown': 'dimension style',
    'fills/unknown': 'fill',
    'parallels/unknown': 'parallel-line set',
    'symbols/unknown': 'symbol',
  };
  const asked = demoDrawings().flatMap(({ file, bytes }) => {
    const drawing = readDrawing(bytes);
    if (!drawing.ok) return [];
    return audit(drawing.value, demoStandard)
      .findings.filter(({ rule }) => KIND_OF[rule])
      .map((finding) => [`${file}: ${finding.message}`, bytes, finding] as const);
  });

  /** Of each kind those that come first. */
  const some = asked.filter(
    ([, , { rule }], i) => asked.slice(0, i).filter(([, , before]) => before.rule === rule).length < 4,
  );

  it('is asked about for every kind in the drawings of the demo', () => {
    expect(new Set(asked.map(([, , { rule }]) => rule))).toEqual(new Set(Object.keys(KIND_OF)));
  });

  it.each(some)('is not asked about any more: %s', (_, bytes, { rule, key, subject }) => {
    const name = subject.layer ?? subject.value!;
    const next = adopted(demoStandard, learntFrom(bytes), { kind: KIND_OF[rule], name });
    if (!next.ok) throw new Error(next.problem.message);
    const checked = checkStandard(next.value);
    if (!('standard' in checked)) throw new Error(JSON.stringify(checked.faults));
    const drawing = readDrawing(bytes);
    if (!drawing.ok) throw new Error(drawing.problem.message);
    const { findings } = audit(drawing.value, checked.standard);
    expect(findings.map((finding) => finding.key)).not.toContain(key);
    // Nothing that the office has is changed by it.
    const changed = differences(demoStandard, next.value).filter(
      ({ before, kind }) => before !== null && kind !== 'Lettering',
    );
    expect(changed.filter(({ kind }) => kind !== 'Pens')).toEqual([]);
  });

  it('is refused where the draft has one of that name, or the drawing none', () => {
    const learnt = learntFrom(generalArrangement(false).bytes);
    const codeOf = (name: string): string | false => {
      const result = adopted(demoStandard, learnt, { kind: 'layer', name });
      return !result.ok && result.problem.code;
    };
    expect(codeOf('a-wall')).toBe('twice');
    expect(codeOf('NOWHERE')).toBe('no-layer');
  });
});
