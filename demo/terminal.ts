import type { DrawingComposer, Point, Props, SpaceComposer } from '../src/core/dxf/write/composer';
import { familiesOf, type StandardFill } from '../src/core/standard/fills';

/** The layers a drafter of one firm uses for each part of the terminal. Model units are mm. */
export interface TerminalLayers {
  readonly quay: Props;
  readonly fender: Props;
  readonly fitting: Props;
  readonly paving: Props;
  readonly road: Props;
  readonly steel: Props;
  readonly hidden: Props;
  readonly grid: Props;
  readonly wall: Props;
  readonly wallFill: Props;
  readonly door: Props;
  readonly window: Props;
  readonly roof: Props;
  readonly power: Props;
  readonly light: Props;
  readonly navigation: Props;
  readonly fire: Props;
  readonly fuel: Props;
  readonly plant: Props;
  readonly water: Props;
  readonly dimension: Props;
  readonly text: Props;
  readonly symbol: Props;
  readonly boundary: Props;
}

export interface SymbolNames {
  readonly fender: string;
  readonly bollard: string;
  readonly ladder: string;
  readonly lamp: string;
  readonly navigation: string;
  readonly hydrant: string;
  readonly pillar: string;
  readonly tree: string;
  readonly shrub: string;
  readonly door: string;
}

export const OFFICE_SYMBOLS: SymbolNames = {
  fender: 'Fender cone 1000',
  bollard: 'Bollard 50 t',
  ladder: 'Quay ladder',
  lamp: 'Lamp column',
  navigation: 'Navigation light',
  hydrant: 'Hydrant',
  pillar: 'Shore power pillar',
  tree: 'Tree',
  shrub: 'Shrub',
  door: 'Door 1000',
};

/**
 * Symbols of the quay. `part` is what their lines are drawn with: the base layer and everything from the placement
 * for a careful drafter, a layer and colours of their own for a careless one.
 */
export function defineSymbols(
  into: DrawingComposer,
  names: SymbolNames,
  part: Props,
  accent: Props = part,
  only: readonly (keyof SymbolNames)[] = Object.keys(names) as (keyof SymbolNames)[],
): void {
  const wanted = new Set(only.map((key) => names[key]));
  const file = {
    symbol: (name: string, draw: (space: SpaceComposer) => void): void => {
      if (wanted.has(name)) into.symbol(name, draw);
    },
  };
  file.symbol(names.fender, (s) => {
    s.rectangle(part, [-500, -1000], 1000, 160);
    s.polyline(accent, [
      [-420, -840],
      [-260, 0],
      [260, 0],
      [420, -840],
    ]);
    s.line(part, [-600, 0], [600, 0]);
  });
  file.symbol(names.bollard, (s) => {
    s.circle(part, [0, 0], 400);
    s.circle(accent, [0, 0], 220);
    s.rectangle(part, [-550, -550], 1100, 1100);
  });
  file.symbol(names.ladder, (s) => {
    s.rectangle(part, [-300, -250], 600, 250);
    for (let i = 0; i < 3; i++) s.line(accent, [-300, -60 - i * 70], [300, -60 - i * 70]);
  });
  file.symbol(names.lamp, (s) => {
    s.circle(part, [0, 0], 350);
    s.line(accent, [-600, 0], [600, 0]);
    s.line(accent, [0, -600], [0, 600]);
  });
  file.symbol(names.navigation, (s) => {
    s.circle(part, [0, 0], 500);
    s.solid(accent, [
      [0, 500],
      [0, 500],
      [-430, -250],
      [430, -250],
    ]);
    for (const angle of [30, 90, 150]) {
      const a = (angle * Math.PI) / 180;
      s.line(part, [700 * Math.cos(a), 700 * Math.sin(a)], [1100 * Math.cos(a), 1100 * Math.sin(a)]);
    }
  });
  file.symbol(names.hydrant, (s) => {
    s.circle(part, [0, 0], 380);
    s.text(accent, [0, 0], 420, 'H', { across: 'centre', up: 'middle' });
  });
  file.symbol(names.pillar, (s) => {
    s.rectangle(part, [-400, -400], 800, 800);
    s.polyline(accent, [
      [80, 320],
      [-160, -30],
      [40, -30],
      [-80, -320],
    ]);
  });
  file.symbol(names.tree, (s) => {
    s.circle(part, [0, 0], 1875);
    for (let i = 0; i < 4; i++) {
      const a = (i * Math.PI) / 2;
      s.line(accent, [0, 0], [360 * Math.cos(a), 360 * Math.sin(a)]);
    }
  });
  file.symbol(names.shrub, (s) => {
    s.circle(part, [0, 0], 600);
    s.line(accent, [-180, 0], [180, 0]);
    s.line(accent, [0, -180], [0, 180]);
  });
  file.symbol(names.door, (s) => {
    s.line(part, [0, 0], [0, 1000]);
    s.arc(accent, [0, 0], 1000, 0, 90);
  });
}

