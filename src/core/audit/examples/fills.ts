import type { Point } from '../../dxf/write/composer';
import { putEdgeFill } from '../../dxf/write/edge-fill';
import { familiesOf, fillSchema, type StandardFill } from '../../standard/fills';
import { layerOf } from '../../standard/standard';
import { fillsChanged } from '../rules/fills/changed';
import { fillsDense } from '../rules/fills/dense';
import { fillsDoubled } from '../rules/fills/doubled';
import { fillsInFront } from '../rules/fills/in-front';
import { fillsLayer } from '../rules/fills/layer';
import { fillsMaterial } from '../rules/fills/material';
import { fillsOpen } from '../rules/fills/open';
import { fillsOverText } from '../rules/fills/over-text';
import { fillsSliver } from '../rules/fills/sliver';
import { fillsTied } from '../rules/fills/tied';
import { fillsUnknown } from '../rules/fills/unknown';
import { asDefined, office, type RuleExample, TEXT, WALL } from './example';

const CONCRETE = fillSchema.parse({
  name: 'CONCRETE',
  material: 'Concrete, cut',
  lines: [
    { angleDeg: 45, spacingMm: 4 },
    { angleDeg: 45, spacingMm: 4, originMm: [0, 0.9] },
  ],
});
const THEIRS = fillSchema.parse({ name: 'DIAG_7', lines: [{ angleDeg: 45, spacingMm: 2 }] });

const BRICK = fillSchema.parse({
  name: 'BRICK',
  material: 'Brickwork, cut',
  lines: [{ angleDeg: 135, spacingMm: 2.5 }],
});

/** A wall that is cut, with its material in it, clear of the lines. */
const labelled =
  (fill: StandardFill): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    const box = (x: number, y: number, w: number, h: number): Point[] => [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ];
    sheet.polyline({ layer: 'WALL' }, box(12, 10, 54, 16), true);
    sheet.patternFill({ layer: 'WALL', widthMm: 0.18 }, [box(12, 10, 54, 16), box(25.5, 14.5, 18, 7)], {
      name: fill.name,
      angleDeg: 0,
      scale: 1,
      families: familiesOf(fill),
    });
    sheet.text({ layer: 'TEXT' }, [27, 16.5], 3.5, 'Concrete');
  };

const FILLS = layerOf({ name: 'FILLS', colour: { number: 7 }, widthMm: 0.5 });

/** A wall that is cut. */
const cut =
  (fill: StandardFill, layer = 'WALL'): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    if (layer !== 'WALL') file.layer(asDefined(FILLS));
    sheet.rectangle({ layer: 'WALL' }, [12, 10], 54, 16);
    sheet.patternFill(
      { layer },
      [
        [
          [12, 10],
          [66, 10],
          [66, 26],
          [12, 26],
        ],
      ],
      { name: fill.name, angleDeg: 0, scale: 1, families: familiesOf(fill) },
    );
  };

/** The wall that is cut, with its name in it. */
const named =
  (clear: boolean): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    file.layer(asDefined(TEXT));
    sheet.rectangle({ layer: 'WALL' }, [12, 10], 54, 16);
    const rectangle = (x: number, y: number, w: number, h: number): [number, number][] => [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ];
    sheet.patternFill(
      { layer: 'WALL' },
      [rectangle(12, 10, 54, 16), ...(clear ? [rectangle(27, 14.5, 24, 7)] : [])],
      { name: CONCRETE.name, angleDeg: 0, scale: 1, families: familiesOf(CONCRETE) },
    );
    sheet.text({ layer: 'TEXT' }, [30, 16.5], 3.5, 'Wall B 2');
  };

/** A slab with bars in it, and its grey drawn before or after them. */
const slab =
  (grey: 'first' | 'last'): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    const shade = (): void =>
      sheet.patternFill(
        { layer: 'WALL', colour: 254 },
        [
          [
            [12, 10],
            [66, 10],
            [66, 26],
            [12, 26],
          ],
        ],
        { name: 'SOLID', angleDeg: 0, scale: 1, families: [] },
      );
    if (grey === 'first') shade();
    sheet.rectangle({ layer: 'WALL' }, [12, 10], 54, 16);
    for (const y of [14, 22]) sheet.line({ layer: 'WALL' }, [14, y], [64, y]);
    if (grey === 'last') shade();
  };

/** A fill within four edges, the lower of which ends there. */
const outlined =
  (end: number): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    const grey = { layer: 'WALL', colour: 254 };
    putEdgeFill(sheet, grey, [
      [
        [12, 10],
        [end, 10],
      ],
      [
        [66, 10],
        [66, 26],
      ],
      [
        [66, 26],
        [12, 26],
      ],
      [
        [12, 26],
        [12, 10],
      ],
    ]);
  };

