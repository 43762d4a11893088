import fc from 'fast-check';
import { demoStandard } from '../../../../demo/standard';
import { anyDimension } from '../../../../tests/any-dimension';
import { differences } from '../../standard/differences';
import { dimensionStyleSchema } from '../../standard/dimension-settings';
import { fillSchema } from '../../standard/fills';
import { letteringSchema } from '../../standard/lettering';
import { parallelSetSchema } from '../../standard/parallels';
import { blankStandard, checkStandard, lineOf, type Standard } from '../../standard/standard';
import { STARTERS } from '../../standard/starters';
import { readDelimited, writeDelimited } from '../delimited';
import { fromRows, TABLE_NAMES, TABLES, type TableName, tableRows } from './tables';

const read = (standard: Standard, kind: TableName, text: string) =>
  fromRows(standard, kind, readDelimited(text));
const faults = (kind: TableName, text: string, standard: Standard = demoStandard): string[] => {
  const made = read(standard, kind, text);
  return 'faults' in made
    ? made.faults.map(({ row, column, message }) => `${row} ${column}: ${message}`)
    : [];
};
const faultsOf = (text: string): string[] => faults('layers', text);
const layersOf = (text: string) => {
  const made = read(demoStandard, 'layers', text);
  if ('faults' in made) throw new Error(made.faults[0].message);
  return { layers: made.standard.layers, unknown: made.unknown };
};
/** A standard without the definitions of a kind, then with those that its table brings back. */
function there(standard: Standard, kind: TableName): Standard {
  const bare = TABLES[kind].put(standard, []);
  const made = read(bare, kind, writeDelimited(tableRows(standard, kind), '\t'));
  if ('faults' in made) throw new Error(`${made.faults[0].column}: ${made.faults[0].message}`);
  return made.standard;
}

describe('layers as a table', () => {
  it('come back the same from their export', () => {
    const { layers } = layersOf(writeDelimited(tableRows(demoStandard, 'layers'), ';'));
    expect(layers).toEqual(demoStandard.layers);
  });

  it('change in the columns that are there, and only in those', () => {
    const { layers, unknown } = layersOf(
      'layer\tcolor\tplots\tOwner\na-wall\t#102030\tno\tme\nNEW\t5\t\tyou',
    );
    const wall = layers.find(({ name }) => name === 'a-wall');
    const before = demoStandard.layers.find(({ name }) => name === 'A-WALL');
    expect(wall).toEqual({ ...before, name: 'a-wall', colour: { rgb: 0x102030 }, prints: false });
    expect(layers.at(-1)).toMatchObject({
      name: 'NEW',
      colour: { number: 5 },
      linetype: 'Continuous',
      prints: false,
    });
    expect(layers).toHaveLength(demoStandard.layers.length + 1);
    expect(unknown).toEqual(['Owner']);
    expect(checkStandard({ ...demoStandard, layers })).toHaveProperty('standard');
  });

  it('say which cell is wrong and why', () => {
    expect(faultsOf('Colour,Width\n3,0.25')[0]).toMatch(/^1 Colour: the first row must name the columns/);
    expect(
      faultsOf(
        'Name;Colour;Width;Prints;Kinds;Exceptions\nX;blue;thick;maybe;line, blob;size\n;1;;;;\nY;1;0,25 mm;yes;any;\ny;1;;;;',
      ),
    ).toEqual([
      '2 Colour: “blue” is no colour: 1 to 255, or #rrggbb',
      '2 Width: “thick” is no width in mm',
      '2 Prints: “maybe” is neither yes nor no',
      expect.stringMatching(/^2 Kinds: “blob” is no kind of object/),
      '2 Exceptions: “size” is no property: colour, linetype, width, transparency',
      '3 Name: a name is needed',
      '5 Name: “y” is in row 4 already',
    ]);
  });

  it('read widths as people write them', () => {
    const { layers } = layersOf('Name;Width\nA-WALL;0,35 mm\nA-DOOR;default');
    const width = (wanted: string) => layers.find(({ name }) => name === wanted)?.widthMm;
    expect(width('A-WALL')).toBe(0.35);
    expect(width('A-DOOR')).toBeNull();
  });
});

