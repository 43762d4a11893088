import { type Edge, putEdgeFill } from '../../../dxf/write/edge-fill';
import { type Case, GOOD, office, officeLayer, testRule } from '../testing';
import { fillsOpen } from './open';

const standard = office([officeLayer('WALL')]);

const line = (x0: number, y0: number, x1: number, y1: number): Edge => [
  [x0, y0],
  [x1, y1],
];
const arc = (x: number, y: number, radius: number, fromDeg: number, toDeg: number): Edge => ({
  centre: [x, y],
  radius,
  fromDeg,
  toDeg,
});
const drawn =
  (...edges: readonly Edge[]): Case['draw'] =>
  (file) => {
    file.layer(GOOD);
    putEdgeFill(file.model, { layer: 'WALL' }, edges);
  };

testRule(fillsOpen, {
  accept: [
    {
      name: 'edges that meet, in whichever direction they are held, with an arc',
      standard,
      draw: drawn(line(0, 0, 100, 0), line(0, 50, 100, 50), arc(100, 25, 25, -90, 90), line(0, 50, 0, 0)),
    },
    {
      name: 'what single precision leaves between them',
      standard,
      draw: drawn(line(0, 0, 100, 0), line(100.0001, 0, 100, 50), line(100, 50, 0, 0)),
    },
    { name: 'a whole circle', standard, draw: drawn(arc(0, 0, 10, 0, 360)) },
    {
      name: 'a loop of corners, which closes by itself',
      standard,
      draw: (file) =>
        file.model.patternFill(
          { layer: 'WALL' },
          [
            [
              [0, 0],
              [9, 0],
              [9, 9],
            ],
          ],
          { name: 'SOLID', angleDeg: 0, scale: 1, families: [] },
        ),
    },
  ],
  reject: [
    {
      name: 'a corner that is open',
      standard,
      draw: drawn(line(0, 0, 97, 0), line(100, 0, 100, 50), line(100, 50, 0, 0)),
      messages: ['The boundary of 1 fill on layer “WALL” is open by 3 units.'],
      expected: 'edges that meet',
      found: 'a gap of 3 units',
    },
  ],
});
