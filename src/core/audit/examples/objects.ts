import { meaningSchema } from '../../standard/meanings';
import { layerOf } from '../../standard/standard';
import { objectsBaseLayer } from '../rules/objects/base-layer';
import { objectsByLooks } from '../rules/objects/by-looks';
import { objectsOwnColour } from '../rules/objects/own-colour';
import { objectsOwnLinetype } from '../rules/objects/own-linetype';
import { objectsOwnTransparency } from '../rules/objects/own-transparency';
import { objectsOwnWidth } from '../rules/objects/own-width';
import { objectsWrongLayer } from '../rules/objects/wrong-layer';
import { workingLeft } from '../rules/working/left';
import { AXIS, asDefined, office, type RuleExample, TEXT, WALL, wallWithAxis } from './example';

type Draw = RuleExample['complies']['draw'];
type Props = Parameters<Parameters<Draw>[0]['line']>[0];

/** The wall with its axis, its upper line as given. */
const upper =
  (props: Partial<Props>): Draw =>
  (sheet, file) => {
    for (const layer of [WALL, AXIS, TEXT]) file.layer(asDefined(layer));
    sheet.line({ layer: 'WALL' }, [8, 13], [70, 13]);
    sheet.line({ layer: 'WALL', ...props }, [8, 23], [70, 23]);
    sheet.line({ layer: 'AXIS' }, [4, 18], [74, 18]);
  };

const lettered =
  (layer: string): Draw =>
  (sheet, file) => {
    for (const one of [WALL, AXIS, TEXT]) file.layer(asDefined(one));
    wallWithAxis(sheet);
    sheet.text({ layer }, [8, 27], 3.5, 'brick, 240');
  };

const WORK = layerOf({ name: 'WORK', colour: { number: 6 }, widthMm: 0.18, prints: false });
const worked =
  (left: boolean): Draw =>
  (sheet, file) => {
    for (const layer of [WALL, AXIS, WORK]) file.layer(asDefined(layer));
    // As whoever drew it saw it: the layer of working content is switched to print.
    if (left) file.layer({ name: 'WORK-2', colour: 6, widthMm: 0.18 });
    wallWithAxis(sheet);
    if (left) sheet.circle({ layer: 'WORK-2' }, [39, 18], 9);
  };

/** Two walls and a column; of the upper wall and the column something may be seen through, percent. */
const seenThrough =
  (transparency?: number): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    const own = transparency === undefined ? {} : { transparency };
    upper(own)(sheet, file);
    sheet.solid({ layer: 'WALL', ...own }, [
      [34, 30],
      [44, 30],
      [44, 34],
      [34, 34],
    ]);
  };

export const OBJECT_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [objectsBaseLayer.meta.id]: {
    standard: office(),
    complies: { says: 'Every line is on a layer of the office’s.', draw: upper({}) },
    breaks: { says: 'One of the walls is on the base layer “0”.', draw: upper({ layer: '0' }) },
  },
  [objectsWrongLayer.meta.id]: {
    standard: office({
      layers: [
        { ...WALL, kinds: ['line', 'polyline'], purpose: 'walls' },
        AXIS,
        { ...TEXT, kinds: ['text'] },
      ],
    }),
    complies: { says: 'Lettering is on “TEXT”.', draw: lettered('TEXT') },
    breaks: { says: 'Lettering is on “WALL”, which is for lines.', draw: lettered('WALL') },
  },
  [objectsByLooks.meta.id]: {
    standard: office({
      layers: [
        { ...WALL, purpose: 'walls' },
        { ...AXIS, meaning: 'centre' },
      ],
      meanings: [meaningSchema.parse({ name: 'centre', linetype: 'Axis', words: ['axis'] })],
    }),
    complies: { says: 'The axis is on the layer for centre lines.', draw: upper({}) },
    breaks: {
      says: 'A second one is on the layer of the walls, and was dashed by hand.',
      draw: upper({ linetype: 'Axis' }),
    },
  },
  [objectsOwnColour.meta.id]: {
    standard: office(),
    complies: { says: 'Both walls take the colour of their layer.', draw: upper({}) },
    breaks: { says: 'One wall carries a colour of its own.', draw: upper({ colour: 30 }) },
  },
  [objectsOwnLinetype.meta.id]: {
    standard: office(),
    complies: { says: 'Both walls take the linetype of their layer.', draw: upper({}) },
    breaks: { says: 'One wall carries a linetype of its own.', draw: upper({ linetype: 'Dashed' }) },
  },
  [objectsOwnWidth.meta.id]: {
    standard: office(),
    complies: { says: 'Both walls take the width of their layer.', draw: upper({}) },
    breaks: { says: 'One wall carries a width of its own.', draw: upper({ widthMm: 0.18 }) },
  },
  [objectsOwnTransparency.meta.id]: {
    standard: office(),
    complies: { says: 'Walls and column are as their layer is.', draw: seenThrough() },
    breaks: {
      says: 'They look the same, but one wall and the column can be seen through by half: some printers make them grey.',
      draw: seenThrough(50),
    },
  },
  [workingLeft.meta.id]: {
    standard: office({
      layers: [WALL, AXIS, WORK],
      working: { layers: ['WORK*'], linetypes: [], textStyles: [], words: [] },
    }),
    complies: { says: 'Nothing is left of what only helped to draw.', draw: worked(false) },
    breaks: { says: 'A circle that helped to draw is still there, and prints.', draw: worked(true) },
  },
};
