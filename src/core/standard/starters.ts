import type { ObjectKind } from '../dxf/object-kinds';
import type { StandardLayer, StandardLinetype } from './definitions';
import { type DimensionValues, dimensionStyleSchema } from './dimension-settings';
import { FILL_PRESETS } from './fills';
import { letteringSchema } from './lettering';
import { MEANING_WORDS } from './meanings';
import { NAMING_FORMS } from './naming-forms';
import { blankStandard, layerOf, lineOf, type Standard } from './standard';

/** A ready standard to begin from: built on published values, as far as one can be without knowing the office. */
export interface Starter {
  readonly id: string;
  readonly name: string;
  /** What it is built on, with its sources. */
  readonly about: string;
  readonly standard: Standard;
}

/**
 * Line types for a line width, mm. Source: ISO 128-2, from memory: dash 12 d, long dash 24 d, short dash 6 d, gap 3 d,
 * dot 0.5 d at most (held as 0 in drawings).
 */
export function isoLinetypes(d: number): StandardLinetype[] {
  const [long, dash, short, gap] = [24 * d, 12 * d, 6 * d, -3 * d].map(
    (value) => Math.round(value * 1000) / 1000,
  );
  const line = (name: string, description: string, elementsMm: number[]): StandardLinetype =>
    lineOf({ name, description, elementsMm, clause: 'ISO 128-2' });
  return [
    line('Continuous', '01 continuous', []),
    line('Dashed', '02 dashed', [dash, gap]),
    line('Long-dash-dot', '04 long dash, dot', [long, gap, 0, gap]),
    line('Long-dash-2-dots', '05 long dash, two dots', [long, gap, 0, gap, 0, gap]),
    line('Dotted', '07 dotted', [0, gap]),
    line('Long-dash-short-dash', '08 long dash, short dash', [long, gap, short, gap]),
    line('Dash-dot', '10 dash, dot', [dash, gap, 0, gap]),
  ];
}

const LINES: ObjectKind[] = ['line', 'polyline', 'arc', 'circle', 'ellipse', 'spline'];
const OUTLINE: ObjectKind[] = [...LINES, 'solid', 'symbol'];
const DIMENSIONS: ObjectKind[] = ['dimension', 'leader', 'tolerance frame'];
const TEXT: ObjectKind[] = ['text', 'leader', 'table'];
const SHEET: ObjectKind[] = ['line', 'polyline', 'text', 'symbol', 'attribute', 'image', 'solid'];

type Row = readonly [
  name: string,
  purpose: string,
  kinds: ObjectKind[],
  colour: number,
  role: string,
  linetype: string,
  more?: Partial<StandardLayer>,
];

const SHEET_MORE = { required: true } as const;
const NEVER = { prints: false } as const;

function layersOf(rows: readonly Row[], widths: Readonly<Record<string, number>>): StandardLayer[] {
  return rows.map(([name, purpose, kinds, colour, role, linetype, more]) =>
    layerOf({
      name,
      purpose,
      kinds,
      colour: { number: colour },
      linetype,
      role,
      widthMm: widths[role] ?? null,
      ...more,
    }),
  );
}

interface Parts {
  readonly name: string;
  readonly widths: Readonly<Record<string, number>>;
  readonly seriesMm: number[];
  readonly order: Standard['pens']['order'];
  readonly naming: number | null;
  readonly heightsMm: number[];
  readonly smallestMm?: Record<string, number>;
  readonly styles: readonly (readonly [name: string, use: string, heightMm: number])[];
  readonly linetypes: StandardLinetype[];
  readonly meanings: Readonly<Record<string, readonly [linetype: string, role: string]>>;
  readonly dimensions: readonly (readonly [
    name: string,
    use: string,
    base: string | null,
    settings: Partial<DimensionValues>,
  ])[];
  readonly fills: readonly (readonly [name: string, layer: string])[];
  readonly layers: readonly Row[];
}