const QUAY_LENGTH = 150_000;
const QUAY_Y = 20_000;

/** Quay front with fenders, bollards and ladders; the cope line turns back at both ends. */
export function drawQuay(m: SpaceComposer, l: TerminalLayers, names: SymbolNames): void {
  m.polyline(l.quay, [
    [-6_000, 62_000],
    [-6_000, QUAY_Y + 4_000],
    [0, QUAY_Y],
    [QUAY_LENGTH, QUAY_Y],
    [QUAY_LENGTH + 5_000, QUAY_Y - 3_000],
    [QUAY_LENGTH + 12_000, QUAY_Y - 3_000],
  ]);
  m.line(l.quay, [0, QUAY_Y + 1_200], [QUAY_LENGTH, QUAY_Y + 1_200]);
  m.polyline(l.hidden, [
    [0, QUAY_Y + 3_400],
    [QUAY_LENGTH, QUAY_Y + 3_400],
  ]);
  for (let x = 4_000; x < QUAY_LENGTH; x += 6_000)
    if (Math.abs(x - 66_000) > 7_000) m.place(l.fender, names.fender, [x, QUAY_Y]);
  for (let x = 7_000; x < QUAY_LENGTH; x += 12_000)
    if (Math.abs(x - 66_000) > 6_000) m.place(l.fitting, names.bollard, [x, QUAY_Y + 2_200]);
  for (let x = 19_000; x < QUAY_LENGTH; x += 30_000) m.place(l.fitting, names.ladder, [x, QUAY_Y]);
  for (let x = 0; x <= QUAY_LENGTH; x += 7_500) m.line(l.paving, [x, QUAY_Y + 1_200], [x, QUAY_Y + 16_000]);
  for (let y = QUAY_Y + 6_000; y <= QUAY_Y + 16_000; y += 5_000) m.line(l.paving, [0, y], [QUAY_LENGTH, y]);
  for (let i = 0; i < 9; i++) {
    const y = 2_000 - i * 350;
    const x = 6_000 + i * 16_500;
    m.polyline(
      l.water,
      [
        [x, y],
        [x + 2_400, y],
        [x + 4_800, y],
        [x + 7_200, y],
      ],
      false,
      [0.35, -0.35, 0.35],
    );
  }
}

/** The linkspan: two girders, cross beams, a hinge at the quay and a pontoon. */
export function drawLinkspan(m: SpaceComposer, l: TerminalLayers): void {
  const left = 62_000;
  const right = 70_000;
  for (const x of [left, right])
    m.polyline(
      l.steel,
      [
        [x - 350, QUAY_Y - 400],
        [x + 350, QUAY_Y - 400],
        [x + 350, -8_000],
        [x - 350, -8_000],
      ],
      true,
    );
  for (let y = QUAY_Y - 2_400; y > -7_500; y -= 2_000) {
    m.line(l.steel, [left + 350, y + 120], [right - 350, y + 120]);
    m.line(l.steel, [left + 350, y - 120], [right - 350, y - 120]);
    m.line(l.hidden, [left + 350, y], [right - 350, y - 2_000]);
  }
  for (const x of [left, right]) {
    m.circle(l.steel, [x, QUAY_Y - 400], 260);
    m.circle(l.steel, [x, QUAY_Y - 400], 120);
  }
  m.rectangle(l.steel, [left - 4_000, -14_000], right - left + 8_000, 6_000);
  m.rectangle(l.hidden, [left - 3_200, -13_200], right - left + 6_400, 4_400);
  for (const x of [left - 2_600, right + 2_600]) m.circle(l.steel, [x, -11_000], 550);
  m.line(l.grid, [(left + right) / 2, QUAY_Y + 6_000], [(left + right) / 2, -16_000]);
}

