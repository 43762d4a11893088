import type { ObjectKind } from '../src/core/dxf/object-kinds';
import type { StandardLayer } from '../src/core/standard/definitions';
import { dimensionStyleSchema } from '../src/core/standard/dimension-settings';
import { FILL_PRESETS, fillSchema } from '../src/core/standard/fills';
import { letteringSchema } from '../src/core/standard/lettering';
import { circleStroke } from '../src/core/standard/line-marks';
import type { NamingField, NamingScheme } from '../src/core/standard/naming';
import { NAMING_FORMS } from '../src/core/standard/naming-forms';
import { PLAIN_RULE } from '../src/core/standard/rule-settings';
import { FORMAT, FORMAT_VERSION, layerOf, lineOf, type Standard } from '../src/core/standard/standard';
import { demoSymbols } from './symbols';

/** Line elements by the rule of ISO 128-2 for a line of 0.25 mm: dash 12 d, long dash 24 d, gap 3 d, dot 0.5 d at most. */
const LINETYPES: Standard['linetypes'] = [
  lineOf({ name: 'Continuous', description: 'Unbroken line', elementsMm: [] }),
  lineOf({ name: 'OHW-Hidden', description: 'Edges that cannot be seen', elementsMm: [3, -0.75] }),
  lineOf({
    name: 'OHW-Axis',
    description: 'Axes and centres: long dash, dot',
    elementsMm: [6, -0.75, 0, -0.75],
  }),
  lineOf({
    name: 'OHW-Boundary',
    description: 'Limit of the site: long dash, two dots',
    elementsMm: [9, -1, 0, -1, 0, -1],
  }),
  lineOf({
    name: 'OHW-Service',
    description: 'Buried services: long dash, short dash',
    elementsMm: [9, -1.5, 3, -1.5],
  }),
  lineOf({ name: 'OHW-Setback', description: 'Setback: long dashes', elementsMm: [6, -2] }),
  lineOf({ name: 'OHW-Above', description: 'Edges above the cut', elementsMm: [1.5, -1] }),
  lineOf({
    name: 'OHW-Fuel',
    description: 'Fuel line: its name along the line',
    elementsMm: [12, -6],
    words: [{ element: 1, text: 'FUEL', heightMm: 1.2, style: '', offsetMm: 0, upright: false }],
  }),
  lineOf({
    name: 'OHW-Fence',
    description: 'Security fence: a ring between the dashes',
    elementsMm: [12, -4],
    symbols: [{ element: 1, symbol: 'ring', scale: 1, place: 'centred', upright: false }],
  }),
];

const LINES: ObjectKind[] = ['line', 'polyline', 'arc', 'circle', 'ellipse', 'spline'];
const OUTLINE: ObjectKind[] = [...LINES, 'solid'];

/** Roles by width, where a layer names none. */
const ROLES: Readonly<Record<number, string>> = {
  0.7: 'sheet frame',
  0.5: 'cut',
  0.35: 'outline',
  0.25: 'secondary',
};

/** The first letter of a layer says whose it is. */
const DISCIPLINES: Readonly<Record<string, string>> = {
  V: 'survey',
  C: 'civil',
  S: 'structure',
  A: 'architecture',
  E: 'electrical',
  F: 'fire',
  P: 'plumbing',
  L: 'landscape',
  G: 'general',
};

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
  ['V-BNDY', 'Limit of the site', LINES, 14, 'OHW-Boundary', 0.5, { meaning: 'boundary', role: 'cut' }],
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
  ['C-ROAD', 'Kerbs and lanes of the forecourt', [...LINES, 'parallel-line set'], 40, 'Continuous', 0.35],
  ['S-CONC', 'Concrete outlines, cut', OUTLINE, 7, 'Continuous', 0.5, { role: 'cut' }],
  ['S-STEL', 'Steel outlines', OUTLINE, 150, 'Continuous', 0.35, { ownValuesAllowed: ['width'] }],
  [
    'S-HIDN',
    'Hidden edges of structure',
    LINES,
    152,
    'OHW-Hidden',
    0.18,
    { meaning: 'hidden', role: 'hidden' },
  ],
  [
    'S-GRID',
    'Grid lines and their marks',
    ['line', 'circle', 'text', 'symbol', 'attribute'],
    12,
    'OHW-Axis',
    0.13,
    { role: 'centre', meaning: 'centre' },
  ],
  ['S-FILL', 'Fills of cut concrete and steel', ['fill', 'solid'], 253, 'Continuous', 0.13, { role: 'fill' }],
  ['A-WALL', 'Walls of the terminal building', [...LINES, 'fill'], 7, 'Continuous', 0.5],
  ['A-DOOR', 'Doors and their swing', ['line', 'symbol', 'arc'], 52, 'Continuous', 0.25],
  ['A-GLAZ', 'Windows and glazing', ['symbol', ...LINES], 4, 'Continuous', 0.25],
  ['A-ROOF', 'Edges above the cut, canopies', LINES, 42, 'OHW-Above', 0.18, { meaning: 'above' }],
  ['E-POWR', 'Shore power: cables and pillars', ['symbol', ...LINES], 1, 'OHW-Service', 0.35],
  ['E-LITE', 'Lighting columns and luminaires', ['line', 'symbol', 'circle', 'arc'], 2, 'Continuous', 0.25],
  [
    'E-NAVL',
    'Navigation lights, each in the colour that it shows',
    ['line', 'symbol', 'circle'],
    6,
    'Continuous',
    0.35,
    { ownValuesAllowed: ['colour'] },
  ],
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
    { required: true, role: 'dimension' },
  ],
  [
    'G-TEXT',
    'Notes and lettering',
    ['text', 'leader', 'table'],
    7,
    'Continuous',
    0.25,
    { required: true, role: 'text' },
  ],
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
  [
    'V-SETB',
    'Setback from the limit of the site: nothing is built beyond it',
    LINES,
    24,
    'OHW-Setback',
    0.25,
    { meaning: 'setback', role: 'secondary' },
  ],
];

