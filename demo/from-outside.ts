import { DrawingComposer, type Point, type Props, type SpaceComposer } from '../src/core/dxf/write/composer';
import { putLeader } from '../src/core/dxf/write/leader';
import type { DemoDrawing } from './drawings';

// Drawings as most come: no layout in use, everything in the model, each sheet framed at a scale of its own.

const PROJECT = 'Ostrelin ferry terminal, stage 2';
const MILLIMETRES = 4;
const INCHES = 1;

const on = (layer: string): Props => ({ layer });

interface SheetWords {
  readonly firm: string;
  readonly title: string;
  readonly number: string;
  readonly scale: string;
  readonly date: string;
}

/**
 * A sheet in the model: the paper's edge, the frame, a title block at the lower right.
 * @param k drawing units of a mm on paper
 */
function frame(
  m: SpaceComposer,
  layer: string,
  [x, y]: Point,
  [widthMm, heightMm]: readonly [number, number],
  k: number,
  words: SheetWords,
): void {
  const at = (mmX: number, mmY: number): Point => [x + mmX * k, y + mmY * k];
  m.rectangle(on(layer), [x, y], widthMm * k, heightMm * k);
  m.rectangle(on(layer), at(10, 10), (widthMm - 20) * k, (heightMm - 20) * k);
  const [left, width] = [widthMm - 130, 120];
  m.rectangle(on(layer), at(left, 10), width * k, 38 * k);
  for (const up of [19, 28]) m.line(on(layer), at(left, up), at(left + width, up));
  m.line(on(layer), at(left + 70, 10), at(left + 70, 28));
  m.text(on(layer), at(left + 3, 37), 5 * k, words.title);
  m.text(on(layer), at(left + 3, 30.5), 2.5 * k, words.firm);
  m.text(on(layer), at(left + 3, 22), 2.5 * k, `Scale ${words.scale}`);
  m.text(on(layer), at(left + 73, 22), 2.5 * k, `Date ${words.date}`);
  m.text(on(layer), at(left + 3, 13), 2.5 * k, 'Drawn J. Marrow');
  m.text(on(layer), at(left + 73, 12.5), 4 * k, words.number);
}

/** Details of a quay's furniture: six sheets side by side, at four scales. */
export function quayDetails(): DemoDrawing {
  const file = new DrawingComposer({ version: 'AC1024', units: MILLIMETRES });
  file.linetype('HIDDEN2', 'hidden', [3, -1.5]);
  file.linetype('CENTER2', 'centre', [19, -3, 3, -3]);
  for (const [name, colour, linetype] of [
    ['Outline', 7],
    ['Hidden', 8, 'HIDDEN2'],
    ['Centre', 1, 'CENTER2'],
    ['Concrete', 252],
    ['Beton', 252],
    ['Notes', 3],
    ['Sheet', 4],
    ['Dims', 2],
  ] as const)
    file.layer({ name, colour, ...(linetype ? { linetype } : {}) });
  const m = file.model;
  const details: readonly (readonly [string, number, (p: SpaceComposer, c: Point) => void])[] = [
    ['Bollard 50 t, plan and elevation', 10, bollard],
    ['Ladder recess', 20, ladder],
    ['Fender panel', 20, fender],
    ['Anchor bolt', 5, bolt],
    ['Edge beam', 25, edgeBeam],
    ['Key of details', 200, key],
  ];
  // What came from another office is on a layer of its own.
  m.line(on('Beton'), [253_400, 42_700], [253_900, 42_700]);
  let x = 250_000;
  for (const [i, [title, scale, draw]] of details.entries()) {
    const y = 40_000 + (i % 2) * 350;
    frame(m, 'Sheet', [x, y], [420, 297], scale, {
      firm: 'Lorn & Kestrel Engineers',
      title,
      number: `LK-D-${String(21 + i)}`,
      // One sheet still says the scale of the one that it was copied from.
      scale: title === 'Fender panel' ? '1:25' : `1:${scale}`,
      date: '2026-09-30',
    });
    draw(m, [x + 180 * scale, y + 160 * scale]);
    x += 460 * scale;
  }
  return {
    file: 'LK-D-21 quay furniture details.dxf',
    sender: 'Lorn & Kestrel Engineers',
    project: PROJECT,
    bytes: file.bytes(),
  };
}

