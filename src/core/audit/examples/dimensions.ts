import { type FigureOwn, linearFigure } from '../../dimension/figure';
import { joinedParts } from '../../dimension/picture';
import { type PartLook, putPart, putTerminator } from '../../dimension/put-part';
import type { SpaceComposer } from '../../dxf/write/composer';
import { dimensionRecord, TERMINATOR_SYMBOLS } from '../../records/dimension-record';
import {
  type DimensionValues,
  dimensionStyleSchema,
  dimensionValues,
  PLAIN_DIMENSION,
} from '../../standard/dimension-settings';
import { dimensionsChainSum } from '../rules/dimensions/chain-sum';
import { dimensionsDoubled } from '../rules/dimensions/doubled';
import { dimensionsLoose } from '../rules/dimensions/loose';
import { dimensionsOwnSettings } from '../rules/dimensions/own-settings';
import { dimensionsPicture } from '../rules/dimensions/picture';
import { dimensionsRoundMark } from '../rules/dimensions/round-mark';
import { dimensionsSpacing } from '../rules/dimensions/spacing';
import { dimensionsStyleChanged } from '../rules/dimensions/style-changed';
import { dimensionsStyleUnknown } from '../rules/dimensions/style-unknown';
import { dimensionsTypedOver } from '../rules/dimensions/typed-over';
import { dimensionsUnitSaid } from '../rules/dimensions/unit-said';
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

/** What the parts of a picture lie on. */
const IN_PICTURE: Pick<PartLook, 'layer' | 'colour' | 'widthMm'> = {
  layer: '0',
  colour: 0,
  widthMm: 'of the symbol',
};

/** The picture of a dimension of the wall, in the office's style. */
const drawnWith =
  (
    own: FigureOwn,
    at: readonly [number, number] = [12, 66],
    changed: Partial<DimensionValues> = {},
    y = 25,
    on = IN_PICTURE,
  ) =>
  (space: SpaceComposer): void => {
    const { dimensions } = office50();
    const v = { ...dimensionValues(dimensions, dimensions[0]), ...changed };
    const lettering = { face: 'stroke', widthFactor: 1 } as const;
    const look: PartLook = { ...on, text: { style: 'Standard' }, unitsPerMm: 1 };
    const [from, to] = at;
    for (const part of joinedParts(
      linearFigure(v, lettering, [from, 16], [to, 16], 0, y - 16, to - from, own),
    ))
      putPart(space, part, look);
  };

/** A wall in the model, shown at 1:1, with a dimension. */
const inModel =
  (changed: Partial<DimensionValues>): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    const { dimensions } = office50();
    const values = { ...dimensionValues(dimensions, dimensions[0]), ...changed };
    file.symbol('_Oblique', (space) => putTerminator(space, 'slash'));
    file.dimensionStyle('Building', dimensionRecord({ ...values, sizedOnPaper: false, overallScale: 1 }));
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    file.model.rectangle({ layer: 'WALL' }, [12, 6], 54, 10);
    file.model.dimension({ layer: 'TEXT' }, [12, 16], [66, 16], 25, 3.5, {
      style: 'Building',
      draw: drawnWith({}, [12, 66], changed),
    });
    sheet.viewport({ layer: '0' }, [39, 18], 78, 36, [39, 18], 1);
  };

/** A circle with a straight dimension over it. */
const acrossCircle =
  (says?: string): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    sheet.circle({ layer: 'WALL' }, [39, 14], 9);
    sheet.dimension({ layer: 'TEXT' }, [30, 14], [48, 14], 28, 3.5, {
      says,
      ...(says
        ? { draw: drawnWith({ text: { main: '⌀18', stack: null, second: '' } }, [30, 48], {}, 28) }
        : {}),
    });
  };

