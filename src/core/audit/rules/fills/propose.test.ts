import { proposalsOf } from '../../../correct/proposals';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { familiesOf, fillSchema } from '../../../standard/fills';
import { audit } from '../../engine';
import { LIKELY } from '../../likeness/likely';
import type { Proposal } from '../../likeness/propose';
import { bytesOf, GOOD, office, officeLayer } from '../testing';
import { fillsUnknown } from './unknown';

// What an office's fills are proposed by: what names mean, what is written, how the lines run.

const fill = (name: string, material: string, angles: readonly number[], more: object = {}) =>
  fillSchema.parse({
    name,
    material,
    lines: angles.map((angleDeg) => ({ angleDeg, spacingMm: 3 })),
    ...more,
  });
const standard = office([officeLayer('WALL')], {
  fills: [
    fill('F-01', 'Concrete, cut', [45]),
    fill('F-02', 'Steel, cut', [45], { layer: 'WALL' }),
    fill('F-03', 'Ground, natural', [45, 135]),
    fill('GRAVEL', 'Stone bed', [0, 60]),
  ],
});

/** What is proposed for a square in lines of these angles, with a text in it or none. */
function proposed(name: string, angles: readonly number[], spacing = 3, says?: string): readonly Proposal[] {
  const draw = (file: DrawingComposer): void => {
    file.layer(GOOD);
    file.layer({ ...GOOD, name: 'THEIRS' });
    const sheet = file.sheet('A', 420, 297);
    const square = [
      [10, 10],
      [90, 10],
      [90, 90],
      [10, 90],
    ] as const;
    const lines = angles.map((angleDeg) => ({ angleDeg, spacingMm: spacing }));
    sheet.patternFill({ layer: 'THEIRS' }, [square], {
      name,
      angleDeg: 0,
      scale: 1,
      families: familiesOf(fillSchema.parse({ name: 'ANY', lines })),
    });
    if (says) sheet.text({ layer: 'THEIRS' }, [30, 40], 3.5, says);
  };
  const read = readDrawing(bytesOf({ draw }));
  if (!read.ok) throw new Error(read.problem.message);
  const live = audit(read.value, standard);
  return proposalsOf(live, live.findings.find(({ rule }) => rule === fillsUnknown.meta.id)!);
}

describe('fills of the office', () => {
  it.each([
    ['BETON', 'F-01', '“beton” means “concrete”'],
    ['hormigón_armado', 'F-01', '“hormigón” means “concrete”'],
    ['STL-2', 'F-02', '“stl” means “steel”'],
    ['Kies', 'GRAVEL', '“kies” means “gravel”'],
    ['Terrain naturel', 'F-03', '“terrain” reads like “ground”'],
  ])('%s is likely by what it means to be %s', (name, to, because) => {
    const [first] = proposed(name, [10]);
    expect([first.to, first.reasons[0]]).toEqual([to, because]);
    if (because.includes('means')) expect(first.likeness).toBeGreaterThanOrEqual(LIKELY);
  });

  it('are likely by a text that is written in a fill, whatever its pattern is called', () => {
    const [first] = proposed('P7', [10], 3, 'Concrete C30');
    expect(first).toMatchObject({ to: 'F-01', reasons: ['“Concrete C30” is written in it'] });
    expect(first.likeness).toBeGreaterThanOrEqual(LIKELY);
  });

  it('are open where they look alike, and two of them do', () => {
    const [first, second, ...more] = proposed('P7', [45]);
    expect([first.to, second.to, more]).toEqual(['F-01', 'F-02', []]);
    expect(first.reasons).toEqual(['lines at 45°', '3 mm apart']);
    expect(first.likeness).toBeLessThan(LIKELY);
  });

  it('take pairs of lines in one direction for that direction', () => {
    expect(proposed('P7', [45, 45, 135], 9).map(({ to, reasons }) => [to, reasons])).toEqual([
      ['F-03', ['lines at 45° and 135°']],
    ]);
  });

  it('are none where the name means a material that the office has not', () => {
    expect(proposed('Holz', [45])).toEqual([]);
    expect(proposed('HATCH', [10])).toEqual([]);
  });

  it('are open where a name means two of them', () => {
    const [first, second] = proposed('Concrete on gravel', [10]);
    expect([first.to, second.to].sort()).toEqual(['F-01', 'GRAVEL']);
    expect(first.likeness).toBeLessThan(LIKELY);
  });
});
