import { readDrawing } from '../dxf/read/interpret';
import type { PathShape, PathVertex } from '../dxf/shapes';
import { DrawingComposer } from '../dxf/write/composer';
import { point2 } from '../dxf/write/space-tags';
import { IDENTITY_SPACE } from '../geometry/space';
import { buildPicture } from './build';
import { ITEM, ITEM_STRIDE } from './picture';
import { tapered, untapered } from './tapered';

const path = (
  closed: boolean,
  ...vertices: readonly (readonly [number, number, number?, number?])[]
): PathShape => ({
  type: 'path',
  closed,
  width: 0,
  system: IDENTITY_SPACE,
  vertices: vertices.map(([x, y, from = 0, to = 0]): PathVertex => ({ x, y, bulge: 0, widths: [from, to] })),
});
const runs = (shape: PathShape) => untapered(shape).map(({ vertices }) => vertices.map(({ x, y }) => [x, y]));

it('parts a line into the areas of what has a width and the runs of what has none', () => {
  const leader = path(false, [0, 0, 0, 2], [5, 0], [9, 3], [12, 3]);
  expect(tapered(leader)).toHaveLength(1);
  expect(runs(leader)).toEqual([
    [
      [5, 0],
      [9, 3],
      [12, 3],
    ],
  ]);
  const both = path(false, [0, 0, 0, 2], [5, 0], [9, 0], [12, 0, 2, 0], [15, 0]);
  expect([tapered(both).length, runs(both)]).toEqual([
    2,
    [
      [
        [5, 0],
        [9, 0],
        [12, 0],
      ],
    ],
  ]);
  const thick = path(false, [0, 0, 1, 1], [5, 0, 1, 2], [9, 0]);
  expect([tapered(thick).length, runs(thick)]).toEqual([2, []]);
  const round = path(true, [0, 0], [4, 0, 1, 0], [4, 4]);
  expect([tapered(round).length, runs(round)]).toEqual([
    1,
    [
      [
        [0, 0],
        [4, 0],
      ],
      [
        [4, 4],
        [0, 0],
      ],
    ],
  ]);
});

it('draws an arrow with the line that leaves it', () => {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.model.record('LWPOLYLINE', { layer: '0' }, 'AcDbPolyline', [
    { code: 90, value: 3 },
    { code: 70, value: 0 },
    ...point2(10, [0, 0]),
    { code: 40, value: 0 },
    { code: 41, value: 2 },
    ...point2(10, [5, 0]),
    { code: 40, value: 0 },
    { code: 41, value: 0 },
    ...point2(10, [40, 20]),
  ]);
  const read = readDrawing(file.bytes());
  if (!read.ok) throw new Error(read.problem.message);
  const { items } = buildPicture(read.value, null, { defaultWidthMm: 0.25 });
  const kinds = Array.from({ length: items.length / ITEM_STRIDE }, (_, i) => items[i * ITEM_STRIDE]);
  expect(kinds.sort()).toEqual([ITEM.area, ITEM.stroke].sort());
});