/** A wall with piers: a row of dimensions, and one over all of them. */
const chained =
  (xs: readonly number[]): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    file.dimensionStyle(
      'Standard',
      dimensionRecord({ ...PLAIN_DIMENSION, sizedOnPaper: false, textHeightMm: 2.5 }),
    );
    sheet.rectangle({ layer: 'WALL' }, [xs[0], 4], xs[xs.length - 1] - xs[0], 8);
    for (let i = 1; i < xs.length; i++)
      sheet.dimension({ layer: 'TEXT' }, [xs[i - 1], 12], [xs[i], 12], 19, 2.5);
    sheet.dimension({ layer: 'TEXT' }, [xs[0], 12], [xs[xs.length - 1], 12], 27, 2.5);
  };

/** A wall with two dimensions, one over the other. */
const stacked =
  (first: number, second: number): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    sheet.rectangle({ layer: 'WALL' }, [12, 2], 54, 5);
    const put = (to: number, y: number): void =>
      sheet.dimension({ layer: 'TEXT' }, [12, 7], [to, 7], y, 3.5, {
        draw: (space) => {
          const { dimensions } = office50();
          const v = dimensionValues(dimensions, dimensions[0]);
          const lettering = { face: 'stroke', widthFactor: 1 } as const;
          for (const part of joinedParts(linearFigure(v, lettering, [12, 7], [to, 7], 0, y - 7, to - 12)))
            putPart(space, part, { ...IN_PICTURE, text: { style: 'Standard' }, unitsPerMm: 1 });
        },
      });
    put(40, first);
    put(66, second);
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
  [dimensionsPicture.meta.id]: {
    standard: office50(),
    complies: asDrawn,
    breaks: {
      says: 'The wall was stretched: it measures 54, and the picture of the dimension still says 48.',
      draw: (sheet, file) => {
        file.layer(asDefined(WALL));
        file.layer(asDefined(TEXT));
        sheet.rectangle({ layer: 'WALL' }, [12, 6], 54, 10);
        sheet.dimension({ layer: 'TEXT' }, [12, 16], [66, 16], 25, 3.5, {
          draw: drawnWith({ text: { main: '48', stack: null, second: '' } }),
        });
      },
    },
  },
  [dimensionsUnitSaid.meta.id]: {
    standard: office50(),
    complies: {
      says: 'The model is drawn in mm, and mm stands behind the value.',
      draw: inModel({ suffix: ' mm' }),
    },
    breaks: { says: '54 mm are shown as 54 metres.', draw: inModel({ suffix: ' m' }) },
  },
  [dimensionsRoundMark.meta.id]: {
    standard: office50(),
    complies: { says: 'The value across the circle has its sign.', draw: acrossCircle('⌀<>') },
    breaks: { says: 'The value across the circle reads as a length.', draw: acrossCircle() },
  },
  [dimensionsDoubled.meta.id]: {
    standard: office50(),
    complies: asDrawn,
    breaks: {
      says: 'Two dimensions measure between the same two points.',
      draw: (sheet, file) => {
        measured()(sheet, file);
        sheet.dimension({ layer: 'TEXT' }, [12, 16], [66, 16], 31, 3.5);
      },
    },
  },
  [dimensionsChainSum.meta.id]: {
    standard: office50(),
    complies: { says: 'The parts come to the whole: 18 + 18 + 18 = 54.', draw: chained([12, 30, 48, 66]) },
    breaks: {
      says: 'As printed the parts come to 54, and the whole says 55.',
      draw: chained([12, 30.3, 48.6, 66.9]),
    },
  },
  [dimensionsLoose.meta.id]: {
    standard: office50(),
    complies: asDrawn,
    breaks: {
      says: 'It looks the same, and is four lines, two strokes and a text.',
      draw: (sheet, file) => {
        file.layer(asDefined(WALL));
        file.layer(asDefined(TEXT));
        sheet.rectangle({ layer: 'WALL' }, [12, 6], 54, 10);
        drawnWith({}, [12, 66], {}, 25, { layer: 'TEXT', colour: 256, widthMm: 0.25 })(sheet);
      },
    },
  },
  [dimensionsSpacing.meta.id]: {
    standard: office50(),
    complies: {
      says: 'The lower line is 10 mm from the wall, the next one 7 mm from that.',
      draw: stacked(17, 24),
    },
    breaks: {
      says: 'The lower line is 5 mm from the wall, and its figure touches the next line.',
      draw: stacked(12, 16),
    },
  },
};
