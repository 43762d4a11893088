import { PLAIN_RULE } from '../../standard/rule-settings';
import { linesContrast } from '../rules/lines/contrast';
import { linesDashes } from '../rules/lines/dashes';
import { linesMeaning } from '../rules/lines/meaning';
import { linesOnPaper } from '../rules/lines/on-paper';
import { linesOwnFactor } from '../rules/lines/own-factor';
import { linesTooNear } from '../rules/lines/too-near';
import { linesTwoScales } from '../rules/lines/two-scales';
import { linetypesRedefined } from '../rules/linetypes/redefined';
import { linetypesUnknown } from '../rules/linetypes/unknown';
import { pensByColour } from '../rules/pens/by-colour';
import { pensNotHeld } from '../rules/pens/not-held';
import { pensNotPermitted } from '../rules/pens/not-permitted';
import { pensOrder } from '../rules/pens/order';
import { AXIS, asDefined, office, type RuleExample, WALL, wallWithAxis } from './example';

type Draw = RuleExample['complies']['draw'];

const axis =
  (linetype: string, elements?: readonly number[]): Draw =>
  (sheet, file) => {
    if (elements) file.linetype(linetype, '', elements);
    file.layer(asDefined(WALL));
    file.layer({ ...asDefined(AXIS), linetype });
    wallWithAxis(sheet);
  };

const setback =
  (linetype: string): Draw =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer({ name: 'Setback', colour: 30, widthMm: 0.25, linetype });
    sheet.rectangle({ layer: 'WALL' }, [8, 8], 62, 20);
    sheet.rectangle({ layer: 'Setback' }, [14, 12], 50, 12);
  };

const wide =
  (widthMm: number): Draw =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer(asDefined(AXIS));
    sheet.line({ layer: 'WALL', widthMm }, [8, 18], [70, 18]);
    sheet.line({ layer: 'AXIS' }, [39, 6], [39, 30]);
  };

/** Walls and the axis between them, with these pens. */
const penned =
  (wallMm: number, axisMm: number): Draw =>
  (sheet, file) => {
    file.layer({ ...asDefined(WALL), widthMm: wallMm });
    file.layer({ ...asDefined(AXIS), widthMm: axisMm });
    wallWithAxis(sheet);
  };

/** A broken line between two walls, by itself or dash by dash. */
const broken =
  (loose: boolean): Draw =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer({ ...asDefined(AXIS), linetype: 'Dashed' });
    sheet.line({ layer: 'WALL' }, [8, 8], [70, 8]);
    sheet.line({ layer: 'WALL' }, [8, 28], [70, 28]);
    if (!loose) sheet.line({ layer: 'AXIS' }, [8, 18], [70, 18]);
    else for (let i = 0; i < 14; i++) sheet.line({ layer: 'WALL' }, [8 + 4.5 * i, 18], [11 + 4.5 * i, 18]);
  };

/** What stands there already, on a layer of the sender's. */
const existing =
  (colour: number): Draw =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer({ name: 'Existing', colour, widthMm: 0.35 });
    sheet.rectangle({ layer: 'WALL' }, [8, 8], 30, 20);
    sheet.rectangle({ layer: 'Existing' }, [42, 8], 28, 20);
  };

/** Setbacks over each other, the highest with another factor on its dashes. */
const setbacks =
  (patternFactor: number): Draw =>
  (sheet, file) => {
    file.layer({ name: 'Setback', colour: 30, widthMm: 0.25, linetype: 'Dashed' });
    for (const y of [8, 14, 20]) sheet.line({ layer: 'Setback' }, [8, y], [70, y]);
    sheet.line({ layer: 'Setback', patternFactor }, [8, 26], [70, 26]);
  };

const plain = office();
/** An office that says of no linetype how large it prints. */
const sizedInModel = {
  ...plain,
  linetypes: plain.linetypes.map((linetype) => ({ ...linetype, basis: 'model' as const })),
};

/** Two lines so far apart. */
const layers =
  (mm: number): Draw =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    sheet.line({ layer: 'WALL' }, [8, 16], [70, 16]);
    sheet.line({ layer: 'WALL' }, [8, 16 + mm], [70, 16 + mm]);
  };

/** An office that prints by colour, and lets walls have colours of their own. */
const byColour = {
  ...plain,
  rules: { [pensByColour.meta.id]: { ...PLAIN_RULE, settings: { when: 'always' } } },
  layers: plain.layers.map((layer) =>
    layer === WALL ? { ...WALL, ownValuesAllowed: ['colour' as const] } : layer,
  ),
  pens: {
    ...plain.pens,
    byColour: [
      { number: 1, widthMm: 0.18 },
      { number: 7, widthMm: 0.5 },
    ],
  },
};

/** A wall with an opening in a colour of its own. */
const opening =
  (colour: number): Draw =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    sheet.line({ layer: 'WALL' }, [8, 12], [70, 12]);
    sheet.line({ layer: 'WALL' }, [8, 24], [70, 24]);
    for (const x of [30, 48]) sheet.line({ layer: 'WALL', colour }, [x, 12], [x, 24]);
  };

