import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { demoStandard } from '../../demo/standard';
import { audit } from '../../src/core/audit/engine';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { shapeFile } from '../../src/core/dxf/write/shape-file';
import { templateDrawing } from '../../src/core/exchange/template';
import { learnStandard } from '../../src/core/learn/learn';
import { differences } from '../../src/core/standard/differences';
import { dimensionValues } from '../../src/core/standard/dimension-settings';
import { fillSchema } from '../../src/core/standard/fills';
import { letteringSchema } from '../../src/core/standard/lettering';
import { circleStroke, SYMBOL_PRESETS, symbolBox } from '../../src/core/standard/line-marks';
import { clearanceMm, wordWidthMm } from '../../src/core/standard/line-words';
import { parallelSetSchema } from '../../src/core/standard/parallels';
import {
  blankStandard,
  checkStandard,
  layerOf,
  lineOf,
  type Standard,
} from '../../src/core/standard/standard';
import { anyDimension } from '../any-dimension';
import { gdal, python } from './python';

interface Read {
  readonly errors: string[];
  readonly fixes: string[];
  readonly layers: {
    name: string;
    colour: number;
    linetype: string;
    width: number | null;
    prints: boolean | null;
    description: string;
  }[];
  readonly linetypes: Record<string, { description: string; elements: Record<string, number | string>[] }>;
  readonly styles: Record<
    string,
    { handle: string; font: string; width: number; slant: number; last: number; flags: number }
  >;
  readonly dimensions: Record<string, Record<string, number | string>>;
  readonly sheets: Record<string, [number, number]>;
  readonly fills: { name: string; solid: number; scale: number; layer: string; lines: unknown[] }[];
  readonly parallels: Record<string, { elements: [number, number, string][]; flags: number }>;
  readonly placed: Record<
    string,
    { layer: string; scale: number; lines: [number, number, number, string][]; arcs: number }
  >;
}

const folder = mkdtempSync(join(tmpdir(), 'template-'));
const fileOf = (version: '2010' | 'R12'): string => {
  const path = join(folder, `${version}.dxf`);
  writeFileSync(path, templateDrawing(demoStandard, version).bytes);
  return path;
};

describe.each(['2010', 'R12'] as const)('a template in %s, read by python3-ezdxf', (version) => {
  const path = fileOf(version);
  const read = python<Read>('template.py', path);
  const old = version === 'R12';

  it('has no fault, and opens in GDAL', () => {
    expect(read.errors).toEqual([]);
    expect(read.fixes).toEqual([]);
    expect(gdal(path).code).toBe(0);
  });

  it('has every layer', () => {
    const own = read.layers.filter(({ name }) => !['0', 'Defpoints'].includes(name));
    expect(own.map(({ name, colour, linetype }) => [name, colour, linetype])).toEqual(
      demoStandard.layers.map(({ name, colour, linetype }) => [
        name,
        'number' in colour ? colour.number : null,
        linetype,
      ]),
    );
    if (old) return;
    expect(own.map(({ width, prints, description }) => [width, prints, description])).toEqual(
      demoStandard.layers.map(({ widthMm, prints, purpose }) => [
        widthMm === null ? -3 : Math.round(widthMm * 100),
        prints,
        purpose,
      ]),
    );
  });

  it('has every linetype with its elements', () => {
    for (const { name, description, elementsMm } of demoStandard.linetypes) {
      expect(read.linetypes[name].description).toBe(description);
      expect(read.linetypes[name].elements.map(({ length }) => length)).toEqual(elementsMm);
    }
  });

  it('has every text style', () => {
    for (const style of demoStandard.lettering.styles) {
      const found = read.styles[style.name];
      expect(found).toMatchObject({
        width: style.widthFactor,
        slant: style.slantDeg,
        last: style.heightMm,
        flags: 0,
      });
      if (style.font !== '') expect(found.font).toContain(style.font);
    }
  });

  it('has every dimension style', () => {
    for (const style of demoStandard.dimensions) {
      const v = dimensionValues(demoStandard.dimensions, style);
      const found = read.dimensions[style.name];
      expect(found).toMatchObject({
        dimtxt: v.textHeightMm,
        dimasz: v.terminatorSizeMm,
        dimexo: v.extensionOffsetMm,
        dimexe: v.extensionOverrunMm,
        dimdli: v.stackSpacingMm,
        dimdle: v.lineOverrunMm,
        dimgap: v.textOffsetMm,
        dimlfac: v.factor,
        dimpost: v.suffix,
        dimalt: v.second ? 1 : 0,
        dimscale: 0,
        dimblk: v.terminator1 === 'slash' ? '_Oblique' : '',
      });
      if (!old)
        expect(found).toMatchObject({ dimdec: v.decimals, dimlwd: 18, dimtxsty: v.textStyle, dimfxl: 3 });
    }
  });
});