// Definitions with every setting away from what it is by itself.
const odd: Standard = {
  ...blankStandard('Odd'),
  lettering: letteringSchema.parse({
    heightsMm: [],
    styles: [
      {
        name: 'Ünder „A“',
        use: 'a; b, "c"',
        font: 'romans',
        face: 'serif',
        heightMm: 3.3,
        widthFactor: 0.75,
        slantDeg: -12.5,
        lineSpacing: 1.9,
        justification: 'right',
        notes: 'zwei\nZeilen',
        clause: '1.2',
      },
    ],
  }),
  linetypes: [
    lineOf({ name: 'Continuous' }),
    lineOf({
      name: 'All',
      description: 'dash; "gap"',
      elementsMm: [12, -9, 0, -4.25, 0],
      words: [
        { element: 1, text: 'A, B', heightMm: 1.25, style: 'Ünder „A“', offsetMm: -0.25, upright: true },
        { element: 4, text: '2" main', heightMm: 2, style: '', offsetMm: 1.5, upright: false },
      ],
      symbols: [
        { element: 2, symbol: 'At 3', scale: 0.333, place: 'sitting', upright: true },
        { element: 3, symbol: 'ring', scale: 1, place: 'centred', upright: false },
      ],
      basis: 'model',
      ends: { insetMm: 1.5, whole: false },
      clause: '4',
      notes: 'n',
    }),
  ],
  fills: [
    fillSchema.parse({
      name: 'ALL',
      material: 'Stone',
      lines: [
        {
          angleDeg: -12.345678901234,
          originMm: [1, -2.5],
          spacingMm: 3,
          shiftMm: -7,
          dashesMm: [5, -2, 0, -2],
        },
        { angleDeg: 0, originMm: [0, 0], spacingMm: 1e-2, shiftMm: 0, dashesMm: [] },
      ],
      basis: 'model',
      angle: 'host',
      origin: 'host',
      clearOfText: false,
      behind: false,
      colour: 3,
      notes: 'n',
      clause: '8',
    }),
    fillSchema.parse({ name: 'FADE', kind: 'gradient', secondColour: 9, gradientDeg: 30 }),
  ],
  parallels: [
    parallelSetSchema.parse({
      name: 'All',
      use: 'Wall',
      lines: [
        { offsetMm: 57.5, colour: 3, linetype: 'in All' },
        { offsetMm: -57.5 },
        { offsetMm: 0, linetype: 'All' },
      ],
      startCap: 'round',
      endCap: 'line',
      fillColour: 8,
      clause: '9',
      notes: 'n',
    }),
  ],
  meanings: [
    {
      name: 'setback',
      linetype: 'All',
      role: 'outline',
      words: ['setb', 'set back'],
      clause: '5',
      notes: 'n',
    },
  ],
  dimensions: fc.sample(anyDimension, { numRuns: 6, seed: 3 }).map((settings, i) =>
    dimensionStyleSchema.parse({
      name: `Style ${i}`,
      use: i % 2 ? 'odd' : '',
      base: i > 0 ? 'Style 0' : null,
      // What a family leaves to its base stays with it.
      settings: i === 1 ? { suffix: '', lineColour: null, textStyle: '', decimalMark: ' ' } : settings,
    }),
  ),
};

