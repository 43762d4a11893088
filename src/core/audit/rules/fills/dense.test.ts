import type { DrawingComposer } from '../../../dxf/write/composer';
import { familiesOf, fillSchema } from '../../../standard/fills';
import { GOOD, office, officeLayer, testRule } from '../testing';
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
