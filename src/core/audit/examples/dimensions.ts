import { linearFigure } from '../../dimension/figure';
import { joinedParts } from '../../dimension/picture';
import { putPart, putTerminator } from '../../dimension/put-part';
import type { SpaceComposer } from '../../dxf/write/composer';
import { dimensionRecord, TERMINATOR_SYMBOLS } from '../../records/dimension-record';
import {
  type DimensionValues,
  dimensionStyleSchema,
  dimensionValues,
} from '../../standard/dimension-settings';
import { dimensionsOwnSettings } from '../rules/dimensions/own-settings';
import { dimensionsStyleChanged } from '../rules/dimensions/style-changed';
import { dimensionsStyleUnknown } from '../rules/dimensions/style-unknown';
import { dimensionsTypedOver } from '../rules/dimensions/typed-over';
import { asDefined, office, type RuleExample, TEXT, WALL } from './example';

const measured =
  (says = ''): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    sheet.rectangle({ layer: 'WALL' }, [12, 6], 54, 10);
    sheet.dimension({ layer: 'TEXT' }, [12, 16], [66, 16], 25, 3.5, { says });
  };

const office50 = () => ({
  ...office(),
  dimensions: [
    dimensionStyleSchema.parse({
      name: 'Building',
      settings: { terminator1: 'slash', terminator2: 'slash', textHeightMm: 3.5, extensionOffsetMm: 1.4 },
    }),
  ],
});

/** A wall with a dimension in the style that is given, drawn as its settings ask. */
const styled =
  (
    name: string,
    changed: Partial<DimensionValues> = {},
    own?: ReadonlyMap<number, number>,
  ): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    const { dimensions } = office50();
    const values = { ...dimensionValues(dimensions, dimensions[0]), ...changed };
    for (const terminator of new Set([values.terminator1, values.terminator2]))
      if (TERMINATOR_SYMBOLS[terminator] !== '')
        file.symbol(TERMINATOR_SYMBOLS[terminator], (space) => putTerminator(space, terminator));
    file.dimensionStyle(name, dimensionRecord({ ...values, sizedOnPaper: false, overallScale: 1 }));
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    sheet.rectangle({ layer: 'WALL' }, [12, 6], 54, 10);
    const drawn = own?.has(140) ? { ...values, textHeightMm: own.get(140)! } : values;
    const picture = (space: SpaceComposer): void => {
      const lettering = { face: 'stroke', widthFactor: 1 } as const;
      const look = {
        layer: '0',
        colour: 0,
        widthMm: 'of the symbol',
        text: { style: 'Standard' },
        unitsPerMm: 1,
      } as const;
      for (const part of joinedParts(linearFigure(drawn, lettering, [12, 16], [66, 16], 0, 9, 54)))
        putPart(space, part, look);
    };
    sheet.dimension({ layer: 'TEXT' }, [12, 16], [66, 16], 25, drawn.textHeightMm, {
      style: name,
      own,
      draw: picture,
    });
  };

const asDrawn = {
  says: 'Slashes, and figures of 3.5 mm: as the style of the standard has it.',
  draw: styled('Building'),
};

export const DIMENSION_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [dimensionsTypedOver.meta.id]: {
    standard: office(),
    complies: { says: 'The dimension says what it measures: 54.', draw: measured() },
    breaks: { says: '60 is typed over the value; the edge is 54 long.', draw: measured('60') },
  },
  [dimensionsStyleUnknown.meta.id]: {
    standard: office50(),
    complies: asDrawn,
    breaks: {
      says: 'Its style is “ARCH-50”, which the standard does not know: arrows, and smaller figures.',
      draw: styled('ARCH-50', {
        terminator1: 'filled arrow',
        terminator2: 'filled arrow',
        textHeightMm: 2.5,
      }),
    },
  },
  [dimensionsStyleChanged.meta.id]: {
    standard: office50(),
    complies: asDrawn,
    breaks: {
      says: 'The style has the name of the standard, but other ends and smaller figures.',
      draw: styled('Building', { terminator1: 'dot', terminator2: 'dot', textHeightMm: 2.5 }),
    },
  },
  [dimensionsOwnSettings.meta.id]: {
    standard: office50(),
    complies: asDrawn,
    breaks: {
      says: 'This one dimension has figures of 5 mm of its own; its style has 3.5 mm.',
      draw: styled('Building', {}, new Map([[140, 5]])),
    },
  },
};