const note = (m: SpaceComposer, at: Point, height: number, words: string): void =>
  m.text(on('Notes'), at, height, words);

function bollard(m: SpaceComposer, [x, y]: Point): void {
  for (const r of [150, 220, 330]) m.circle(on('Outline'), [x - 700, y], r);
  for (let i = 0; i < 6; i++) {
    const a = (i * Math.PI) / 3;
    m.circle(on('Outline'), [x - 700 + 280 * Math.cos(a), y + 280 * Math.sin(a)], 22);
  }
  m.line(on('Centre'), [x - 1120, y], [x - 280, y]);
  m.line(on('Centre'), [x - 700, y - 420], [x - 700, y + 420]);
  m.polyline(on('Outline'), [
    [x + 250, y - 330],
    [x + 250, y - 260],
    [x + 420, y - 200],
    [x + 420, y + 120],
    [x + 340, y + 200],
    [x + 340, y + 290],
    [x + 860, y + 290],
    [x + 860, y + 200],
    [x + 780, y + 120],
    [x + 780, y - 200],
    [x + 950, y - 260],
    [x + 950, y - 330],
  ]);
  m.line(on('Concrete'), [x + 100, y - 330], [x + 1100, y - 330]);
  for (const dx of [330, 870])
    m.polyline(on('Hidden'), [
      [x + dx - 20, y - 330],
      [x + dx - 20, y - 900],
      [x + dx + 20, y - 900],
      [x + dx + 20, y - 330],
    ]);
  note(m, [x - 1000, y - 620], 35, 'PLAN 1:10');
  note(m, [x + 300, y - 1080], 35, 'ELEVATION 1:10');
  note(m, [x + 980, y - 500], 25, 'concrete C35/45');
  // No leader leads to it, but a line with an arrow.
  m.solid(on('Notes'), [
    [x + 700, y - 330],
    [x + 721, y - 344],
    [x + 714, y - 351],
    [x + 700, y - 330],
  ]);
  m.polyline(on('Notes'), [
    [x + 717.5, y - 347.5],
    [x + 857.5, y - 487.5],
    [x + 960, y - 487.5],
  ]);
}

function ladder(m: SpaceComposer, [x, y]: Point): void {
  for (const dx of [-250, 250]) m.line(on('Outline'), [x + dx, y - 2200], [x + dx, y + 1800]);
  for (let up = -2100; up < 1800; up += 300) m.line(on('Outline'), [x - 250, y + up], [x + 250, y + up]);
  m.rectangle(on('Concrete'), [x - 450, y - 2300], 900, 4200);
  m.rectangle(on('Hidden'), [x - 350, y - 2300], 700, 4000);
  note(m, [x + 600, y + 900], 50, 'rungs 25 square, at 300');
  // Callouts as they were set one by one: nearly under each other, with shoulders as they came.
  for (const [tip, end, shoulder, words] of [
    [[x + 250, y + 1500], [x + 1500, y + 1650], 100, 'stringer 60 × 12'],
    [[x + 450, y + 300], [x + 1532, y + 450], 100, 'recess, edges bullnosed'],
    [[x + 250, y - 450], [x + 1500, y - 300], 64, 'grab rail at the cope'],
    [[x + 350, y - 1400], [x + 1474, y - 1250], 100, 'drain Ø 80'],
  ] as const) {
    putLeader(m, on('Notes'), [tip, [end[0] - shoulder, end[1]], end]);
    note(m, [end[0] + 20, end[1] - 25], 50, words);
  }
  note(m, [x - 400, y - 2600], 70, 'FRONT 1:20');
}

