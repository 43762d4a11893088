import { correctDrawing } from '../../src/core/correct/correct';
import { dimensionStyleSchema } from '../../src/core/standard/dimension-settings';
import { blankStandard, layerOf, type Standard } from '../../src/core/standard/standard';
import {
  auditPlanted,
  changedObjects,
  drawPlanted,
  pairs,
  plantedPairs,
  RULE_OF,
  readElsewhere,
} from './planted';

// Faults of dimensions and leaders that another program planted: exactly these are found, put right, and nothing else.

const standard: Standard = {
  ...blankStandard('Office'),
  layers: [layerOf({ name: 'DIMS', colour: { number: 3 }, widthMm: 0.25 })],
  dimensions: ['OFFICE', 'METRES', 'PREFIX', 'DETAIL'].map((name) =>
    dimensionStyleSchema.parse({
      name,
      settings: name === 'METRES' ? { suffix: ' m' } : name === 'PREFIX' ? { prefix: '2x ' } : {},
    }),
  ),
};

/** Faults that a person decides on, or settles with the sender. */
const DECIDED = new Set(['style unknown', 'unit said', 'no sign', 'doubled', 'chain', 'loose', 'at nothing']);
/** The rules that are asked here; where things stand is asked about in drawings of its own. */
const ASKED = new Set(
  [
    'style unknown',
    'style changed',
    'own settings',
    'stale',
    'unit said',
    'across',
    'doubled',
    'chain',
    'stack',
    'loose',
    'crossing',
    'short',
  ].map((kind) => RULE_OF[kind]),
);

const drawings = drawPlanted('make_faults.py');

describe.each(drawings)('%s', (name, made) => {
  const { path, planted, near } = made;
  const { bytes, drawing, findings, failures } = auditPlanted(made, standard);
  const own = findings.filter(({ rule }) => ASKED.has(rule));
  const record = drawing.dimensionStyles.get('detail')!.range;
  const recordHandle = drawing.reader.findText(record, 105).toUpperCase();

  it('has exactly the faults that were planted, at their objects', () => {
    expect(failures).toEqual([]);
    const found = pairs(own).filter((one) => one !== `dimensions/style-changed ${recordHandle}`);
    expect(found).toEqual(plantedPairs(made));
    for (const handle of near)
      expect([handle, found.filter((one) => one.endsWith(` ${handle}`))]).toEqual([handle, []]);
  });

  it('is put right, opens elsewhere, and nothing else of it has changed', () => {
    const automatic = own.filter(({ correction }) => correction === 'automatic').map(({ key }) => key);
    const result = correctDrawing(bytes, standard, { findings: automatic });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    const left = result.value.after.findings.filter(({ rule }) => ASKED.has(rule));
    expect(new Set(left.map(({ rule }) => rule))).toEqual(
      new Set([...DECIDED].filter((kind) => planted[kind]).map((kind) => RULE_OF[kind])),
    );
    const again = correctDrawing(result.value.bytes, standard, { findings: automatic });
    expect(again.ok && again.value.changes).toEqual([]);

    const [before, now] = readElsewhere(path, result.value.bytes);
    const touched = new Set(
      Object.entries(planted)
        .filter(([kind]) => !DECIDED.has(kind))
        .flatMap(([, handles]) => handles),
    );
    const labels = new Set(
      Object.keys(before.objects).filter((handle) => before.objects[handle].type === 'TEXT'),
    );
    const changed = changedObjects(before, now, name.startsWith('R12'));
    // Pictures are drawn anew, and labels go with their leaders.
    for (const handle of changed)
      if (!handle.startsWith('*'))
        expect([handle, touched.has(handle) || labels.has(handle)]).toEqual([handle, true]);
  });
});