const HALL: { x: number; y: number; width: number; height: number } = {
  x: 50_000,
  y: 42_000,
  width: 36_000,
  height: 15_000,
};

/** Terminal building: walls as two lines with a fill, doors, windows, a canopy and a grid. */
export function drawHall(
  m: SpaceComposer,
  l: TerminalLayers,
  names: SymbolNames,
  /** The office's fill for its walls, sized for 1:200; a sender's own lines where there is none. */
  walls?: StandardFill,
): void {
  const { x, y, width, height } = HALL;
  const t = 400;
  const ring = (inset: number): Point[] => [
    [x + inset, y + inset],
    [x + width - inset, y + inset],
    [x + width - inset, y + height - inset],
    [x + inset, y + height - inset],
  ];
  const faces = [ring(0), ring(t)].map((face) => m.polyline(l.wall, face, true));
  if (walls)
    m.patternFill(
      l.wallFill,
      [ring(0), ring(t)],
      { name: walls.name, angleDeg: 0, scale: 200, families: familiesOf(walls, 200) },
      undefined,
      faces,
    );
  else m.fill(l.wallFill, ring(0), 45, 400, [ring(t)]);
  for (const at of [12_000, 24_000]) {
    m.line(l.wall, [x + at - 100, y + t], [x + at - 100, y + height - t]);
    m.line(l.wall, [x + at + 100, y + t], [x + at + 100, y + height - t]);
  }
  m.line(l.wall, [x + 24_100, y + 8_000], [x + width - t, y + 8_000]);
  m.line(l.wall, [x + 24_100, y + 8_200], [x + width - t, y + 8_200]);
  for (let i = 0; i < 6; i++) {
    const wx = x + 2_000 + i * 5_900;
    m.rectangle(l.window, [wx, y + height - t], 2_400, t);
    m.line(l.window, [wx, y + height - t / 2], [wx + 2_400, y + height - t / 2]);
  }
  for (const dx of [5_000, 6_000, 16_500, 29_000])
    m.place(l.door, names.door, [x + dx, y + t], { angleDeg: 0 });
  m.place(l.door, names.door, [x + 12_100, y + 6_000], { angleDeg: 90, scaleX: -1 });
  m.place(l.door, names.door, [x + 24_100, y + 3_000], { angleDeg: 90, scaleX: -1 });
  m.rectangle(l.roof, [x - 1_500, y - 3_500], width + 3_000, 3_500);
  for (const [i, gx] of [0, 6_000, 12_000, 18_000, 24_000, 30_000, 36_000].entries()) {
    m.line(l.grid, [x + gx, y - 4_500], [x + gx, y + height + 3_500]);
    m.circle(l.grid, [x + gx, y + height + 4_400], 900);
    m.text(l.grid, [x + gx, y + height + 4_400], 500, String(i + 1), { across: 'centre', up: 'middle' });
  }
  for (const [i, gy] of [0, 7_500, 15_000].entries()) {
    m.line(l.grid, [x - 8_100, y + gy], [x + width + 1_500, y + gy]);
    m.circle(l.grid, [x - 9_000, y + gy], 900);
    m.text(l.grid, [x - 9_000, y + gy], 500, 'ABC'[i], { across: 'centre', up: 'middle' });
  }
}

