import { demoStandard } from '../../../demo/standard';
import { followName, type RenamedKind } from './rename';
import { PLAIN_RULE } from './rule-settings';
import { checkStandard, type Standard } from './standard';

/** Renames a definition and everything that names it; a standard that names nothing of the old name is valid. */
const renamed = (kind: RenamedKind, from: string, change: (standard: Standard) => void): Standard => {
  const next = structuredClone(demoStandard);
  next.rules = {
    'layers/width': { ...PLAIN_RULE, exceptLayers: ['G-WORK'] },
  };
  change(next);
  return followName(next, kind, from, 'New name');
};

describe('a new name', () => {
  it.each<[RenamedKind, string, (standard: Standard) => { name: string } | undefined]>([
    ['layer', 'S-FILL', ({ layers }) => layers.find(({ name }) => name === 'S-FILL')],
    ['linetype', 'OHW-Axis', ({ linetypes }) => linetypes.find(({ name }) => name === 'OHW-Axis')],
    ['text style', 'OHW-Dims', ({ lettering }) => lettering.styles.find(({ name }) => name === 'OHW-Dims')],
    ['dimension style', 'OHW-Millimetres', ({ dimensions }) => dimensions[0]],
    ['line mark', 'ring', ({ lineMarks }) => lineMarks[0]],
    ['meaning', 'boundary', ({ meanings }) => meanings[0]],
  ])('of a %s is followed wherever it is named', (kind, from, find) => {
    const next = renamed(kind, from, (standard) => {
      const definition = find(standard);
      if (!definition) throw new Error(`no ${from}`);
      definition.name = 'New name';
    });
    expect(checkStandard(next)).toHaveProperty('standard');
    // Words by which a meaning is known are not its name.
    const meanings = next.meanings.map((meaning) => ({ ...meaning, words: [] }));
    expect(JSON.stringify({ ...next, meanings }).includes(`"${from}"`)).toBe(false);
  });

  it('of a text style is followed by words on lines', () => {
    const next = renamed('text style', 'OHW-Dims', ({ lettering, linetypes }) => {
      lettering.styles.find(({ name }) => name === 'OHW-Dims')!.name = 'New name';
      linetypes.find(({ name }) => name === 'OHW-Fuel')!.words[0].style = 'ohw-dims';
    });
    expect(checkStandard(next)).toHaveProperty('standard');
    expect(next.linetypes.find(({ name }) => name === 'OHW-Fuel')!.words[0].style).toBe('New name');
  });

  it('of a role is followed by layers, meanings and orders', () => {
    const next = renamed('role', 'cut', ({ pens }) => {
      pens.roles.find(({ role }) => role === 'cut')!.role = 'New name';
    });
    expect(checkStandard(next)).toHaveProperty('standard');
    expect(next.pens.order[0].heavier).toBe('New name');
    const before = demoStandard.layers.filter(({ role }) => role === 'cut').map(({ name }) => name);
    expect(before.length).toBeGreaterThan(1);
    expect(next.layers.filter(({ role }) => role === 'New name').map(({ name }) => name)).toEqual(before);
  });

  it('of a layer is followed by what is working content, and by exceptions of rules', () => {
    const next = renamed('layer', 'G-WORK', () => undefined);
    expect(next.working.layers).toEqual(['New name']);
    expect(next.rules['layers/width'].exceptLayers).toEqual(['New name']);
  });
});
