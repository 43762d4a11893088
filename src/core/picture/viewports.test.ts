import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readDrawing } from '../dxf/read/interpret';
import { buildPicture } from './build';
import { paint, passesOf } from './paint';
import type { PaintOptions } from './pass';
import type { Surface } from './surface';
import { paperOptions, SVG_FAMILIES, toSvg } from './svg';

const bytes = new Uint8Array(readFileSync(join(process.cwd(), 'tests', 'fixtures', 'kinds-r2018.dxf')));
const result = readDrawing(bytes);
if (!result.ok) throw new Error(result.problem.message);
const drawing = result.value;
const sheet = drawing.sheets.find((one) => one.name === 'Layout1')!;
const scene = {
  picture: buildPicture(drawing, sheet, { defaultWidthMm: 0.25 }),
  model: buildPicture(drawing, null, { defaultWidthMm: 0.25 }),
};
const options: PaintOptions = paperOptions('print', SVG_FAMILIES);

describe('windows of a sheet made by python3-ezdxf', () => {
  const [plain, clipped] = scene.picture.head.viewports;

  it('one is a rectangle, one is bounded by a circle of 35', () => {
    expect(plain.clip).toBeNull();
    const points = Array.from({ length: clipped.clip!.length / 2 }, (_, i) => [
      clipped.clip![i * 2],
      clipped.clip![i * 2 + 1],
    ]);
    const [ox, oy] = scene.picture.head.origin;
    for (const [x, y] of points) expect(Math.hypot(x + ox - 60, y + oy - 230)).toBeCloseTo(35, 6);
    expect(points.length).toBeGreaterThan(12);
  });

  it('a layer has other looks in one of them', () => {
    expect(plain.looks).toEqual([]);
    expect(clipped.looks).toEqual([
      {
        layer: 'ROUND',
        rgb: 0x0a141e,
        widthMm: 1,
        pattern: { dashes: [1.27, -0.254].map((length) => expect.closeTo(length)), marks: [] },
      },
    ]);
    const view = { scale: 1, x: 300, y: 400, widthPx: 900, heightPx: 700 };
    const passes = passesOf(scene, view, options);
    expect(passes.map((pass) => pass.looks.size)).toEqual([0, 1, 0]);
    const svg = toSvg(scene, { colours: 'print', fonts: [], title: '' });
    expect(svg).toContain('stroke="#0a141e" stroke-width="1"');
    expect(svg).toContain('stroke="#ffff00"');
  });

  it('a window shows nothing but what lies in it', () => {
    const calls: string[] = [];
    const surface = new Proxy(
      {},
      {
        get: (_, name) =>
          name === 'setLineDash' || typeof name === 'symbol'
            ? () => undefined
            : (...args: unknown[]) => {
                calls.push(`${String(name)} ${args.length}`);
              },
        set: () => true,
      },
    ) as unknown as Surface;
    paint(
      surface,
      { picture: scene.picture, model: null },
      { scale: 1, x: 300, y: 400, widthPx: 900, heightPx: 700 },
      options,
    );
    expect(calls.filter((call) => call.startsWith('clip'))).toHaveLength(1);
  });
});