describe('a template in 2010, read by python3-ezdxf', () => {
  const read = python<Read>('template.py', fileOf('2010'));

  it('sets words in the middle of their gap, in a text style', () => {
    const fuel = demoStandard.linetypes.find(({ name }) => name === 'OHW-Fuel')!;
    const [word] = fuel.words;
    const gap = read.linetypes['OHW-Fuel'].elements[1];
    expect(gap).toMatchObject({
      length: -6,
      74: 2,
      75: 0,
      9: 'FUEL',
      46: 1.2,
      340: read.styles.Standard.handle,
    });
    // From the end of the gap back over half the gap and half the word; the clear distance is what it says.
    expect(gap[44]).toBeCloseTo(-(6 + wordWidthMm('FUEL', 1.2)) / 2);
    expect(gap[45]).toBeCloseTo(-0.6);
    const clear = 6 + Number(gap[44]);
    expect(clear).toBeCloseTo(clearanceMm(fuel, word));
  });

  it('sets symbols in the middle of their gap, out of the file of shapes', () => {
    // common practice: dash 12, gap 4 with a circle of radius 1: 1 clear on either side
    const gap = read.linetypes['OHW-Fence'].elements[1];
    const shapes = read.styles['LINE-MARKS'];
    expect(shapes).toMatchObject({ font: 'line-marks.shx', flags: 1 });
    expect(gap).toMatchObject({ length: -4, 74: 4, 75: 1, 46: 1, 340: shapes.handle, 44: -2, 45: 0 });
    const box = symbolBox(demoStandard.lineMarks[0]);
    expect(box).toEqual({ minX: -1, minY: -1, width: 2, height: 2 });
    expect((4 - box.width) / 2).toBe(1);
  });

  it('has every sheet, fill and parallel-line set', () => {
    expect(read.sheets).toMatchObject({
      A0: [1189, 841],
      A1: [841, 594],
      A2: [594, 420],
      A3: [420, 297],
      A4: [297, 210],
    });
    expect(read.fills.map(({ name }) => name)).toEqual(
      demoStandard.fills.map(({ name, kind }) => (kind === 'lines' ? name : 'SOLID')),
    );
    const [concrete] = read.fills;
    const spacing = 4 * Math.SQRT1_2;
    expect(concrete.lines[0]).toEqual([
      45,
      [0, 0],
      [expect.closeTo(-spacing, 9), expect.closeTo(spacing, 9)],
      [],
    ]);
    for (const set of demoStandard.parallels)
      expect(read.parallels[set.name].elements).toEqual(
        set.lines.map(({ offsetMm, colour, linetype }) => [offsetMm, colour ?? 256, linetype || 'BYLAYER']),
      );
    // caps: a line at both ends; round at the second
    expect(read.parallels['OHW-Kerb'].flags).toBe(16 + 256);
    expect(read.parallels['OHW-Duct'].flags).toBe(1024);
    for (const set of demoStandard.parallels) {
      const placed = read.placed[set.name];
      const level = placed.lines.filter(([from, to]) => from === to);
      expect(level.map(([y]) => y)).toEqual(
        set.lines.map(({ offsetMm }) => expect.closeTo(offsetMm * placed.scale, 6)),
      );
      expect(level.map(([, , colour, linetype]) => [colour, linetype])).toEqual(
        set.lines.map(({ colour, linetype }) => [colour ?? 256, linetype || 'BYLAYER']),
      );
    }
    expect(read.placed['OHW-Duct']).toMatchObject({ arcs: 1, layer: 'C-ROAD', scale: 0.05 });
  });
});

