import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { demoStandard } from '../../demo/standard';
import { audit } from '../../src/core/audit/engine';
import { put } from '../../src/core/audit/rules/dimensions/testing';
import { proposalsOf } from '../../src/core/correct/proposals';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { DrawingComposer } from '../../src/core/dxf/write/composer';
import type { SpaceComposer } from '../../src/core/dxf/write/space-composer';
import {
  dimensionStyleSchema,
  PLAIN_DIMENSION,
  type Terminator,
} from '../../src/core/standard/dimension-settings';
import { FILL_PRESETS, familiesOf, fillSchema } from '../../src/core/standard/fills';
import { parallelSetSchema } from '../../src/core/standard/parallels';
import { lineOf, type Standard } from '../../src/core/standard/standard';
import type { Found } from './measure';

// Names of definitions that say little without what they name: each is drawn as its sender drew it, and what the audit of that
// drawing proposes is held against what a drafter would take.

/** A sender's definition by the heads of the columns, and which of the office's a drafter would take; none where nothing fits. */
export interface SendersDefinition {
  readonly habit: string;
  readonly of: Readonly<Record<string, string>>;
  readonly wanted: readonly string[];
}

/** The rule that asks, how a definition is drawn, and another standard than the demo's. */
interface Kind {
  readonly rule: string;
  readonly draw: Draw;
  readonly standard?: Standard;
}

type Draw = (of: SendersDefinition['of'], sheet: SpaceComposer, file: DrawingComposer) => void;

const ON = { layer: 'S-STEL' } as const;
/** A font of each kind of letters. */
const FONT: Readonly<Record<string, string>> = {
  stroke: 'strokes.shx',
  sans: 'plain.ttf',
  'sans-bold': 'plain bold.ttf',
  serif: 'serif.ttf',
};
/** Objects that are drawn in a definition. */
const SOME = [0, 1, 2, 3, 4, 5];

/** The demo office has two sets of parallel lines; one that builds has some of one width, and some of one number of lines. */
const PARALLELS = [
  ...demoStandard.parallels,
  ...(
    [
      ['OHW-Wall-Concrete', 'Concrete wall, 200 mm', [100, -100]],
      ['OHW-Wall-Cavity', 'Brick wall with a cavity, 300 mm: two leaves', [150, 50, -50, -150]],
      ['OHW-Partition', 'Light partition, 120 mm', [60, -60]],
      ['OHW-Pipe', 'Drain pipe: both sides and centre line', [150, 0, -150]],
      ['OHW-Rail', 'Crane rails', [717.5, -717.5]],
    ] as const
  ).map(([name, use, offsets]) =>
    parallelSetSchema.parse({ name, use, lines: offsets.map((offsetMm) => ({ offsetMm })) }),
  ),
];

/** An office with many definitions that look alike: names decide. */
const CROWDED: Standard = {
  ...demoStandard,
  linetypes: [
    ...demoStandard.linetypes,
    ...(
      [
        ['OHW-Watermain', 'Water main', [6, -2]],
        ['OHW-Sewer', 'Sewer and drain', [6, -2]],
        ['OHW-Power', 'Power cable, buried', [6, -2]],
        ['OHW-Telecom', 'Telecom cable, buried', [6, -2]],
        ['OHW-Demolition', 'What is taken down', [3, -0.75]],
        ['OHW-Contour', 'Contour of the seabed', [3, -1.5]],
        ['OHW-Section', 'Line of a section', [9, -1, 0, -1]],
        ['OHW-Property', 'Property boundary', [9, -1, 0, -1, 0, -1]],
      ] as const
    ).map(([name, description, elementsMm]) => lineOf({ name, description, elementsMm: [...elementsMm] })),
  ],
  fills: [
    ...demoStandard.fills,
    ...FILL_PRESETS.map((fill) => ({ ...fill, name: `OHW-2-${fill.name}` })),
  ].filter(
    // Of what the demo has one is enough.
    ({ name }) => !/^OHW-2-(CONCRETE|STEEL|EARTH|GRAVEL|WATER|SOLID)$/.test(name),
  ),
  lettering: {
    ...demoStandard.lettering,
    styles: [
      ...demoStandard.lettering.styles,
      ...(
        [
          ['OHW-Room', 'Names of rooms', 'stroke', 2.5],
          ['OHW-Legend', 'Legends', 'stroke', 2.5],
          ['OHW-Schedule', 'Schedules and tables', 'stroke', 2.5],
          ['OHW-Revision', 'Revisions', 'stroke', 2.5],
          ['OHW-Level', 'Levels and heights', 'stroke', 2.5],
          ['OHW-Contour', 'Heights on contours', 'stroke', 2.5],
          ['OHW-Section', 'Letters of sections', 'sans', 5],
          ['OHW-Stamp', 'Stamps: for construction', 'sans-bold', 7],
        ] as const
      ).map(([name, use, face, heightMm]) => ({
        ...demoStandard.lettering.styles[0],
        name,
        use,
        face,
        heightMm,
        font: face === 'stroke' ? demoStandard.lettering.styles[0].font : 'barlow',
      })),
    ],
  },
  dimensions: [
    ...demoStandard.dimensions,
    ...(
      [
        ['OHW-Openings', 'Doors and windows', 'OHW-Millimetres', {}],
        ['OHW-Timber', 'Timber and decking', 'OHW-Millimetres', {}],
        ['OHW-Piles', 'Piles and sheet piling', 'OHW-Millimetres', {}],
        ['OHW-Rebar', 'Reinforcement', 'OHW-Millimetres', {}],
        ['OHW-Pipes', 'Pipes and drains', 'OHW-Steel', {}],
        ['OHW-Levels', 'Levels and depths', 'OHW-Metres', {}],
        ['OHW-Survey', 'Survey: metres to three places', 'OHW-Metres', { decimals: 3, rounding: 0.001 }],
      ] as const
    ).map(([name, use, base, settings]) => dimensionStyleSchema.parse({ name, use, base, settings })),
  ],
};

