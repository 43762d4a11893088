import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { correctDrawing } from '../../src/core/correct/correct';
import { dimensionStyleSchema } from '../../src/core/standard/dimension-settings';
import { textStyleOf } from '../../src/core/standard/lettering';
import { PLAIN_RULE } from '../../src/core/standard/rule-settings';
import { blankStandard, layerOf, type Standard } from '../../src/core/standard/standard';
import { auditPlanted, changedObjects, type Planted, pairs, plantedPairs, type Seen } from './planted';
import { gdal, python } from './python';

// All faults of lettering, dimensions and leaders in one drawing, audited by all rules there are: what one fault is must not be
// taken for another, and putting one right must not break what another has put right.

const blank = blankStandard('Office');
const SETTINGS_OF: Readonly<Record<string, object>> = {
  OFFICE: {},
  DETAIL: {},
  METRES: { suffix: ' m' },
  PREFIX: { prefix: '2x ' },
  TICKS: { tickMm: 2.5 },
};
const standard: Standard = {
  ...blank,
  layers: ['NOTES', 'DIMS'].map((name) => layerOf({ name, colour: { number: 3 }, widthMm: 0.25 })),
  lettering: {
    ...blank.lettering,
    styles: [textStyleOf('Note'), { ...textStyleOf('Title'), widthFactor: 0.8 }, textStyleOf('Standard')],
  },
  dimensions: Object.entries(SETTINGS_OF).map(([name, settings]) =>
    dimensionStyleSchema.parse({ name, settings }),
  ),
  rules: { 'dimensions/centre-marks': { ...PLAIN_RULE, settings: { wanted: true } } },
};

/** Asked apart, in `placing`: lining up a column changes the angles of its leaders. */
const NOT_ASKED = 'leaders/angle';
/** What the catalogue leaves to a person: names to map, which of two goes, lengths to set, and what only the sender knows. */
const BY_A_PERSON = new Set([
  'lettering/style-unknown',
  'lettering/height',
  'lettering/stroke',
  'dimensions/style-unknown',
  'dimensions/typed-over',
  'dimensions/unit-said',
  'dimensions/round-mark',
  'dimensions/doubled',
  'dimensions/chain-sum',
  'dimensions/terminators',
  'leaders/column',
  'leaders/tip',
  // The oldest version holds no widths.
  'pens/not-held',
]);

const folder = mkdtempSync(join(tmpdir(), 'zinc-matrix-'));
const drawings = python<Planted[]>('make_matrix.py', folder);

describe.each(drawings.map((one) => [basename(one.path), one] as const))('%s', (name, made) => {
  const { path, planted, also } = made;
  const { bytes, findings, failures } = auditPlanted(made, standard);
  const isStyle = ({ rule }: { rule: string }): boolean => rule.endsWith('/style-changed');

  it('has exactly the faults that were planted, at their objects, and none that no one planted', () => {
    expect(failures).toEqual([]);
    const expected = [
      ...plantedPairs(made),
      ...pairs(Object.entries(also).map(([rule, handles]) => ({ rule, handles }))),
    ].filter((one) => !one.startsWith('dimensions/style-changed') && !one.startsWith(NOT_ASKED));
    expect(pairs(findings.filter((one) => !isStyle(one)))).toEqual([...expected].sort());
    expect(findings.filter(isStyle).map(({ message }) => message)).toEqual([
      'Text style “TITLE” has another letter width than the standard.',
      'Dimension style “DETAIL” is not as the standard has it: lines: extension lines: past the dimension line, figure: height.',
    ]);
  });

  it('is put right in one pass, and only what a person decides is left', () => {
    const automatic = findings.filter(({ correction }) => correction === 'automatic').map(({ key }) => key);
    const result = correctDrawing(bytes, standard, { findings: automatic });
    if (!result.ok) throw new Error(result.problem.message);
    const { after, unsettled } = result.value;
    expect(unsettled).toEqual([]);
    const before = new Set(findings.map(({ key }) => key));
    // Nothing that was not there before.
    expect(after.findings.filter(({ key }) => !before.has(key)).map(({ message }) => message)).toEqual([]);
    expect(after.findings.filter(({ correction }) => correction === 'automatic')).toEqual([]);
    expect(after.findings.map(({ rule }) => rule).filter((rule) => !BY_A_PERSON.has(rule))).toEqual([]);
    // One of each kind is planted, of columns two; of these, three in four and more need nobody.
    expect(after.findings.length / findings.length).toBeLessThan(0.245);
    const again = correctDrawing(result.value.bytes, standard, { findings: automatic });
    expect(again.ok && again.value.changes).toEqual([]);

    const corrected = join(folder, `corrected-${name}`);
    writeFileSync(corrected, result.value.bytes);
    const [was, now] = python<Seen[]>('read_drawing.py', path, corrected);
    expect(now.errors).toEqual(was.errors);
    expect(gdal(corrected).code).toBe(gdal(path).code);
    const touched = new Set([...Object.values(planted), ...Object.values(also)].flat());
    // Labels go with their leaders.
    const labels = new Set(Object.keys(was.objects).filter((handle) => was.objects[handle].type === 'TEXT'));
    for (const handle of changedObjects(was, now, name.startsWith('R12')))
      if (!handle.startsWith('*'))
        expect([handle, touched.has(handle) || labels.has(handle)]).toEqual([handle, true]);
  });
});
