import { linearFigure } from '../../dimension/figure';
import { joinedParts } from '../../dimension/picture';
import { putPart, putTerminator } from '../../dimension/put-part';
import type { DrawingComposer, SpaceComposer } from '../../dxf/write/composer';
import { dimensionRecord, TERMINATOR_SYMBOLS } from '../../records/dimension-record';
import { type DimensionValues, PLAIN_DIMENSION } from '../../standard/dimension-settings';
import { PLAIN_RULE } from '../../standard/rule-settings';
import { dimensionsCentreMarks } from '../rules/dimensions/centre-marks';
import { dimensionsCrossing } from '../rules/dimensions/crossing';
import { dimensionsFirstRow } from '../rules/dimensions/first-row';
import { dimensionsGap } from '../rules/dimensions/gap';
import { dimensionsPaperScale } from '../rules/dimensions/paper-scale';
import { dimensionsTerminators } from '../rules/dimensions/terminators';
import { dimensionsTextOnLine } from '../rules/dimensions/text-on-line';
import { asDefined, office, type RuleExample, TEXT, WALL } from './example';
import { sizedOnPaperFor } from './paper-scales';

// Examples in which dimensions stand where they should not.

const VALUES: DimensionValues = {
  ...PLAIN_DIMENSION,
  sizedOnPaper: false,
  terminator1: 'slash',
  terminator2: 'slash',
  terminatorSizeMm: 2,
  textHeightMm: 2.5,
  extensionOffsetMm: 1,
};

type P = readonly [number, number];

interface Placed {
  readonly from: P;
  readonly to: P;
  /** Where its line runs: a y. */
  readonly y: number;
  readonly style?: string;
}

const STYLES: Readonly<Record<string, DimensionValues>> = {
  Slashes: VALUES,
  Arrows: { ...VALUES, terminator1: 'filled arrow', terminator2: 'filled arrow' },
};

/** What a wall and its dimensions are drawn with. */
function begin(file: DrawingComposer): void {
  file.layer(asDefined(WALL));
  file.layer(asDefined(TEXT));
  file.symbol(TERMINATOR_SYMBOLS.slash, (space) => putTerminator(space, 'slash'));
  for (const [name, values] of Object.entries(STYLES)) file.dimensionStyle(name, dimensionRecord(values));
}

/** A dimension as its style draws it. */
function put(sheet: SpaceComposer, { from, to, y, style = 'Slashes' }: Placed): void {
  const v = STYLES[style];
  sheet.dimension({ layer: 'TEXT' }, from, to, y, v.textHeightMm, {
    style,
    draw: (space) => {
      const lettering = { face: 'stroke', widthFactor: 1 } as const;
      for (const part of joinedParts(linearFigure(v, lettering, from, to, 0, y - from[1], to[0] - from[0])))
        putPart(space, part, {
          layer: '0',
          colour: 0,
          widthMm: 'of the symbol',
          text: { style: 'Standard' },
          unitsPerMm: 1,
        });
    },
  });
}

/** A wall with dimensions over it. */
const wall =
  (...placed: readonly Placed[]): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    begin(file);
    sheet.rectangle({ layer: 'WALL' }, [10, 3], 58, 4);
    for (const one of placed) put(sheet, one);
  };

/** Four piers beside each other, each with its width at a height over it. */
const piers =
  (...heights: readonly number[]): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    begin(file);
    for (const [i, height] of heights.entries()) {
      const x = 6 + 18 * i;
      sheet.rectangle({ layer: 'WALL' }, [x, 6], 12, 8);
      put(sheet, { from: [x, 14], to: [x + 12, 14], y: 14 + height });
    }
  };