export const LINE_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [linetypesUnknown.meta.id]: {
    standard: office(),
    complies: { says: 'The axis is in “Axis”, a linetype of the standard.', draw: axis('Axis') },
    breaks: {
      says: 'The axis is in “MITTE_2”, which the standard does not have.',
      draw: axis('MITTE_2', [10, -2, 1, -2]),
    },
  },
  [linetypesRedefined.meta.id]: {
    standard: office(),
    complies: {
      says: '“Axis” has the pattern of the standard.',
      draw(sheet, file) {
        file.layer(asDefined(WALL));
        file.layer(asDefined(AXIS));
        wallWithAxis(sheet);
      },
    },
    breaks: {
      says: '“Axis” is there under the same name, but with other dashes.',
      draw: axis('Axis'),
      linetypes: { Axis: [2.5, -1] },
    },
  },
  [linesDashes.meta.id]: {
    standard: office({ layers: [WALL, { ...AXIS, linetype: 'Dashed' }] }),
    complies: {
      says: 'The broken line is one line, on a layer whose lines are broken.',
      draw: broken(false),
    },
    breaks: { says: 'It is fourteen short lines one after the other.', draw: broken(true) },
  },
  [linesMeaning.meta.id]: {
    standard: office({
      meanings: [
        { name: 'setback', linetype: 'Dashed', role: '', words: ['setback'], clause: '', notes: '' },
      ],
    }),
    complies: { says: 'The setback is dashed.', draw: setback('Dashed') },
    breaks: {
      says: 'The setback is unbroken, and reads as the edge of something built.',
      draw: setback('Continuous'),
    },
  },
  [linesOnPaper.meta.id]: {
    standard: office(),
    complies: {
      says: 'Dashes and gaps are to be told apart on paper.',
      draw: axis('Theirs', [8, -1.5, 1, -1.5]),
    },
    breaks: {
      says: 'Gaps of 0.1 mm close up: the line prints as if it were unbroken.',
      draw: axis('Theirs', [0.8, -0.1, 0.2, -0.1]),
    },
  },
  [pensOrder.meta.id]: {
    standard: office({
      layers: [
        { ...WALL, role: 'outline' },
        { ...AXIS, role: 'centre' },
      ],
      pens: {
        ...office().pens,
        roles: [
          { role: 'outline', widthMm: 0.5 },
          { role: 'centre', widthMm: 0.18 },
        ],
        order: [{ heavier: 'outline', lighter: 'centre', ratio: 2 }],
      },
    }),
    complies: { says: 'The walls print heavier than the axis between them.', draw: penned(0.5, 0.18) },
    breaks: { says: 'The axis prints heavier than the walls.', draw: penned(0.35, 0.7) },
  },
  [pensByColour.meta.id]: {
    standard: byColour,
    complies: { says: 'The opening is drawn as the wall is.', draw: opening(7) },
    breaks: {
      says: 'It is red, which may stand out on the screen, and prints 0.18 mm wide.',
      draw: opening(1),
    },
  },
  [pensNotPermitted.meta.id]: {
    standard: office({ layers: [{ ...WALL, ownValuesAllowed: ['width'] }, AXIS] }),
    complies: { says: 'A line of 0.7 mm: a permitted pen.', draw: wide(0.7) },
    breaks: { says: 'A line of 1.58 mm: no pen of the office’s.', draw: wide(1.58) },
  },
  [pensNotHeld.meta.id]: {
    standard: office(),
    complies: { says: 'A version that holds the widths of pens.', draw: wide(0.5) },
    breaks: {
      says: 'The oldest version has no place for them: how wide it prints cannot be checked.',
      version: 'AC1009',
      draw(sheet, file) {
        file.layer({ name: 'WALL', colour: 7 });
        file.layer({ name: 'AXIS', colour: 1, linetype: 'Axis' });
        wallWithAxis(sheet);
      },
    },
  },
  [linesContrast.meta.id]: {
    standard: office({
      rules: { [linesContrast.meta.id]: { ...PLAIN_RULE, settings: { printed: 'in colour' } } },
    }),
    complies: { says: 'The existing building is grey, and can be read.', draw: existing(252) },
    breaks: { says: 'The existing building is yellow: on paper it is hardly there.', draw: existing(2) },
  },
  [linesTooNear.meta.id]: {
    standard: office(),
    complies: { says: 'The two lines of the wall stand 3 mm apart.', draw: layers(3) },
    breaks: {
      says: 'They stand 0.9 mm apart: with pens of 0.5 mm they print as one thick line.',
      draw: layers(0.9),
    },
  },
  [linesOwnFactor.meta.id]: {
    standard: office(),
    complies: { says: 'The setbacks print as the office has “Dashed”.', draw: setbacks(1) },
    breaks: {
      says: 'The highest carries a factor of its own, which makes its dashes twice as long.',
      draw: setbacks(2),
    },
  },
  [linesTwoScales.meta.id]: {
    standard: sizedInModel,
    complies: { says: 'The dashes of the setbacks are of one size.', draw: setbacks(1) },
    breaks: {
      says: 'The dashes of the highest are twice as long as those of the others.',
      draw: setbacks(2),
    },
  },
};
