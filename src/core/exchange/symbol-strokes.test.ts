import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { lineMarkSchema, symbolBox, symbolSvg } from '../standard/line-marks';
import { fitted, strokesOfDrawing } from './symbol-strokes';

function strokes(draw: (file: DrawingComposer) => void, heightMm = 2): number[][] {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  draw(file);
  const drawing = readDrawing(file.bytes());
  if (!drawing.ok) throw new Error(drawing.problem.message);
  const read = strokesOfDrawing(drawing.value, heightMm);
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
}
const own = { layer: '0' };

describe('a symbol out of a drawing', () => {
  it('is brought to its height, with its middle where the line runs', () => {
    const made = strokes(({ model }) => {
      model.circle(own, [500, 300], 50);
      model.line(own, [450, 300], [550, 300]);
    });
    expect(symbolBox({ strokes: made })).toEqual({
      minX: expect.closeTo(-1),
      minY: expect.closeTo(-1),
      width: expect.closeTo(2),
      height: expect.closeTo(2),
    });
    expect(made[1]).toEqual([-1, 0, 1, 0]);
    expect(lineMarkSchema.safeParse({ name: 'x', number: 1, strokes: made }).success).toBe(true);
  });

  it('goes on in another stroke where one has very many points', () => {
    const points = Array.from({ length: 450 }, (_, i): [number, number] => [i / 450, i % 2]);
    const made = strokes(({ model }) => model.polyline(own, points));
    expect(made.map(({ length }) => length / 2)).toEqual([200, 200, 52]);
    for (const [i, part] of made.slice(1).entries()) expect(part.slice(0, 2)).toEqual(made[i].slice(-2));
    expect(lineMarkSchema.safeParse({ name: 'x', number: 1, strokes: made }).success).toBe(true);
  });

  it('follows arcs of polylines', () => {
    const [half] = strokes(
      ({ model }) =>
        model.polyline(
          own,
          [
            [0, 0],
            [2, 0],
          ],
          false,
          [-1],
        ),
      1,
    );
    // A bulge of -1 is half a turn clockwise: from left to right over the top.
    const top = Math.max(...half.filter((_, i) => i % 2 === 1));
    expect(top).toBeCloseTo(0.5, 2);
    expect(symbolBox({ strokes: [half] }).width).toBeCloseTo(2, 2);
  });

  it('that is flat is brought to its width', () => {
    expect(strokes(({ model }) => model.line(own, [0, 5], [40, 5]), 4)).toEqual([[-2, 0, 2, 0]]);
  });

  it('that is none says what to do', () => {
    expect(fitted([], 2)).toMatchObject({ ok: false, problem: { code: 'no-strokes' } });
    expect(
      fitted(
        Array.from({ length: 65 }, () => [0, 0, 1, 1]),
        2,
      ),
    ).toMatchObject({ problem: { code: 'too-many' } });
    expect(fitted([[3, 3, 3, 3]], 2)).toMatchObject({ problem: { code: 'no-size' } });
  });

  it('is an SVG at true size', () => {
    const svg = symbolSvg({ name: 'a<b', strokes: [[-1, -1, 1, 1]] });
    expect(svg).toContain('width="2.5mm" height="2.5mm" viewBox="-1.25 -1.25 2.5 2.5"');
    expect(svg).toContain('points="-1 1 1 -1"');
    expect(svg).not.toContain('a<b');
  });
});
