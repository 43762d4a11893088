import { polylineHandles, withGroups } from '../src/core/audit/examples/grouped';
import { sizedOnPaperFor } from '../src/core/audit/examples/paper-scales';
import { DrawingComposer, type Point, type Props, type SpaceComposer } from '../src/core/dxf/write/composer';
import { putEdgeFill } from '../src/core/dxf/write/edge-fill';
import { putLeader } from '../src/core/dxf/write/leader';
import { newParallelSet } from '../src/core/records/parallel-set-record';
import { newTextStyle } from '../src/core/records/text-style-record';
import type { DimensionValues } from '../src/core/standard/dimension-settings';
import { familiesOf } from '../src/core/standard/fills';
import { defineStyle, measure, type SenderStyle } from './dimensions';
import type { DemoDrawing } from './drawings';
import { drawSheet } from './sheet';
import { demoStandard } from './standard';
import { defineSymbols, OFFICE_SYMBOLS } from './terminal';

// A sheet of details of somebody who works in the office's template, has changed it here and there, and was in a hurry: what
// goes wrong with single dimensions, texts, leaders, fills and lines. All of it is drawn on the sheet itself, in its mm.

const PROJECT = 'Ostrelin ferry terminal, stage 2';
const MILLIMETRES = 4;
const SHEET = [841, 594] as const;

const on = (layer: string): Props => ({ layer });
const OUTLINE = on('S-CONC');
const STEEL = on('S-STEL');
const DIMS = on('G-DIMS');
const TEXT = on('G-TEXT');
const FILL = on('S-FILL');

/** What the office's dimensions look like; the sender's have arrows of their own in one style. */
const SETTINGS: Partial<DimensionValues> = demoStandard.dimensions.find(
  ({ name }) => name === 'OHW-Millimetres',
)!.settings;

/** A level dimension over an edge that begins at a point. */
function level(
  s: SpaceComposer,
  style: SenderStyle,
  [x, y]: Point,
  length: number,
  up = 12,
  more: Parameters<typeof measure>[6] = {},
): void {
  measure(s, DIMS, style, [x, y], [x + length, y], y + up, more);
}

/** An edge with the dimension over it. */
function edge(s: SpaceComposer, style: SenderStyle, at: Point, length: number, up?: number): void {
  s.line(OUTLINE, at, [at[0] + length, at[1]]);
  level(s, style, at, length, up);
}

const rectangle = ([x, y]: Point, w: number, h: number): Point[] => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];

function fillWith(s: SpaceComposer, layer: Props, loop: readonly Point[], name: string, times = 1): void {
  const fill = demoStandard.fills.find((one) => one.name === name);
  s.patternFill(layer, [loop], {
    name: fill?.kind === 'solid' ? 'SOLID' : name,
    angleDeg: 0,
    scale: times,
    families: fill && fill.kind === 'lines' ? familiesOf(fill, times) : [],
  });
}

