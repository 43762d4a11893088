import { demoStandard } from '../../../demo/standard';
import { colourConflicts, layersAtRole, offRole, penAdvice, penOfLinetype, widthOfRole } from './pens';
import { blankStandard, checkStandard, layerOf, type Standard } from './standard';

const office = (pens: Partial<Standard['pens']>, layers: Standard['layers'] = []): Standard => {
  const blank = blankStandard('Office');
  return { ...blank, pens: { ...blank.pens, ...pens }, layers };
};
const said = (standard: Standard): string[] => penAdvice(standard).map(({ says }) => says);

describe('pens', () => {
  it('of a linetype are the heaviest that print it, else the default', () => {
    const with35 = office({}, [
      layerOf({ name: 'A', linetype: 'Hidden', widthMm: 0.18 }),
      layerOf({ name: 'B', linetype: 'HIDDEN', widthMm: 0.35 }),
      layerOf({ name: 'C', linetype: 'Axis', widthMm: null }),
    ]);
    expect(penOfLinetype(with35, 'hidden')).toBe(0.35);
    expect(penOfLinetype(with35, 'Axis')).toBe(0.25);
    expect(penOfLinetype(with35, 'Fence')).toBe(0.25);
  });

  it('of the demo keep their own order, and what is common practice', () => {
    // Old drawings print by colour, and there three pens share the colour of what is cut: the page of pens says so.
    expect(said(demoStandard)).toEqual([
      'C-QUAY-EDGE is 0.7 mm, its colour 7 prints at 0.5 mm',
      'G-TEXT is 0.25 mm, its colour 7 prints at 0.5 mm',
      'G-TTLB is 0.7 mm, its colour 7 prints at 0.5 mm',
    ]);
    // common practice: outline over dimension over hidden and centre
    const width = (role: string): number => widthOfRole(demoStandard.pens, role) ?? 0;
    expect(width('outline')).toBeGreaterThan(width('dimension'));
    expect(width('dimension')).toBeGreaterThanOrEqual(width('hidden'));
    expect(width('hidden')).toBeGreaterThanOrEqual(width('centre'));
  });

  it('whose order is broken, or whose ratio is too small, are named', () => {
    const roles = [
      { role: 'outline', widthMm: 0.35 },
      { role: 'dimension', widthMm: 0.25 },
      { role: 'hidden', widthMm: 0.25 },
    ];
    const order = (heavier: string, lighter: string, ratio: number) => [{ heavier, lighter, ratio }];
    // 0.35 : 0.25 is the step of √2 that the series has (ISO 128-2, from memory), rounded
    expect(said(office({ roles, order: order('outline', 'dimension', Math.SQRT2) }))).toEqual([]);
    expect(said(office({ roles, order: order('outline', 'dimension', 2) }))).toEqual([
      'outline is 1.4 times dimension; 2 times is wanted',
    ]);
    expect(said(office({ roles, order: order('dimension', 'hidden', 1) }))).toEqual([
      'dimension (0.25 mm) is not heavier than hidden (0.25 mm)',
    ]);
  });

  it('of a layer follow its role; left at the default, the default is what counts', () => {
    const roles = [{ role: 'cut', widthMm: 0.5 }];
    const layers = [layerOf({ name: 'A', role: 'cut', widthMm: 0.35 }), layerOf({ name: 'B', role: 'CUT' })];
    expect(said(office({ roles }, layers))).toEqual([
      // common practice: 0.25 mm when nothing is set
      'cut is 0.5 mm, but not on A (0.35 mm), B (0.25 mm)',
    ]);
  });

  it('out of colours are compared with those of the layers', () => {
    const byColour = [{ number: 1, widthMm: 0.35 }];
    const layers = [
      layerOf({ name: 'SAME', colour: { number: 1 }, widthMm: 0.35 }),
      layerOf({ name: 'OTHER', colour: { number: 1 }, widthMm: 0.5 }),
      layerOf({ name: 'ABSENT', colour: { number: 9 } }),
      layerOf({ name: 'MIXED', colour: { rgb: 0x112233 } }),
      layerOf({ name: 'NEVER', colour: { number: 9 }, prints: false }),
    ];
    expect(colourConflicts(office({ byColour }, layers)).map(({ name }) => name)).toEqual([
      'OTHER',
      'ABSENT',
      'MIXED',
    ]);
    expect(colourConflicts(office({}, layers))).toEqual([]);
  });

  it('are refused where a role has a width that is not permitted, or an order names no role', () => {
    const faults = (pens: Partial<Standard['pens']>): string[] => {
      const checked = checkStandard(office(pens));
      return 'faults' in checked ? checked.faults.map(({ where, message }) => `${where}: ${message}`) : [];
    };
    expect(faults({ roles: [{ role: 'cut', widthMm: 0.4 }] })).toEqual([
      'pens, pen role 1, width: 0.4 mm is not among the permitted pen widths',
    ]);
    expect(faults({ order: [{ heavier: 'cut', lighter: 'thin', ratio: 1 }] })).toHaveLength(2);
  });
});

describe('layers of a role', () => {
  const standard = {
    ...blankStandard('Test'),
    pens: { ...blankStandard('Test').pens, roles: [{ role: 'cut', widthMm: 0.5 }] },
    layers: [
      layerOf({ name: 'A', role: 'cut', widthMm: 0.35 }),
      layerOf({ name: 'B', role: 'Cut', widthMm: 0.5 }),
      layerOf({ name: 'C', role: 'cut', widthMm: null }),
      layerOf({ name: 'D', role: '', widthMm: 0.13 }),
    ],
  };

  it('that print otherwise are named, and brought along at once', () => {
    expect(offRole(standard, 'cut')).toEqual(['A', 'C']);
    const brought = layersAtRole(standard, 'cut');
    expect(brought.layers.map(({ widthMm }) => widthMm)).toEqual([0.5, 0.5, 0.5, 0.13]);
    expect(offRole(brought, 'cut')).toEqual([]);
    expect(offRole(standard, 'none')).toEqual([]);
  });
});
