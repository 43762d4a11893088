import { GOOD, office, officeLayer, testRule } from '../testing';
import { geometryNothing } from './nothing';

const standard = office([officeLayer('WALL')]);
const ON_WALL = { layer: 'WALL' } as const;

testRule(geometryNothing, {
  accept: [
    {
      name: 'short lines, far from the origin too',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.line(ON_WALL, [0, 0], [0.001, 0]);
        file.model.line(ON_WALL, [5_000_000, 0], [5_000_000.001, 0]);
        file.model.circle(ON_WALL, [3, 3], 0.001);
      },
    },
    {
      name: 'dots of a fill that is drawn line by line',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        for (let i = 0; i < 40; i++) {
          const at = [3 * (i % 8), 3 * Math.floor(i / 8)] as const;
          file.model.line(ON_WALL, at, at);
        }
      },
    },
  ],
  reject: [
    {
      name: 'lines and polylines of one point; one finding for each kind on a layer',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.line(ON_WALL, [7, 8], [7, 8]);
        file.model.line(ON_WALL, [9, 9], [9, 9]);
        file.model.line(ON_WALL, [0, 0], [100, 0]);
        file.model.polyline(ON_WALL, [
          [4, 4],
          [4, 4],
        ]);
      },
      messages: ['2 lines on layer “WALL” have no length.', '1 polyline on layer “WALL” has no length.'],
      at: { space: 'model', x: 7, y: 8 },
      leaves: 0,
    },
  ],
});
