import { correctDrawing } from '../../src/core/correct/correct';
import { PLAIN_RULE } from '../../src/core/standard/rule-settings';
import { blankStandard, layerOf, type Standard } from '../../src/core/standard/standard';
import { auditPlanted, changedBeside, drawPlanted, pairs, plantedPairs } from './planted';
import { python } from './python';

// Pens that another program drew out of order, off the series, or by colours that contradict them.

const blank = blankStandard('Office');
const layer = (name: string, role: string, number: number, widthMm: number, more: object = {}) =>
  layerOf({ name, role, colour: { number }, widthMm, ...more });
const standard: Standard = {
  ...blank,
  pens: {
    // ISO 128-2, from memory: widths in steps of √2; extra wide, wide and narrow as 4 : 2 : 1.
    seriesMm: [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2],
    defaultMm: 0.25,
    roles: [],
    order: [
      { heavier: 'cut', lighter: 'outline', ratio: 2 },
      { heavier: 'outline', lighter: 'hidden', ratio: 2 },
      { heavier: 'section', lighter: 'fine', ratio: Math.SQRT2 },
    ],
    byColour: [
      { number: 1, widthMm: 1 },
      { number: 3, widthMm: 0.5 },
      { number: 4, widthMm: 0.25 },
      { number: 6, widthMm: 0.18 },
      { number: 7, widthMm: 0.5 },
    ],
  },
  layers: [
    layer('CUT', 'cut', 1, 1),
    layer('OUTLINE', 'outline', 3, 0.5),
    layer('HIDDEN', 'hidden', 4, 0.25),
    layer('SECTION', 'section', 4, 0.25),
    layer('FINE', 'fine', 6, 0.18),
    layer('FREE', '', 3, 0.5, { ownValuesAllowed: ['width', 'colour'] }),
  ],
  rules: {
    'pens/by-colour': { ...PLAIN_RULE, settings: { when: 'always' }, settledBy: 'take' },
  },
};

const WIDTHS = { CUT: 100, OUTLINE: 50, HIDDEN: 25, SECTION: 25, FINE: 18, FREE: 50 };
const COLOURS = { CUT: 1, OUTLINE: 3, HIDDEN: 4, SECTION: 4, FINE: 6, FREE: 3 };

describe.each(drawPlanted('make_pens.py'))('%s', (name, made) => {
  const isOld = name === 'R12.dxf';
  const { bytes, findings, failures } = auditPlanted(made, standard);
  // That the oldest version holds no widths is said of the file.
  const asked = findings.filter(({ rule }) => rule !== 'pens/not-held');

  it('has exactly the faults that were planted, at their objects, and none that no one planted', () => {
    expect(failures).toEqual([]);
    expect(pairs(asked)).toEqual(plantedPairs(made));
    expect(asked.filter(({ rule }) => rule === 'pens/order').map(({ message }) => message)).toEqual([
      '“hidden” (0.5 mm on layer “HIDDEN”) prints heavier than “outline” (0.25 mm on layer “OUTLINE”).',
    ]);
  });

  it('is put in order once it is known whose the layers are, opens elsewhere, and nothing else of it has changed', () => {
    const decisions = asked.flatMap(({ key, rule, options }) =>
      rule === 'layers/unknown' && options?.some(({ id }) => id === 'become')
        ? [{ finding: key, option: 'become', to: 'SECTION' }]
        : [],
    );
    expect(decisions).toHaveLength(2);
    const result = correctDrawing(bytes, standard, { decisions });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(result.value.after.findings.filter(({ rule }) => rule !== 'pens/not-held')).toEqual([]);
    const again = correctDrawing(result.value.bytes, standard);
    expect(again.ok && again.value.changes).toEqual([]);

    expect(changedBeside(made, result.value.bytes)).toEqual([]);
    const { layers } = python<{ layers: Record<string, { lineweight: number; color: number }> }>(
      'read_drawing.py',
      made.path.replace(/\.dxf$/, '-corrected.dxf'),
    );
    for (const [layer, width] of Object.entries(WIDTHS)) {
      if (!isOld) expect([layer, layers[layer].lineweight]).toEqual([layer, width]);
      expect([layer, layers[layer].color]).toEqual([layer, COLOURS[layer as keyof typeof COLOURS]]);
    }
  });
});