/** The kinds that are measured: the rule that asks, and how a definition is drawn. Sizes are those on paper, mm. */
const DEMO_KINDS = {
  linetypes: {
    rule: 'linetypes/unknown',
    draw: ({ name, description, elements }, sheet, file) => {
      file.linetype(name, description, elements === '' ? [] : elements.split(' ').map(Number));
      for (const i of SOME) sheet.line({ ...ON, linetype: name }, [20, 20 + 10 * i], [220, 20 + 10 * i]);
    },
  },
  fills: {
    rule: 'fills/unknown',
    draw: ({ name, lines }, sheet) => {
      const drawn = fillSchema.parse({
        name: 'ANY',
        lines: lines.split(';').map((one) => {
          const [angleDeg, spacingMm] = one.split(' ').map(Number);
          return { angleDeg, spacingMm };
        }),
      });
      for (const i of SOME) {
        const [x, y] = [20 + 60 * i, 40];
        const around = [
          [x, y],
          [x + 50, y],
          [x + 50, y + 50],
          [x, y + 50],
        ] as const;
        sheet.patternFill(ON, [around], {
          name,
          angleDeg: 0,
          scale: 1,
          families: familiesOf(drawn),
        });
      }
    },
  },
  'text-styles': {
    rule: 'lettering/style-unknown',
    draw: ({ name, face, height }, sheet, file) => {
      file.textStyle({ name, font: FONT[face], height: 0, widthFactor: 1, slantDeg: 0 });
      for (const i of SOME)
        sheet.text(ON, [20, 20 + 15 * i], Number(height), `Level ${i + 1}`, { style: name });
    },
  },
  'dimension-styles': {
    rule: 'dimensions/style-unknown',
    draw: ({ name, ends, height, decimals, suffix }, sheet, file) => {
      put(file, name, {
        ...PLAIN_DIMENSION,
        terminator1: ends as Terminator,
        terminator2: ends as Terminator,
        textHeightMm: Number(height),
        decimals: Number(decimals),
        suffix,
      });
      for (const i of SOME)
        sheet.dimension(ON, [20, 30 + 30 * i], [120, 30 + 30 * i], 40 + 30 * i, Number(height), {
          style: name,
        });
    },
  },
} as const satisfies Record<string, Kind>;

/** The kinds that are measured, and the standards that they are held against. */
export const KINDS = {
  ...DEMO_KINDS,
  'crowded-linetypes': { ...DEMO_KINDS.linetypes, standard: CROWDED },
  'crowded-fills': { ...DEMO_KINDS.fills, standard: CROWDED },
  'crowded-text-styles': { ...DEMO_KINDS['text-styles'], standard: CROWDED },
  'crowded-dimension-styles': { ...DEMO_KINDS['dimension-styles'], standard: CROWDED },
  // As large as they are.
  parallels: {
    rule: 'parallels/unknown',
    draw: ({ name, description, offsets }, _, file) => {
      const own = offsets.split(' ').map(Number);
      const lines = own.map((offset) => ({ offset, colour: 256, linetype: 'BYLAYER' }));
      file.parallelSet({ name, description, lines, startCap: 'open', endCap: 'open', fillColour: null });
      for (const i of SOME)
        file.model.parallels(ON, { name, offsets: own }, [
          [0, 9000 * i],
          [30_000, 9000 * i],
        ]);
    },
    standard: { ...demoStandard, parallels: PARALLELS },
  },
} as const satisfies Record<string, Kind>;

export type MeasuredKind = keyof typeof KINDS;

/** The definitions of the test data, written down before they were held against anything. */
function sendersDefinitions(kind: MeasuredKind): SendersDefinition[] {
  const [head, ...rows] = readFileSync(join('tests', 'crosswalk', `${kind}.csv`), 'utf8')
    .trimEnd()
    .split('\n');
  const columns = head.split(',');
  return rows.map((row) => {
    const cells = row.split(',');
    const of = Object.fromEntries(columns.map((column, i) => [column, cells[i]]));
    return { habit: of.habit, of, wanted: cells[cells.length - 1].split('|').filter((one) => one !== '') };
  });
}

/** What the audit of a drawing proposes that holds six objects in this definition, and nothing else. */
function proposedFor(kind: MeasuredKind, { of }: SendersDefinition) {
  const {
    rule,
    draw,
    standard = demoStandard,
  }: { rule: string; draw: Draw; standard?: Standard } = KINDS[kind];
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: ON.layer, colour: 3, widthMm: 0.35 });
  draw(of, file.sheet('A', 420, 297), file);
  const read = readDrawing(file.bytes());
  if (!read.ok) throw new Error(read.problem.message);
  const live = audit(read.value, standard);
  const finding = live.findings.find((one) => one.rule === rule);
  if (!finding) throw new Error(`${rule} does not ask about “${of.name}”.`);
  return proposalsOf(live, finding);
}

/** Each definition of a kind with what is proposed for it: every one is drawn, written, read and audited. */
export const foundFor = (kind: MeasuredKind): (SendersDefinition & Found)[] =>
  sendersDefinitions(kind).map((one) => ({ ...one, proposals: proposedFor(kind, one) }));