function assembled(parts: Parts): Standard {
  const blank = blankStandard(parts.name);
  return {
    ...blank,
    pens: {
      seriesMm: parts.seriesMm,
      defaultMm: 0.25,
      roles: Object.entries(parts.widths).map(([role, widthMm]) => ({ role, widthMm })),
      order: parts.order,
      byColour: [],
    },
    naming: { ...blank.naming, layers: parts.naming === null ? null : NAMING_FORMS[parts.naming] },
    lettering: letteringSchema.parse({
      heightsMm: parts.heightsMm,
      ...(parts.smallestMm ? { smallestMm: parts.smallestMm } : {}),
      styles: parts.styles.map(([name, use, heightMm]) => ({ name, use, heightMm })),
    }),
    dimensions: parts.dimensions.map(([name, use, base, settings]) =>
      dimensionStyleSchema.parse({ name, use, base, settings }),
    ),
    fills: parts.fills.flatMap(([name, layer]) => {
      const preset = FILL_PRESETS.find((one) => one.name === name);
      return preset ? [{ ...preset, layer }] : [];
    }),
    linetypes: parts.linetypes,
    meanings: Object.entries(parts.meanings).map(([name, [linetype, role]]) => ({
      name,
      linetype,
      role,
      words: [...(MEANING_WORDS.find((one) => one.name === name)?.words ?? [])],
      clause: '',
      notes: '',
    })),
    layers: layersOf(parts.layers, parts.widths),
  };
}

/** Widths of the common pens, in the ratio 2 : 1 of ISO 128-2; narrow lines for dimensions by ISO 129-1. */
const ISO_PENS = {
  cut: 0.5,
  outline: 0.35,
  secondary: 0.25,
  text: 0.25,
  dimension: 0.18,
  hidden: 0.18,
  centre: 0.18,
  fill: 0.13,
};
const ISO_ORDER: Standard['pens']['order'] = [
  { heavier: 'cut', lighter: 'outline', ratio: 1.4 },
  { heavier: 'outline', lighter: 'dimension', ratio: 1.4 },
  { heavier: 'cut', lighter: 'hidden', ratio: 2 },
  { heavier: 'outline', lighter: 'fill', ratio: 2 },
];

/** Dimensions by ISO 129-1, from memory: lines run on by about 8 line widths, a gap of about 8 is allowed. */
const ISO_DIMENSIONS: Partial<DimensionValues> = {
  linePenMm: 0.18,
  extensionPenMm: 0.18,
  extensionOffsetMm: 1.5,
  extensionOverrunMm: 1.5,
  textStyle: 'Dimensions',
  stackSpacingMm: 7,
  textOffsetMm: 0.9,
};

