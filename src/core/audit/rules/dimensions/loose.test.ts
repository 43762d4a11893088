import { correctDrawing } from '../../../correct/correct';
import { linearFigure } from '../../../dimension/figure';
import { joinedParts } from '../../../dimension/picture';
import { putPart } from '../../../dimension/put-part';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import type { DimensionValues } from '../../../standard/dimension-settings';
import { bytesOf, findingsOf, GOOD, testRule } from '../testing';
import { dimensionsLoose } from './loose';
import { dimensioned, SCALE, settingsOf } from './testing';

const standard = dimensioned();

interface Broken {
  readonly from?: readonly [number, number];
  readonly to?: readonly [number, number];
  readonly deg?: number;
  readonly says?: string;
  readonly values?: Partial<DimensionValues>;
}

const ORIGIN = [0, 0] as const;
const TO = [3550, 0] as const;

/** Dimensions taken apart: their parts lie in the model by themselves; a sheet shows them at 1:50. */
const broken =
  (all: readonly Broken[], at: readonly [number, number] = [0, 0]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    for (const { from = ORIGIN, to = TO, deg = 0, says, values } of all) {
      const v = settingsOf('Building', values);
      const onPaper = ([x, y]: readonly [number, number]): [number, number] => [
        (at[0] + x) / SCALE,
        (at[1] + y) / SCALE,
      ];
      const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
      const length = (to[0] - from[0]) * c + (to[1] - from[1]) * s;
      const parts = linearFigure(
        v,
        { face: 'stroke', widthFactor: 1 },
        onPaper(from),
        onPaper(to),
        deg,
        10,
        Math.round(length),
        says === undefined ? {} : { text: { main: says, stack: null, second: '' } },
      );
      for (const part of joinedParts(parts))
        putPart(file.model, part, {
          layer: 'WALL',
          colour: 256,
          widthMm: 0.18,
          text: { style: 'Standard' },
          unitsPerMm: SCALE,
        });
    }
    file
      .sheet('A', 420, 297)
      .viewport({ layer: 'WALL' }, [200, 150], 380, 260, [at[0] + 4000, at[1] + 3000], SCALE);
  };

/** Cells of a table: numbers between lines, as wide as anything but the numbers. */
const table = (file: DrawingComposer): void => {
  file.layer(GOOD);
  for (let i = 0; i <= 4; i++) {
    file.model.line({ layer: 'WALL' }, [0, 500 * i], [4000, 500 * i]);
    file.model.line({ layer: 'WALL' }, [1000 * i, 0], [1000 * i, 2000]);
    if (i < 4) file.model.text({ layer: 'WALL' }, [1000 * i + 300, 500 * i + 150], 125, String(1200 + i));
  }
};

testRule(dimensionsLoose, {
  accept: [
    { name: 'another number than the lines are apart', standard, draw: broken([{ says: '3600' }]) },
    { name: 'a number with words', standard, draw: broken([{ says: 'Room 3550' }]) },
    { name: 'the cells of a table', standard, draw: table },
    {
      name: 'a dimension',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.dimension({ layer: 'WALL' }, [0, 0], [3550, 0], 500, 125);
      },
    },
    {
      name: 'anything, where the standard has no dimension style',
      standard: { ...standard, dimensions: [] },
      draw: broken([{}]),
    },
  ],
  reject: [
    {
      name: 'level, plumb and turned ones, with strokes and in the height of a style: automatic',
      standard,
      draw: broken([
        {},
        { from: [0, 2000], to: [0, 4400], deg: 90 },
        { from: [1500, 2000], to: [4500, 3500], deg: 30 },
      ]),
      messages: ['3 numbers on layer “WALL” and the lines around them were once dimensions.'],
      leaves: 0,
    },
    {
      name: 'in metres, millions of units from the origin',
      standard,
      draw: broken([{ says: '3.55' }], [4_500_000, 5_300_000]),
      messages: ['“3.55” on layer “WALL” and the lines around it were once a dimension.'],
      leaves: 0,
    },
    {
      name: 'in no height of a style: a person decides',
      standard,
      draw: broken([
        { values: { textHeightMm: 3, terminator1: 'filled arrow', terminator2: 'filled arrow' } },
      ]),
      messages: ['“3550” on layer “WALL” and the lines around it were once a dimension.'],
      found: '“3550” and lines',
    },
  ],
});