function fender(m: SpaceComposer, [x, y]: Point): void {
  m.rectangle(on('Outline'), [x - 900, y - 1500], 1800, 3000);
  for (let i = 0; i < 5; i++)
    m.line(on('Outline'), [x - 900, y - 900 + i * 450], [x + 900, y - 900 + i * 450]);
  for (const dx of [-600, 600]) for (const dy of [-1200, 1200]) m.circle(on('Outline'), [x + dx, y + dy], 60);
  m.circle(on('Hidden'), [x, y + 500], 500);
  m.circle(on('Hidden'), [x, y - 700], 500);
  note(m, [x + 1100, y + 300], 50, 'facing 40 thick');
}

function bolt(m: SpaceComposer, [x, y]: Point): void {
  m.rectangle(on('Outline'), [x - 15, y - 300], 30, 500);
  m.rectangle(on('Outline'), [x - 28, y + 120], 56, 26);
  m.rectangle(on('Outline'), [x - 60, y + 100], 120, 20);
  m.rectangle(on('Outline'), [x - 50, y - 320], 100, 20);
  m.line(on('Centre'), [x, y - 380], [x, y + 260]);
  note(m, [x + 90, y + 110], 17.5, 'M30, grade 8.8');
  note(m, [x - 60, y - 450], 17.5, 'SECTION 1:5');
}

function edgeBeam(m: SpaceComposer, [x, y]: Point): void {
  m.polyline(
    on('Concrete'),
    [
      [x - 1500, y + 600],
      [x + 900, y + 600],
      [x + 1000, y + 500],
      [x + 1000, y - 1200],
      [x - 200, y - 1200],
      [x - 200, y - 200],
      [x - 1500, y - 200],
    ],
    true,
  );
  for (const [dx, dy] of [
    [-100, -1100],
    [400, -1100],
    [900, -1100],
    [900, 400],
    [-100, 400],
  ])
    m.circle(on('Outline'), [x + dx, y + dy], 16);
  m.line(on('Hidden'), [x - 1500, y], [x + 900, y]);
  note(m, [x + 1200, y], 62.5, 'chamfer 25 × 25');
  note(m, [x - 600, y - 1600], 87.5, 'SECTION 1:25');
}

function key(m: SpaceComposer, [x, y]: Point): void {
  m.polyline(on('Outline'), [
    [x - 30_000, y - 8000],
    [x - 30_000, y + 4000],
    [x + 26_000, y + 4000],
    [x + 34_000, y - 8000],
  ]);
  for (let i = 0; i < 9; i++) {
    m.circle(on('Outline'), [x - 27_000 + i * 6500, y + 2500], 500);
    note(m, [x - 27_500 + i * 6500, y + 5000], 500, i % 2 === 0 ? 'D-21' : 'D-22');
  }
  m.line(on('Centre'), [x - 30_000, y + 2500], [x + 26_000, y + 2500]);
}

