import { correctDrawing } from '../../../correct/correct';
import { readDrawing } from '../../../dxf/read/interpret';
import type { SpaceComposer } from '../../../dxf/write/space-composer';
import { factsOf } from '../../../facts/facts';
import { familiesOf, fillSchema } from '../../../standard/fills';
import { bytesOf, type Case, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fillsOverText } from './over-text';

const LINES = fillSchema.parse({ name: 'CONCRETE', lines: [{ angleDeg: 45, spacingMm: 3 }] });
const SOLID = fillSchema.parse({ name: 'SOLID', kind: 'solid' });
const UNDER = fillSchema.parse({ ...LINES, name: 'TINT', clearOfText: false });
const standard = office([officeLayer('WALL'), officeLayer('TEXT')], { fills: [LINES, SOLID, UNDER] });
const SQUARE = [
  [0, 0],
  [100, 0],
  [100, 60],
  [0, 60],
] as const;
type Points = readonly (readonly [number, number])[];

const fillIn = (sheet: SpaceComposer, fill: typeof LINES, ...loops: Points[]): void =>
  sheet.patternFill({ layer: 'WALL' }, loops.length > 0 ? loops : [SQUARE], {
    name: fill.name,
    angleDeg: 0,
    scale: 1,
    families: fill.kind === 'solid' ? [] : familiesOf(fill),
  });

/** On a sheet, in mm of the paper. */
const sheetOf =
  (draw: (sheet: SpaceComposer) => void): Case['draw'] =>
  (file) => {
    file.layer(GOOD);
    draw(file.sheet('Plan', 297, 210));
  };
const text = (sheet: SpaceComposer, x: number, y: number, says = 'Room 12'): void =>
  sheet.text({ layer: 'TEXT' }, [x, y], 3.5, says);

testRule(fillsOverText, {
  accept: [
    {
      name: 'texts beside a fill, on its edge, in an island, over a solid one, and in one that need not be clear',
      standard,
      draw: sheetOf((sheet) => {
        fillIn(sheet, LINES, SQUARE, [
          [20, 20],
          [60, 20],
          [60, 40],
          [20, 40],
        ]);
        text(sheet, 30, 28);
        text(sheet, 120, 28);
        fillIn(sheet, SOLID, [
          [200, 0],
          [280, 0],
          [280, 60],
          [200, 60],
        ]);
        text(sheet, 220, 20);
        fillIn(sheet, UNDER, [
          [0, 100],
          [80, 100],
          [80, 160],
          [0, 160],
        ]);
        text(sheet, 20, 120);
      }),
    },
  ],
  reject: [
    {
      name: 'a text in the lines of a fill, and one under a solid one',
      standard,
      draw: sheetOf((sheet) => {
        text(sheet, 20, 20);
        fillIn(sheet, LINES);
        text(sheet, 220, 20, 'hidden');
        fillIn(sheet, SOLID, [
          [200, 0],
          [280, 0],
          [280, 60],
          [200, 60],
        ]);
      }),
      messages: [
        '1 text on layer “TEXT” lies in the lines of a fill.',
        '1 text on layer “TEXT” is hidden by a solid fill.',
      ],
      expected: 'clear of fills',
      leaves: 0,
    },
    {
      name: 'texts whose islands would lie on each other',
      standard,
      draw: sheetOf((sheet) => {
        fillIn(sheet, LINES);
        text(sheet, 20, 20, 'Level');
        text(sheet, 22, 24.5, '+ 3.20');
        text(sheet, 60, 40);
      }),
      messages: ['3 texts on layer “TEXT” lie in the lines of a fill.'],
      leaves: 0,
    },
  ],
});

/** The area that a fill covers, by the even-odd rule over its edges: each loop in turn, islands less. */
function areaOf(bytes: Uint8Array): number {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  const edges = facts.edges(facts.rowsOfKind('fill')[0]);
  const loops: number[] = [];
  for (let i = 0; i < edges.length; i += 4) {
    if (i === 0 || edges[i] !== edges[i - 2] || edges[i + 1] !== edges[i - 1]) loops.push(0);
    loops[loops.length - 1] += (edges[i] * edges[i + 3] - edges[i + 2] * edges[i + 1]) / 2;
  }
  const [outer, ...islands] = loops.map(Math.abs);
  return islands.reduce((sum, island) => sum - island, outer);
}

it.each([0, 30, 90])('cuts out the box of the text and the space around it, turned by %s°', (rotationDeg) => {
  const bytes = bytesOf({
    draw: sheetOf((sheet) => {
      fillIn(sheet, LINES);
      sheet.text({ layer: 'TEXT' }, [40, 20], 3.5, 'Room 12', { angleDeg: rotationDeg });
    }),
  });
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const facts = factsOf(read.value, 0.25);
  const [ax, ay, bx, by, cx, cy] = facts.text(facts.rowsOfKind('text')[0])!.box!;
  const [w, h] = [Math.hypot(bx - ax, by - ay), Math.hypot(cx - bx, cy - by)];
  const [found] = findingsOf(bytes, standard, fillsOverText);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  expect(areaOf(bytes)).toBeCloseTo(6000, 9);
  expect(areaOf(result.value.bytes)).toBeCloseTo(6000 - (w + 1.4) * (h + 1.4), 6);
  expect(result.value.changes).toMatchObject([{ kind: 'fill', property: 'boundary' }]);
});