describe('a template of an odd standard', () => {
  // Names in other scripts, red green and blue, fills on any layer, marks at dots, and styles of every kind.
  const odd: Standard = {
    ...blankStandard('Büro „Größe“ 事務所'),
    pens: { ...blankStandard('x').pens, roles: [{ role: 'обводка', widthMm: 0.5 }] },
    lettering: letteringSchema.parse({
      heightsMm: [],
      styles: [
        { name: 'Надписи', heightMm: 3.3, slantDeg: -12, widthFactor: 0.75, face: 'mono' },
        // Names that the format brings along, and that we give ourselves.
        { name: 'STANDARD', heightMm: 5, font: 'Times', face: 'serif', use: 'Titel' },
        { name: 'Line-Marks', heightMm: 1.8 },
        { name: 'Notiz', heightMm: 2, font: 'romans', notes: 'mit „Anführung“ \\U+0041' },
      ],
    }),
    lineMarks: [
      { name: 'Tick', number: 200, strokes: [[-1, -1, 1, 1]] },
      { name: 'triangle', number: 7, strokes: [[-1, 0, 1, 0, 0, 1.8, -1, 0]] },
    ],
    linetypes: [
      lineOf({ name: 'Continuous', description: 'Volllinie', notes: 'überall' }),
      lineOf({
        name: 'Zaun °C',
        elementsMm: [12, -3, 0, -3],
        symbols: [
          { element: 1, symbol: 'Tick', scale: 0.5, place: 'centred', upright: true },
          { element: 2, symbol: 'triangle', scale: 1.5, place: 'sitting', upright: false },
        ],
        ends: { insetMm: 2, whole: false },
        basis: 'model',
      }),
      lineOf({
        name: 'Два слова',
        elementsMm: [20, -9, 5, -9],
        words: [
          { element: 1, text: 'ГАЗ', heightMm: 2, style: '', offsetMm: 0, upright: false },
          { element: 3, text: 'gas', heightMm: 1.5, style: 'STANDARD', offsetMm: -0.25, upright: true },
        ],
      }),
      // Unbroken: its word stands above the line, at a dot.
      lineOf({
        name: 'Leitung',
        elementsMm: [30, 0],
        words: [
          { element: 1, text: 'Druckluft', heightMm: 2.5, style: 'Надписи', offsetMm: 2, upright: false },
        ],
      }),
    ],
    layers: [
      layerOf({ name: '0', colour: { number: 3 }, widthMm: 0.18 }),
      layerOf({
        name: 'Стены',
        colour: { rgb: 0x123456 },
        linetype: 'Zaun °C',
        role: 'обводка',
        widthMm: 0.5,
      }),
      layerOf({ name: '壁', prints: false, notes: 'zwei\nZeilen', ownValuesAllowed: ['width', 'colour'] }),
    ],
    fills: [
      fillSchema.parse({ name: 'FADE', kind: 'gradient', gradientDeg: 30, colour: 5, secondColour: 2 }),
      fillSchema.parse({
        name: 'SKEW',
        material: 'Schräge',
        basis: 'model',
        lines: [
          { angleDeg: 12.5, originMm: [3, -4], spacingMm: 33.3, shiftMm: -7, dashesMm: [5, -2, 0, -2] },
        ],
      }),
    ],
    parallels: [
      parallelSetSchema.parse({ name: 'Standard', lines: [{ offsetMm: 1 }, { offsetMm: -1 }], use: 'Rinne' }),
      parallelSetSchema.parse({
        name: 'Wand 11,5',
        lines: [{ offsetMm: -57.5, colour: 3 }, { offsetMm: 57.5, linetype: 'Zaun °C' }, { offsetMm: 0 }],
        startCap: 'round',
        fillColour: 8,
      }),
    ],
    dimensions: fc.sample(anyDimension, { numRuns: 12, seed: 7 }).map((values, i) => ({
      name: i === 5 ? 'Standard' : i === 7 ? 'Stil$2' : `Stil ${i}`,
      use: i % 2 ? 'ungerade' : '',
      base: i > 0 && i % 3 === 0 ? 'Stil 0' : null,
      settings: {
        ...values,
        lineLinetype: i % 2 ? 'Zaun °C' : '',
        extensionLinetype1: '',
        extensionLinetype2: '',
        linePenMm: 0.25,
        extensionPenMm: null,
        textStyle: i % 2 ? 'Notiz' : '',
        // What the format cannot tell apart is tested beside the record.
        tolerance: 'none' as const,
        toleranceBelow: 0,
        centreSizeMm: 2.5,
        textOffsetMm: 1,
        sizedOnPaper: true,
        overallScale: 1,
        textBackground: 'none' as const,
        textBackgroundColour: null,
      },
      clause: '',
      notes: '',
    })),
  };

  it('is valid, opens without a fault in both readers, and complies with it', () => {
    expect(checkStandard(odd)).toHaveProperty('standard');
    for (const version of ['2010', 'R12'] as const) {
      const { bytes } = templateDrawing(odd, version);
      const path = join(folder, `odd-${version}.dxf`);
      writeFileSync(path, bytes);
      // In R12 these scripts go into names as the format's escapes, which python3-ezdxf refuses in names.
      if (version === '2010') {
        const read = python<Read>('template.py', path);
        expect(read.errors).toEqual([]);
        expect(read.fixes).toEqual([]);
        expect(read.layers.map(({ name }) => name)).toEqual(expect.arrayContaining(['0', 'Стены', '壁']));
        expect(Object.keys(read.dimensions)).toHaveLength(12);
        // A word above an unbroken line: at a dot, in its own style, half its width before and behind the dot.
        const style = read.styles.Надписи;
        expect(style).toMatchObject({ width: 0.75, slant: -12, last: 3.3 });
        const [, dot] = read.linetypes.Leitung.elements;
        expect(dot).toMatchObject({ length: 0, 74: 2, 75: 0, 9: 'Druckluft', 46: 2.5, 340: style.handle });
        const look = { face: 'mono', widthFactor: 0.75, slantDeg: -12 } as const;
        const lean = 2.5 * Math.tan((12 * Math.PI) / 180);
        expect(dot[44]).toBeCloseTo(-wordWidthMm('Druckluft', 2.5, look) / 2 + lean);
        expect(dot[45]).toBeCloseTo(2 - 1.25);
        // Plain words keep single strokes, though the office calls one of its own styles Standard.
        const gaps = read.linetypes['Два слова'].elements;
        expect(gaps[1]).toMatchObject({ 9: 'ГАЗ', 340: read.styles['LINE-WORDS'].handle });
        expect(gaps[3]).toMatchObject({ 9: 'gas', 340: read.styles.STANDARD.handle, 74: 3 });
        expect(read.styles['LINE-MARKS-2']).toMatchObject({ font: 'line-marks.shx', flags: 1 });
      }
      expect(gdal(path).code).toBe(0);
      const drawing = readDrawing(bytes);
      if (!drawing.ok) throw new Error(drawing.problem.message);
      const found = audit(drawing.value, odd).findings.filter(({ rule }) => rule !== 'pens/not-held');
      expect(found.map(({ rule, message }) => `${rule}: ${message}`)).toEqual([]);
    }
  });

  it('gives it back', () => {
    const drawing = readDrawing(templateDrawing(odd).bytes);
    if (!drawing.ok) throw new Error(drawing.problem.message);
    expect(differences(odd, learnStandard(drawing.value, odd.name))).toEqual([]);
  });
});

