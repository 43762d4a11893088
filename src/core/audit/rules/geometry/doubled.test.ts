import fc from 'fast-check';
import { correctDrawing } from '../../../correct/correct';
import { factsOf } from '../../../facts/facts';
import { bytesOf, GOOD, office, officeLayer, testRule } from '../testing';
import { geometryDoubled } from './doubled';

const standard = office([officeLayer('WALL'), officeLayer('ROOF')]);
const ON_WALL = { layer: 'WALL' } as const;

testRule(geometryDoubled, {
  accept: [
    {
      name: 'lines that cross, follow each other, overlap in part, or lie beside each other',
      standard,
      draw: ({ model }) => {
        model.line(ON_WALL, [0, 0], [100, 0]);
        model.line(ON_WALL, [50, -50], [50, 50]);
        model.line(ON_WALL, [100, 0], [200, 0]);
        model.line(ON_WALL, [150, 0], [260, 0]);
        model.line(ON_WALL, [20, 0.01], [80, 0.01]);
      },
    },
    {
      name: 'the same line on another layer, in other looks, in another symbol',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.layer({ ...GOOD, name: 'ROOF' });
        file.model.line(ON_WALL, [0, 0], [100, 0]);
        file.model.line({ layer: 'ROOF' }, [0, 0], [100, 0]);
        file.model.line({ layer: 'WALL', colour: 5 }, [0, 0], [100, 0]);
        file.symbol('S', (space) => space.line(ON_WALL, [0, 0], [100, 0]));
      },
    },
    {
      name: 'circles in each other and half circles that close one',
      standard,
      draw: ({ model }) => {
        model.circle(ON_WALL, [0, 0], 10);
        model.circle(ON_WALL, [0, 0], 10.01);
      },
    },
  ],
  reject: [
    {
      name: 'the same line twice, once drawn backwards; a circle twice; a polyline twice',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.line(ON_WALL, [5_000_000, 0], [5_000_100, 40]);
        file.model.line(ON_WALL, [5_000_100, 40], [5_000_000, 0]);
        file.model.line(ON_WALL, [5_000_000, 0], [5_000_100, 40]);
        file.model.circle(ON_WALL, [50, 50], 10);
        file.model.circle(ON_WALL, [50, 50], 10);
        for (let i = 0; i < 2; i++)
          file.model.polyline(ON_WALL, [
            [0, 0],
            [10, 0],
            [10, 10],
          ]);
      },
      messages: [
        '2 lines on layer “WALL” lie on another one that is the same.',
        '1 circle on layer “WALL” lies on another one that is the same.',
        '1 polyline on layer “WALL” lies on another one that is the same.',
      ],
      leaves: 0,
    },
    {
      name: 'arcs within longer ones, over their beginning too, and on a circle',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        const arc = (x: number, from: number, to: number): void =>
          file.model.arc(ON_WALL, [x, 0], 10, from, to);
        arc(0, 0, 90);
        arc(0, 20, 70);
        arc(50, 300, 60);
        arc(50, 350, 10);
        file.model.circle(ON_WALL, [100, 0], 10);
        arc(100, 200, 30);
        // Out over the end of the longer one, and beside it.
        arc(0, 80, 100);
        arc(50, 70, 80);
      },
      messages: ['3 arcs on layer “WALL” lie wholly on a longer one.'],
      expected: 'one arc',
      found: 'an arc on an arc',
      leaves: 0,
    },
    {
      name: 'a line within a longer one, turned',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.model.line(ON_WALL, [0, 0], [300, 400]);
        file.model.line(ON_WALL, [120, 160], [60, 80]);
      },
      messages: ['1 line on layer “WALL” lies wholly on a longer one.'],
      found: 'a line on a line',
      leaves: 0,
    },
  ],
});

it('takes nothing away that is seen: all that was drawn is drawn still', () => {
  const end = fc.integer({ min: 0, max: 12 });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(end, end, fc.integer({ min: 0, max: 3 })), { minLength: 2, maxLength: 12 }),
      (lines) => {
        const spans = lines.filter(([a, b]) => a !== b);
        const bytes = bytesOf({
          draw: (file) => {
            file.layer(GOOD);
            for (const [a, b, y] of spans) file.model.line(ON_WALL, [10 * a, 10 * y], [10 * b, 10 * y]);
          },
        });
        const result = correctDrawing(bytes, standard, { rules: [geometryDoubled.meta.id] });
        if (!result.ok) throw new Error(result.problem.message);
        const facts = factsOf(result.value.drawing, 0.25);
        const left = facts.rowsOfKind('line').map((row) => [...facts.segments(row)]);
        // Every tenth of every line is still covered by one that is left.
        for (const [a, b, y] of spans)
          for (let x = 10 * Math.min(a, b) + 5; x < 10 * Math.max(a, b); x += 10)
            expect(
              left.some(([x0, y0, x1]) => y0 === 10 * y && Math.min(x0, x1) < x && Math.max(x0, x1) > x),
            ).toBe(true);
        // And none of them lies wholly on another.
        for (const [i, [x0, y0, x1]] of left.entries())
          for (const [k, [u0, w0, u1]] of left.entries())
            if (i !== k && y0 === w0)
              expect(Math.min(u0, u1) <= Math.min(x0, x1) && Math.max(u0, u1) >= Math.max(x0, x1)).toBe(
                false,
              );
      },
    ),
    { numRuns: 60 },
  );
});