describe('definitions as tables', () => {
  const standards: [string, Standard][] = [
    ['the demo', demoStandard],
    ['odd', odd],
    ...STARTERS.map(({ standard }): [string, Standard] => [standard.name, standard]),
  ];
  it.each(standards)('come back the same, whatever their kind: %s', (_, standard) => {
    for (const kind of TABLE_NAMES) {
      const back = there(standard, kind);
      expect(TABLES[kind].listOf(back)).toEqual(TABLES[kind].listOf(standard));
      expect(differences(standard, back)).toEqual([]);
    }
  });

  it('change one setting by one cell', () => {
    const change = (kind: TableName, text: string): string[] => {
      const made = read(demoStandard, kind, text);
      if ('faults' in made) throw new Error(made.faults[0].message);
      expect(checkStandard(made.standard)).toHaveProperty('standard');
      return differences(demoStandard, made.standard).map(
        ({ name, setting, before, after }) => `${name} ${setting} ${before} → ${after}`,
      );
    };
    expect(change('text-styles', 'Style;Height\nohw-note;3,5 mm')).toContain(
      'ohw-note height 2.5 mm → 3.5 mm',
    );
    expect(change('linetypes', 'Name;Pattern\nOHW-Above;dash 2, gap 1')).toEqual([
      'OHW-Above elements dash 1.5, gap 1 → dash 2, gap 1',
    ]);
    expect(change('dimension-styles', 'Name\tFigure: Height, mm\nOHW-Metres\t3.5')).toEqual([
      'OHW-Metres figure: height 2.5 mm → 3.5 mm',
    ]);
    // An empty cell gives the setting back to what the style builds on.
    expect(change('dimension-styles', 'Name\tNumber: Factor\nOHW-Metres\t')).toEqual([
      'OHW-Metres number: factor 0.001 × → 1 ×',
    ]);
    expect(change('fills', 'Name;Lines\nOHW-Paving;0 every 80')).toContain(
      'OHW-Paving lines 0° every 100 mm; 90° every 100 mm, shifted 100, dash 100, gap 100 → 0° every 80 mm',
    );
    expect(change('meanings', 'Meaning;Words\nboundary;limit; edge')).toHaveLength(1);
  });

  it('read columns that need one another in any order', () => {
    const made = read(
      odd,
      'linetypes',
      'Words\tElements\tName\n2 mm, 1 off the line; 1.5\tdash 9, gap 4 “A”, gap 6 “B”\tNew',
    );
    expect('standard' in made && made.standard.linetypes.at(-1)?.words).toMatchObject([
      { text: 'A', heightMm: 2, offsetMm: 1 },
      { text: 'B', heightMm: 1.5, offsetMm: 0 },
    ]);
  });

  it.each<[TableName, string, string]>([
    ['linetypes', 'Name;Elements\nX;3 1 3', 'is no row of dash, gap and dot'],
    ['linetypes', 'Name\tElements\tWords\nX\tdash 3, gap 1\t2', '1 words are described, the elements have 0'],
    ['linetypes', 'Name\tElements\tWords\nX\tdash 3, gap 9 “A”\t2, bold', '“bold” is not understood'],
    ['linetypes', 'Name\tElements\tWords\nX\tdash 3, gap 9 “A”\thigh', '“high” is no number'],
    ['linetypes', 'Name;Line marks\nX;ring', 'does not say which line mark stands at which element'],
    ['linetypes', 'Name\tLine marks\nX\tring at 2, upside down', '“upside down” is not understood'],
    ['linetypes', 'Name;Whole repeats\nX;perhaps', 'is neither yes nor no'],
    ['text-styles', 'Name;Face\nX;gothic', 'is none of stroke, sans'],
    ['text-styles', 'Name;Height\nX;tall', 'is no number'],
    ['dimension-styles', 'Name;Ends: First\nX;star', 'is none of filled arrow'],
    ['dimension-styles', 'Name;Figure: Framed\nX;round', 'is neither yes nor no'],
    ['dimension-styles', 'Name;Figure: Height, mm\nX;two', 'is no number'],
    ['fills', 'Name;Lines\nX;every 3', 'does not begin with an angle and a distance'],
    ['fills', 'Name\tLines\nX\t45 every 3, tilted', '“tilted” is not understood'],
    ['fills', 'Name\tLines\nX\t45 every 3, from 1', 'too many or too few numbers'],
    ['fills', 'Name;Colour\nX;300', 'is no colour: 1 to 255, or “layer”'],
    ['parallels', 'Name;Lines\nX;left', 'is no line of a set'],
    ['parallels', 'Name;Start\nX;square', 'is none of open, line, round'],
  ])('%s: %j is refused with what is wrong', (kind, text, says) => {
    expect(faults(kind, text)).toEqual([expect.stringContaining(says)]);
  });
});
