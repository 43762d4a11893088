import type { DrawingComposer } from '../../../dxf/write/composer';
import { namingSchema } from '../../../standard/naming';
import { GOOD, office, officeLayer, testRule } from '../testing';
import { layersUnknown } from './unknown';

const SCHEME = namingSchema.parse({
  name: 'Layers',
  fields: [
    { name: 'discipline', minLength: 1, maxLength: 1, codes: [{ code: 'A' }, { code: 'S' }] },
    {
      name: 'major',
      separator: '-',
      minLength: 4,
      maxLength: 4,
      codes: [{ code: 'WALL' }, { code: 'DOOR' }],
    },
  ],
});
const standard = office([officeLayer('WALL')]);

testRule(layersUnknown, {
  accept: [
    {
      name: 'a layer of the standard, whatever its case',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.line({ layer: 'wall' }, [0, 0], [1, 1]);
      },
    },
    { name: 'an empty layer', standard, draw: (file) => file.layer({ name: 'Odd', colour: 1 }) },
    {
      name: 'layers that the format keeps for itself',
      standard,
      draw: (file) => file.model.line({ layer: '0' }, [0, 0], [1, 1]),
    },
  ],
  reject: [
    {
      name: 'one with objects, inside symbols too; the place is one in the model',
      standard,
      draw: (file) => {
        file.layer({ name: 'Odd', colour: 1 });
        file.symbol('S', (s) => s.circle({ layer: 'ODD' }, [0, 0], 1));
        file.model.line({ layer: 'Odd' }, [5, 6], [7, 8]);
      },
      messages: ['Layer “Odd” is not in the standard (1 line, 1 circle).'],
      at: { space: 'model', x: 5, y: 6 },
      expected: 'a layer of the standard',
      found: 'Odd',
    },
    {
      name: 'one that only objects name',
      standard,
      draw: (file) => file.model.line({ layer: 'Ghost' }, [0, 0], [1, 1]),
      messages: ['Layer “Ghost” is not in the standard (1 line).'],
    },
    ...(
      [
        ['A-WALS', 'A-WALS: major “WALS” is not in the list; near it are A-WALL, S-WALL'],
        ['A-DOOR', 'A-DOOR, which fits the scheme of names'],
        // Nothing of it is of the scheme: which field is wrong would say nothing.
        ['Mauerwerk außen', 'Mauerwerk außen'],
      ] as const
    ).map(([layer, found]) => ({
      name: `one against the scheme of names: ${layer}`,
      standard: {
        ...office([officeLayer('A-WALL')]),
        naming: { ...standard.naming, layers: SCHEME },
      },
      draw: (file: DrawingComposer) => file.model.line({ layer }, [0, 0], [1, 1]),
      messages: [`Layer “${layer}” is not in the standard (1 line).`],
      found,
    })),
  ],
});
