import { demoStandard } from '../../../demo/standard';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { buildPicture } from '../picture/build';
import { toSvg } from '../picture/svg';
import { putDefinitions, putLineMarks } from './template';

/** Sheet of 100 × 60 mm with one viewport at a scale, its middle on the model's 0, 0; what it shows, as SVG paths in mm. */
function pathsAt(scale: number, draw: (file: DrawingComposer) => void): number[][][] {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  putDefinitions(file, demoStandard);
  putLineMarks(file, demoStandard);
  draw(file);
  const sheet = file.sheet('Sheet', 100, 60);
  sheet.viewport({ layer: 'G-VIEW' }, [50, 30], 90, 50, [0, 0], scale);
  const drawing = readDrawing(file.bytes());
  if (!drawing.ok) throw new Error(drawing.problem.message);
  const options = { defaultWidthMm: 0.25 };
  const scene = {
    picture: buildPicture(drawing.value, drawing.value.sheets[0], options),
    model: buildPicture(drawing.value, null, options),
  };
  const svg = toSvg(scene, { colours: 'black', fonts: [], title: '' });
  return [...svg.matchAll(/<path d="([^"]+)" fill="none"/g)].map(([, d]) =>
    [...d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]),
  );
}

const boxOf = (points: readonly (readonly number[])[]): number[] => {
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  return [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
};
/** The rings among the paths: they are the only strokes with so many corners. */
const rings = (paths: number[][][]): number[][][] => paths.filter((path) => path.length > 20);

describe.each([50, 100])('lines with words and symbols in our picture at 1:%d', (scale) => {
  it('stand in the middle of their gaps on a straight line, at their size on paper', () => {
    // 16 mm on paper: one repeat, its gap of 4 mm in the middle of the line.
    const [ring] = rings(
      pathsAt(scale, ({ model }) =>
        model.line({ layer: 'G-SYMB', linetype: 'OHW-Fence' }, [-8 * scale, 0], [8 * scale, 0]),
      ),
    );
    const [x0, x1, y0, y1] = boxOf(ring);
    // common practice: a circle of radius 1 in a gap of 4: 1 clear on either side
    expect([x0, x1, y0, y1]).toEqual([
      expect.closeTo(49, 2),
      expect.closeTo(51, 2),
      expect.closeTo(29, 2),
      expect.closeTo(31, 2),
    ]);
    const letters = pathsAt(scale, ({ model }) =>
      model.line({ layer: 'G-SYMB', linetype: 'OHW-Fuel' }, [-9 * scale, 0], [9 * scale, 0]),
    ).filter((path) => {
      const [left, right, top, bottom] = boxOf(path);
      return bottom - top > 0.5 && right - left < 6;
    });
    const [left, right, top, bottom] = boxOf(letters.flat());
    expect((left + right) / 2).toBeCloseTo(50, 0);
    expect((top + bottom) / 2).toBeCloseTo(30, 1);
    // Letters of 1.2 mm that are 3.2 mm wide: 1.4 mm clear on either side of a gap of 6.
    expect(bottom - top).toBeCloseTo(1.2, 1);
    expect(right - left).toBeLessThan(3.3);
  });

  it('stand on a curve, one in each gap, as far from one another as the pattern says', () => {
    // A half circle of 20 mm on paper: 62.8 mm, three repeats of 16.
    const found = rings(
      pathsAt(scale, ({ model }) =>
        model.arc({ layer: 'G-SYMB', linetype: 'OHW-Fence' }, [0, 0], 20 * scale, 0, 180),
      ),
    );
    expect(found).toHaveLength(3);
    const middles = found.map((ring) => {
      const [x0, x1, y0, y1] = boxOf(ring);
      expect(x1 - x0).toBeCloseTo(2, 1);
      return [(x0 + x1) / 2 - 50, 30 - (y0 + y1) / 2];
    });
    for (const [x, y] of middles) expect(Math.hypot(x, y)).toBeCloseTo(20, 0);
    const angles = middles.map(([x, y]) => Math.atan2(y, x)).sort((a, b) => a - b);
    for (let i = 1; i < angles.length; i++) expect((angles[i] - angles[i - 1]) * 20).toBeCloseTo(16, 1);
  });
});
