import { writeFileSync } from 'node:fs';
import { audit } from '../../src/core/audit/engine';
import { correctDrawing } from '../../src/core/correct/correct';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { dimensionStyleSchema } from '../../src/core/standard/dimension-settings';
import { PLAIN_RULE } from '../../src/core/standard/rule-settings';
import { blankStandard, layerOf, type Standard } from '../../src/core/standard/standard';
import {
  auditPlanted,
  changedObjects,
  drawPlanted,
  pairs,
  plantedPairs,
  readElsewhere,
  type Seen,
} from './planted';
import { python } from './python';

// What another program drew where it should not be: exactly this is found, put right, and nothing else.

const set = (settings: Record<string, boolean | string>) => ({ ...PLAIN_RULE, settings });
const standard: Standard = {
  ...blankStandard('Office'),
  layers: [layerOf({ name: 'DIMS', colour: { number: 3 }, widthMm: 0.25 })],
  dimensions: ['OFFICE', 'TICKS'].map((name) =>
    dimensionStyleSchema.parse({ name, settings: name === 'TICKS' ? { tickMm: 2.5 } : {} }),
  ),
  rules: {
    'dimensions/centre-marks': set({ wanted: true }),
  },
};
/** The same office where leaders run at few angles: lining up a column changes them, so that is asked apart. */
const angled: Standard = {
  ...standard,
  rules: { ...standard.rules, 'leaders/angle': set({ angles: 'steps of 15°' }) },
};

/** The rules that are asked here. */
const ASKED = new Set([
  'dimensions/typed-over',
  'dimensions/text-on-line',
  'dimensions/crossing',
  'dimensions/gap',
  'dimensions/first-row',
  'dimensions/terminators',
  'dimensions/centre-marks',
  'dimensions/spacing',
  'lettering/on-line',
  'lettering/overlap',
  'lettering/aligned',
  'lettering/stroke',
  'leaders/column',
  'leaders/crossing',
  'leaders/tip',
]);
/** Those whose findings a person decides on, and how. */
const DECISIONS: Readonly<Record<string, string>> = {
  'line up': '0',
  'one length': '6',
  'pen of the layer': '',
  'as the others': '',
};

const drawings = drawPlanted('make_placing.py');

describe.each(drawings)('%s', (name, made) => {
  const { path, planted, near } = made;
  const { bytes, findings, failures } = auditPlanted(made, standard);
  const own = findings.filter(({ rule }) => ASKED.has(rule));

  it('has exactly the faults that were planted, at their objects', () => {
    expect(failures).toEqual([]);
    const found = pairs(own);
    expect(found).toEqual(plantedPairs(made, ASKED));
    for (const handle of near)
      expect([handle, found.filter((one) => one.endsWith(` ${handle}`))]).toEqual([handle, []]);
  });

  it('has a dimension that is jogged where a person says that it is drawn shorter', () => {
    const [lie] = own.filter(({ rule }) => rule === 'dimensions/typed-over');
    expect(lie.message).toBe('The dimension says “90” and measures 60.');
    const result = correctDrawing(bytes, standard, {
      findings: [],
      decisions: [{ finding: lie.key, option: 'jog' }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(result.value.after.findings.filter(({ rule }) => rule === lie.rule)).toEqual([]);
    const jogged = path.replace(/\.dxf$/, '-jogged.dxf');
    writeFileSync(jogged, result.value.bytes);
    const [before, now] = python<Seen[]>('read_drawing.py', path, jogged);
    expect(now.errors).toEqual(before.errors);
    // The dimension itself says what it said; its picture is another one.
    expect(now.objects[lie.handles[0]].attribs.text).toBe(before.objects[lie.handles[0]].attribs.text);
  });

  it('has leaders at angles that are not permitted, which are turned', () => {
    const off = (from: Uint8Array): readonly string[] => {
      const drawing = readDrawing(from);
      if (!drawing.ok) throw new Error(drawing.problem.message);
      return audit(drawing.value, angled)
        .findings.filter(({ rule }) => rule === 'leaders/angle')
        .flatMap(({ handles }) => handles);
    };
    const bare = planted['leaders/angle'] ?? [];
    const own = made.also['leaders/angle'] ?? [];
    expect([...off(bytes)].sort()).toEqual([...bare, ...own].sort());
    const result = correctDrawing(bytes, angled, { rules: ['leaders/angle'] });
    if (!result.ok) throw new Error(result.problem.message);
    // Those with labels of their own have short shoulders: of some no knee can move far enough, and they are a person's.
    const left = off(result.value.bytes);
    expect(left.every((handle) => own.includes(handle))).toBe(true);
    expect(new Set(result.value.changes.map(({ handle }) => handle))).toEqual(
      new Set([...bare, ...own].filter((handle) => !left.includes(handle))),
    );
  });

  it('is put right, opens elsewhere, and nothing else of it has changed', () => {
    const request = {
      findings: own.filter(({ correction }) => correction === 'automatic').map(({ key }) => key),
      decisions: own.flatMap(({ key, correction, options }) =>
        correction === 'choice' && options
          ? [
              {
                finding: key,
                option: options[0].id,
                ...(DECISIONS[options[0].id] ? { to: DECISIONS[options[0].id] } : {}),
              },
            ]
          : [],
      ),
    };
    // Every one of them can be settled here, a few by a decision; but for a tip with nothing near it.
    const byHand = own.filter(({ correction }) => correction === 'manual').map(({ rule }) => rule);
    expect(byHand).toEqual(planted['leaders/tip'] ? ['leaders/tip'] : []);
    const result = correctDrawing(bytes, standard, request);
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(result.value.after.findings.filter(({ rule }) => ASKED.has(rule)).map(({ rule }) => rule)).toEqual(
      byHand,
    );
    const again = correctDrawing(result.value.bytes, standard, {
      findings: request.findings,
      decisions: request.decisions,
    });
    expect(again.ok && again.value.changes).toEqual([]);

    const [before, now] = readElsewhere(path, result.value.bytes);
    const touched = new Set(Object.values(planted).flat());
    for (const handle of changedObjects(before, now, name.startsWith('R12')))
      if (!handle.startsWith('*')) expect([handle, touched.has(handle)]).toEqual([handle, true]);
  });
});