/** Dimensions that lie, crowd, cross, or were broken up. */
function dimensions(s: SpaceComposer, style: SenderStyle, arrows: SenderStyle): void {
  // Rows at one distance from the object, and one beside it.
  for (const [i, up] of [12, 12, 14.2, 12, 12].entries()) edge(s, style, [40 + 110 * i, 480], 80, up);
  // A row that does not come to its overall dimension as printed.
  for (let i = 0; i < 3; i++) level(s, style, [40 + 40.4 * i, 430], 40.4);
  level(s, style, [40, 430], 121.2, 19);
  s.rectangle(OUTLINE, [40, 420], 121.2, 10);
  // A stack that crowds, and one that stands too near.
  s.rectangle(OUTLINE, [200, 420], 90, 10);
  level(s, style, [200, 430], 60, 12);
  level(s, style, [200, 430], 90, 16);
  edge(s, style, [330, 430], 70, 6);
  // One place twice; two whose lines run through each other.
  edge(s, style, [430, 430], 70);
  level(s, style, [430, 430], 70, -12);
  level(s, style, [540, 430], 60, 12);
  level(s, style, [570, 430], 60, 24);
  level(s, style, [665, 430], 60, 12);
  level(s, style, [690, 430], 70, 24);
  // The height of a post, its line through that of the length under it.
  s.rectangle(OUTLINE, [620, 470], 80, 10);
  level(s, style, [620, 480], 80);
  s.line(OUTLINE, [628, 480], [628, 510]);
  measure(s, DIMS, style, [628, 480], [628, 510], 640, { plumb: true });
  // Arrows in a row of strokes; a length over a whole circle.
  for (let i = 0; i < 3; i++) level(s, i === 1 ? arrows : style, [40 + 40 * i, 370], 40);
  s.rectangle(OUTLINE, [40, 360], 120, 10);
  s.circle(STEEL, [230, 365], 18);
  level(s, style, [212, 365], 36, 28);
  // What its picture says is what it was before it was stretched.
  s.line(OUTLINE, [290, 370], [360, 370]);
  level(s, style, [290, 370], 70, 12, { shows: '64' });
  // Once a dimension: lines, strokes and a number.
  s.line(OUTLINE, [400, 370], [460, 370]);
  for (const x of [400, 460]) {
    s.line(DIMS, [x, 371.5], [x, 383.4]);
    s.line(DIMS, [x - 1.2, 380.8], [x + 1.2, 383.2]);
  }
  s.line(DIMS, [400, 382], [460, 382]);
  s.text(DIMS, [427, 383], 2.5, '60', { style: 'OHW-Dims' });
}

/** Texts that were changed by hand, and leaders. */
function lettering(s: SpaceComposer, style: SenderStyle): void {
  const note = { style: 'OHW-Note' };
  for (const [i, words] of ['Roof', 'Walls', 'Base', 'Anchors'].entries())
    s.text(TEXT, [500 + (i === 2 ? 0.6 : 0), 380 - 5 * i], 2.5, `${i + 1}  ${words} to detail`, note);
  s.text(TEXT, [590, 380], 2.5, 'Squeezed to fit', { ...note, widthFactor: 0.7 });
  s.text(TEXT, [660, 372], 2.5, 'Upside down', { ...note, angleDeg: 180 });
  s.text(TEXT, [590, 365], 2.5, '  ', note);
  s.text({ ...TEXT, widthMm: 0.7 }, [700, 380], 2.5, 'Heavy', note);
  s.line(OUTLINE, [590, 351.2], [640, 351.2]);
  s.text(TEXT, [600, 350], 2.5, 'On a line', note);
  s.text(TEXT, [700, 360], 2.5, 'Not for issue', note);
  // Callouts that cross, one that ends short, one at an angle of its own.
  for (const [i, y] of [330, 310].entries()) {
    const tip: Point = [520, 315 + 16 * i];
    s.line(STEEL, [500, tip[1]], tip);
    putLeader(s, DIMS, [tip, [565, y], [572, y]], style.name);
    s.text(TEXT, [573, y - 1.25], 2.5, `Post ${i + 1}`, note);
  }
  s.line(STEEL, [640, 300], [640, 330]);
  putLeader(
    s,
    DIMS,
    [
      [640.7, 315],
      [650.7, 325],
      [677, 325],
    ],
    style.name,
  );
  s.text(TEXT, [678, 323.75], 2.5, 'Rail', note);
  s.line(STEEL, [720, 300], [720, 330]);
  putLeader(
    s,
    DIMS,
    [
      [720, 310],
      [735, 310],
      [747, 310],
    ],
    style.name,
  );
  s.text(TEXT, [748, 308.75], 2.5, 'Plate', note);
}

