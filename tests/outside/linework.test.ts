import { correctDrawing } from '../../src/core/correct/correct';
import { meaningSchema } from '../../src/core/standard/meanings';
import { blankStandard, layerOf, lineOf, type Standard } from '../../src/core/standard/standard';
import { auditPlanted, changedBeside, decidedFor, drawPlanted, pairs, plantedPairs } from './planted';

// What another program drew a hair off, twice, hidden or covered: exactly this is found by all rules there are, put right, and
// nothing else.

const blank = blankStandard('Office');
const standard: Standard = {
  ...blank,
  layers: [
    ...['LINES', 'OLD'].map((name) => layerOf({ name, colour: { number: 3 }, widthMm: 0.25 })),
    layerOf({ name: 'HID', colour: { number: 3 }, widthMm: 0.25, linetype: 'HIDDEN', meaning: 'hidden' }),
    layerOf({ name: 'AXES', colour: { number: 3 }, widthMm: 0.25, linetype: 'AXIS', meaning: 'centre' }),
  ],
  linetypes: [
    lineOf({ name: 'Continuous' }),
    lineOf({ name: 'HIDDEN', elementsMm: [3, -1.5] }),
    lineOf({ name: 'AXIS', elementsMm: [8, -1.5, 0, -1.5] }),
  ],
  meanings: [
    meaningSchema.parse({ name: 'hidden', linetype: 'HIDDEN', words: ['hidden'] }),
    meaningSchema.parse({ name: 'centre', linetype: 'AXIS', words: ['axis'] }),
  ],
};
/** What a person decides: which name is meant, and whether what nobody sees is to be seen. */
const DECISIONS: Readonly<Record<string, { readonly option: string; readonly to?: string }>> = {
  'linetypes/unknown': { option: 'become', to: 'HIDDEN' },
  'layers/hidden': { option: 'show' },
  'geometry/heights': { option: 'flatten' },
  'lines/dashes': { option: 'gather', to: 'HID' },
  'fills/sliver': { option: 'remove' },
  'fills/dense': { option: 'spread' },
  'file/unused': { option: 'remove' },
};
/** The same office, where it has decided for good what can be. */
const decided: Standard = {
  ...standard,
  rules: decidedFor({
    'objects/by-looks': 'move',
    'lines/dashes': 'gather',
    'layers/hidden': 'show',
    'geometry/heights': 'flatten',
    'fills/sliver': 'remove',
    'fills/dense': 'spread',
    'file/unused': 'remove',
  }),
};
/** Where each kind of line belongs. */
const BELONGS: Readonly<Record<string, string>> = { hidden: 'HID', centre: 'AXES' };
/** What is said, and left to a person. */
const SAID = new Set(['geometry/round', 'lines/too-near', 'pens/not-held']);

const drawings = drawPlanted('make_linework.py');

describe.each(drawings)('%s', (_, made) => {
  const { bytes, findings, failures } = auditPlanted(made, standard);
  // An own linetype is another fault of the line whose linetype is unknown.
  const asked = findings.filter(({ rule }) => rule !== 'objects/own-linetype');

  it('has exactly the faults that were planted, at their objects', () => {
    expect(failures).toEqual([]);
    expect(pairs(asked)).toEqual(plantedPairs(made));
  });

  it('is put right in one pass, opens elsewhere, and nothing else of it has changed', () => {
    const request = {
      findings: asked.filter(({ correction }) => correction === 'automatic').map(({ key }) => key),
      decisions: asked.flatMap(({ key, rule, subject }) => {
        const decision =
          rule === 'objects/by-looks'
            ? { option: 'move', to: BELONGS[subject.value ?? ''] }
            : DECISIONS[rule];
        return decision ? [{ finding: key, ...decision }] : [];
      }),
    };
    const result = correctDrawing(bytes, standard, request);
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    const left = result.value.after.findings
      .map(({ rule }) => rule)
      .filter((rule) => !SAID.has(rule) && rule !== 'objects/own-linetype');
    expect(left).toEqual([]);
    const again = correctDrawing(result.value.bytes, standard, request);
    expect(again.ok && again.value.changes).toEqual([]);

    expect(changedBeside(made, result.value.bytes)).toEqual([]);
  });

  it('needs a person for little, where the office has decided what can be decided for good', () => {
    const live = auditPlanted(made, decided);
    // The name of a linetype was decided on in an earlier drawing of the sender.
    const known = live.findings.flatMap(({ key, rule }) =>
      rule === 'linetypes/unknown' ? [{ finding: key, option: 'become', to: 'HIDDEN' }] : [],
    );
    const result = correctDrawing(bytes, decided, { decisions: known });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    const left = result.value.after.findings
      .map(({ rule }) => rule)
      .filter((rule) => rule !== 'pens/not-held');
    expect([...new Set(left)].filter((rule) => !SAID.has(rule))).toEqual([]);
    expect(left.length / live.findings.length).toBeLessThanOrEqual(0.1);
    const again = correctDrawing(result.value.bytes, decided);
    expect(again.ok && again.value.changes).toEqual([]);
  });
});
