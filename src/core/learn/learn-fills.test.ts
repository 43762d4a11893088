import { audit } from '../audit/engine';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { familiesOf, fillSchema } from '../standard/fills';
import { learnStandard } from './learn';
import { learnFills } from './learn-fills';

const PATTERN = fillSchema.parse({
  name: 'DIAG',
  lines: [{ angleDeg: 45, spacingMm: 2, dashesMm: [3, -1] }],
});

/** Squares of the model at 1:50 on a sheet, with lines so large. */
function drawing(scales: readonly number[], shown: boolean, turns: readonly number[] = [0]) {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: 'WALL', colour: 3, widthMm: 0.5 });
  for (const [i, scale] of scales.entries()) {
    const x = 1000 * i;
    const turn = turns[i % turns.length];
    file.model.patternFill(
      { layer: 'WALL' },
      [
        [
          [x, 0],
          [x + 800, 0],
          [x + 800, 800],
          [x, 800],
        ],
      ],
      // What programs write as the factor of a pattern is one on lines of some file that nobody has.
      { name: 'DIAG', angleDeg: turn, scale: 0.7 * scale, families: familiesOf(PATTERN, scale, turn) },
    );
  }
  if (shown) file.sheet('A', 420, 297).viewport({ layer: 'WALL' }, [200, 150], 380, 260, [2000, 400], 50);
  const read = readDrawing(file.bytes());
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
}

it('takes lines as they print, as most of the drawing has them', () => {
  expect(learnFills(drawing([50, 100, 50], true), new Set())).toMatchObject([
    { name: 'DIAG', basis: 'paper', lines: [{ angleDeg: 45, spacingMm: 2, dashesMm: [3, -1] }] },
  ]);
});

it('takes them in the model, where no scale shows them', () => {
  expect(learnFills(drawing([50, 50], false), new Set())).toMatchObject([
    { name: 'DIAG', basis: 'model', lines: [{ angleDeg: 45, spacingMm: 100, dashesMm: [150, -50] }] },
  ]);
});

it('makes a standard that its own drawing keeps, turned one way or several', () => {
  for (const turns of [[0], [30], [30, 75, 0]])
    for (const shown of [true, false]) {
      const from = drawing([50, 50, 50], shown, turns);
      const { findings } = audit(from, learnStandard(from, 'Learnt'));
      expect(findings.filter(({ rule }) => rule.startsWith('fills/')).map(({ message }) => message)).toEqual(
        [],
      );
    }
});

describe('the layer of a fill', () => {
  const learnt = (layers: readonly string[]) => {
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    for (const name of new Set(layers)) file.layer({ name, colour: 3, widthMm: 0.5 });
    for (const [i, layer] of layers.entries())
      file.model.patternFill(
        { layer },
        [
          [
            [1000 * i, 0],
            [1000 * i + 800, 0],
            [1000 * i + 800, 800],
          ],
        ],
        { name: 'SOLID', angleDeg: 0, scale: 1, families: [] },
      );
    const read = readDrawing(file.bytes());
    if (!read.ok) throw new Error(read.problem.message);
    const standard = learnStandard(read.value, 'Learnt');
    const found = audit(read.value, standard).findings.filter(({ rule }) => rule === 'fills/layer');
    return [standard.fills[0].layer, found.length];
  };

  it('is where nearly all of them lie, and the one that lies elsewhere is found', () => {
    expect(learnt([...Array(19).fill('HATCH'), 'WALL'])).toEqual(['HATCH', 1]);
  });

  it('is nowhere, where they lie here and there: whichever came first', () => {
    expect(learnt(['HATCH', 'WALL', 'WALL', 'SITE'])).toEqual(['', 0]);
  });
});

it('takes gradients by their colours, and their drawing keeps what was learnt', () => {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: 'WATER', colour: 5, widthMm: 0.25 });
  const runs = [
    { from: 0x1a4d80, to: 0xffffff, angleDeg: 30 },
    { from: 0x1a4d80, to: 0xffffff, angleDeg: 75 },
    { from: 0x0000ff, to: 0x00ffff, angleDeg: -90 },
  ];
  for (const [i, gradient] of runs.entries())
    file.model.patternFill(
      { layer: 'WATER' },
      [
        [
          [1000 * i, 0],
          [1000 * i + 800, 0],
          [1000 * i + 800, 800],
        ],
      ],
      { name: 'SOLID', angleDeg: 0, scale: 1, families: [], gradient },
    );
  const read = readDrawing(file.bytes());
  if (!read.ok) throw new Error(read.problem.message);
  const learnt = learnStandard(read.value, 'Learnt');
  expect(learnt.fills).toMatchObject([
    { kind: 'gradient', secondColour: null, angle: 'host', layer: 'WATER' },
    { name: 'GRADIENT-5-4', kind: 'gradient', colour: 5, secondColour: 4, gradientDeg: 270, angle: 'fixed' },
  ]);
  const { findings } = audit(read.value, learnt);
  expect(findings.filter(({ rule }) => rule.startsWith('fills/'))).toEqual([]);
});