/** Two holes in a plate. */
const holes =
  (marked: boolean): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    begin(file);
    sheet.rectangle({ layer: 'WALL' }, [12, 5], 54, 26);
    for (const x of [26, 52]) {
      sheet.circle({ layer: 'WALL' }, [x, 18], 7);
      if (!marked) continue;
      sheet.line({ layer: 'TEXT' }, [x - 9, 18], [x + 9, 18]);
      sheet.line({ layer: 'TEXT' }, [x, 9], [x, 27]);
    }
  };

const marking = (): RuleExample['standard'] => ({
  ...office(),
  rules: { [dimensionsCentreMarks.meta.id]: { ...PLAIN_RULE, settings: { wanted: true } } },
});

export const PLACED_DIMENSION_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [dimensionsTextOnLine.meta.id]: {
    standard: office(),
    complies: {
      says: 'The extension line of the upper dimension passes beside the figure.',
      draw: wall({ from: [10, 7], to: [50, 7], y: 18 }, { from: [20, 7], to: [68, 7], y: 28 }),
    },
    breaks: {
      says: 'An extension line of the upper dimension runs through the figure of the lower one.',
      draw: wall({ from: [10, 7], to: [50, 7], y: 18 }, { from: [30, 7], to: [68, 7], y: 28 }),
    },
  },
  [dimensionsCrossing.meta.id]: {
    standard: office(),
    complies: {
      says: 'Each extension line ends at its own dimension line.',
      draw: wall({ from: [10, 7], to: [40, 7], y: 18 }, { from: [10, 7], to: [68, 7], y: 27 }),
    },
    breaks: {
      says: 'The left extension line of the upper dimension crosses the lower dimension line unbroken.',
      draw: wall({ from: [10, 7], to: [50, 7], y: 18 }, { from: [20, 7], to: [68, 7], y: 27 }),
    },
  },
  [dimensionsGap.meta.id]: {
    standard: office(),
    complies: {
      says: 'The extension lines begin 1 mm from the wall.',
      draw: wall({ from: [10, 7], to: [68, 7], y: 24 }),
    },
    breaks: {
      says: 'The right one begins 6 mm from it: what is measured there?',
      draw: wall({ from: [10, 7], to: [68, 12], y: 24 }),
    },
  },
  [dimensionsFirstRow.meta.id]: {
    standard: office(),
    complies: { says: 'Every width stands 11 mm over its pier.', draw: piers(11, 11, 11, 11) },
    breaks: { says: 'The third stands 3 mm higher than the others.', draw: piers(11, 11, 14, 11) },
  },
  [dimensionsTerminators.meta.id]: {
    standard: office(),
    complies: {
      says: 'One row, one kind of ends.',
      draw: wall(
        { from: [10, 7], to: [30, 7], y: 22 },
        { from: [30, 7], to: [48, 7], y: 22 },
        { from: [48, 7], to: [68, 7], y: 22 },
      ),
    },
    breaks: {
      says: 'Arrows in the middle of a row of slashes.',
      draw: wall(
        { from: [10, 7], to: [30, 7], y: 22 },
        { from: [30, 7], to: [48, 7], y: 22, style: 'Arrows' },
        { from: [48, 7], to: [68, 7], y: 22 },
      ),
    },
  },
  [dimensionsCentreMarks.meta.id]: {
    standard: marking(),
    complies: { says: 'Both holes have centre lines.', draw: holes(true) },
    breaks: { says: 'Where do the holes go?', draw: holes(false) },
  },
  [dimensionsPaperScale.meta.id]: {
    standard: office(),
    complies: {
      says: 'The dimension is sized on paper for 1:1, at which this sheet shows it.',
      draw: wall({ from: [10, 7], to: [68, 7], y: 22 }),
      spoil: (text) => sizedOnPaperFor(text, [['1:1', 1, 1]]),
    },
    breaks: {
      says: 'It is sized for 1:50 alone: a program that sizes on paper leaves it out here.',
      draw: wall({ from: [10, 7], to: [68, 7], y: 22 }),
      spoil: (text) => sizedOnPaperFor(text, [['1:50', 1, 50]]),
    },
  },
};
