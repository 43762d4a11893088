import fc from 'fast-check';
import { demoStandard } from '../../../demo/standard';
import { buildName, editDistance, fits, namingSchema, takeApart } from './naming';
import { NAMING_FORMS } from './naming-forms';
import { nearestNames } from './nearest-names';

const [fixed, discipline, role] = NAMING_FORMS;
const format = (scheme: (typeof NAMING_FORMS)[number], name: string): string[] =>
  takeApart(scheme, name).parts.map(
    (part) => `${part.field < 0 ? '?' : scheme.fields[part.field].name}=${part.text}`,
  );

describe('the published forms', () => {
  it('hold to their own schema', () => {
    for (const form of NAMING_FORMS) expect(namingSchema.parse(form)).toEqual(form);
  });

  it('form 1: agent 2, element 6, presentation 2, then status, sector, phase, projection, scale, work package', () => {
    // source: ISO 13567-2, from memory: agent 2 · element 6 · presentation 2 characters, unused positions “-”
    expect(format(fixed, 'A-B374--E-')).toEqual(['Agent=A-', 'Element=B374--', 'Presentation=E-']);
    expect(fits(fixed, 'A-B374--E-')).toBe(true);
    expect(format(fixed, 'A-B374--E-N01--')).toEqual([
      'Agent=A-',
      'Element=B374--',
      'Presentation=E-',
      'Status=N',
      'Sector=01--',
    ]);
    expect(fits(fixed, 'A-B374--E-N01--')).toBe(true);
    expect(takeApart(fixed, 'A-B374--E-Z').faults).toEqual(['Status “Z” is not in the list']);
    expect(takeApart(fixed, 'A-B374--').faults).toEqual(['Presentation is missing']);
    // Widths in all: 10 characters are required, 20 with every optional field but the user's own.
    expect(fixed.fields.filter((one) => one.required).reduce((sum, one) => sum + one.minLength, 0)).toBe(10);
    expect(fixed.fields.slice(0, -1).reduce((sum, one) => sum + one.minLength, 0)).toBe(20);
    expect(takeApart(fixed, 'A-B374--E-N').parts[3].meaning).toBe('new');
  });

  it('form 2: discipline, major group, minor groups, status', () => {
    // source: US National CAD Standard, layer guidelines, from memory: A-WALL-FULL-N
    expect(format(discipline, 'A-WALL-FULL-N')).toEqual([
      'Discipline=A',
      'Major group=WALL',
      'Minor group=FULL',
      'Status=N',
    ]);
    for (const name of ['A-WALL', 'S-GRID-IDEN', 'AD-WALL-FULL-PRTN-D', 'C-TOPO-E', 'V-NODE-4'])
      expect([name, takeApart(discipline, name).faults]).toEqual([name, []]);
    expect(takeApart(discipline, 'A-WALL-FULL-N').parts.map((part) => part.meaning)).toEqual([
      'architectural',
      '',
      '',
      'new',
    ]);
    expect(takeApart(discipline, 'Z-WALL').faults).toEqual(['Discipline “Z” is not in the list']);
    expect(takeApart(discipline, 'A-WAL').faults).toEqual([
      'Major group “WAL” has 3 characters, 4 are needed',
    ]);
    // All disciplines and status codes of the list.
    for (const code of 'GCLSAIQFPMETVB') expect(fits(discipline, `${code}-TEXT`)).toBe(true);
    for (const code of 'NEDFTMX123456789') expect(fits(discipline, `A-TEXT-${code}`)).toBe(true);
    expect(fits(discipline, 'A-TEXT-Q')).toBe(false);
  });

  it('form 3: role, classification, presentation, description', () => {
    // source: BS 1192:2007, from memory: role - classification - presentation _ description
    expect(format(role, 'A-G251-M_External walls')).toEqual([
      'Role=A',
      'Classification=G251',
      'Presentation=M',
      'Description=External walls',
    ]);
    expect(fits(role, 'S-G28-D')).toBe(true);
    for (const code of 'DHMPT') expect(fits(role, `A-G251-${code}_x`)).toBe(true);
    expect(takeApart(role, 'A-G251-Q_x').faults).toEqual(['Presentation “Q” is not in the list']);
  });
});

