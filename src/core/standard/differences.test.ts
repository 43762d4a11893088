import { demoStandard } from '../../../demo/standard';
import { compareTwo, differences, formatDifference } from './differences';
import { differingSettings, dimensionValues, PLAIN_DIMENSION } from './dimension-settings';
import { NAMING_FORMS } from './naming-forms';
import { PLAIN_RULE } from './rule-settings';
import { blankStandard, type Standard } from './standard';

const copy = (): Standard => structuredClone(demoStandard);
const said = (before: Standard, after: Standard): string[] =>
  differences(before, after).map(formatDifference);

/** Of two values that are words there is no third. */
const PAIRS: Readonly<Record<string, string>> = { model: 'paper', paper: 'model', centred: 'sitting' };

/** Another value of the same type. */
const other = (value: unknown): unknown => {
  if (typeof value === 'number') return value + 1;
  if (typeof value === 'boolean') return !value;
  if (value === null) return 0.35;
  return PAIRS[String(value)] ?? `${String(value)}x`;
};

/** Paths of every value that is not itself made of others. */
function leaves(at: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (at === null || typeof at !== 'object') return [path];
  return Object.entries(at).flatMap(([key, value]) =>
    leaves(value, [...path, Array.isArray(at) ? Number(key) : key]),
  );
}

describe('differences of two standards', () => {
  it('finds none between a standard and its copy, whatever the edition is called', () => {
    expect(differences(demoStandard, { ...copy(), edition: 'Draft 9' })).toEqual([]);
  });

  it('says each setting with what it was and what it is', () => {
    const next = copy();
    next.layers[0].widthMm = 0.7;
    next.layers.splice(1, 1);
    next.pens.defaultMm = 0.35;
    next.linetypes.find(({ name }) => name === 'OHW-Fuel')!.words[0].text = 'OIL';
    const was = demoStandard.layers[0].widthMm;
    expect(said(demoStandard, next)).toEqual([
      'Pens: default width 0.25 mm → 0.35 mm',
      'Linetype OHW-Fuel: elements dash 12, gap 6 “FUEL” → dash 12, gap 6 “OIL”',
      `Layer ${next.layers[0].name}: width ${was} mm → 0.7 mm`,
      `Layer ${demoStandard.layers[1].name} is gone`,
    ]);
    expect(said(next, demoStandard)).toContain(`Layer ${demoStandard.layers[1].name} is new`);
  });

  it('pairs definitions by name whatever its case, and does not care for the order of layers', () => {
    const next = copy();
    next.layers.reverse();
    expect(differences(demoStandard, next)).toEqual([]);
    next.layers[0].name = next.layers[0].name.toLowerCase();
    expect(differences(demoStandard, next)).toMatchObject([{ kind: 'Layer', setting: 'name' }]);
  });

  it('names exactly the settings in which two dimension styles differ', () => {
    const [millimetres, metres] = demoStandard.dimensions.map((style) =>
      dimensionValues(demoStandard.dimensions, style),
    );
    // The second style of the demo builds on the first: what it holds itself is what differs.
    expect(differingSettings(millimetres, metres).sort()).toEqual(
      Object.keys(demoStandard.dimensions[1].settings).sort(),
    );
    expect(differingSettings(millimetres, metres)).toEqual([
      'decimals',
      'rounding',
      'suffix',
      'factor',
      'dropTrailing',
    ]);
  });

  it('compares two definitions of a kind, whatever they are called', () => {
    const two = compareTwo(demoStandard, 'dimension style', 'OHW-Millimetres', 'OHW-Metres');
    expect(two.map(({ setting, before, after }) => [setting, before, after])).toEqual([
      ['use', 'Everything that is built: whole millimetres', 'Site plans: metres to two places'],
      ['builds on', 'none', 'OHW-Millimetres'],
      ['number: decimal places', '0', '2'],
      ['number: rounded to', '0', '0.01'],
      ['number: after the value', 'nothing', '“ m”'],
      ['number: factor', '1 ×', '0.001 ×'],
      ['number: zeros at the end dropped', 'yes', 'no'],
      ['clause', '7.1', '7.2'],
    ]);
    expect(compareTwo(demoStandard, 'linetype', 'OHW-Hidden', 'ohw-above')).toHaveLength(2);
    expect(compareTwo(demoStandard, 'layer', 'A-WALL', 'nothing of the kind')).toEqual([]);
  });

  it('follows a dimension style through those that build on it', () => {
    const next = copy();
    next.dimensions[0].settings.textHeightMm = 3.5;
    expect(said(demoStandard, next)).toEqual(
      ['OHW-Millimetres', 'OHW-Metres', 'OHW-Steel'].map(
        (name) => `Dimension style ${name}: figure: height 2.5 mm → 3.5 mm`,
      ),
    );
  });

  it('follows naming: a scheme, the order of its fields, a code', () => {
    const without = { ...copy(), naming: { ...demoStandard.naming, layers: null } };
    expect(differences(without, demoStandard)).toMatchObject([{ kind: 'Naming', before: null }]);
    const next = copy();
    next.naming.layers!.fields[0].codes.push({ code: 'ZZ', meaning: 'Sleeping' });
    expect(said(demoStandard, next)).toEqual([
      `Naming field ${next.naming.layers!.fields[0].name}: code ZZ is new, Sleeping`,
    ]);
    const turned = copy();
    turned.naming.layers!.fields.reverse();
    expect(differences(demoStandard, turned)).toMatchObject([{ setting: 'order of the fields' }]);
  });

  // Nothing in a standard may change without being named: every value is changed in its turn.
  const whole: Standard = {
    ...demoStandard,
    naming: { layers: NAMING_FORMS[0], files: NAMING_FORMS[1], symbols: null, styles: NAMING_FORMS[2] },
    pens: { ...demoStandard.pens, byColour: [{ number: 1, widthMm: 0.35 }] },
    rules: { 'layers/width': { ...PLAIN_RULE, exceptLayers: ['X-*'], onlyDisciplines: ['survey'] } },
    // Every setting of a dimension style, not only those that the demo decides.
    dimensions: [
      { name: 'Base', use: '', base: null, settings: {}, clause: '', notes: '' },
      { name: 'Every', use: '', base: 'Base', settings: PLAIN_DIMENSION, clause: '', notes: '' },
    ],
  };
  it.each([
    ['the demo standard', whole],
    ['a blank one', blankStandard('Office')],
  ])('misses no value of %s', (_, standard) => {
    const ignored = new Set(['format', 'formatVersion', 'edition']);
    const missed: string[] = [];
    let tried = 0;
    for (const path of leaves(standard)) {
      if (ignored.has(String(path[0]))) continue;
      const next = structuredClone(standard) as unknown as Record<string | number, unknown>;
      let at = next;
      for (const part of path.slice(0, -1)) at = at[part] as Record<string | number, unknown>;
      const last = path[path.length - 1];
      if (path.length === 2 && path[0] === 'naming') at[last] = NAMING_FORMS[1];
      else at[last] = last === 'base' ? 'Every' : other(at[last]);
      tried++;
      if (differences(standard, next as unknown as Standard).length === 0) missed.push(path.join('.'));
    }
    expect(tried).toBeGreaterThan(10);
    expect(missed).toEqual([]);
  });
});
