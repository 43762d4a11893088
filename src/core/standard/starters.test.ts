import { audit } from '../audit/engine';
import { dimensionAdvice } from '../dimension/advice';
import { readDrawing } from '../dxf/read/interpret';
import { templateDrawing } from '../exchange/template';
import { learnStandard } from '../learn/learn';
import { differences } from './differences';
import { dimensionValues } from './dimension-settings';
import { HEIGHT_SERIES_MM } from './lettering';
import { penAdvice, widthOfRole } from './pens';
import { checkStandard } from './standard';
import { isoLinetypes, STARTERS } from './starters';

describe.each(STARTERS)('the starter “$name”', ({ standard }) => {
  it('is valid, and breaks none of its own rules', () => {
    expect(checkStandard(standard)).toEqual({ standard });
    expect(penAdvice(standard)).toEqual([]);
    for (const style of standard.dimensions) {
      const said = dimensionAdvice(standard, dimensionValues(standard.dimensions, style));
      expect(said.map(({ says }) => says)).toEqual([]);
    }
  });

  it('has a template that complies with it and gives it back', () => {
    const drawing = readDrawing(templateDrawing(standard).bytes);
    if (!drawing.ok) throw new Error(drawing.problem.message);
    expect(audit(drawing.value, standard).findings).toEqual([]);
    const learnt = learnStandard(drawing.value, standard.name);
    // Fills of which one stands for another by its lines are still two.
    expect(differences(standard, learnt)).toEqual([]);
  });
});

describe('values of the starters', () => {
  it('has line elements by their width', () => {
    // source: ISO 128-2, from memory: dash 12 d, long dash 24 d, short dash 6 d, gap 3 d, dot 0.5 d at most
    const elements = Object.fromEntries(isoLinetypes(0.5).map(({ name, elementsMm }) => [name, elementsMm]));
    expect(elements).toMatchObject({
      Continuous: [],
      Dashed: [6, -1.5],
      'Long-dash-dot': [12, -1.5, 0, -1.5],
      'Long-dash-2-dots': [12, -1.5, 0, -1.5, 0, -1.5],
      'Long-dash-short-dash': [12, -1.5, 3, -1.5],
      'Dash-dot': [6, -1.5, 0, -1.5],
    });
  });

  it('has widths and heights of the published series', () => {
    const [metric, mechanical, inch] = STARTERS.map(({ standard }) => standard);
    // source: ISO 128-2, from memory
    const series = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1.0, 1.4, 2.0];
    for (const { pens, lettering } of [metric, mechanical]) {
      for (const mm of pens.seriesMm) expect(series).toContain(mm);
      for (const mm of lettering.heightsMm) expect(HEIGHT_SERIES_MM).toContain(mm);
    }
    // source: ISO 128-2, from memory: wide to narrow 2 : 1
    expect(widthOfRole(mechanical.pens, 'outline')! / widthOfRole(mechanical.pens, 'centre')!).toBe(2);
    // source: ASME Y14.2, from memory: thick 0.6, thin 0.3 mm; lettering of 3 mm at least
    expect(widthOfRole(inch.pens, 'outline')).toBe(0.6);
    expect(widthOfRole(inch.pens, 'dimension')).toBe(0.3);
    expect(inch.lettering.styles.find(({ name }) => name === 'Notes')?.heightMm).toBeGreaterThanOrEqual(3);
    // source: ISO 80000-3: 1 in = 25.4 mm
    expect(inch.lettering.heightsMm).toEqual([2.38125, 3.175, 4.7625, 6.35]);
  });
});
