import { DrawingComposer, type Point, type Props } from '../src/core/dxf/write/composer';
import { marksOf } from '../src/core/records/linetype-marks';
import { newTextStyle } from '../src/core/records/text-style-record';
import { PLAIN_LOOK } from '../src/core/standard/line-words';
import { defineStyle, measure } from './dimensions';
import { parcelSurvey, quayDetails } from './from-outside';
import { drawNorth, drawSheet } from './sheet';
import { recoveredSketch, shelterDetails } from './shelter';
import { demoStandard } from './standard';
import {
  annotate,
  defineSymbols,
  drawForecourt,
  drawHall,
  drawLinkspan,
  drawQuay,
  drawServices,
  OFFICE_SYMBOLS,
  type SymbolNames,
  type TerminalLayers,
} from './terminal';

export interface DemoDrawing {
  readonly file: string;
  readonly sender: string;
  readonly project: string;
  readonly bytes: Uint8Array;
}

const PROJECT = 'Ostrelin ferry terminal, stage 2';
const OFFICE = 'Ostrelin Harbour Works Office';
const METRES = 6;
const MILLIMETRES = 4;

const on = (layer: string): Props => ({ layer });

function officeLayers(file: DrawingComposer): TerminalLayers {
  for (const linetype of demoStandard.linetypes)
    if (linetype.elementsMm.length > 0)
      file.linetype(
        linetype.name,
        linetype.description,
        linetype.elementsMm,
        marksOf(linetype, {
          styleOf: () => ({ name: 'Standard', height: 0, look: PLAIN_LOOK }),
          mmPerUnit: 1,
        }),
      );
  for (const layer of demoStandard.layers)
    if ('number' in layer.colour)
      file.layer({
        name: layer.name,
        colour: layer.colour.number,
        linetype: layer.linetype,
        widthMm: layer.widthMm,
        prints: layer.prints,
      });
  return {
    quay: on('C-QUAY-EDGE'),
    fender: on('C-QUAY-FEND'),
    fitting: on('C-QUAY-FITT'),
    paving: on('C-PAVE'),
    road: on('C-ROAD'),
    steel: on('S-STEL'),
    hidden: on('S-HIDN'),
    grid: on('S-GRID'),
    wall: on('A-WALL'),
    wallFill: on('A-WALL'),
    door: on('A-DOOR'),
    window: on('A-GLAZ'),
    roof: on('A-ROOF'),
    power: on('E-POWR'),
    light: on('E-LITE'),
    navigation: on('E-NAVL'),
    fire: on('F-MAIN'),
    fuel: on('P-FUEL'),
    plant: on('L-PLNT'),
    water: on('V-WATR'),
    dimension: on('G-DIMS'),
    text: on('G-TEXT'),
    symbol: on('G-SYMB'),
    boundary: on('V-BNDY'),
  };
}