/** The width that each colour of the layers prints with; of the colour that several pens share, that of what is cut. */
function widthsByColour(): { number: number; widthMm: number }[] {
  const widths = new Map<number, number>([[7, 0.5]]);
  for (const [, , , colour, , widthMm] of ROWS) if (!widths.has(colour)) widths.set(colour, widthMm);
  return [...widths].map(([number, widthMm]) => ({ number, widthMm })).sort((a, b) => a.number - b.number);
}

const field = (name: string, more: Partial<NamingField>): NamingField => ({
  name,
  separator: '',
  minLength: 1,
  maxLength: 60,
  required: true,
  pattern: 'anything',
  codes: [],
  codeLength: 0,
  filler: false,
  ...more,
});

/** "LK-E-04 shore power": project, trade, number, what it shows. */
const FILES: NamingScheme = {
  name: 'Files of drawings',
  fields: [
    field('Project', { minLength: 2, maxLength: 3, pattern: 'letters' }),
    field('Trade', {
      separator: '-',
      maxLength: 1,
      pattern: 'letters',
      codes: Object.entries(DISCIPLINES).map(([code, meaning]) => ({ code, meaning })),
    }),
    field('Number', { separator: '-', minLength: 2, maxLength: 3, pattern: 'digits' }),
    field('What it shows', { separator: ' ', maxLength: 40, required: false }),
  ],
};

/** "OHW-Note": every style says whose it is. */
const STYLES: NamingScheme = {
  name: 'Text and dimension styles',
  fields: [
    field('Office', {
      minLength: 3,
      maxLength: 3,
      codes: [{ code: 'OHW', meaning: 'Ostrelin Harbour Works' }],
    }),
    field('Use', { separator: '-', maxLength: 20, pattern: 'letters' }),
  ],
};