describe('the file of shapes, read by python3-ezdxf', () => {
  it('holds every stroke to a hundredth of a mm', () => {
    const symbols = [
      ...SYMBOL_PRESETS.map(({ name, strokes }, i) => ({
        name,
        number: i + 1,
        strokes: strokes.map((stroke) => [...stroke]),
      })),
      { name: 'Weit draußen', number: 200, strokes: [[-20, -30, 45.67, 12.34], circleStroke(9, 9, 4)] },
    ];
    const path = join(folder, 'symbols.shx');
    writeFileSync(path, shapeFile(symbols));
    const read = python<Record<string, { name: string; points: [number, number][]; moves: string[] }>>(
      'shapes.py',
      path,
    );
    expect(Object.keys(read).map(Number)).toEqual(symbols.map(({ number }) => number));
    expect(read[200].name).toBe('WEITDRAUEN');
    for (const { number, strokes } of symbols) {
      // The reader joins the strokes with moves; every corner is met, in order.
      let at = 0;
      const { points } = read[number];
      for (const stroke of strokes)
        for (let i = 0; i < stroke.length; i += 2) {
          const near = ([x, y]: [number, number]): boolean =>
            Math.hypot(x - stroke[i], y - stroke[i + 1]) < 0.0075;
          while (at < points.length && !near(points[at])) at++;
          expect(at).toBeLessThan(points.length);
        }
    }
  });
});
