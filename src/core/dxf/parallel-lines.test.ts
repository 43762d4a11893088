import { shapeOf } from './read/decode';
import { readDrawing } from './read/interpret';
import { DrawingComposer, type NewParallelSet } from './write/composer';

const SET: NewParallelSet = {
  name: 'Wall',
  description: '',
  lines: [
    { offset: 100, colour: 1, linetype: 'BYLAYER' },
    { offset: 0, colour: 256, linetype: 'Axis' },
    { offset: -50, colour: 256, linetype: 'BYLAYER' },
  ],
  startCap: 'open',
  endCap: 'open',
  fillColour: null,
};

/** What a run of a set along 10, 20 to 60, 20 at 1:10 is drawn as. */
function drawn(change: Partial<NewParallelSet>) {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.linetype('Axis', '', [6, -1]);
  const set = { ...SET, ...change };
  file.parallelSet(set);
  const offsets = set.lines.map(({ offset }) => offset);
  file.model.parallels(
    { layer: '0' },
    { name: set.name, offsets },
    [
      [10, 20],
      [60, 20],
    ],
    { scale: 0.1 },
  );
  const read = readDrawing(file.bytes());
  if (!read.ok) throw new Error(read.problem.message);
  const [model] = read.value.containers.filter(({ kind }) => kind === 'model');
  const shape = shapeOf(read.value, model.rows[0]);
  if (shape?.type !== 'compound') throw new Error(`drawn as ${shape?.type}`);
  return shape.parts;
}

const corners = (part: ReturnType<typeof drawn>[number]): number[][] =>
  part.shape.type === 'path'
    ? part.shape.vertices.map(({ x, y, bulge }) => [x, y, bulge])
    : part.shape.type === 'polygon'
      ? part.shape.points.map(([x, y]) => [x, y])
      : [];

describe('a set of parallel lines, placed', () => {
  it('has each line at its distance, in its colour and linetype', () => {
    const parts = drawn({});
    expect(parts.map(corners)).toEqual([
      [
        [10, 30, 0],
        [60, 30, 0],
      ],
      [
        [10, 20, 0],
        [60, 20, 0],
      ],
      [
        [10, 15, 0],
        [60, 15, 0],
      ],
    ]);
    expect(parts.map(({ colour, linetype }) => [colour, linetype])).toEqual([
      [{ number: 1 }, undefined],
      [undefined, 'Axis'],
      [undefined, undefined],
    ]);
  });

  it('ends in a line, or in half a circle that stands out', () => {
    const [start, end] = drawn({ startCap: 'line', endCap: 'round' }).slice(3);
    expect(corners(start)).toEqual([
      [10, 15, 0],
      [10, 30, 0],
    ]);
    // Counter-clockwise from the right edge to the left one: it bulges on in the direction of the run.
    expect(corners(end)).toEqual([
      [60, 15, 1],
      [60, 30, 0],
    ]);
    const [other] = drawn({ startCap: 'round' }).slice(3);
    expect(corners(other)[0]).toEqual([10, 15, -1]);
  });

  it('is filled from edge to edge, under its lines', () => {
    const [fill, ...lines] = drawn({ fillColour: 8 });
    expect(fill.colour).toEqual({ number: 8 });
    expect(corners(fill)).toEqual([
      [10, 30],
      [60, 30],
      [60, 15],
      [10, 15],
    ]);
    expect(lines).toHaveLength(3);
  });

  it('is filled into its half round ends', () => {
    const [fill] = drawn({ fillColour: 8, startCap: 'round', endCap: 'round' });
    const points = corners(fill);
    // 50 long, 15 wide: the ends reach half the width further, and no point lies further from their middles.
    expect(Math.max(...points.map(([x]) => x))).toBeCloseTo(67.5);
    expect(Math.min(...points.map(([x]) => x))).toBeCloseTo(2.5);
    for (const [x, y] of points) {
      const middle = x > 35 ? 60 : 10;
      if (x > 60 || x < 10) expect(Math.hypot(x - middle, y - 22.5)).toBeCloseTo(7.5);
      expect(y).toBeGreaterThan(14.999);
      expect(y).toBeLessThan(30.001);
    }
    // The area is that of the rectangle and a circle, less what straight pieces cut off.
    const area = points.reduce((sum, [x, y], i) => {
      const [nextX, nextY] = points[(i + 1) % points.length];
      return sum + (x * nextY - nextX * y) / 2;
    }, 0);
    expect(Math.abs(area)).toBeGreaterThan((50 * 15 + Math.PI * 7.5 ** 2) * 0.998);
    expect(Math.abs(area)).toBeLessThan(50 * 15 + Math.PI * 7.5 ** 2);
  });
});
