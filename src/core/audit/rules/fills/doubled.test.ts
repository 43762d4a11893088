import type { SpaceComposer } from '../../../dxf/write/space-composer';
import { familiesOf, fillSchema } from '../../../standard/fills';
import { type Case, GOOD, office, officeLayer, testRule } from '../testing';
import { fillsDoubled } from './doubled';

const LINES = fillSchema.parse({ name: 'CONCRETE', lines: [{ angleDeg: 45, spacingMm: 3 }] });
const standard = office([officeLayer('WALL')]);
type P = readonly [number, number];
const SQUARE: readonly P[] = [
  [0, 0],
  [100, 0],
  [100, 60],
  [0, 60],
];
const TURNED: readonly P[] = [...SQUARE.slice(2), ...SQUARE.slice(0, 2)].reverse();
const TRIANGLE: readonly P[] = [SQUARE[0], SQUARE[1], SQUARE[2]];
const fill = (model: SpaceComposer, loop: readonly P[], name = 'CONCRETE', layer = 'WALL'): void =>
  model.patternFill({ layer }, [loop], { name, angleDeg: 0, scale: 1, families: familiesOf(LINES) });
const drawn =
  (draw: (model: SpaceComposer) => void): Case['draw'] =>
  (file) => {
    file.layer(GOOD);
    draw(file.model);
  };

testRule(fillsDoubled, {
  accept: [
    {
      name: 'fills beside each other, and one of another shape in the same room',
      standard,
      draw: drawn((model) => {
        fill(model, SQUARE);
        fill(model, TRIANGLE);
        fill(
          model,
          SQUARE.map(([x, y]) => [x + 0.1, y] as const),
        );
      }),
    },
  ],
  reject: [
    {
      name: 'the same twice, however its boundary is drawn',
      standard,
      draw: drawn((model) => {
        fill(model, SQUARE);
        fill(model, TURNED);
      }),
      messages: ['1 fill on layer “WALL” lies on another one that is the same.'],
      leaves: 0,
    },
    {
      name: 'one area filled in two ways',
      standard,
      draw: drawn((model) => {
        fill(model, SQUARE);
        fill(model, SQUARE, 'EARTH');
      }),
      messages: ['1 fill on layer “WALL” fills what another one fills already, in another way.'],
      leaves: 1,
    },
  ],
});