describe('names that almost fit', () => {
  it('are put right by the fewest changes, nearest first', () => {
    expect(nearestNames(discipline, 'A-WALL-FULL-Q')[0]).toMatch(/^A-WALL-FULL-.$/);
    expect(nearestNames(discipline, 'A_WALL')[0]).toBe('A-WALL');
    expect(nearestNames(discipline, 'Z-WALL').every((name) => /^[A-Z]-WALL$/.test(name))).toBe(true);
    for (const name of nearestNames(fixed, 'A-B374--E-Z')) expect(fits(fixed, name)).toBe(true);
    expect(nearestNames(discipline, 'A-WALLS')).toContain('A-WALL');
  });

  it('say what belongs to no field', () => {
    expect(takeApart(discipline, 'A-WALL-FULL-PRTN-N-99').faults.length).toBeGreaterThan(0);
    expect(takeApart(discipline, '').faults).toEqual(['Discipline is missing', 'Major group is missing']);
  });
});

describe('built names', () => {
  it('fit, and come apart into what they were built from', () => {
    const word = (length: number) =>
      fc.string({
        minLength: length,
        maxLength: length,
        unit: fc.constantFrom(...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'),
      });
    fc.assert(
      fc.property(
        fc.constantFrom(...'GCLSAIQFPMETVB'),
        word(4),
        fc.option(word(4)),
        fc.option(fc.constantFrom(...'NEDFT')),
        (d, major, minor, status) => {
          const values = new Map([
            [0, d],
            [1, major],
            ...(minor ? [[2, minor] as const] : []),
            ...(status ? [[4, status] as const] : []),
          ]);
          const built = buildName(discipline, values);
          if (!('name' in built)) throw new Error(built.faults.join());
          expect(fits(discipline, built.name)).toBe(true);
          const parts = takeApart(discipline, built.name).parts;
          expect(parts.map((part) => part.text)).toEqual([d, major, minor, status].filter(Boolean));
        },
      ),
    );
  });

  it('bridge fields that are not used with hyphens where width alone sets them apart', () => {
    expect(
      buildName(
        fixed,
        new Map([
          [0, 'A'],
          [1, 'B374'],
          [2, 'E'],
          [4, '01'],
        ]),
      ),
    ).toEqual({ name: 'A-B374--E--01--' });
    expect(fits(fixed, 'A-B374--E--01--')).toBe(true);
    expect(
      buildName(
        fixed,
        new Map([
          [0, 'A'],
          [1, 'B374'],
        ]),
      ),
    ).toEqual({ name: 'A-B374----' });
    expect(buildName(discipline, new Map([[0, 'A']]))).toEqual({ faults: ['Major group is missing'] });
  });
});

describe('a scheme', () => {
  it('whose field could end anywhere is refused', () => {
    const result = namingSchema.safeParse({
      name: 'loose',
      fields: [
        { name: 'One', minLength: 1, maxLength: 4 },
        { name: 'Two', minLength: 2, maxLength: 2 },
      ],
    });
    expect(result.success).toBe(false);
    expect(result.error?.issues[0].message).toContain('“One” needs a fixed length');
  });

  it('of the demo fits every layer of the demo standard', () => {
    const scheme = demoStandard.naming.layers!;
    for (const layer of demoStandard.layers)
      expect([layer.name, takeApart(scheme, layer.name).faults]).toEqual([layer.name, []]);
  });
});

it('the distance of words is the number of letters changed', () => {
  expect(editDistance('kitten', 'sitting')).toBe(3);
  expect(editDistance('', 'abc')).toBe(3);
});
