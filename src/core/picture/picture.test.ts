import { linkspan } from '../../../demo/drawings';
import type { Drawing } from '../drawing/drawing';
import { DrawingComposer } from '../dxf/composer';
import { multiLineText, plainText } from '../dxf/decode-text';
import { readDrawing } from '../dxf/interpret';
import { buildPicture, preferredScale } from './build';
import { layOut, textWidth } from './lettering';
import { markedBox, NO_MARKS, paint, type Surface } from './paint';
import { ITEM, ITEM_STRIDE, type PictureData, packPicture, unpackPicture } from './picture';

const OPTIONS = { defaultWidthMm: 0.25 };

function read(file: DrawingComposer | Uint8Array): Drawing {
  const result = readDrawing(file instanceof Uint8Array ? file : file.bytes());
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
}

const compose = (draw: (file: DrawingComposer) => void): Drawing => {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.linetype('Broken', '', [6, -2]);
  file.layer({ name: 'WALL', colour: 1, widthMm: 0.5, linetype: 'Broken' });
  file.layer({ name: 'HIDE', colour: 2, prints: false });
  draw(file);
  return read(file);
};

const lookOf = (picture: PictureData, item: number) =>
  picture.head.looks[picture.items[item * ITEM_STRIDE + 1]];

describe('buildPicture', () => {
  it('keeps its size and place', () => {
    const picture = buildPicture(
      compose(({ model }) => {
        model.line({ layer: 'WALL' }, [1000, 2000], [1100, 2050]);
        model.circle({ layer: 'WALL' }, [1000, 2000], 10);
      }),
      null,
      OPTIONS,
    );
    const { origin, bounds } = picture.head;
    expect([
      bounds![0] + origin[0],
      bounds![1] + origin[1],
      bounds![2] + origin[0],
      bounds![3] + origin[1],
    ]).toEqual([990, 1990, 1100, 2050]);
  });

  it('loses nothing tens of millions of units from zero', () => {
    const picture = buildPicture(
      compose(({ model }) =>
        model.line({ layer: 'WALL' }, [48_235_000.125, 61_804_200.5], [48_235_001.25, 61_804_200.5]),
      ),
      null,
      OPTIONS,
    );
    expect(picture.boxes[2] - picture.boxes[0]).toBeCloseTo(1.125, 5);
  });

  it('resolves colour, width and pattern through nested symbols', () => {
    const picture = buildPicture(
      compose((file) => {
        file.symbol('INNER', (s) => s.line({ layer: '0', colour: 0 }, [0, 0], [1, 0]));
        file.symbol('OUTER', (s) => s.place({ layer: '0' }, 'INNER', [0, 0]));
        file.model.place({ layer: 'WALL', colour: 5 }, 'OUTER', [0, 0], { scale: 10 });
      }),
      null,
      OPTIONS,
    );
    expect(lookOf(picture, 0)).toMatchObject({ rgb: 0xff0000, widthMm: 0.5, dashes: [6, -2] });
    expect(picture.boxes[2]).toBeCloseTo(10);
  });

  it('a symbol that contains itself ends', () => {
    const picture = buildPicture(
      compose((file) => {
        file.symbol('LOOP', (s) => {
          s.line({ layer: '0' }, [0, 0], [1, 0]);
          s.place({ layer: '0' }, 'LOOP', [1, 1]);
        });
        file.model.place({ layer: 'WALL' }, 'LOOP', [0, 0]);
      }),
      null,
      OPTIONS,
    );
    expect(picture.items.length / ITEM_STRIDE).toBe(1);
  });

  it('draws the windows of a sheet with their scale', () => {
    const drawing = read(linkspan().bytes);
    const picture = buildPicture(drawing, drawing.sheets[0], OPTIONS);
    expect(picture.head.paper).toMatchObject({ width: 841, height: 594 });
    expect(picture.head.views.map((view) => Math.round(1 / view.scale))).toEqual([100, 60]);
    expect(buildPicture(drawing, null, OPTIONS).head).toMatchObject({
      mmPerUnit: 0.01,
      scaleNote: 'as on sheet S-301',
    });
    expect(picture.head.notDrawn).toEqual({});
  });

  it('survives being packed', () => {
    const drawing = read(linkspan().bytes);
    const picture = buildPicture(drawing, drawing.sheets[0], OPTIONS);
    const packed = packPicture(picture);
    expect(unpackPicture(packed.buffer as ArrayBuffer)).toEqual(picture);
  });

  it('fits an unknown model to a sheet at a scale of the published series', () => {
    // source: ISO 5455, from memory: reductions 1: 2 5 10 20 50 100 200 500 1000
    expect([80, 800, 1500, 4000, 39_000, 79_000, 150_000].map(preferredScale)).toEqual([
      0.1, 1, 2, 5, 50, 100, 200,
    ]);
    expect(preferredScale(0)).toBe(1);
  });
});

