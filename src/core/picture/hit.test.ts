import { linkspan } from '../../../demo/drawings';
import type { Drawing } from '../dxf/drawing';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { buildPicture } from './build';
import { NO_HIGHLIGHTS } from './highlights';
import { hitTest, onSheet, placeAt, snapTo } from './hit';
import type { Scene, View } from './pass';
import { ITEM_STRIDE } from './picture';
import { paperOptions, SVG_FAMILIES, toSvg } from './svg';

const OPTIONS = { defaultWidthMm: 0.25 };
const look = { ...paperOptions('print', SVG_FAMILIES), highlights: NO_HIGHLIGHTS };

function read(file: DrawingComposer | Uint8Array): Drawing {
  const result = readDrawing(file instanceof Uint8Array ? file : file.bytes());
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
}

function drawn(draw: (file: DrawingComposer) => void): Scene {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: 'WALL', colour: 1 });
  file.layer({ name: 'FILL', colour: 2 });
  draw(file);
  return { picture: buildPicture(read(file), null, OPTIONS), model: null };
}

/** Two pixels to a unit; the drawing's zero at 100, 400. */
function viewOf(scene: Scene): View {
  const [ox, oy] = scene.picture.head.origin;
  return { scale: 2, x: 100 + ox * 2, y: 400 - oy * 2, widthPx: 800, heightPx: 500 };
}

const layerOf = (hit: ReturnType<typeof hitTest>): string | undefined =>
  hit?.data.head.layers[hit.data.head.looks[hit.data.items[hit.item + 1]].layer].name;

describe('what is under the pointer', () => {
  const scene = drawn(({ model }) => {
    model.fill(
      { layer: 'FILL' },
      [
        [0, 0],
        [100, 0],
        [100, 100],
        [0, 100],
      ],
      45,
      5,
    );
    model.line({ layer: 'WALL' }, [0, 50], [100, 50]);
    model.circle({ layer: 'WALL' }, [200, 50], 20);
    model.text({ layer: 'WALL' }, [0, 120], 10, 'word');
  });
  const view = viewOf(scene);
  const at = (x: number, y: number) => hitTest(scene, view, look, 100 + x * 2, 400 - y * 2, 4);

  it('is the line rather than the fill it lies on', () => {
    expect(layerOf(at(30, 50.5))).toBe('WALL');
    expect(layerOf(at(30, 70))).toBe('FILL');
  });

  it('is a circle on its edge, and nothing inside or beside it', () => {
    expect(layerOf(at(220.5, 50))).toBe('WALL');
    expect(at(200, 50)).toBeNull();
    expect(at(150, 150)).toBeNull();
  });

  it('is a text anywhere on its letters', () => expect(layerOf(at(10, 124))).toBe('WALL'));

  it('is not what is switched off', () => {
    const hidden = { ...look, hidden: new Set(['wall']) };
    expect(hitTest(scene, view, hidden, 100 + 440, 400 - 100, 4)).toBeNull();
  });
});

describe('measuring', () => {
  const scene = drawn(({ model }) => {
    model.line({ layer: 'WALL' }, [0.123456789, 0], [100, 0]);
    model.circle({ layer: 'WALL' }, [200, 50], 20);
  });
  const view = viewOf(scene);

  it('catches ends and centres with every digit', () => {
    const end = snapTo(scene, view, look, 103, 402, 9);
    expect(end).toMatchObject({ what: 'end', viewport: -1 });
    expect(end!.at[0]).toBeCloseTo(0.123456789, 12);
    expect(snapTo(scene, view, look, 502, 301, 9)).toMatchObject({
      what: 'centre',
      at: [expect.closeTo(200, 9), expect.closeTo(50, 9)],
    });
    expect(snapTo(scene, view, look, 541, 300, 9)).toMatchObject({
      what: 'quarter',
      at: [expect.closeTo(220, 9), expect.closeTo(50, 9)],
    });
    expect(snapTo(scene, view, look, 300, 200, 9)).toBeNull();
  });
});

describe('a sheet with viewports', () => {
  const drawing = read(linkspan().bytes);
  const scene: Scene = {
    picture: buildPicture(drawing, drawing.sheets[0], OPTIONS),
    model: buildPicture(drawing, null, OPTIONS),
  };
  const { head } = scene.picture;
  const view: View = {
    scale: 1,
    x: -head.paper!.x,
    y: head.paper!.y + head.paper!.height,
    widthPx: 841,
    heightPx: 594,
  };

  it('says where a point is on the sheet and in the model', () => {
    const viewport = head.viewports[0];
    const [x, y] = [viewport.x + viewport.width / 2 + view.x, view.y - (viewport.y + viewport.height / 2)];
    const place = placeAt(scene, view, look, x, y);
    expect(place.viewport).toBe(0);
    const back = onSheet(scene, place.at, 0);
    expect(back[0]).toBeCloseTo(viewport.x + viewport.width / 2 + head.origin[0], 6);
    expect(back[1]).toBeCloseTo(viewport.y + viewport.height / 2 + head.origin[1], 6);
    expect(placeAt(scene, view, look, 2, 2).viewport).toBe(-1);
  });

  it('is an SVG at true size that holds what the sheet holds', () => {
    const svg = toSvg(scene, { colours: 'black', fonts: [], title: 'A & B' });
    expect(svg).toContain('width="841mm" height="594mm" viewBox="0 0 841 594"');
    expect(svg).toContain('<title>A &amp; B</title>');
    expect(svg).toContain('Plan 1:100');
    expect(svg).not.toMatch(/stroke="#(?!000)/);
    // Each viewport is cut to its frame: one for each pass, one for the sheet itself.
    expect(svg.match(/<clipPath/g)).toHaveLength(head.viewports.length + 1);
    expect(svg.match(/<g /g)).toHaveLength(svg.match(/<\/g>/g)!.length);
    expect(toSvg(scene, { colours: 'print', fonts: [], title: '' })).toMatch(/stroke="#0000ff"/);
  });

  it('has the kind of every object for the line under the sheet', () => {
    for (let i = 0; i < scene.picture.items.length; i += ITEM_STRIDE)
      expect(head.kinds[scene.picture.items[i + 3]]).toBeDefined();
  });
});
