import type { DrawingComposer } from '../../dxf/write/composer';
import { parallelSetSchema } from '../../standard/parallels';
import { parallelsChanged } from '../rules/parallels/changed';
import { parallelsLoose } from '../rules/parallels/loose';
import { parallelsPlaced } from '../rules/parallels/placed';
import { parallelsUnknown } from '../rules/parallels/unknown';
import { asDefined, office, type RuleExample, WALL } from './example';

const KERB = parallelSetSchema.parse({
  name: 'Kerb',
  lines: [{ offsetMm: 3 }, { offsetMm: 1 }, { offsetMm: -3 }],
});

/** A kerb in a set with lines at these offsets. */
const kerb =
  (name: string, offsets: readonly number[], drawn = offsets): RuleExample['complies']['draw'] =>
  (sheet, file: DrawingComposer) => {
    file.layer(asDefined(WALL));
    file.parallelSet({
      name,
      description: '',
      lines: offsets.map((offset) => ({ offset, colour: 256, linetype: 'BYLAYER' })),
      startCap: 'open',
      endCap: 'open',
      fillColour: null,
    });
    sheet.parallels({ layer: 'WALL' }, { name, offsets: drawn }, [
      [8, 18],
      [70, 18],
    ]);
  };

export const PARALLEL_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [parallelsUnknown.meta.id]: {
    standard: { ...office(), parallels: [KERB] },
    complies: { says: 'The kerb is in “Kerb”, a set of the standard.', draw: kerb('Kerb', [3, 1, -3]) },
    breaks: { says: 'It is in “BORD_2”, which the standard does not have.', draw: kerb('BORD_2', [2, -2]) },
  },
  [parallelsChanged.meta.id]: {
    standard: { ...office(), parallels: [KERB] },
    complies: { says: 'The lines of “Kerb” lie as the standard has them.', draw: kerb('Kerb', [3, 1, -3]) },
    breaks: { says: 'The set has the same name, and is twice as wide.', draw: kerb('Kerb', [6, 1, -6]) },
  },
  [parallelsLoose.meta.id]: {
    standard: { ...office(), parallels: [KERB] },
    complies: { says: 'The kerb is a run in “Kerb”.', draw: kerb('Kerb', [3, 1, -3]) },
    breaks: {
      says: 'Three loose lines lie as the lines of “Kerb” do.',
      draw: (sheet, file) => {
        file.layer(asDefined(WALL));
        for (const offset of [3, 1, -3]) sheet.line({ layer: 'WALL' }, [8, 18 + offset], [70, 18 + offset]);
      },
    },
  },
  [parallelsPlaced.meta.id]: {
    standard: { ...office(), parallels: [KERB] },
    complies: { says: 'The kerb is drawn as its set is.', draw: kerb('Kerb', [3, 1, -3]) },
    breaks: {
      says: 'Its set was made narrower, and the kerb was left as it was drawn.',
      draw: kerb('Kerb', [3, 1, -3], [6, 2, -6]),
    },
  },
};