/** The office's own plan: as it should be. Complete when `faults` is false. */
export function generalArrangement(faults: boolean): DemoDrawing {
  const file = new DrawingComposer({ version: 'AC1032', units: MILLIMETRES });
  const l = officeLayers(file);
  for (const style of demoStandard.lettering.styles) file.textStyle(newTextStyle(style));
  defineSymbols(file, OFFICE_SYMBOLS, on('0'));
  const m = file.model;
  drawQuay(m, l, OFFICE_SYMBOLS);
  drawLinkspan(m, l);
  drawHall(
    m,
    l,
    OFFICE_SYMBOLS,
    demoStandard.fills.find(({ name }) => name === 'OHW-Concrete'),
  );
  drawServices(m, l, OFFICE_SYMBOLS);
  drawForecourt(m, l, OFFICE_SYMBOLS);
  annotate(m, l);
  if (faults) {
    // The two slips of a good day: one run of cable emphasised by hand, a heading in a colour of its own.
    m.polyline({ ...l.power, colour: 1, widthMm: 0.5 }, [
      [40_000, 30_000],
      [46_000, 30_000],
      [46_000, 44_000],
    ]);
    m.text({ ...l.text, colour: 6 }, [60_000, 63_000], 700, 'Terminal building');
    file.layer({ name: 'Trial', colour: 3 });
  }
  const sheet = file.sheet('101 Plan', 841, 594);
  const layers = {
    frame: on('G-TTLB'),
    thin: on('G-TTLB'),
    text: on('G-TTLB'),
    styles: { cell: 'OHW-Cell', value: 'OHW-Value', head: 'OHW-Head' },
  };
  drawSheet(
    sheet,
    841,
    594,
    {
      firm: OFFICE,
      title: 'Ferry terminal, stage 2',
      subtitle: 'General arrangement, plan',
      number: 'OHW-101',
      scale: '1:200',
      date: '2026-10-02',
      drawn: 'I. Maar',
      sheet: '1 of 3',
    },
    layers,
  );
  sheet.viewport(on('G-VIEW'), [427, 420], 790, 310, [72_000, 44_000], 200);
  sheet.viewport(on('G-VIEW'), [180, 135], 300, 215, [66_000, 3_000], 200);
  const head = { style: 'OHW-Head' } as const;
  sheet.text(on('G-TEXT'), [32, 568], 5, 'Plan 1:200', head);
  sheet.text(on('G-TEXT'), [32, 246], 5, 'Linkspan and pontoon 1:200', head);
  sheet.paragraph(
    on('G-TEXT'),
    [360, 240],
    2.5,
    250,
    'Notes\\P1  Levels are in metres above Ostrelin datum, lengths in millimetres.\\P2  Fenders at 6.0 m, bollards at 12.0 m along the cope line.\\P3  Shore power and fire main in the service trench behind the cope beam.\\P4  Planting strip by the forecourt: see the planting plan.\\P5  Work on the linkspan hinge only between ferry calls.',
  );
  drawNorth(sheet, on('G-SYMB'), 800, 235, 14, { style: 'OHW-Title', height: 7 });
  return {
    file: faults ? 'OHW-101 general arrangement.dxf' : 'OHW-101 clean.dxf',
    sender: OFFICE,
    project: PROJECT,
    bytes: file.bytes(),
  };
}

