import type { SpaceComposer } from '../../dxf/write/composer';
import { geometryDoubled } from '../rules/geometry/doubled';
import { geometryEnds } from '../rules/geometry/ends';
import { geometryFar } from '../rules/geometry/far';
import { geometryGroups } from '../rules/geometry/groups';
import { geometryHeights } from '../rules/geometry/heights';
import { geometryLevel } from '../rules/geometry/level';
import { geometryNothing } from '../rules/geometry/nothing';
import { geometryOverlapping } from '../rules/geometry/overlapping';
import { geometryPlace } from '../rules/geometry/place';
import { geometryRound } from '../rules/geometry/round';
import { asDefined, office, type RuleExample, WALL } from './example';
import { polylineHandles, withGroups } from './grouped';

/** A wall with a door, and what else is drawn of it. */
const room =
  (more: RuleExample['complies']['draw'] = () => {}): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    sheet.line({ layer: 'WALL' }, [10, 8], [68, 8]);
    sheet.line({ layer: 'WALL' }, [10, 8], [10, 28]);
    sheet.line({ layer: 'WALL' }, [68, 8], [68, 28]);
    more(sheet, file);
  };

/** Lines across the room. */
const joists = (sheet: SpaceComposer): void => {
  for (let x = 16; x < 66; x += 6) sheet.line({ layer: 'WALL' }, [x, 11], [x, 28]);
};

/** Posts along a wall, the last of them so high over the plane. */
const posts =
  (height: number): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    sheet.line({ layer: 'WALL' }, [8, 8], [70, 8]);
    for (let i = 0; i < 24; i++)
      sheet.record('CIRCLE', { layer: 'WALL' }, 'AcDbCircle', [
        { code: 10, value: 11 + 5 * (i % 12) },
        { code: 20, value: i < 12 ? 16 : 24 },
        { code: 30, value: i === 23 ? height : 0 },
        { code: 40, value: 1.5 },
      ]);
  };

/** Shelves one over the other, the highest so long. */
const shelves =
  (highest: number): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    for (const [i, length] of [60, 55, 50, 60, 55, highest].entries())
      sheet.line({ layer: 'WALL' }, [8, 7 + 4 * i], [8 + length, 7 + 4 * i]);
  };

/** Two boxes, put together. */
const boxes: RuleExample['complies']['draw'] = (sheet, file) => {
  file.layer(asDefined(WALL));
  for (const x of [14, 44])
    sheet.polyline(
      { layer: 'WALL' },
      [
        [x, 10],
        [x + 20, 10],
        [x + 20, 26],
        [x, 26],
      ],
      true,
    );
};
const inGroups =
  (nested: boolean) =>
  (text: string): string => {
    const both = polylineHandles(text);
    return withGroups(text, { Boxes: both, ...(nested ? { 'Left box': both.slice(0, 1) } : {}) });
  };

/** Boards above one another, one of them at a height of its own. */
const boards =
  (y: number): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    for (const at of [5, 10, y, 20, 25]) sheet.line({ layer: 'WALL' }, [10, at], [70, at]);
    for (const at of [10, 25, 40, 55, 70]) sheet.line({ layer: 'WALL' }, [at, 5], [at, 25]);
  };

export const GEOMETRY_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [geometryGroups.meta.id]: {
    standard: office(),
    complies: { says: 'The two boxes are in one group.', draw: boxes, spoil: inGroups(false) },
    breaks: {
      says: 'It looks the same, but one of the boxes is in a group of its own as well.',
      draw: boxes,
      spoil: inGroups(true),
    },
  },
  [geometryDoubled.meta.id]: {
    standard: office(),
    complies: { says: 'Three lines.', draw: room() },
    breaks: {
      says: 'It looks the same: a fourth line lies on the lowest one.',
      draw: room((sheet) => sheet.line({ layer: 'WALL' }, [24, 8], [52, 8])),
    },
  },
  [geometryNothing.meta.id]: {
    standard: office(),
    complies: { says: 'Three lines.', draw: room() },
    breaks: {
      says: 'It looks the same: a fourth line in the middle begins where it ends.',
      draw: room((sheet) => sheet.line({ layer: 'WALL' }, [39, 18], [39, 18])),
    },
  },
  [geometryOverlapping.meta.id]: {
    standard: office(),
    complies: {
      says: 'Three lines, and a fourth that goes on where the lowest ends.',
      draw: room((sheet) => sheet.line({ layer: 'WALL' }, [68, 8], [74, 8])),
    },
    breaks: {
      says: 'It looks the same: the fourth begins 20 mm before the lowest one ends.',
      draw: room((sheet) => sheet.line({ layer: 'WALL' }, [48, 8], [74, 8])),
    },
  },
  [geometryLevel.meta.id]: {
    standard: office(),
    complies: {
      says: 'The line across is level.',
      draw: room((sheet) => sheet.line({ layer: 'WALL' }, [14, 18], [64, 18])),
    },
    breaks: {
      says: 'The line across rises by 0.2 mm.',
      draw: room((sheet) => sheet.line({ layer: 'WALL' }, [14, 18], [64, 18.2])),
    },
  },
  [geometryEnds.meta.id]: {
    standard: office(),
    complies: {
      says: 'The line in the middle stands on the lowest one.',
      draw: room((sheet) => sheet.line({ layer: 'WALL' }, [39, 8], [39, 28])),
    },
    breaks: {
      says: 'It looks the same: the line in the middle ends 0.04 mm over the lowest one.',
      draw: room((sheet) => sheet.line({ layer: 'WALL' }, [39, 8.04], [39, 28])),
    },
  },
  [geometryHeights.meta.id]: {
    standard: office(),
    complies: { says: 'All lines lie in one plane.', draw: posts(0) },
    breaks: { says: 'It looks the same: one of the posts lies 12 units over the plane.', draw: posts(12) },
  },
  [geometryFar.meta.id]: {
    standard: office(),
    complies: { says: 'All that there is lies on the sheet.', draw: room((sheet) => joists(sheet)) },
    breaks: {
      says: 'It looks the same: a circle lies 30 m to the right of the sheet.',
      draw: room((sheet) => {
        joists(sheet);
        sheet.circle({ layer: 'WALL' }, [30000, 20], 2);
      }),
    },
  },
  [geometryPlace.meta.id]: {
    standard: office(),
    complies: { says: 'All boards lie at multiples of 5 mm.', draw: boards(15) },
    breaks: { says: 'It looks the same: one of them lies at 15.02.', draw: boards(15.02) },
  },
  [geometryRound.meta.id]: {
    standard: office(),
    complies: { says: 'All lines are multiples of 5 mm long.', draw: shelves(45) },
    breaks: { says: 'It looks the same: the highest is 44.98 mm long.', draw: shelves(44.98) },
  },
};