/** Fills that cover, hide, lie twice, or are of another scale. */
function fills(s: SpaceComposer): void {
  const note = { style: 'OHW-Note' };
  const places: readonly Point[] = [40, 130, 220, 310, 400].map((x): Point => [x, 280]);
  for (const at of places) s.rectangle(OUTLINE, at, 70, 30);
  const [twice, over, front, scale, layer] = places.map((at) => rectangle(at, 70, 30));
  fillWith(s, FILL, twice, 'OHW-Earth');
  fillWith(s, FILL, twice, 'OHW-Earth');
  fillWith(s, FILL, over, 'OHW-Concrete');
  s.text(TEXT, [150, 293], 3.5, 'Base slab', note);
  s.line(OUTLINE, [225, 295], [285, 295]);
  fillWith(s, FILL, front, 'OHW-Solid');
  fillWith(s, FILL, scale, 'OHW-Steel', 2.5);
  fillWith(s, OUTLINE, layer, 'OHW-Gravel');
  // One that was picked by a point, of an outline that leaked.
  const [a, b, c, d] = rectangle([640, 250], 60, 20);
  putEdgeFill(s, FILL, [
    [a, [696, 250]],
    [b, c],
    [c, d],
    [d, a],
  ]);
}

const KERBS = [
  { name: 'OHW-Kerb', offsets: [60, 25, -60] },
  { name: 'BORD_20', offsets: [50, -50] },
] as const;
const DUCT = demoStandard.parallels.find(({ name }) => name === 'OHW-Duct')!;

/** Fills of somebody who drew for a larger scale, and one that is left between two others. */
function leftovers(s: SpaceComposer): void {
  const tight = {
    angleDeg: 45,
    originMm: [0, 0] as [number, number],
    spacingMm: 0.4,
    shiftMm: 0,
    dashesMm: [],
  };
  const lines = demoStandard.fills.find(({ kind }) => kind === 'lines')!;
  s.patternFill(FILL, [rectangle([480, 150], 40, 20)], {
    name: 'DIAG_2',
    angleDeg: 0,
    scale: 1,
    families: familiesOf({ ...lines, lines: [tight] }),
  });
  fillWith(s, FILL, rectangle([530, 150], 40, 0.05), 'SOLID');
  // Filled as concrete, and called gravel.
  fillWith(s, FILL, rectangle([580, 148], 46, 20), 'OHW-Concrete');
  s.text(TEXT, [592, 157], 2.5, 'Gravel bed', { style: 'OHW-Note' });
}

/** Lines that are a hair off. */
function lines(s: SpaceComposer): void {
  // A frame of which one side leans, one corner is open, one side lies twice, one in part, and one is 0.02 short.
  s.line(STEEL, [40, 200], [120, 200]);
  s.line(STEEL, [120.03, 200], [120.03, 250]);
  s.line(STEEL, [40, 200], [40, 250]);
  s.line(STEEL, [60, 215], [100, 215.15]);
  s.line(STEEL, [60, 230], [110, 230]);
  s.line(STEEL, [60, 230], [110, 230]);
  s.line(STEEL, [150, 200], [210, 200]);
  s.line(STEEL, [190, 200], [250, 200]);
  s.line(STEEL, [170, 220], [170, 220]);
  for (const [i, length] of [50, 45, 60, 55, 49.98, 60].entries())
    s.line(OUTLINE, [300, 200 + 8 * i], [300 + length, 200 + 8 * i]);
  for (const y of [200, 200.4]) s.line(STEEL, [400, y], [460, y]);
  s.record('CIRCLE', STEEL, 'AcDbCircle', [
    { code: 10, value: 500 },
    { code: 20, value: 220 },
    { code: 30, value: 1200 },
    { code: 40, value: 8 },
  ]);
  s.line({ ...STEEL, widthMm: 0.6 }, [540, 200], [600, 200]);
  for (const [i, patternFactor] of [1, 1, 3, 1].entries())
    s.line({ ...on('S-HIDN'), patternFactor }, [540, 220 + 5 * i], [600, 220 + 5 * i]);
  // A kerb narrower than the office's, and one of somebody else's.
  for (const [i, { name, offsets }] of KERBS.entries())
    s.parallels(
      on('C-ROAD'),
      { name, offsets },
      [
        [640, 205 + 20 * i],
        [740, 205 + 20 * i],
      ],
      { scale: 0.1 },
    );
  // A bolt on the layer of steel: its hidden edges dashed by hand, its centre lines unbroken.
  s.circle(STEEL, [660, 285], 6);
  for (const [dx, dy] of [
    [9, 0],
    [0, 9],
  ])
    s.line(STEEL, [660 - dx, 285 - dy], [660 + dx, 285 + dy]);
  for (const dy of [-3, 3]) s.line({ ...STEEL, linetype: 'OHW-Hidden' }, [720, 275 + dy], [780, 275 + dy]);
  // An edge over the roof, dash by dash, and a line that can be seen through.
  for (let i = 0; i < 9; i++) s.line(STEEL, [720 + 4.5 * i, 290], [723 + 4.5 * i, 290]);
  s.line({ ...STEEL, transparency: 50 }, [720, 296], [780, 296]);
  // A duct of the office's that was drawn when it was narrower.
  s.parallels(
    on('C-ROAD'),
    { name: DUCT.name, offsets: [80, 0, -80] },
    [
      [540, 262],
      [620, 262],
    ],
    { scale: 0.1 },
  );
  s.line(on('OLD-STATE'), [540, 240], [600, 240]);
  // An edge that nothing meets.
  s.line(OUTLINE, [340, 125.02], [420, 125.02]);
  // An axis that somebody made coarser.
  s.line({ ...on('S-GRID'), patternFactor: 2.5 }, [340, 110], [420, 110]);
  // Lamps on the layer of the power that feeds them.
  for (const x of [220, 260, 300]) s.place(on('E-POWR'), OFFICE_SYMBOLS.lamp, [x, 110], { scale: 0.015 });
}