const construction = assembled({
  name: 'Metric construction',
  widths: ISO_PENS,
  seriesMm: [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1],
  order: ISO_ORDER,
  naming: 1,
  heightsMm: [1.8, 2.5, 3.5, 5, 7, 10],
  styles: [
    ['Notes', 'Notes and labels', 2.5],
    ['Dimensions', 'Figures of dimensions', 2.5],
    ['Titles', 'Titles of views', 5],
    ['Sheet', 'Title of the sheet', 7],
  ],
  linetypes: isoLinetypes(0.25),
  meanings: {
    hidden: ['Dashed', 'hidden'],
    centre: ['Long-dash-dot', 'centre'],
    boundary: ['Long-dash-2-dots', 'cut'],
    setback: ['Dashed', ''],
    above: ['Dotted', ''],
  },
  dimensions: [
    [
      'Millimetres',
      'Whole millimetres',
      null,
      { ...ISO_DIMENSIONS, terminator1: 'slash', terminator2: 'slash', lineOverrunMm: 1.5 },
    ],
    [
      'Metres',
      'Site plans: metres to two places',
      'Millimetres',
      { decimals: 2, rounding: 0.01, dropTrailing: false, factor: 0.001, suffix: ' m' },
    ],
  ],
  fills: [
    ['CONCRETE', 'S-PATT'],
    ['BRICK-CUT', 'A-PATT'],
    ['BRICK-COURSES', 'A-PATT'],
    ['STEEL', 'S-PATT'],
    ['TIMBER-END', 'A-PATT'],
    ['TIMBER-LONG', 'A-PATT'],
    ['INSULATION', 'A-PATT'],
    ['EARTH', 'C-PATT'],
    ['GRAVEL', 'C-PATT'],
  ],
  layers: [
    ['A-WALL', 'Walls, cut', OUTLINE, 7, 'cut', 'Continuous'],
    ['A-DOOR', 'Doors and their swing', OUTLINE, 50, 'secondary', 'Continuous'],
    ['A-GLAZ', 'Windows and glazing', OUTLINE, 4, 'secondary', 'Continuous'],
    ['A-FLOR', 'Stairs, steps and edges of floors', OUTLINE, 8, 'secondary', 'Continuous'],
    ['A-OVHD', 'Edges above the cut', LINES, 42, 'hidden', 'Dotted', { meaning: 'above' }],
    ['A-FURN', 'Furniture', ['symbol', ...LINES], 9, 'fill', 'Continuous'],
    ['A-PATT', 'Fills of walls and floors', ['fill', 'solid'], 253, 'fill', 'Continuous'],
    ['S-COLS', 'Columns, cut', OUTLINE, 7, 'cut', 'Continuous'],
    ['S-BEAM', 'Beams', OUTLINE, 150, 'outline', 'Continuous'],
    ['S-HIDN', 'Hidden edges of structure', LINES, 152, 'hidden', 'Dashed', { meaning: 'hidden' }],
    [
      'S-GRID',
      'Grid lines and their marks',
      [...LINES, 'text', 'symbol', 'attribute'],
      12,
      'centre',
      'Long-dash-dot',
      { meaning: 'centre' },
    ],
    ['S-PATT', 'Fills of structure', ['fill', 'solid'], 253, 'fill', 'Continuous'],
    ['C-PROP', 'Boundary of the site', LINES, 14, 'cut', 'Long-dash-2-dots', { meaning: 'boundary' }],
    ['C-ROAD', 'Kerbs and roads', LINES, 40, 'outline', 'Continuous'],
    ['C-TOPO', 'Contours', LINES, 34, 'fill', 'Continuous'],
    ['C-PATT', 'Fills of ground', ['fill', 'solid'], 33, 'fill', 'Continuous'],
    ['E-LITE', 'Luminaires and switches', ['symbol', ...LINES], 2, 'secondary', 'Continuous'],
    ['P-FIXT', 'Sanitary fittings', ['symbol', ...LINES], 5, 'secondary', 'Continuous'],
    ['G-DIMS', 'Dimensions', DIMENSIONS, 3, 'dimension', 'Continuous'],
    ['G-NOTE', 'Notes and lettering', TEXT, 7, 'text', 'Continuous'],
    [
      'G-SYMB',
      'North point, section marks, levels',
      [...OUTLINE, 'text', 'attribute'],
      6,
      'secondary',
      'Continuous',
    ],
    ['G-TTLB', 'Sheet frame and title block', SHEET, 7, 'cut', 'Continuous', SHEET_MORE],
    ['G-VPRT', 'Frames of viewports; never printed', ['viewport'], 9, 'fill', 'Continuous', NEVER],
  ],
});

