import fc from 'fast-check';
import { correctDrawing } from '../../../correct/correct';
import { factsOf } from '../../../facts/facts';
import { bytesOf, findingsOf, testRule } from '../testing';
import { lettered, NOTE, ON_WALL, onSheet, opened } from './testing';
import { letteringUpsideDown } from './upside-down';

const standard = lettered();
const turned = (...angles: readonly number[]) =>
  onSheet((sheet) => {
    for (const [i, angleDeg] of angles.entries())
      sheet.text(ON_WALL, [60 + 40 * i, 100], 2.5, `Text ${i}`, { ...NOTE, angleDeg });
  });

testRule(letteringUpsideDown, {
  accept: [
    {
      // ISO 129-1, from memory: from the bottom or from the right; tolerance 1°
      name: 'level, plumb from the right, leaning, and just beyond plumb',
      standard,
      draw: turned(0, 45, 90, 90.9, 280, 350),
    },
  ],
  reject: [
    {
      name: 'on its head, from the left, leaning over',
      standard,
      draw: turned(180, 270, 91.5, 200),
      messages: ['4 texts on layer “WALL” stand on their heads, or read from the left.'],
      found: 'turned by 180°',
      leaves: 0,
    },
  ],
});

it('a text that is turned lies where it lay', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 92, max: 269, noNaN: true }),
      fc.constantFrom('left' as const, 'centre' as const, 'right' as const),
      fc.boolean(),
      (angleDeg, across, multi) => {
        const bytes = bytesOf({
          draw: onSheet((sheet) => {
            if (multi) sheet.paragraph({ ...ON_WALL }, [100, 100], 2.5, 60, 'two\\Plines', 'Note');
            else sheet.text(ON_WALL, [100, 100], 2.5, 'Quay', { ...NOTE, angleDeg, across });
          }),
        });
        const found = findingsOf(bytes, standard, letteringUpsideDown);
        if (multi) {
          expect(found).toEqual([]);
          return;
        }
        const result = correctDrawing(bytes, standard, { findings: found.map(({ key }) => key) });
        if (!result.ok) throw new Error(result.problem.message);
        const boxOf = (drawing: Parameters<typeof factsOf>[0]) => {
          const facts = factsOf(drawing, 0.25);
          const { box, angleRad } = facts.text(facts.rowsOfKind('text')[0])!;
          const [x, y] = [box!.filter((_, i) => i % 2 === 0), box!.filter((_, i) => i % 2 === 1)];
          return { angle: angleRad, box: [Math.min(...x), Math.min(...y), Math.max(...x), Math.max(...y)] };
        };
        const after = boxOf(result.value.drawing);
        const before = boxOf(opened(bytes));
        for (const [i, edge] of after.box.entries()) expect(edge).toBeCloseTo(before.box[i], 6);
        expect(Math.cos(after.angle - before.angle)).toBeCloseTo(-1, 9);
      },
    ),
    { numRuns: 40 },
  );
});