it.each(['AC1009', 'AC1015', 'AC1024', 'AC1032'] as const)('is a dimension again, in %s', (version) => {
  const draw = broken([{ from: [1500, 2000], to: [4500, 3500], deg: 30 }]);
  const bytes = bytesOf({ draw, version });
  const [found] = findingsOf(bytes, standard, dimensionsLoose);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  const read = readDrawing(result.value.bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  const rows = facts.rowsOfKind('dimension');
  expect(rows).toHaveLength(1);
  const { measured, settings, values, letters } = facts.dimension(rows[0]);
  // Closed form: 3000 along and 1500 up, measured at 30°.
  expect(measured?.value).toBeCloseTo(3000 * Math.cos(Math.PI / 6) + 1500 * 0.5, 6);
  expect([settings.styleName, values.textHeightMm * settings.number('overallScale')]).toEqual([
    'Building',
    125,
  ]);
  expect(letters.map((one) => facts.text(one)?.says)).toEqual(['3348']);
  // Nothing of what it was is left beside it.
  const { containers } = read.value;
  expect(containers.find(({ kind }) => kind === 'model')!.rows).toHaveLength(1);
  expect(result.value.after.findings.filter(({ rule }) => rule.startsWith('dimensions/'))).toEqual([]);
});

it('gives each its own picture where several causes are put right at once', () => {
  const bytes = bytesOf({
    draw: (file) => {
      broken([{}])(file);
      file.layer({ ...GOOD, name: 'OTHER' });
      const parts = joinedParts(
        linearFigure(
          settingsOf('Building'),
          { face: 'stroke', widthFactor: 1 },
          [0, 60],
          [40, 60],
          0,
          10,
          2000,
        ),
      );
      for (const part of parts)
        putPart(file.model, part, {
          layer: 'OTHER',
          colour: 256,
          widthMm: 0.18,
          text: { style: 'Standard' },
          unitsPerMm: SCALE,
        });
    },
  });
  const found = findingsOf(bytes, standard, dimensionsLoose);
  expect(found).toHaveLength(2);
  const result = correctDrawing(bytes, standard, { findings: found.map(({ key }) => key) });
  if (!result.ok) throw new Error(result.problem.message);
  const read = readDrawing(result.value.bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  const said = facts
    .rowsOfKind('dimension')
    .map((row) => facts.dimension(row).letters.map((one) => facts.text(one)?.says));
  expect(said.sort()).toEqual([['2000'], ['3550']]);
});

it('keeps the line that a neighbour shares until that is rebuilt too', () => {
  const values = { textHeightMm: 3 };
  const bytes = bytesOf({
    draw: (file) => {
      broken([{ to: [2000, 0], values }])(file);
      // The neighbour has no first extension line of its own.
      const parts = joinedParts(
        linearFigure(
          { ...settingsOf('Building', values), hideExtension1: true },
          { face: 'stroke', widthFactor: 1 },
          [40, 0],
          [90, 0],
          0,
          10,
          2500,
        ),
      );
      for (const part of parts)
        putPart(file.model, part, {
          layer: 'WALL',
          colour: 256,
          widthMm: 0.18,
          text: { style: 'Standard' },
          unitsPerMm: SCALE,
        });
    },
  });
  const found = findingsOf(bytes, standard, dimensionsLoose);
  expect(found).toHaveLength(2);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: found[0].key, option: 'rebuild', to: 'Building' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect(findingsOf(result.value.bytes, standard, dimensionsLoose)).toHaveLength(1);
});