/** A surveyor's site survey: own layer names, national coordinates in metres, everything at the default width. */
export function survey(): DemoDrawing {
  const file = new DrawingComposer({
    version: 'AC1018',
    units: METRES,
    codePage: 'ANSI_1252',
    lineEnd: '\r\n',
  });
  const [e, n] = [482_350, 6_180_420];
  file.linetype('BDY_LINE', 'boundary', [8, -2, 1, -2]);
  file.linetype('dash2', 'short dashes', [2, -1]);
  const layers: [string, number, string?][] = [
    ['CONT-INDEX', 30],
    ['CONT-INT', 33],
    ['SPOT-HTS', 3],
    ['Spot marks', 3],
    ['BDY', 1, 'BDY_LINE'],
    ['EXIST-BLDG', 252],
    ['KERBS', 9],
    ['VEG', 82],
    ['WATERLINE', 5],
    ['TXT', 7],
    ['SURVEY-STN', 6],
    ['SHEET', 7],
    ['VPORTS', 8],
    ['OLD STUFF', 41],
    ['fence', 14, 'dash2'],
    ['G-TEXT', 2],
  ];
  for (const [name, colour, linetype] of layers) file.layer({ name, colour, linetype });
  file.symbol('STN', (s) => {
    s.polyline(
      { layer: '0', colour: 6 },
      [
        [0, 1.2],
        [1.04, -0.6],
        [-1.04, -0.6],
      ],
      true,
    );
    s.circle({ layer: '0', colour: 6 }, [0, 0], 0.2);
  });
  file.symbol('TREE-SV', (s) => {
    s.circle({ layer: 'VEG', colour: 82 }, [0, 0], 2);
    s.circle({ layer: 'VEG', colour: 82 }, [0, 0], 0.25);
  });
  const m = file.model;
  const at = (x: number, y: number): Point => [e + x, n + y];
  for (let level = 0; level < 16; level++) {
    const points: Point[] = [];
    for (let x = -20; x <= 170; x += 5) {
      const wave =
        2.2 * Math.sin(x / 17 + level * 0.4) +
        1.4 * Math.sin(x / 7.3 + level * 1.1) +
        0.02 * (x - 75) * Math.cos(level / 3);
      points.push(at(x, 24 + level * 3.1 + wave));
    }
    const index = level % 5 === 0;
    m.polyline(on(index ? 'CONT-INDEX' : 'CONT-INT'), points);
    if (index)
      for (const i of [8, 26])
        m.text(on('TXT'), points[i], 1, `${(2 + level * 0.5).toFixed(1)}`, {
          up: 'middle',
          across: 'centre',
        });
  }
  let state = 11;
  const next = (): number => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return state / 2147483648;
  };
  for (let i = 0; i < 140; i++) {
    const [x, y] = at(-14 + next() * 176, 22 + next() * 48);
    m.line(on('Spot marks'), [x - 0.4, y], [x + 0.4, y]);
    m.line(on('Spot marks'), [x, y - 0.4], [x, y + 0.4]);
    m.text(
      i % 17 === 0 ? { layer: 'SPOT-HTS', colour: 2 } : on('SPOT-HTS'),
      [x + 0.5, y + 0.3],
      0.7,
      (2.2 + (y - n) * 0.12 + next() * 0.3).toFixed(2),
    );
  }
  m.polyline(on('BDY'), [at(-16, 20), at(-16, 72), at(164, 74), at(166, 18)]);
  m.polyline(on('fence'), [at(-12, 68), at(60, 69), at(158, 70.5)]);
  m.polyline(
    on('WATERLINE'),
    [at(-20, 19), at(20, 20), at(60, 19.4), at(110, 20.3), at(170, 18.6)],
    false,
    [0.08, -0.06, 0.05, -0.07, 0],
  );
  m.polyline(on('EXIST-BLDG'), [at(52, 44), at(84, 45), at(83.6, 57), at(51.6, 56)], true);
  m.polyline(on('EXIST-BLDG'), [at(12, 50), at(22, 50.4), at(21.7, 58), at(11.7, 57.6)], true);
  m.polyline(
    { layer: 'EXIST-BLDG', colour: 1, widthMm: 0.7 },
    [at(110, 40), at(120, 40.4), at(119.7, 46), at(109.7, 45.6)],
    true,
  );
  for (const dy of [0, 0.3])
    m.polyline(
      on('KERBS'),
      [at(90, 38 + dy), at(120, 37 + dy), at(150, 40 + dy), at(160, 48 + dy)],
      false,
      [0.05, 0.1, 0.12, 0],
    );
  for (let i = 0; i < 16; i++) m.place(on('VEG'), 'TREE-SV', at(-8 + i * 10 + next() * 3, 64 + next() * 4));
  for (const [name, x, y] of [
    ['S1', -6, 26],
    ['S2', 74, 30],
    ['S3', 150, 30],
  ] as const) {
    m.place(on('SURVEY-STN'), 'STN', at(x, y));
    m.text(on('0'), at(x + 1.5, y + 1), 1.2, `${name}  E ${(e + x).toFixed(2)}  N ${(n + y).toFixed(2)}`);
  }
  m.line(on('0'), at(-16, 20), at(-20, 19));
  m.text(on('TXT'), at(54, 50), 1.2, 'old terminal, to go');
  m.dimension(on('TXT'), at(52, 44), at(84, 44), n + 41, 0.9, { says: '32.0' });
  m.text(on('G-TEXT'), at(10, 14), 1.6, 'Ostrelin Roads');
  const sheet = file.sheet('Survey', 841, 594);
  drawSheet(
    sheet,
    841,
    594,
    {
      firm: 'Halvenna Measured Land',
      title: 'Topographic survey',
      subtitle: 'Ferry terminal and forecourt',
      number: 'HM-2207-01',
      scale: '1:250',
      date: '2026-08-21',
      drawn: 'T. Quill',
      sheet: '1 of 1',
    },
    { frame: on('SHEET'), thin: on('SHEET'), text: on('SHEET') },
  );
  sheet.viewport(on('VPORTS'), [430, 335], 780, 470, [e + 74, n + 45], 0.25);
  drawNorth(sheet, on('SHEET'), 790, 120, 14);
  return {
    file: 'HM-2207-01 topographic survey.dxf',
    sender: 'Halvenna Measured Land',
    project: PROJECT,
    bytes: file.bytes(),
  };
}