/** First edition of the (invented) Ostrelin Harbour Works Office. */
export const demoStandard: Standard = {
  format: FORMAT,
  formatVersion: FORMAT_VERSION,
  name: 'Ostrelin Harbour Works Office',
  edition: 'Edition 1',
  pens: {
    seriesMm: [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1],
    defaultMm: 0.25,
    roles: [
      { role: 'sheet frame', widthMm: 0.7 },
      { role: 'cut', widthMm: 0.5 },
      { role: 'outline', widthMm: 0.35 },
      { role: 'secondary', widthMm: 0.25 },
      { role: 'text', widthMm: 0.25 },
      { role: 'dimension', widthMm: 0.18 },
      { role: 'hidden', widthMm: 0.18 },
      { role: 'centre', widthMm: 0.13 },
      { role: 'fill', widthMm: 0.13 },
    ],
    order: [
      { heavier: 'cut', lighter: 'outline', ratio: 1.4 },
      { heavier: 'outline', lighter: 'dimension', ratio: 1.4 },
      { heavier: 'outline', lighter: 'hidden', ratio: 1.4 },
      { heavier: 'dimension', lighter: 'centre', ratio: 1 },
      { heavier: 'secondary', lighter: 'fill', ratio: 1.4 },
    ],
    // Drawings of old versions print by colour.
    byColour: widthsByColour(),
  },
  naming: {
    layers: { ...NAMING_FORMS[1], name: 'Layers of the harbour office' },
    files: FILES,
    symbols: null,
    styles: STYLES,
  },
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
        heightMm: 2.5,
        clause: '6.5',
      },
      {
        name: 'OHW-Value',
        use: 'Title block: what stands in the cells; grid references',
        face: 'stroke',
        heightMm: 3.5,
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
  dimensions: [
    dimensionStyleSchema.parse({
      name: 'OHW-Millimetres',
      use: 'Everything that is built: whole millimetres',
      settings: {
        linePenMm: 0.18,
        extensionPenMm: 0.18,
        extensionOffsetMm: 1.5,
        extensionOverrunMm: 1.4,
        lineOverrunMm: 1.4,
        terminator1: 'slash',
        terminator2: 'slash',
        textStyle: 'OHW-Dims',
        textOffsetMm: 0.9,
        stackSpacingMm: 7,
      },
      clause: '7.1',
    }),
    dimensionStyleSchema.parse({
      name: 'OHW-Metres',
      use: 'Site plans: metres to two places',
      base: 'OHW-Millimetres',
      settings: { decimals: 2, rounding: 0.01, dropTrailing: false, factor: 0.001, suffix: ' m' },
      clause: '7.2',
    }),
    dimensionStyleSchema.parse({
      name: 'OHW-Steel',
      use: 'Steelwork: arrows, a second value in inches',
      base: 'OHW-Millimetres',
      settings: {
        terminator1: 'filled arrow',
        terminator2: 'filled arrow',
        lineOverrunMm: 0,
        second: true,
        secondSuffix: '"',
      },
      clause: '7.3',
    }),
  ],
  fills: [
    ...FILL_PRESETS.filter(({ name }) =>
      ['CONCRETE', 'STEEL', 'EARTH', 'GRAVEL', 'WATER', 'SOLID'].includes(name),
    ).map((fill, i) => ({
      ...fill,
      name: `OHW-${fill.name[0]}${fill.name.slice(1).toLowerCase()}`,
      layer: 'S-FILL',
      clause: `8.${i + 1}`,
    })),
    fillSchema.parse({
      name: 'OHW-Paving',
      material: 'Paving blocks of 200 × 100 mm, seen',
      basis: 'model',
      origin: 'host',
      angle: 'host',
      lines: [
        { angleDeg: 0, spacingMm: 100 },
        { angleDeg: 90, spacingMm: 100, shiftMm: 100, dashesMm: [100, -100] },
      ],
      layer: 'S-FILL',
      clause: '8.7',
    }),
  ],
  parallels: [
    {
      name: 'OHW-Kerb',
      use: 'Kerb of the forecourt, 150 mm with its face',
      lines: [
        { offsetMm: 75, colour: null, linetype: '' },
        { offsetMm: 25, colour: 9, linetype: '' },
        { offsetMm: -75, colour: null, linetype: '' },
      ],
      startCap: 'line',
      endCap: 'line',
      fillColour: null,
      clause: '9.1',
      notes: '',
    },
    {
      name: 'OHW-Duct',
      use: 'Cable duct: walls and axis',
      lines: [
        { offsetMm: 110, colour: null, linetype: '' },
        { offsetMm: 0, colour: null, linetype: 'OHW-Axis' },
        { offsetMm: -110, colour: null, linetype: '' },
      ],
      startCap: 'open',
      endCap: 'round',
      fillColour: null,
      clause: '9.2',
      notes: '',
    },
  ],
  symbols: demoSymbols,
  lineMarks: [{ name: 'ring', number: 1, strokes: [circleStroke(0, 0, 1)] }],
  linetypes: LINETYPES,
  meanings: [
    {
      name: 'boundary',
      linetype: 'OHW-Boundary',
      role: 'cut',
      words: ['bndy', 'boundary', 'limit'],
      clause: '5.1',
      notes: '',
    },
    {
      name: 'hidden',
      linetype: 'OHW-Hidden',
      role: 'hidden',
      words: ['hidn', 'hidden'],
      clause: '5.2',
      notes: '',
    },
    {
      name: 'centre',
      linetype: 'OHW-Axis',
      role: 'centre',
      words: ['grid', 'axis', 'centre'],
      clause: '5.3',
      notes: '',
    },
    {
      name: 'setback',
      linetype: 'OHW-Setback',
      role: 'secondary',
      words: ['setback', 'setb'],
      clause: '5.5',
      notes: '',
    },
    {
      name: 'above',
      linetype: 'OHW-Above',
      role: '',
      words: ['above', 'overhead'],
      clause: '5.4',
      notes: '',
    },
  ],
  working: { layers: ['G-WORK'], linetypes: [], textStyles: [], words: ['not for issue', 'to be checked'] },
  rules: {
    // Frames of windows are drawn with two lines at every scale.
    'lines/too-near': { ...PLAIN_RULE, settings: { clear: 0.15 } },
    // Holes in steelwork are set out from their centres.
    'dimensions/centre-marks': {
      ...PLAIN_RULE,
      exceptLayers: ['G-SYMB', 'G-TTLB', 'SHEET'],
      settings: { wanted: true, smallest: 5 },
    },
    'units/unit': { ...PLAIN_RULE, settings: { unit: 'mm' } },
    'leaders/angle': { ...PLAIN_RULE, settings: { angles: 'steps of 15°' } },
    'lines/contrast': { ...PLAIN_RULE, settings: { printed: 'in grey', least: 1.8 } },
  },
  layers: ROWS.map(([name, purpose, kinds, colour, linetype, widthMm, more], i) =>
    layerOf({
      name,
      purpose,
      kinds,
      colour: { number: colour },
      linetype,
      widthMm,
      discipline: DISCIPLINES[name.charAt(0)],
      role: ROLES[widthMm] ?? '',
      clause: `4.${i + 1}`,
      ...more,
    }),
  ),
};
