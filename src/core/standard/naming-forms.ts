import type { NamingField, NamingScheme } from './naming';

/** The published forms of layer names, ready to use and to adapt. Quoted from memory: no copy of the standards is at hand. */

const field = (
  name: string,
  more: Partial<NamingField> & { length: number | readonly [number, number] },
): NamingField => {
  const { length, ...rest } = more;
  const [minLength, maxLength] = typeof length === 'number' ? [length, length] : length;
  // In the order of the schema, so that an export of it reads back the same.
  return {
    name,
    separator: rest.separator ?? '',
    minLength,
    maxLength,
    required: rest.required ?? true,
    pattern: rest.pattern ?? 'letters and digits',
    codes: rest.codes ?? [],
    codeLength: rest.codeLength ?? 0,
    filler: rest.filler ?? false,
  };
};

const codes = (list: Readonly<Record<string, string>>): NamingField['codes'] =>
  Object.entries(list).map(([code, meaning]) => ({ code, meaning }));

/** ISO 13567-2: fields of fixed width, unused positions a hyphen. */
const FIXED_WIDTH: NamingScheme = {
  name: 'Fixed width (ISO 13567-2)',
  fields: [
    field('Agent', { length: 2, filler: true }),
    field('Element', { length: 6, filler: true }),
    field('Presentation', { length: 2, filler: true }),
    field('Status', {
      length: 1,
      required: false,
      filler: true,
      codes: codes({ N: 'new', E: 'existing to remain', R: 'to be removed', T: 'temporary' }),
    }),
    field('Sector', { length: 4, required: false, filler: true }),
    field('Phase', { length: 1, required: false, filler: true }),
    field('Projection', { length: 1, required: false, filler: true }),
    field('Scale', { length: 1, required: false, filler: true }),
    field('Work package', { length: 2, required: false, filler: true }),
    field('Own', { length: [1, 60], required: false, pattern: 'anything' }),
  ],
};

/** US National CAD Standard, layer guidelines: A-WALL-FULL-N. */
const DISCIPLINE_FIRST: NamingScheme = {
  name: 'Discipline first (US National CAD Standard)',
  fields: [
    field('Discipline', {
      length: [1, 2],
      pattern: 'letters',
      codeLength: 1,
      codes: codes({
        G: 'general',
        C: 'civil',
        L: 'landscape',
        S: 'structural',
        A: 'architectural',
        I: 'interiors',
        Q: 'equipment',
        F: 'fire',
        P: 'plumbing',
        M: 'mechanical',
        E: 'electrical',
        T: 'telecommunications',
        V: 'survey',
        B: 'geotechnical',
      }),
    }),
    field('Major group', { length: 4, separator: '-' }),
    field('Minor group', { length: 4, separator: '-', required: false }),
    field('Second minor group', { length: 4, separator: '-', required: false }),
    field('Status', {
      length: 1,
      separator: '-',
      required: false,
      codes: [
        ...codes({
          N: 'new',
          E: 'existing',
          D: 'demolish',
          F: 'future',
          T: 'temporary',
          M: 'move',
          X: 'not in contract',
        }),
        ...Array.from({ length: 9 }, (_, i) => ({ code: `${i + 1}`, meaning: `phase ${i + 1}` })),
      ],
    }),
  ],
};

/** BS 1192:2007: role - classification - presentation _ description. */
const ROLE_FIRST: NamingScheme = {
  name: 'Role and classification (BS 1192:2007)',
  fields: [
    field('Role', { length: [1, 2], pattern: 'letters' }),
    field('Classification', { length: [1, 12], separator: '-', pattern: 'anything' }),
    field('Presentation', {
      length: 1,
      separator: '-',
      codes: codes({ D: 'dimensions', H: 'hatching', M: 'model', P: 'plot', T: 'text' }),
    }),
    field('Description', { length: [1, 60], separator: '_', required: false, pattern: 'anything' }),
  ],
};

export const NAMING_FORMS: readonly NamingScheme[] = [FIXED_WIDTH, DISCIPLINE_FIRST, ROLE_FIRST];