const STEEL_SYMBOLS: SymbolNames = {
  ...OFFICE_SYMBOLS,
  fender: 'FND1',
  bollard: 'BOLL',
  ladder: 'LADDER_1',
  navigation: 'NAV',
  hydrant: 'HYD',
  pillar: 'PILLAR',
  lamp: 'LAMP',
  tree: 'TR',
  shrub: 'SH',
  door: 'D1',
};

/** The structural engineer's sheet: few layers, colours by hand, dimensions among the outlines, content on the base layer. */
export function linkspan(): DemoDrawing {
  const file = new DrawingComposer({ version: 'AC1024', units: MILLIMETRES });
  file.linetype('hid', '', [3, -1.5]);
  file.linetype('cl', '', [10, -2, 2, -2]);
  const layers: [string, number, string?, number?][] = [
    ['Str_Beam', 1, undefined, 0.35],
    ['Str_Conc', 7, undefined, 0.6],
    ['Str_Hidden', 8, 'hid', 0.18],
    ['Str_Centre', 4, 'cl'],
    ['Str_Hatch', 253, undefined, 0.13],
    ['Str_Fenders', 30, undefined, 0.35],
    ['Dims', 2],
    ['Text25', 3],
    ['Text50', 3],
    ['Border', 7, undefined, 0.7],
    ['S-STEL', 5, undefined, 0.25],
    ['S-GRID', 12, undefined, 0.13],
    ['viewport frames', 9],
    ['Temp', 6],
    ['Str_Notes NOT FOR ISSUE', 6],
  ];
  for (const [name, colour, linetype, widthMm] of layers) file.layer({ name, colour, linetype, widthMm });
  defineSymbols(file, STEEL_SYMBOLS, { layer: '0' }, { layer: 'Str_Fenders', colour: 1, widthMm: 0.5 }, [
    'fender',
    'bollard',
  ]);
  const m = file.model;
  const l: TerminalLayers = {
    quay: on('Str_Conc'),
    fender: on('Str_Fenders'),
    fitting: on('Str_Fenders'),
    paving: on('0'),
    road: on('0'),
    steel: on('S-STEL'),
    hidden: on('Str_Hidden'),
    grid: on('Str_Centre'),
    wall: on('Str_Conc'),
    wallFill: on('Str_Hatch'),
    door: on('0'),
    window: on('0'),
    roof: on('0'),
    power: on('0'),
    light: on('0'),
    navigation: on('0'),
    fire: on('0'),
    fuel: on('0'),
    plant: on('0'),
    water: { layer: '0', colour: 5 },
    dimension: on('S-STEL'),
    text: on('Text25'),
    symbol: on('Border'),
    boundary: on('0'),
  };
  drawLinkspan(m, l);
  m.polyline(on('Str_Conc'), [
    [48_000, 20_000],
    [84_000, 20_000],
  ]);
  m.polyline(on('Str_Conc'), [
    [48_000, 21_200],
    [84_000, 21_200],
  ]);
  for (let x = 50_000; x < 84_000; x += 6_000)
    if (Math.abs(x - 66_000) > 7_000) m.place(on('Str_Fenders'), STEEL_SYMBOLS.fender, [x, 20_000]);
  for (const x of [52_000, 80_000]) m.place(on('Str_Fenders'), STEEL_SYMBOLS.bollard, [x, 22_200]);
  const theirs = defineStyle(file, 'BO-100', 100, { textHeightMm: 2.5, decimals: 0 });
  measure(m, on('S-STEL'), theirs, [62_000, 20_000], [70_000, 20_000], 24_000);
  measure(m, on('S-STEL'), theirs, [58_000, -14_000], [74_000, -14_000], -16_500, {
    // Somebody knew better: the drawing lies.
    says: '16500',
  });
  measure(m, on('S-STEL'), theirs, [70_350, -8_000], [70_350, 19_600], 78_000, { plumb: true });
  measure(m, on('Dims'), theirs, [62_000, -14_000], [70_000, -14_000], -15_300, { heightMm: 3.5 });
  for (let i = 0; i < 13; i++) {
    const y = 17_600 - i * 2_000;
    m.text(
      i % 4 === 0 ? { layer: 'Text25', colour: 1 } : on('Text25'),
      [66_000, y + 250],
      250,
      `CB${i + 1}`,
      { across: 'centre' },
    );
    if (i % 3 === 0)
      m.line({ layer: 'S-STEL', colour: 6, linetype: 'hid' }, [62_350, y - 900], [69_650, y - 900]);
  }
  // Section through the hinge, drawn beside the plan.
  const sx = 92_000;
  const block: Point[] = [
    [sx, 8_000],
    [sx + 5_000, 8_000],
    [sx + 5_000, 13_500],
    [sx + 3_600, 13_500],
    [sx + 3_600, 14_600],
    [sx, 14_600],
  ];
  m.polyline(on('Str_Conc'), block, true);
  m.fill(on('Str_Hatch'), block, 45, 350);
  m.polyline(
    on('Str_Beam'),
    [
      [sx + 4_000, 13_900],
      [sx + 16_000, 13_100],
      [sx + 16_000, 12_000],
      [sx + 4_000, 12_600],
    ],
    true,
  );
  m.polyline(on('Str_Beam'), [
    [sx + 4_100, 13_780],
    [sx + 15_900, 12_990],
  ]);
  m.polyline(on('Str_Beam'), [
    [sx + 4_100, 12_720],
    [sx + 15_900, 12_110],
  ]);
  m.circle({ layer: 'Str_Beam', colour: 3, widthMm: 0.7 }, [sx + 4_000, 13_250], 300);
  m.circle(on('Str_Centre'), [sx + 4_000, 13_250], 120);
  m.line(on('Str_Centre'), [sx + 4_000, 12_000], [sx + 4_000, 15_300]);
  m.line(on('Str_Centre'), [sx + 2_800, 13_250], [sx + 5_400, 13_250]);
  m.line(on('0'), [sx - 1_000, 9_500], [sx + 18_000, 9_500]);
  m.text(on('0'), [sx + 8_000, 9_700], 250, 'Lowest water +0.40');
  m.text(on('Text25'), [sx + 5_200, 14_900], 250, 'Hinge pin 240 dia.');
  m.dimension(on('Dims'), [sx, 8_000], [sx + 5_000, 8_000], 6_600, 250);
  m.dimension(on('Dims'), [sx, 8_000], [sx, 14_600], sx - 1_600, 250, { plumb: true });
  m.text(on('Str_Notes NOT FOR ISSUE'), [sx, 17_000], 400, 'check pin bearing with fabricator');
  const sheet = file.sheet('S-301', 841, 594);
  drawSheet(
    sheet,
    841,
    594,
    {
      firm: 'Brandt-Osei Structures',
      title: 'Linkspan',
      subtitle: 'Plan and section through the hinge',
      number: 'BO-301',
      scale: '1:100',
      date: '2026-09-14',
      drawn: 'P. Adair',
      sheet: '1 of 4',
    },
    { frame: on('Border'), thin: { layer: 'Border', widthMm: 0.18 }, text: on('Text50') },
  );
  sheet.viewport(on('viewport frames'), [230, 330], 400, 450, [66_000, 3_500], 100);
  sheet.viewport(on('viewport frames'), [640, 400], 370, 320, [100_500, 11_500], 60);
  sheet.text(on('Text50'), [34, 562], 5, 'Plan 1:100');
  sheet.text(on('Text50'), [460, 566], 5, 'Section A 1:60');
  sheet.paragraph(
    on('Text25'),
    [460, 220],
    2.5,
    180,
    'All steel to be blasted and coated after cutting.\\PAll dimensions to be checked on site.\\PBearings by the specialist.',
  );
  return {
    file: 'BO-301 linkspan.dxf',
    sender: 'Brandt-Osei Structures',
    project: PROJECT,
    bytes: file.bytes(),
  };
}