/** A parcel as the surveyor draws it: at the size of its sheet, in inches, 1" = 50'; a stray point far away. */
export function parcelSurvey(): DemoDrawing {
  const file = new DrawingComposer({ version: 'AC1015', units: INCHES, lineEnd: '\r\n' });
  file.linetype('PHANTOM2', 'boundary', [0.6, -0.12, 0.12, -0.12, 0.12, -0.12]);
  for (const [name, colour, linetype] of [
    ['LOT', 6, 'PHANTOM2'],
    ['BLDG', 7],
    ['ROAD', 8],
    ['CONT', 33],
    ['TREES', 82],
    ['BEARINGS', 3],
    ['SHT', 7],
  ] as const)
    file.layer({ name, colour, ...(linetype ? { linetype } : {}) });
  const m = file.model;
  /** Inches of a foot at 1" = 50'. */
  const k = 1 / 50;
  const at = (eastFt: number, northFt: number): Point => [8 + eastFt * k, 6 + northFt * k];
  const corners: readonly Point[] = [
    [0, 0],
    [412.5, 24],
    [448, 296],
    [260, 388],
    [-36, 316],
  ];
  m.polyline(
    on('LOT'),
    corners.map(([e, n]) => at(e, n)),
    true,
  );
  for (const [i, from] of corners.entries()) {
    const to = corners[(i + 1) % corners.length];
    const [de, dn] = [to[0] - from[0], to[1] - from[1]];
    const length = Math.hypot(de, dn);
    let angle = (Math.atan2(dn, de) * 180) / Math.PI;
    if (angle > 90 || angle <= -90) angle += 180;
    const [nx, ny] = [-dn / length, de / length];
    m.text(
      on('BEARINGS'),
      at((from[0] + to[0]) / 2 - nx * 9, (from[1] + to[1]) / 2 - ny * 9),
      0.1,
      `${bearing(de, dn)}  ${length.toFixed(2)}'`,
      { angleDeg: ((angle % 360) + 360) % 360, across: 'centre', up: 'middle' },
    );
    m.circle(on('LOT'), at(from[0], from[1]), 0.04);
  }
  // Two houses with their sides, and one label of a side that was since built on to.
  house(m, at, [120, 90], [64, 38], ["64.0'", "38.0'"]);
  house(m, at, [236, 196], [72, 44], ["72.0'", "36.0'"]);
  for (const off of [-26, -50]) m.line(on('ROAD'), at(-60, off), at(500, off + 32));
  m.text(on('BEARINGS'), at(180, -34), 0.14, 'HALLOW LANE  (24 FT)', { angleDeg: 3 });
  for (let level = 0; level < 6; level++)
    m.polyline(
      on('CONT'),
      Array.from(
        { length: 24 },
        (_, i): Point => at(-20 + i * 21, 60 + level * 52 + 14 * Math.sin(i / 3 + level)),
      ),
    );
  for (let i = 0; i < 14; i++) {
    const [e, n] = [20 + ((i * 137) % 380), 40 + ((i * 89) % 250)];
    m.circle(on('TREES'), at(e, n), 0.12);
    m.circle(on('TREES'), at(e, n), 0.02);
  }
  frame(m, 'SHT', [0, 0], [609.6, 457.2], 1 / 25.4, {
    firm: 'Wendle & Daughters, Land Surveyors',
    title: 'Parcel 7, Hallow Lane',
    number: 'V-107',
    scale: `1" = 50'`,
    date: '2026-07-14',
  });
  m.line(on('0'), [-9200, 5100], [-9200, 5100.5]);
  return {
    file: 'V-107 parcel 7.dxf',
    sender: 'Wendle & Daughters',
    project: PROJECT,
    bytes: file.bytes(),
  };
}

function house(
  m: SpaceComposer,
  at: (e: number, n: number) => Point,
  [e, n]: Point,
  [width, depth]: Point,
  [along, across]: readonly [string, string],
): void {
  m.polyline(on('BLDG'), [at(e, n), at(e + width, n), at(e + width, n + depth), at(e, n + depth)], true);
  m.text(on('BEARINGS'), at(e + width / 2, n - 7), 0.09, along, { across: 'centre', up: 'middle' });
  m.text(on('BEARINGS'), at(e + width + 7, n + depth / 2), 0.09, across, {
    angleDeg: 90,
    across: 'centre',
    up: 'middle',
  });
}

/** N 41°12'08" E: from north or south, towards east or west. */
function bearing(de: number, dn: number): string {
  const seconds = Math.round((Math.atan2(Math.abs(de), Math.abs(dn)) * 180 * 3600) / Math.PI);
  const two = (value: number): string => String(value).padStart(2, '0');
  const [degrees, minutes] = [Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60)];
  return `${dn >= 0 ? 'N' : 'S'} ${two(degrees)}%%d${two(minutes)}'${two(seconds % 60)}" ${de >= 0 ? 'E' : 'W'}`;
}