/** A wall whose lines are drawn one by one, so that nothing closed lies around its fill; or with a strip beside it. */
const grey =
  (loop: readonly Point[], around: 'closed' | 'open'): RuleExample['complies']['draw'] =>
  (sheet, file) => {
    file.layer(asDefined(WALL));
    sheet.polyline({ layer: 'WALL' }, around === 'closed' ? loop : [...loop, loop[0]], around === 'closed');
    sheet.patternFill({ layer: 'WALL', colour: 254 }, [loop], {
      name: 'SOLID',
      angleDeg: 0,
      scale: 1,
      families: [],
    });
  };
/** The same with the fill tied to the line. */
function tied(text: string): string {
  const [, line] = text.match(/LWPOLYLINE\r?\n +5\r?\n([0-9A-F]+)/) ?? [];
  return text
    .replace(/(AcDbHatch[\s\S]*? 71\r?\n) *0/, '$1     1')
    .replace(/( 97\r?\n) *0(\r?\n)/, `$1     1$2330$2${line}$2`);
}
const strip = (up: number): Point[] => [
  [12, 10],
  [66, 10],
  [66, 10 + up],
  [12, 10 + up],
];

export const FILL_EXAMPLES: Readonly<Record<string, RuleExample>> = {
  [fillsMaterial.meta.id]: {
    standard: { ...office(), fills: [CONCRETE, BRICK] },
    complies: { says: 'The wall is filled as concrete, and says so.', draw: labelled(CONCRETE) },
    breaks: { says: 'It says concrete, and is filled as brickwork.', draw: labelled(BRICK) },
  },
  [fillsDense.meta.id]: {
    standard: office(),
    complies: { says: 'The lines of the fill are 2 mm apart on paper.', draw: cut(THEIRS) },
    breaks: {
      says: 'They are 0.4 mm apart, and run together.',
      draw: cut({ ...THEIRS, lines: THEIRS.lines.map((line) => ({ ...line, spacingMm: 0.4 })) }),
    },
  },
  [fillsSliver.meta.id]: {
    standard: office(),
    complies: { says: 'The wall is 16 mm wide on paper.', draw: grey(strip(16), 'open') },
    breaks: {
      says: 'What is filled is 0.05 mm wide: two lines missed each other.',
      draw: grey(strip(0.05), 'open'),
    },
  },
  [fillsTied.meta.id]: {
    standard: office(),
    complies: {
      says: 'The fill is tied to the closed line that it lies in.',
      draw: grey(strip(16), 'closed'),
      spoil: tied,
    },
    breaks: {
      says: 'It looks the same, but the fill is not tied to the line: where that is moved, it stays behind.',
      draw: grey(strip(16), 'closed'),
    },
  },
  [fillsUnknown.meta.id]: {
    standard: { ...office(), fills: [CONCRETE] },
    complies: { says: 'The wall is filled as the office fills concrete.', draw: cut(CONCRETE) },
    breaks: { says: 'It is filled with “DIAG_7”, which the standard does not have.', draw: cut(THEIRS) },
  },
  [fillsChanged.meta.id]: {
    standard: { ...office(), fills: [CONCRETE] },
    complies: { says: 'The lines of the concrete are 4 mm apart on paper.', draw: cut(CONCRETE) },
    breaks: {
      says: 'They are twice as far apart: the fill was drawn for another scale.',
      draw: cut({
        ...CONCRETE,
        lines: CONCRETE.lines.map((line) => ({ ...line, spacingMm: 8 })),
      }),
    },
  },
  [fillsOverText.meta.id]: {
    standard: { ...office(), fills: [CONCRETE] },
    complies: {
      says: 'The name of the wall stands clear of the fill.',
      draw: named(true),
    },
    breaks: { says: 'The name of the wall stands in the lines of the fill.', draw: named(false) },
  },
  [fillsInFront.meta.id]: {
    standard: office(),
    complies: { says: 'The grey of the slab lies behind its reinforcement.', draw: slab('first') },
    breaks: {
      says: 'It lies in front: the reinforcement is gone, and the outline is half as wide.',
      draw: slab('last'),
    },
  },
  [fillsLayer.meta.id]: {
    standard: { ...office(), layers: [...office().layers, FILLS], fills: [{ ...CONCRETE, layer: 'FILLS' }] },
    complies: { says: 'The fill lies on “FILLS”, the layer of fills.', draw: cut(CONCRETE, 'FILLS') },
    breaks: { says: 'It looks the same: the fill lies on the layer of the wall.', draw: cut(CONCRETE) },
  },
  [fillsDoubled.meta.id]: {
    standard: { ...office(), fills: [CONCRETE] },
    complies: { says: 'The wall is filled once.', draw: cut(CONCRETE) },
    breaks: {
      says: 'It looks the same: it is filled twice.',
      draw(sheet, file) {
        cut(CONCRETE)(sheet, file);
        cut(CONCRETE)(sheet, file);
      },
    },
  },
  [fillsOpen.meta.id]: {
    standard: office(),
    complies: { says: 'The edges of the fill meet at every corner.', draw: outlined(66) },
    breaks: { says: 'Its lower edge ends 6 mm before the corner.', draw: outlined(60) },
  },
};