/** The electrical engineer's sheet in the oldest version: no widths, background copied in, names cut short. */
export function shorePower(): DemoDrawing {
  const file = new DrawingComposer({ version: 'AC1009', units: MILLIMETRES, linetypeScale: 1 });
  file.linetype('CABLE', 'cable', [9, -1.5, 3, -1.5]);
  const layers: [string, number, string?][] = [
    ['EL_CABLE', 1, 'CABLE'],
    ['EL_LIGHT', 2],
    ['EL_NAV', 6],
    ['EL_TXT', 7],
    ['BACKGRND', 8],
    ['E-POWR', 3],
    ['E-NAVL', 6],
    ['FRAME', 7],
    ['PIPE', 4],
  ];
  for (const [name, colour, linetype] of layers) file.layer({ name, colour, linetype });
  const names: SymbolNames = {
    ...OFFICE_SYMBOLS,
    fender: 'FE',
    bollard: 'BO',
    ladder: 'LA',
    navigation: 'NA',
    hydrant: 'HY',
    pillar: 'PI',
    lamp: 'LP',
    tree: 'T',
    shrub: 'S',
    door: 'D',
  };
  defineSymbols(file, names, { layer: '0' });
  const back = on('BACKGRND');
  const l: TerminalLayers = {
    quay: back,
    fender: back,
    fitting: back,
    paving: back,
    road: back,
    steel: back,
    hidden: back,
    grid: back,
    wall: back,
    wallFill: back,
    door: back,
    window: back,
    roof: back,
    power: on('EL_CABLE'),
    light: on('EL_LIGHT'),
    navigation: on('EL_NAV'),
    fire: on('PIPE'),
    fuel: on('PIPE'),
    plant: back,
    water: back,
    dimension: on('EL_TXT'),
    text: on('EL_TXT'),
    symbol: on('FRAME'),
    boundary: back,
  };
  const m = file.model;
  drawQuay(m, l, names);
  drawServices(m, l, names);
  for (const [i, x] of [10_000, 40_000, 96_000, 130_000].entries())
    m.text(
      i === 2 ? { layer: 'EL_TXT', colour: 1 } : on('EL_TXT'),
      [x + 900, 27_100],
      500,
      `SP${i + 1}  400 A`,
    );
  m.polyline({ layer: 'E-POWR', linetype: 'CABLE' }, [
    [96_000, 26_500],
    [96_000, 40_000],
  ]);
  // Sectors of the entrance lights: green is the pen of dimensions.
  for (const [x, colour] of [
    [134_000, 3],
    [137_000, 1],
  ])
    m.line({ layer: 'E-NAVL', colour }, [x, 30_000], [x + 4_000, 52_000]);
  const sheet = file.sheet('Sheet', 841, 420);
  drawSheet(
    sheet,
    841,
    420,
    {
      firm: 'Lumen & Keel Electrical',
      title: 'Shore power',
      subtitle: 'Cable routes along the quay',
      number: 'LK-E-04',
      scale: '1:200',
      date: '2026-09-30',
      drawn: 'S. Oyelaran',
      sheet: '4 of 6',
    },
    { frame: on('FRAME'), thin: on('FRAME'), text: on('FRAME') },
  );
  sheet.viewport(on('FRAME'), [427, 235], 790, 330, [72_000, 46_000], 200);
  sheet.text(on('FRAME'), [32, 392], 5, 'Cable routes 1:200');
  return {
    file: 'LK-E-04 shore power.dxf',
    sender: 'Lumen & Keel Electrical',
    project: PROJECT,
    bytes: file.bytes(),
  };
}

export const demoDrawings = (): DemoDrawing[] => [
  generalArrangement(true),
  survey(),
  linkspan(),
  shorePower(),
  quayDetails(),
  parcelSurvey(),
  shelterDetails(),
  recoveredSketch(),
];
