import { correctDrawing } from '../../../correct/correct';
import type { Drawing } from '../../../dxf/drawing';
import { shapeOf } from '../../../dxf/read/decode';
import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { familiesOf, fillSchema } from '../../../standard/fills';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testRule } from '../testing';
import { fillsDense } from './dense';

const COURSES = fillSchema.parse({
  name: 'COURSES',
  basis: 'model',
  lines: [{ angleDeg: 0, spacingMm: 75 }],
});
const standard = office([officeLayer('WALL')]);
const AREA = [
  [0, 0],
  [4000, 0],
  [4000, 3000],
] as const;

/** Courses of 75 mm in the model, shown at these scales. */
const courses =
  (...scales: readonly number[]) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    file.model.patternFill({ layer: 'WALL' }, [AREA], {
      name: 'COURSES',
      angleDeg: 0,
      scale: 1,
      families: familiesOf(COURSES),
    });
    const sheet = scales.length > 0 ? file.sheet('A', 420, 297) : null;
    for (const scale of scales) sheet?.viewport({ layer: 'WALL' }, [200, 150], 380, 260, [2000, 1500], scale);
  };

// ISO 128-2, from memory: clear space between parallel lines at least 0.7 mm. 75 mm at 1:100 is 0.75 mm, at 1:200 0.375 mm.
testRule(fillsDense, {
  accept: [
    { name: 'lines that print apart', standard, draw: courses(100) },
    {
      name: 'a sample of one of the office’s on a sheet',
      standard: { ...standard, fills: [COURSES] },
      draw: (file) => {
        file.layer(GOOD);
        file.sheet('A', 420, 297).patternFill({ layer: 'WALL' }, [AREA], {
          name: 'COURSES',
          angleDeg: 0,
          scale: 0.005,
          families: familiesOf(COURSES, 0.005),
        });
      },
    },
    { name: 'what no scale shows', standard, draw: courses() },
    {
      name: 'solid areas',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.sheet('A', 420, 297).patternFill({ layer: 'WALL' }, [AREA], {
          name: 'SOLID',
          angleDeg: 0,
          scale: 1,
          families: [],
        });
      },
    },
  ],
  reject: [
    {
      name: 'lines that run together at the smaller of two scales',
      standard,
      draw: courses(50, 200),
      messages: [
        'The lines of 1 fill “COURSES” lie as near as 0.38 mm on paper; 0.7 mm is the least that prints apart.',
      ],
      expected: '0.7 mm or more apart',
      found: '0.38 mm',
    },
    {
      name: 'one of the office’s, which is for larger scales',
      standard: { ...standard, fills: [COURSES] },
      draw: courses(200),
      messages: [
        'The lines of 1 fill “COURSES” lie as near as 0.38 mm on paper; 0.7 mm is the least that prints apart.',
      ],
    },
  ],
});

it('sets lines, steps and dashes apart by one factor, where a person says so; the pattern runs through the point that it did', () => {
  const bricks = fillSchema.parse({
    name: 'BRICKS',
    basis: 'model',
    lines: [
      { angleDeg: 0, originMm: [10, 20], spacingMm: 75 },
      { angleDeg: 90, originMm: [10, 20], spacingMm: 112.5, shiftMm: 75, dashesMm: [75, -75] },
      { angleDeg: 90, originMm: [60, 95], spacingMm: 150 },
    ],
  });
  const bytes = bytesOf({
    draw: (file) => {
      file.layer(GOOD);
      file.model.patternFill({ layer: 'WALL' }, [AREA], {
        name: 'BRICKS',
        angleDeg: 0,
        scale: 1,
        families: familiesOf(bricks),
      });
      file.sheet('A', 420, 297).viewport({ layer: 'WALL' }, [200, 150], 380, 260, [2000, 1500], 200);
    },
  });
  const [{ key }] = findingsOf(bytes, standard, fillsDense);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: key, option: 'spread' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  expect(findingsOf(result.value.bytes, standard, fillsDense)).toEqual([]);
  const families = (drawing: Drawing) => {
    const shape = shapeOf(drawing, factsOf(drawing, 0.25).rowsOfKind('fill')[0]);
    return shape?.type === 'fill' ? shape.families : [];
  };
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const [was, now] = [families(read.value), families(result.value.drawing)];
  // 75 mm at 1:200 is 0.375 mm.
  const factor = 0.7 / 0.375;
  const round = (value: number): number => Number(value.toFixed(6));
  expect(now).toHaveLength(3);
  for (const [i, one] of now.entries()) {
    expect(round(one.angleRad)).toBe(round(was[i].angleRad));
    expect([one.offsetX, one.offsetY, ...one.dashes].map(round)).toEqual(
      [was[i].offsetX, was[i].offsetY, ...was[i].dashes].map((value) => round(value * factor)),
    );
    expect([one.baseX, one.baseY].map(round)).toEqual([
      round(was[0].baseX + (was[i].baseX - was[0].baseX) * factor),
      round(was[0].baseY + (was[i].baseY - was[0].baseY) * factor),
    ]);
  }
});