const mechanical = assembled({
  name: 'Metric mechanical',
  widths: { outline: 0.5, text: 0.25, dimension: 0.25, hidden: 0.25, centre: 0.25, fill: 0.25, section: 0.5 },
  seriesMm: [0.18, 0.25, 0.35, 0.5, 0.7, 1],
  order: [
    { heavier: 'outline', lighter: 'dimension', ratio: 2 },
    { heavier: 'outline', lighter: 'hidden', ratio: 2 },
    { heavier: 'outline', lighter: 'centre', ratio: 2 },
  ],
  naming: null,
  heightsMm: [2.5, 3.5, 5, 7, 10],
  styles: [
    ['Notes', 'Notes and requirements', 3.5],
    ['Dimensions', 'Figures of dimensions', 3.5],
    ['Titles', 'Titles of views and sections', 5],
    ['Sheet', 'Title block', 2.5],
  ],
  linetypes: isoLinetypes(0.25),
  meanings: {
    hidden: ['Dashed', 'hidden'],
    centre: ['Long-dash-dot', 'centre'],
    section: ['Long-dash-dot', 'section'],
  },
  dimensions: [
    [
      'Millimetres',
      'Everything: millimetres, zeros at the end dropped',
      null,
      {
        ...ISO_DIMENSIONS,
        linePenMm: 0.25,
        extensionPenMm: 0.25,
        extensionOffsetMm: 2,
        extensionOverrunMm: 2,
        textHeightMm: 3.5,
        terminatorSizeMm: 3.5,
        stackSpacingMm: 8,
        decimals: 2,
        decimalMark: ',',
        centreMark: 'lines',
      },
    ],
    [
      'Fits',
      'With deviations, one over the other',
      'Millimetres',
      { tolerance: 'deviation', toleranceAbove: 0.1, toleranceDecimals: 2, toleranceHeight: 0.7 },
    ],
    [
      'Two-systems',
      'A second value in inches',
      'Millimetres',
      { second: true, secondDecimals: 3, secondSuffix: ' in' },
    ],
  ],
  fills: [
    ['STEEL', 'SECTION-FILL'],
    ['SOLID', 'SECTION-FILL'],
  ],
  layers: [
    ['OUTLINE', 'Visible edges and outlines', OUTLINE, 7, 'outline', 'Continuous'],
    ['THIN', 'Imaginary edges, threads, projections', LINES, 8, 'fill', 'Continuous'],
    ['HIDDEN', 'Hidden edges', LINES, 4, 'hidden', 'Dashed', { meaning: 'hidden' }],
    ['CENTRE', 'Axes, centres, pitch circles', LINES, 1, 'centre', 'Long-dash-dot', { meaning: 'centre' }],
    [
      'SECTION',
      'Lines of sections and their letters',
      [...LINES, 'text', 'solid'],
      5,
      'section',
      'Long-dash-dot',
      { meaning: 'section' },
    ],
    ['SECTION-FILL', 'Cut faces', ['fill', 'solid'], 253, 'fill', 'Continuous'],
    ['ADJACENT', 'Parts beside, ends of movement', LINES, 30, 'fill', 'Long-dash-2-dots'],
    ['DIMENSIONS', 'Dimensions and tolerance frames', DIMENSIONS, 3, 'dimension', 'Continuous'],
    [
      'SURFACE',
      'Marks of surfaces, welds and datums',
      ['symbol', ...LINES, 'text', 'attribute'],
      6,
      'dimension',
      'Continuous',
    ],
    ['NOTES', 'Notes and requirements', TEXT, 7, 'text', 'Continuous'],
    [
      'BALLOONS',
      'Numbers of parts and their lines',
      [...LINES, 'text', 'leader', 'symbol', 'attribute'],
      2,
      'text',
      'Continuous',
    ],
    [
      'FRAME',
      'Sheet frame, title block, parts list',
      [...SHEET, 'table'],
      7,
      'outline',
      'Continuous',
      SHEET_MORE,
    ],
    ['VIEWPORTS', 'Frames of viewports; never printed', ['viewport'], 9, 'fill', 'Continuous', NEVER],
  ],
});

/** Sizes in mm of inches: 1 in = 25.4 mm (ISO 80000-3). */
const inches = (value: number): number => Math.round(value * 25.4 * 1e5) / 1e5;