/** Room names, levels and dimensions; heights are model mm for a plan at 1:200. */
export function annotate(m: SpaceComposer, l: TerminalLayers, height = 500): void {
  const { x, y, width } = HALL;
  const rooms: readonly (readonly [string, number, number])[] = [
    ['Tickets', 3_000, 9_000],
    ['Waiting hall', 15_000, 9_000],
    ['Crew', 27_000, 11_000],
    ['Plant', 27_000, 5_500],
  ];
  for (const [name, dx, dy] of rooms) m.text(l.text, [x + dx, y + dy], height, name, { across: 'centre' });
  for (let i = 0; i < 6; i++)
    m.dimension(l.dimension, [x + i * 6_000, y - 3_500], [x + (i + 1) * 6_000, y - 3_500], y - 6_500, height);
  m.dimension(l.dimension, [x, y - 3_500], [x + width, y - 3_500], y - 8_000, height);
  m.dimension(l.dimension, [x, y], [x, y + 7_500], x - 6_800, height, { plumb: true });
  m.dimension(l.dimension, [x, y + 7_500], [x, y + 15_000], x - 6_800, height, { plumb: true });
  m.text(l.text, [15_230, QUAY_Y + 9_200], height, 'Quay apron, level +3.20');
  m.text(l.text, [113_100, QUAY_Y + 9_200], height, 'Stacking lanes 1 to 6');
  m.text(l.text, [71_500, 2_000], height, 'Linkspan');
  m.text(l.text, [75_500, -12_000], height, 'Pontoon');
  m.text(l.text, [14_000, 5_000], height, 'Ostrelin Roads');
}

/** Services along the quay and lights, planting and kerbs of the forecourt. */
export function drawServices(m: SpaceComposer, l: TerminalLayers, names: SymbolNames): void {
  m.polyline(l.power, [
    [46_000, 50_000],
    [40_000, 50_000],
    [40_000, 26_500],
    [2_000, 26_500],
  ]);
  m.polyline(l.power, [
    [40_000, 26_500],
    [148_000, 26_500],
  ]);
  for (const x of [10_000, 40_000, 96_000, 130_000]) m.place(l.power, names.pillar, [x, 26_500]);
  m.polyline(l.fire, [
    [98_000, 60_000],
    [98_000, 28_500],
    [146_000, 28_500],
  ]);
  m.polyline(l.fire, [
    [98_000, 28_500],
    [3_000, 28_500],
  ]);
  for (const x of [20_000, 58_000, 98_000, 140_000]) m.place(l.fire, names.hydrant, [x, 28_500]);
  m.polyline(l.fuel, [
    [144_000, 60_000],
    [144_000, 30_500],
    [108_000, 30_500],
  ]);
  for (let x = 5_000; x < QUAY_LENGTH; x += 20_000) m.place(l.light, names.lamp, [x, 33_500]);
  for (const x of [1_500, 57_000, 75_000, 148_500])
    m.place(l.navigation, names.navigation, [x, QUAY_Y + 2_000]);
}

export function drawForecourt(m: SpaceComposer, l: TerminalLayers, names: SymbolNames): void {
  m.polyline(
    l.road,
    [
      [92_000, 36_500],
      [148_000, 36_500],
      [148_000, 61_000],
      [92_000, 61_000],
    ],
    true,
    [0, 0.15, 0.15, 0],
  );
  for (let i = 1; i < 6; i++) m.line(l.road, [96_000, 36_500 + i * 4_000], [140_000, 36_500 + i * 4_000]);
  m.polyline(
    l.road,
    [
      [2_000, 36_500],
      [44_000, 36_500],
      [44_000, 61_000],
      [2_000, 61_000],
    ],
    true,
  );
  // A fixed sequence instead of chance, so that the drawing is the same each time.
  let state = 7;
  const next = (): number => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return state / 2147483648;
  };
  for (let x = 4_000; x < 148_000; x += 5_200)
    m.place(l.plant, names.tree, [x + next() * 900, 65_200 + next() * 900]);
  for (let x = 2_000; x < 149_000; x += 1_750)
    m.place(l.plant, names.shrub, [x + next() * 500, 68_600 + next() * 700]);
  m.polyline(l.boundary, [
    [-9_000, 71_500],
    [153_000, 71_500],
    [153_000, 17_000],
  ]);
}
