import { linkspan } from '../../../demo/drawings';
import { preferredScale } from '../drawing/viewports';
import type { Drawing } from '../dxf/drawing';
import { PLAIN_RUN } from '../dxf/fonts';
import { readDrawing } from '../dxf/read/interpret';
import { multiLineText, parseMultiLine, plainText } from '../dxf/read/multi-line-text';
import { PLAIN_TEXT, type TextShape } from '../dxf/shapes';
import { DrawingComposer } from '../dxf/write/composer';
import { IDENTITY_SPACE } from '../geometry/space';
import { glyphOf } from '../lettering/alphabet';
import { faceForLetter, layOut, missingLetters, textWidth } from '../lettering/layout';
import { buildPicture } from './build';
import { highlightedBox, NO_HIGHLIGHTS } from './highlights';
import { paint } from './paint';
import type { PaintOptions } from './pass';
import { ITEM, ITEM_STRIDE, type PictureData, packPicture, unpackPicture } from './picture';
import type { Surface } from './surface';

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
    expect(picture.head.viewports.map((view) => Math.round(1 / view.scale))).toEqual([100, 60]);
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
  const shape: TextShape = {
    ...PLAIN_TEXT,
    type: 'text',
    paragraphs: [{ runs: [{ ...PLAIN_RUN, face: 'sans', text: 'Plan 1:200' }], align: null }],
    x: 0,
    y: 0,
    height: 2,
    system: IDENTITY_SPACE,
  };

  it('is anchored where it says', () => {
    const left = layOut(shape);
    expect(left.pieces[0]).toMatchObject({ x: 0, y: 0 });
    const right = layOut({ ...shape, across: 1 });
    expect(right.maxX).toBeCloseTo(0);
    const middle = layOut({ ...shape, across: 0.5, up: 'middle' });
    expect(middle.minX).toBeCloseTo(-middle.maxX);
    expect(middle.pieces[0].y).toBeCloseTo(-0.5);
  });

  it('fits between two points', () => {
    const laid = layOut({ ...shape, fitTo: [40, 0] });
    expect(laid.maxX - laid.minX).toBeCloseTo(20);
  });

  it('breaks lines at its width, never inside a word', () => {
    const words = 'All steel to be blasted and coated after cutting';
    const laid = layOut({
      ...shape,
      paragraphs: [{ runs: [{ ...PLAIN_RUN, text: words }], align: null }],
      wrapWidth: 20,
      up: 'top',
    });
    const lines = [...new Set(laid.pieces.map((piece) => piece.y))].map((y) =>
      laid.pieces.filter((piece) => piece.y === y),
    );
    expect(lines.length).toBeGreaterThan(2);
    expect(lines.map((pieces) => pieces.map((piece) => piece.text).join('')).join(' ')).toBe(words);
    for (const pieces of lines)
      expect(Math.max(...pieces.map((piece) => piece.x + piece.width))).toBeLessThanOrEqual(10);
    expect(laid.maxY).toBeCloseTo(0);
  });

  it('fits between two points and keeps its shape where the text says so', () => {
    const laid = layOut({ ...shape, fitTo: [40, 0], fitKeepsShape: true });
    expect((laid.maxX - laid.minX) * laid.heightFactor).toBeCloseTo(20);
    expect(laid.heightFactor).not.toBeCloseTo(1);
  });

  it('reads wider characters as wider', () => {
    expect(textWidth('mmm', 'sans')).toBeGreaterThan(textWidth('iii', 'sans'));
    expect(textWidth('mmm', 'stroke')).toBeGreaterThan(textWidth('iii', 'stroke'));
  });

  it('the drafting alphabet has the proportions of lettering type B', () => {
    // source: ISO 3098-1, from memory: small letters 7/10 h, space between letters 2/10 h
    const top = (character: string): number =>
      Math.max(...glyphOf(character)!.strokes.flatMap((stroke) => stroke.filter((_, i) => i % 2 === 1)));
    for (const capital of 'ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789') expect(top(capital)).toBeCloseTo(1, 1);
    for (const small of 'acemnorsuvwxz') expect(top(small)).toBeCloseTo(0.7, 2);
    expect(textWidth('HH', 'stroke') - textWidth('H', 'stroke')).toBeCloseTo(glyphOf('H')!.width + 0.2);
  });

  it('shows every letter of the western and central European, Greek and Cyrillic alphabets', () => {
    const letters = 'ÄÖÜäöüßÀÉÊËÎÏÔÙÛÇçñãõåÅøØæÆœŒşğİıčřžšěůýáíóúűőĄąęłŁżźćńÞþðΩΔΣαβγδεθλμπρσφω';
    for (const letter of `${letters}АБВГДЕЖЗИЙКЛМНОПРСТУФХЦЧШЩЪЫЬЭЮЯабвгдежзийклмнопрстуфхцчшщъыьэюя⌀°±²³`)
      expect([letter, faceForLetter('stroke', letter)]).not.toEqual([letter, null]);
    expect(missingLetters('壁 Wand', 'stroke')).toBe(0);
    expect(missingLetters('𒀀 Wand', 'stroke')).toBe(1);
  });

  it('keeps the formatting of multi-line text in its runs', () => {
    const [first, second] = parseMultiLine(
      '{\\fCambria|b0|i1;Slanted} \\H2x;big\\C1;red\\P\\pqc;\\S+0.1^-0.2;',
      2.5,
    );
    expect(first.runs.map(({ text, size, face }) => [text, size, face])).toEqual([
      ['Slanted', 1, 'serif'],
      [' ', 1, 'stroke'],
      ['big', 2, 'stroke'],
      ['red', 2, 'stroke'],
    ]);
    expect(first.runs[0].slantRad).toBeGreaterThan(0);
    expect(first.runs[3].colour).toEqual({ number: 1 });
    expect(second.align).toBe('centre');
    expect(second.runs[0].stack).toEqual({ upper: '+0.1', lower: '-0.2', bar: 'none' });
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
        'createLinearGradient',
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
  const options: PaintOptions = {
    colours: 'print',
    highlights: NO_HIGHLIGHTS,
    highlightColour: '#900',
    paper: '#fff',
    families: { sans: 'x', 'sans-bold': 'x', serif: 'x', mono: 'x' },
    showNonPrinting: false,
    hidden: new Set(),
    thinnestPx: 0.6,
    readablePx: 2.2,
    speckPx: 0,
  };
  const show = (drawing: Drawing, more: Partial<PaintOptions> = {}): Recorder => {
    const surface = new Recorder();
    const picture = { ...buildPicture(drawing, null, OPTIONS) };
    picture.head = { ...picture.head, mmPerUnit: 1, mmPerPatternUnit: 1, origin: picture.head.origin };
    paint(surface as unknown as Surface, { picture, model: null }, view, { ...options, ...more });
    return surface;
  };
  const lines = (surface: Recorder) => surface.named('stroke').filter((call) => call.dash.length > 0);
  const drawing = compose(({ model }) => {
    model.line({ layer: 'WALL' }, [0, 0], [100, 0]);
    model.line({ layer: 'HIDE' }, [0, 10], [100, 10]);
    model.text({ layer: 'WALL' }, [0, 20], 10, 'word');
  });

  it('draws true widths and dashes: 0.5 mm at 2 px a mm is 1 px, dash 6 and gap 2, both ends dashes', () => {
    const [stroke, ...more] = lines(show(drawing));
    expect(more).toEqual([]);
    expect(stroke.width).toBeCloseTo(1);
    expect(stroke.stroke).toBe('#ff0000');
    // 100 mm hold 12 repeats of 8 mm; the 4 mm left over and the 6 mm of a dash are shared by the two ends.
    expect(stroke.dash[0]).toBeCloseTo(((100 - 12 * 8 + 6) / 2) * 2);
    expect(stroke.dash.slice(1, 5)).toEqual([4, 12, 4, 12]);
    expect(stroke.dash.reduce((sum, length) => sum + length, 0)).toBeCloseTo(200);
    expect(stroke.dash.at(-2)).toBeCloseTo(stroke.dash[0]);
  });

  it('prints black in black, and leaves out what does not print', () => {
    expect(lines(show(drawing, { colours: 'black' })).map((call) => call.stroke)).toEqual(['#000']);
    const all = show(drawing, { showNonPrinting: true }).named('stroke');
    expect(all.length).toBe(show(drawing).named('stroke').length + 1);
    expect(show(drawing, { hidden: new Set(['wall']) }).named('stroke')).toHaveLength(0);
  });

  it('shows each layer in a colour of its own when asked', () => {
    const colours = show(drawing, { colours: 'layer', showNonPrinting: true })
      .named('stroke')
      .map((call) => call.stroke);
    expect(new Set(colours).size).toBe(2);
  });

  it('highlights what a finding names, and frames it', () => {
    const picture = buildPicture(drawing, null, OPTIONS);
    const handle = picture.head.handles[picture.items[2]];
    const highlights = { handles: new Set([handle]), layers: new Set<string>() };
    expect(
      show(drawing, { highlights })
        .named('stroke')
        .map((call) => call.stroke),
    ).toContain('#900');
    expect(highlightedBox({ picture, model: null }, highlights)).toEqual([0, 0, 100, 0]);
    expect(
      highlightedBox({ picture, model: null }, { handles: new Set(), layers: new Set(['hide']) })?.[1],
    ).toBe(10);
    expect(highlightedBox({ picture, model: null }, NO_HIGHLIGHTS)).toBeNull();
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
    const ys = show(filled)
      .named('moveTo')
      .map((call) => view.y - (call.args[1] as number))
      .map((y) => y / view.scale);
    expect(ys).toEqual([0, 10, 20, 30, 40, 50, 60, 70, 80, 90].map((y) => expect.closeTo(y)));
  });
});