/** Details of a shelter on one sheet. */
export function shelterDetails(): DemoDrawing {
  const file = new DrawingComposer({ version: 'AC1024', units: MILLIMETRES });
  // Hidden edges were made shorter by somebody.
  for (const { name, elementsMm, description, words } of demoStandard.linetypes)
    if (elementsMm.length > 0 && words.length === 0)
      file.linetype(name, description, name === 'OHW-Hidden' ? [1.5, -0.75] : [...elementsMm]);
  for (const { name, colour, linetype, widthMm, prints } of demoStandard.layers)
    if ('number' in colour)
      file.layer({
        name,
        colour: colour.number,
        linetype,
        ...(widthMm === null ? {} : { widthMm }),
        // One layer was kept from printing.
        prints: prints && name !== 'C-PAVE',
      });
  file.layer({ name: 'OLD-STATE', colour: 8, frozen: true });
  // Names of water stand upright here.
  for (const style of demoStandard.lettering.styles)
    file.textStyle({ ...newTextStyle(style), ...(style.name === 'OHW-Water' ? { slantDeg: 0 } : {}) });
  for (const { name, offsets } of KERBS)
    file.parallelSet({
      name,
      description: '',
      lines: offsets.map((offset) => ({ offset, colour: 256, linetype: 'BYLAYER' })),
      startCap: 'open',
      endCap: 'open',
      fillColour: null,
    });
  file.parallelSet(newParallelSet(DUCT));
  defineSymbols(file, OFFICE_SYMBOLS, on('0'), on('0'), ['lamp']);
  const style = defineStyle(file, 'OHW-Millimetres', 1, { ...SETTINGS, textHeightMm: 3.5 });
  const arrows = defineStyle(file, 'OHW-Steel', 1, {
    ...SETTINGS,
    terminator1: 'filled arrow',
    terminator2: 'filled arrow',
    lineOverrunMm: 0,
  });
  const metres = defineStyle(file, 'OHW-Metres', 50, { ...SETTINGS, suffix: ' m' });
  // In the model: one dimension that puts metres behind millimetres.
  file.model.line(STEEL, [0, 0], [3000, 0]);
  measure(file.model, DIMS, metres, [0, 0], [3000, 0], 600);
  // The duct under it, line by line.
  for (const { offsetMm } of DUCT.lines)
    file.model.line(on('C-ROAD'), [200, offsetMm - 300], [2800, offsetMm - 300]);
  const sheet = file.sheet('Details', ...SHEET);
  drawSheet(
    sheet,
    ...SHEET,
    {
      firm: 'Corran Shelters',
      title: 'Refuge shelter',
      subtitle: 'Details, full size',
      number: 'CS-52',
      scale: '1:1',
      date: '2026-10-12',
      drawn: 'T. Amadi',
      sheet: '1 of 1',
    },
    {
      frame: on('G-TTLB'),
      thin: on('G-TTLB'),
      text: on('G-TTLB'),
      styles: { cell: 'OHW-Cell', value: 'OHW-Value', head: 'OHW-Head' },
    },
  );
  sheet.viewport(on('G-VIEW'), [90, 130], 100, 60, [1500, 400], 50);
  dimensions(sheet, style, arrows);
  lettering(sheet, style);
  fills(sheet);
  leftovers(sheet);
  lines(sheet);
  // Two outlines are in a group, one of them in a group of its own as well.
  const text = new TextDecoder().decode(file.bytes());
  const outlines = polylineHandles(text).slice(0, 2);
  const groups = { Outlines: outlines, Panel: outlines.slice(0, 1) };
  return {
    file: 'CS-52 refuge shelter.dxf',
    sender: 'Corran Shelters',
    project: PROJECT,
    bytes: new TextEncoder().encode(withGroups(text, groups)),
  };
}