describe('lettering', () => {
  const shape = {
    type: 'text',
    lines: ['Plan 1:200'],
    x: 0,
    y: 0,
    height: 2,
    angleRad: 0,
    widthFactor: 1,
    slantRad: 0,
    across: 0,
    up: 'baseline',
    lineSpacing: 5 / 3,
    wrapWidth: 0,
    fitTo: null,
    mirroredX: false,
    upsideDown: false,
    system: [1, 0, 0, 1, 0, 0],
  } as const;

  it('is anchored where it says', () => {
    const left = layOut(shape);
    expect(left.lines[0]).toMatchObject({ x: 0, y: 0 });
    const right = layOut({ ...shape, across: 1 });
    expect(right.maxX).toBeCloseTo(0);
    const middle = layOut({ ...shape, across: 0.5, up: 'middle' });
    expect(middle.minX).toBeCloseTo(-middle.maxX);
    expect(middle.lines[0].y).toBeCloseTo(-0.5);
  });

  it('fits between two points', () => {
    const laid = layOut({ ...shape, fitTo: [40, 0] });
    expect(laid.maxX - laid.minX).toBeCloseTo(20);
  });

  it('breaks lines at its width, never inside a word', () => {
    const words = 'All steel to be blasted and coated after cutting';
    const laid = layOut({ ...shape, lines: [words], wrapWidth: 20, up: 'top' });
    expect(laid.lines.length).toBeGreaterThan(2);
    expect(laid.lines.map((line) => line.text).join(' ')).toBe(words);
    for (const line of laid.lines) expect(line.width).toBeLessThanOrEqual(10);
    expect(laid.maxY).toBeCloseTo(0);
  });

  it('reads wider characters as wider', () => {
    expect(textWidth('mmm')).toBeGreaterThan(textWidth('iii'));
    expect(textWidth('壁')).toBeCloseTo(1 / 0.7, 1);
  });

  it('takes formatting off multi-line text and resolves signs', () => {
    expect(multiLineText('{\\fBarlow|b1;Notes}\\P\\H2.5x;1\\~ 90%%d \\S1/2; \\\\x')).toEqual([
      'Notes',
      '1\u00a0 90° 1/2 \\x',
    ]);
    expect(plainText('%%c240 %%p0.5 %%uunder%%u')).toBe('⌀240 ±0.5 under');
  });
});

describe('paint', () => {
  /** Remembers what a canvas was asked to do. */
  class Recorder {
    calls: { name: string; args: unknown[]; stroke: string; width: number; dash: number[] }[] = [];
    strokeStyle = '';
    fillStyle = '';
    lineWidth = 1;
    lineDashOffset = 0;
    globalAlpha = 1;
    font = '';
    lineCap = '';
    lineJoin = '';
    private dash: number[] = [];
    constructor() {
      for (const name of [
        'save',
        'restore',
        'setTransform',
        'transform',
        'beginPath',
        'closePath',
        'moveTo',
        'lineTo',
        'ellipse',
        'rect',
        'stroke',
        'fill',
        'clip',
        'fillRect',
        'fillText',
      ])
        Object.assign(this, {
          [name]: (...args: unknown[]) =>
            this.calls.push({ name, args, stroke: this.strokeStyle, width: this.lineWidth, dash: this.dash }),
        });
    }
    setLineDash(dash: number[]): void {
      this.dash = dash;
    }
    named(name: string) {
      return this.calls.filter((call) => call.name === name);
    }
  }
  const view = { scale: 2, x: 0, y: 500, widthPx: 1000, heightPx: 500 };
  const options = {
    black: false,
    marks: NO_MARKS,
    markColour: '#900',
    lettering: 'x',
    showNonPrinting: false,
  };
  const show = (drawing: Drawing, more: Partial<typeof options> = {}): Recorder => {
    const surface = new Recorder();
    const picture = { ...buildPicture(drawing, null, OPTIONS) };
    picture.head = { ...picture.head, mmPerUnit: 1, mmPerPatternUnit: 1, origin: picture.head.origin };
    paint(surface as unknown as Surface, { picture, model: null }, view, { ...options, ...more });
    return surface;
  };
  const drawing = compose(({ model }) => {
    model.line({ layer: 'WALL' }, [0, 0], [100, 0]);
    model.line({ layer: 'HIDE' }, [0, 10], [100, 10]);
    model.text({ layer: 'WALL' }, [0, 20], 10, 'word');
  });

  it('draws true widths and dashes: 0.5 mm at 2 px a mm is 1 px, dash 6 and gap 2', () => {
    const [stroke, ...more] = show(drawing).named('stroke');
    expect(more).toEqual([]);
    expect(stroke.width * view.scale).toBeCloseTo(1);
    expect(stroke.dash.map((length) => length * view.scale)).toEqual([12, 4]);
    expect(stroke.stroke).toBe('#ff0000');
  });

  it('prints black in black, and leaves out what does not print', () => {
    expect(
      show(drawing, { black: true })
        .named('stroke')
        .map((call) => call.stroke),
    ).toEqual(['#000']);
    expect(show(drawing, { showNonPrinting: true }).named('stroke')).toHaveLength(2);
  });

  it('marks what a finding names, and frames it', () => {
    const picture = buildPicture(drawing, null, OPTIONS);
    const handle = picture.head.handles[picture.items[2]];
    const marks = { handles: new Set([handle]), layers: new Set<string>() };
    expect(
      show(drawing, { marks })
        .named('stroke')
        .map((call) => call.stroke),
    ).toContain('#900');
    expect(markedBox({ picture, model: null }, marks)).toEqual([0, 0, 100, 0]);
    expect(markedBox({ picture, model: null }, { handles: new Set(), layers: new Set(['hide']) })?.[1]).toBe(
      10,
    );
    expect(markedBox({ picture, model: null }, NO_MARKS)).toBeNull();
  });

  it('draws the lines of a fill at their spacing', () => {
    const filled = compose(({ model }) =>
      model.fill(
        { layer: 'WALL' },
        [
          [0, 0],
          [100, 0],
          [100, 100],
          [0, 100],
        ],
        0,
        10,
      ),
    );
    const picture = buildPicture(filled, null, OPTIONS);
    expect(picture.items[0]).toBe(ITEM.fill);
    const surface = show(filled);
    const ys = surface
      .named('moveTo')
      .map((call) => call.args[1] as number)
      .slice(1);
    expect(ys).toEqual(expect.arrayContaining([10, 20, 30, 90]));
    expect(new Set(ys.slice(1).map((y, i) => y - ys[i]))).toEqual(new Set([10]));
  });
});
