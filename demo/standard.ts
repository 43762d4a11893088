import type { ObjectKind } from '../src/core/drawing/kinds';
import { letteringSchema } from '../src/core/standard/lettering';
import { NAMING_FORMS } from '../src/core/standard/naming-forms';
import { FORMAT, FORMAT_VERSION, type Standard, type StandardLayer } from '../src/core/standard/standard';

/** Line elements by the rule of ISO 128-2 for a line of 0.25 mm: dash 12 d, long dash 24 d, gap 3 d, dot 0.5 d at most. */
const LINETYPES: Standard['linetypes'] = [
  { name: 'Continuous', description: 'Unbroken line', elementsMm: [], words: [] },
  { name: 'OHW-Hidden', description: 'Edges that cannot be seen', elementsMm: [3, -0.75], words: [] },
  {
    name: 'OHW-Axis',
    description: 'Axes and centres: long dash, dot',
    elementsMm: [6, -0.75, 0, -0.75],
    words: [],
  },
  {
    name: 'OHW-Boundary',
    description: 'Limit of the site: long dash, two dots',
    elementsMm: [9, -1, 0, -1, 0, -1],
    words: [],
  },
  {
    name: 'OHW-Service',
    description: 'Buried services: long dash, short dash',
    elementsMm: [9, -1.5, 3, -1.5],
    words: [],
  },
  { name: 'OHW-Above', description: 'Edges above the cut', elementsMm: [1.5, -1], words: [] },
  {
    name: 'OHW-Fuel',
    description: 'Fuel line: its name along the line',
    elementsMm: [12, -6],
    words: [{ element: 1, text: 'FUEL', heightMm: 1.2, upright: false }],
  },
];

const LINES: ObjectKind[] = ['line', 'polyline', 'arc', 'circle', 'ellipse', 'spline'];
const OUTLINE: ObjectKind[] = [...LINES, 'solid'];

type Row = [
  name: string,
  purpose: string,
  kinds: ObjectKind[],
  colour: number,
  linetype: string,
  widthMm: number,
  more?: Partial<StandardLayer>,
];