const HANDLE = /(LINE\r?\n {2}5\r?\n)([0-9A-F]+)/g;

/** A sketch that went through three programs: records twice, a handle twice, no unit, and it breaks off before its end. */
export function recoveredSketch(): DemoDrawing {
  const file = new DrawingComposer({ version: 'AC1024', units: 0 });
  file.linetype('OHW-Axis', 'axis', [6, -0.75, 0, -0.75]);
  file.linetype('OHW-AXIS', 'axis', [12, -1.5, 0, -1.5]);
  file.layer({ name: 'S-STEL', colour: 150, widthMm: 0.35 });
  file.layer({ name: 's-stel', colour: 1, widthMm: 0.35 });
  file.layer({ name: 'S-GRID', colour: 12, widthMm: 0.13, linetype: 'OHW-Axis' });
  file.layer({ name: 'G-DIMS', colour: 3, widthMm: 0.18 });
  file.linetype('OHW-Hidden', 'hidden', [3, -0.75]);
  file.layer({ name: 'S-HIDN', colour: 152, widthMm: 0.5, linetype: 'OHW-Hidden' });
  const style = defineStyle(file, 'OHW-Millimetres', 50, SETTINGS);
  const m = file.model;
  m.rectangle(STEEL, [0, 0], 6000, 2400);
  // What is hidden prints heavier than what is seen.
  m.line(on('S-HIDN'), [0, 300], [6000, 300]);
  m.line(on('S-GRID'), [-400, 1200], [6400, 1200]);
  m.line(on('S-GRID'), [3000, -400], [3000, 2800]);
  measure(m, DIMS, style, [0, 2400], [6000, 2400], 3000);
  // A page of calculations, kept as the program that wrote it keeps it.
  m.record('OLE2FRAME', STEEL, 'AcDbOle2Frame', [
    { code: 70, value: 2 },
    { code: 3, value: 'Calculations' },
  ]);
  file.sheet('Sketch', 210, 297).viewport(on('G-VIEW'), [105, 150], 180, 120, [3000, 1200], 50);
  let text = new TextDecoder().decode(file.bytes());
  text = sizedOnPaperFor(text, [['1:200', 1, 200]]);
  const [, , first] = HANDLE[Symbol.matchAll](text).next().value ?? [];
  let at = 0;
  text = text.replace(HANDLE, (whole, head: string) => (++at === 2 ? `${head}${first}` : whole));
  return {
    file: 'KB-9 recovered sketch.dxf',
    sender: 'Kelda Boatyard',
    project: PROJECT,
    bytes: new TextEncoder().encode(text.replace(/\s+0\r?\nEOF\r?\n$/, '\n')),
  };
}