const inch = assembled({
  name: 'Inch construction',
  // Thick 0.6, thin 0.3 mm (ASME Y14.2, from memory).
  widths: {
    cut: 0.6,
    outline: 0.6,
    secondary: 0.3,
    text: 0.3,
    dimension: 0.3,
    hidden: 0.3,
    centre: 0.3,
    fill: 0.18,
  },
  seriesMm: [0.18, 0.3, 0.6, 0.9],
  order: [
    { heavier: 'outline', lighter: 'dimension', ratio: 2 },
    { heavier: 'outline', lighter: 'hidden', ratio: 2 },
    { heavier: 'outline', lighter: 'centre', ratio: 2 },
  ],
  naming: 1,
  // 3/32, 1/8, 3/16, 1/4 in. Lettering of 3 mm at least in the drawing, 6 mm in titles (ASME Y14.2, from memory).
  heightsMm: [inches(3 / 32), inches(1 / 8), inches(3 / 16), inches(1 / 4)],
  smallestMm: { A0: 3, A1: 3, A2: 3, A3: 2.3, A4: 2.3 },
  styles: [
    ['Notes', 'Notes and labels', inches(1 / 8)],
    ['Dimensions', 'Figures of dimensions', inches(1 / 8)],
    ['Titles', 'Titles of views', inches(1 / 4)],
    ['Sheet', 'Small print of the title block', inches(3 / 32)],
  ],
  linetypes: isoLinetypes(0.3),
  meanings: {
    hidden: ['Dashed', 'hidden'],
    centre: ['Long-dash-dot', 'centre'],
    boundary: ['Long-dash-2-dots', 'outline'],
    setback: ['Dashed', ''],
  },
  dimensions: [
    [
      'Feet-inches',
      'Feet, inches and fractions to 1/16',
      null,
      {
        linePenMm: 0.3,
        extensionPenMm: 0.3,
        lengthFormat: 'feet and fractions',
        decimals: 4,
        dropFeet: true,
        dropInches: false,
        textStyle: 'Dimensions',
        textHeightMm: inches(1 / 8),
        terminatorSizeMm: inches(1 / 8),
        terminator1: 'slash',
        terminator2: 'slash',
        lineOverrunMm: inches(1 / 16),
        extensionOffsetMm: inches(1 / 16),
        extensionOverrunMm: inches(1 / 8),
        textOffsetMm: inches(1 / 24),
        // Dimension lines at least 10 mm from the outline and 6 mm apart (ASME Y14.5, from memory).
        stackSpacingMm: inches(3 / 8),
      },
    ],
    [
      'Decimal-inches',
      'Steel and parts: inches to three places',
      'Feet-inches',
      {
        lengthFormat: 'decimal',
        decimals: 3,
        dropTrailing: false,
        dropLeading: true,
        terminator1: 'filled arrow',
        terminator2: 'filled arrow',
        lineOverrunMm: 0,
      },
    ],
  ],
  fills: [
    ['CONCRETE', 'S-PATT'],
    ['STEEL', 'S-PATT'],
    ['BRICK-CUT', 'A-PATT'],
    ['TIMBER-END', 'A-PATT'],
    ['EARTH', 'C-PATT'],
  ],
  layers: [
    ['A-WALL', 'Walls, cut', OUTLINE, 7, 'cut', 'Continuous'],
    ['A-DOOR', 'Doors and their swing', OUTLINE, 50, 'secondary', 'Continuous'],
    ['A-GLAZ', 'Windows and glazing', OUTLINE, 4, 'secondary', 'Continuous'],
    ['A-OVHD', 'Edges above the cut', LINES, 42, 'hidden', 'Dashed'],
    ['A-PATT', 'Fills of walls and floors', ['fill', 'solid'], 253, 'fill', 'Continuous'],
    ['S-STEL', 'Structural steel', OUTLINE, 150, 'outline', 'Continuous'],
    ['S-HIDN', 'Hidden edges of structure', LINES, 152, 'hidden', 'Dashed', { meaning: 'hidden' }],
    [
      'S-GRID',
      'Grid lines and their marks',
      [...LINES, 'text', 'symbol', 'attribute'],
      12,
      'centre',
      'Long-dash-dot',
      { meaning: 'centre' },
    ],
    ['S-PATT', 'Fills of structure', ['fill', 'solid'], 253, 'fill', 'Continuous'],
    ['C-PROP', 'Property line', LINES, 14, 'outline', 'Long-dash-2-dots', { meaning: 'boundary' }],
    ['C-SETB', 'Setbacks', LINES, 24, 'secondary', 'Dashed', { meaning: 'setback' }],
    ['C-PATT', 'Fills of ground', ['fill', 'solid'], 33, 'fill', 'Continuous'],
    ['G-DIMS', 'Dimensions', DIMENSIONS, 3, 'dimension', 'Continuous'],
    ['G-NOTE', 'Notes and lettering', TEXT, 7, 'text', 'Continuous'],
    [
      'G-SYMB',
      'North point, section marks, levels',
      [...OUTLINE, 'text', 'attribute'],
      6,
      'secondary',
      'Continuous',
    ],
    ['G-TTLB', 'Sheet frame and title block', SHEET, 7, 'cut', 'Continuous', SHEET_MORE],
    ['G-VPRT', 'Frames of viewports; never printed', ['viewport'], 9, 'fill', 'Continuous', NEVER],
  ],
});

export const STARTERS: readonly Starter[] = [
  {
    id: 'metric-construction',
    name: 'Metric construction',
    about:
      'Line widths and types of ISO 128-2, lettering of ISO 3098-1, dimensions of ISO 129-1, layers by discipline.',
    standard: construction,
  },
  {
    id: 'metric-mechanical',
    name: 'Metric mechanical',
    about:
      'Two widths in the ratio 2 : 1 (ISO 128-2), 3.5 mm lettering, decimal comma, deviations and a second system.',
    standard: mechanical,
  },
  {
    id: 'inch',
    name: 'Inch construction',
    about:
      'Thick 0.6 and thin 0.3 mm (ASME Y14.2), 1/8 in lettering, feet and fractions, layers by discipline.',
    standard: inch,
  },
];