const ROWS: Row[] = [
  ['V-BNDY', 'Limit of the site', LINES, 14, 'OHW-Boundary', 0.5],
  ['V-TOPO-MAJR', 'Main contours of the ground', LINES, 34, 'Continuous', 0.25],
  ['V-TOPO-MINR', 'Contours between the main ones', LINES, 36, 'Continuous', 0.13],
  [
    'V-SPOT',
    'Spot levels: mark and figure',
    ['text', 'symbol', 'point', 'attribute'],
    94,
    'Continuous',
    0.18,
  ],
  ['V-EXST', 'Existing buildings and walls to remain', OUTLINE, 8, 'Continuous', 0.25],
  ['V-WATR', 'Edge of water, soundings', [...LINES, 'text'], 142, 'Continuous', 0.18],
  ['C-QUAY-EDGE', 'Quay: cope line and front face', LINES, 7, 'Continuous', 0.7],
  ['C-QUAY-FEND', 'Fenders', ['symbol', ...LINES], 30, 'Continuous', 0.35],
  ['C-QUAY-FITT', 'Bollards, ladders and other quay furniture', ['symbol', ...LINES], 32, 'Continuous', 0.35],
  ['C-PAVE', 'Paving joints and kerbs', LINES, 9, 'Continuous', 0.13],
  ['C-ROAD', 'Kerbs and lanes of the forecourt', LINES, 40, 'Continuous', 0.35],
  ['S-CONC', 'Concrete outlines, cut', OUTLINE, 7, 'Continuous', 0.5],
  ['S-STEL', 'Steel outlines', OUTLINE, 150, 'Continuous', 0.35],
  ['S-HIDN', 'Hidden edges of structure', LINES, 152, 'OHW-Hidden', 0.18],
  [
    'S-GRID',
    'Grid lines and their marks',
    ['line', 'circle', 'text', 'symbol', 'attribute'],
    12,
    'OHW-Axis',
    0.13,
  ],
  ['S-FILL', 'Fills of cut concrete and steel', ['fill', 'solid'], 253, 'Continuous', 0.13],
  ['A-WALL', 'Walls of the terminal building', [...LINES, 'fill'], 7, 'Continuous', 0.5],
  ['A-DOOR', 'Doors and their swing', ['line', 'symbol', 'arc'], 50, 'Continuous', 0.25],
  ['A-GLAZ', 'Windows and glazing', ['symbol', ...LINES], 4, 'Continuous', 0.25],
  ['A-ROOF', 'Edges above the cut, canopies', LINES, 42, 'OHW-Above', 0.18],
  ['E-POWR', 'Shore power: cables and pillars', ['symbol', ...LINES], 1, 'OHW-Service', 0.35],
  ['E-LITE', 'Lighting columns and luminaires', ['line', 'symbol', 'circle', 'arc'], 2, 'Continuous', 0.25],
  ['E-NAVL', 'Navigation lights', ['line', 'symbol', 'circle'], 6, 'Continuous', 0.35],
  ['F-MAIN', 'Fire main and hydrants', ['symbol', ...LINES], 240, 'OHW-Service', 0.35],
  ['P-FUEL', 'Fuel lines', LINES, 22, 'OHW-Service', 0.35],
  [
    'L-PLNT',
    'Trees and shrubs of the dune planting',
    ['symbol', 'circle', 'arc', 'polyline'],
    96,
    'Continuous',
    0.25,
  ],
  [
    'G-DIMS',
    'Dimensions',
    ['dimension', 'leader', 'tolerance frame'],
    3,
    'Continuous',
    0.18,
    { required: true },
  ],
  ['G-TEXT', 'Notes and lettering', ['text', 'leader', 'table'], 7, 'Continuous', 0.25, { required: true }],
  [
    'G-SYMB',
    'North point, section marks, level marks',
    ['line', 'symbol', 'circle', 'solid', 'text', 'polyline'],
    5,
    'Continuous',
    0.25,
  ],
  [
    'G-TTLB',
    'Sheet frame and title block',
    ['line', 'polyline', 'text', 'symbol', 'attribute', 'image', 'solid'],
    7,
    'Continuous',
    0.7,
    { required: true },
  ],
  ['G-VIEW', 'Frames of viewports; never printed', ['viewport'], 9, 'Continuous', 0.13, { prints: false }],
  [
    'G-WORK',
    'Working notes and construction lines; never printed',
    [],
    221,
    'Continuous',
    0.13,
    { prints: false },
  ],
];

/** First edition of the (invented) Ostrelin Harbour Works Office. */
export const demoStandard: Standard = {
  format: FORMAT,
  formatVersion: FORMAT_VERSION,
  name: 'Ostrelin Harbour Works Office',
  edition: 'Edition 1',
  pens: { seriesMm: [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1], defaultMm: 0.25 },
  naming: { layers: { ...NAMING_FORMS[1], name: 'Layers of the harbour office' } },
  lettering: letteringSchema.parse({
    styles: [
      { name: 'OHW-Note', use: 'Notes and labels', face: 'stroke', heightMm: 2.5, clause: '6.1' },
      {
        name: 'OHW-Dims',
        use: 'Figures of dimensions',
        face: 'stroke',
        heightMm: 2.5,
        widthFactor: 0.9,
        clause: '6.2',
      },
      { name: 'OHW-Head', use: 'Titles of views', face: 'sans', font: 'barlow', heightMm: 5, clause: '6.3' },
      {
        name: 'OHW-Title',
        use: 'Title block: title and firm',
        face: 'sans-bold',
        font: 'barlow',
        heightMm: 7,
        clause: '6.4',
      },
      {
        name: 'OHW-Cell',
        use: 'Title block: names of cells',
        face: 'sans',
        font: 'barlow',
        heightMm: 1.8,
        clause: '6.5',
      },
      {
        name: 'OHW-Water',
        use: 'Names of water, slanted',
        face: 'serif',
        heightMm: 3.5,
        slantDeg: 15,
        clause: '6.6',
      },
    ],
  }),
  linetypes: LINETYPES,
  layers: ROWS.map(([name, purpose, kinds, colour, linetype, widthMm, more], i) => ({
    name,
    purpose,
    kinds,
    colour: { number: colour },
    linetype,
    widthMm,
    prints: true,
    required: false,
    ownValuesAllowed: [],
    clause: `4.${i + 1}`,
    ...more,
  })),
};
