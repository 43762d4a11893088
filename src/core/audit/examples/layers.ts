import { layerOf } from '../../standard/standard';
import { layersColour } from '../rules/layers/colour';
import { layersDefaultWidth } from '../rules/layers/default-width';
import { layersDoubled } from '../rules/layers/doubled';
import { layersEmptyUnknown } from '../rules/layers/empty-unknown';
import { layersHidden } from '../rules/layers/hidden';
import { layersLinetype } from '../rules/layers/linetype';
import { layersMissing } from '../rules/layers/missing';
import { layersOnePurpose } from '../rules/layers/one-purpose';
import { layersPrinting } from '../rules/layers/printing';
import { layersUnknown } from '../rules/layers/unknown';
import { layersWidth } from '../rules/layers/width';
import { AXIS, asDefined, office, type RuleExample, TEXT, WALL, wallWithAxis } from './example';

type Draw = RuleExample['complies']['draw'];
const WALLS = asDefined(WALL);

/** Two walls on layers of a sender's. */
const wallsOn =
  (lower: string, upper: string): Draw =>
  (sheet, file) => {
    for (const name of new Set([lower, upper])) file.layer({ ...WALLS, name });
    sheet.line({ layer: lower }, [8, 13], [70, 13]);
    sheet.line({ layer: upper }, [8, 23], [70, 23]);
  };

/** The wall with its axis, a record of the wall's layer as given. */
const drawnWith =
  (...layers: readonly ReturnType<typeof asDefined>[]): Draw =>
  (sheet, file) => {
    for (const layer of [...layers, asDefined(AXIS)]) file.layer(layer);
    wallWithAxis(sheet);
  };

const named =
  (words: string, wall = 'WALL'): Draw =>
  (sheet, file) => {
    for (const layer of [WALLS, asDefined(AXIS), asDefined(TEXT)]) file.layer(layer);
    if (wall !== 'WALL') file.layer({ name: wall, colour: 30, widthMm: 0.5 });
    wallWithAxis(sheet, wall);
    sheet.text({ layer: 'TEXT' }, [8, 27], 2.5, words);
  };

const OLD_STATE = layerOf({ name: 'OLD', colour: { number: 1 }, widthMm: 0.25 });
/** A wall, and on a layer of its own the wall that stood there before. */
const withOldState =
  (frozen: boolean): Draw =>
  (sheet, file) => {
    for (const layer of [WALLS, asDefined(AXIS), { ...asDefined(OLD_STATE), frozen }]) file.layer(layer);
    wallWithAxis(sheet);
    sheet.line({ layer: 'OLD' }, [8, 9], [70, 9]);
    sheet.line({ layer: 'OLD' }, [8, 28], [70, 28]);
  };

const NOTES = layerOf({ name: 'NOTES', colour: { number: 6 }, widthMm: 0.25, prints: false });
const noted =
  (prints: boolean): Draw =>
  (sheet, file) => {
    for (const layer of [WALLS, asDefined(AXIS), { ...asDefined(NOTES), prints }]) file.layer(layer);
    wallWithAxis(sheet);
    sheet.text({ layer: 'NOTES' }, [8, 27], 2.5, 'ask the engineer');
  };

export const LAYER_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [layersDoubled.meta.id]: {
    standard: office(),
    complies: { says: 'The layer “WALL” is defined once.', draw: drawnWith(WALLS) },
    breaks: {
      says: 'A second record “wall” in another colour stands beside it: programs differ in which counts.',
      draw: drawnWith(WALLS, { ...WALLS, name: 'wall', colour: 1 }),
    },
  },
  [layersUnknown.meta.id]: {
    standard: office(),
    complies: { says: 'The walls are on “WALL”, a layer of the standard.', draw: named('on WALL') },
    breaks: {
      says: 'The walls are on “Mauern”, which the standard does not have.',
      draw: named('on Mauern', 'Mauern'),
    },
  },
  [layersOnePurpose.meta.id]: {
    standard: office({ layers: [AXIS] }),
    complies: {
      says: 'Both walls are on one layer, whatever it is called.',
      draw: wallsOn('Walls', 'Walls'),
    },
    breaks: {
      says: 'One is on “Walls”, one on “Wände”: two layers for one thing.',
      draw: wallsOn('Walls', 'Wände'),
    },
  },
  [layersHidden.meta.id]: {
    standard: office({ layers: [WALL, AXIS, OLD_STATE] }),
    complies: { says: 'All that the drawing holds is seen.', draw: withOldState(false) },
    breaks: {
      says: 'The layer “OLD” is frozen: its two lines go out with the drawing, and nobody sees them.',
      draw: withOldState(true),
    },
  },
  [layersMissing.meta.id]: {
    standard: office({ layers: [WALL, AXIS, { ...TEXT, required: true }] }),
    complies: { says: 'The required layer “TEXT” is there.', draw: named('on TEXT') },
    breaks: { says: 'The required layer “TEXT” is not there.', draw: drawnWith(WALLS) },
  },
  [layersColour.meta.id]: {
    standard: office(),
    complies: { says: 'The walls have the colour of the standard.', draw: drawnWith(WALLS) },
    breaks: {
      says: 'The walls come in a colour of the sender’s.',
      draw: drawnWith({ ...WALLS, colour: 30 }),
    },
  },
  [layersLinetype.meta.id]: {
    standard: office(),
    complies: { says: 'The axis is drawn in its linetype.', draw: drawnWith(WALLS) },
    breaks: {
      says: 'The layer of the axis is unbroken.',
      draw(sheet, file) {
        file.layer(WALLS);
        file.layer({ ...asDefined(AXIS), linetype: 'Continuous' });
        wallWithAxis(sheet);
      },
    },
  },
  [layersDefaultWidth.meta.id]: {
    standard: office(),
    complies: { says: 'The walls print 0.5 mm wide.', draw: drawnWith(WALLS) },
    breaks: {
      says: 'No width is set: the walls print at whatever a machine takes for default, here 0.25 mm.',
      draw(sheet, file) {
        file.layer({ name: 'WALL', colour: 7 });
        file.layer(asDefined(AXIS));
        wallWithAxis(sheet);
      },
    },
  },
  [layersWidth.meta.id]: {
    standard: office(),
    complies: { says: 'The walls print 0.5 mm wide.', draw: drawnWith(WALLS) },
    breaks: {
      says: 'The walls print 0.18 mm wide, as thin as the axis.',
      draw: drawnWith({ ...WALLS, widthMm: 0.18 }),
    },
  },
  [layersPrinting.meta.id]: {
    standard: office({ layers: [WALL, AXIS, NOTES] }),
    complies: { says: 'Working notes do not print.', draw: noted(false) },
    breaks: { says: 'The layer of the working notes prints.', draw: noted(true) },
  },
  [layersEmptyUnknown.meta.id]: {
    standard: office(),
    complies: { says: 'Every layer holds something or is the standard’s.', draw: drawnWith(WALLS) },
    breaks: {
      says: 'It looks the same, but a layer “Copy of plan 3” is left over, with nothing on it.',
      draw: drawnWith(WALLS, { ...WALLS, name: 'Copy of plan 3' }),
    },
  },
};
