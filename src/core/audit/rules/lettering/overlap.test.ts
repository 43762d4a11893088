import fc from 'fast-check';
import { demoStandard } from '../../../../../demo/standard';
import { correctDrawing } from '../../../correct/correct';
import { planOf } from '../../../correct/plan';
import { factsOf } from '../../../facts/facts';
import { overlapOf } from '../../../geometry/oriented-box';
import { audit } from '../../engine';
import { bytesOf, findingsOf, testRule, withSetting } from '../testing';
import { letteringOverlap } from './overlap';
import { lettered, NOTE, ON_WALL, onSheet, opened } from './testing';

const standard = lettered();
const notes = (...at: readonly (readonly [number, number, string])[]) =>
  onSheet((sheet) => {
    for (const [x, y, says] of at) sheet.text(ON_WALL, [x, y], 2.5, says, NOTE);
  });

testRule(letteringOverlap, {
  accept: [
    {
      name: 'lines of text under each other, and letters that touch by less than 0.2 mm',
      standard,
      draw: notes([10, 10, 'HALL'], [10, 12.4, 'ROOM'], [10, 30, 'DOOR']),
    },
    {
      name: 'the same words on one place, which are one too many',
      standard,
      draw: notes([10, 10, 'HALL'], [10, 10, 'HALL']),
    },
  ],
  reject: [
    {
      name: 'one over another: the later one is moved',
      standard,
      draw: notes([10, 10, 'HALL'], [12, 11, 'ROOM'], [80, 10, 'DOOR']),
      messages: ['“ROOM” on layer “WALL” lies over another text.'],
      expected: 'clear of other texts',
      leaves: 0,
    },
    {
      name: 'one that has no clear place near',
      standard: withSetting(standard, letteringOverlap, { settings: { farthest: 0.5 } }),
      draw: notes([10, 10, 'HALL'], [10.5, 10.8, 'ROOM']),
      messages: ['“ROOM” on layer “WALL” lies over another text.'],
    },
  ],
});

it('what is moved is clear of all others, no farther than it may be, and the plan says how far', () => {
  const place = fc.tuple(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 0, max: 20 }));
  let moved = 0;
  fc.assert(
    fc.property(fc.array(place, { minLength: 2, maxLength: 9 }), (places) => {
      const draw = notes(...places.map(([x, y], i): [number, number, string] => [20 + x, 20 + y, `W ${i}`]));
      const bytes = bytesOf({ draw });
      const found = findingsOf(bytes, standard, letteringOverlap);
      const automatic = found.filter(({ correction }) => correction === 'automatic');
      if (automatic.length === 0) return;
      const result = correctDrawing(bytes, standard, { findings: automatic.map(({ key }) => key) });
      if (!result.ok) throw new Error(result.problem.message);
      const facts = factsOf(result.value.drawing, 0.25);
      const boxes = facts.rowsOfKind('text').map((row) => facts.text(row)!.box!);
      const before = found.reduce((sum, { handles }) => sum + handles.length, 0);
      const left = result.value.after.findings
        .filter(({ rule }) => rule === letteringOverlap.meta.id)
        .reduce((sum, { handles }) => sum + handles.length, 0);
      expect(left).toBeLessThan(before);
      if (left === 0)
        for (const [i, box] of boxes.entries())
          for (const other of boxes.slice(i + 1))
            expect(overlapOf(box, other)).toBeLessThanOrEqual(0.2 + 1e-9);
      const farthest = Math.max(
        ...planOf(result.value).steps.map(({ largestMovementMm }) => largestMovementMm),
      );
      expect(farthest).toBeGreaterThan(0);
      expect(farthest).toBeLessThanOrEqual(5);
      moved += before - left;
    }),
    { numRuns: 60 },
  );
  expect(moved).toBeGreaterThan(20);
});

it('says that it does not look into symbols of the sender', () => {
  const notLooked = (name: string): readonly string[] => {
    const bytes = bytesOf({
      draw: (file) => {
        onSheet(() => undefined)(file);
        file.symbol(name, (symbol) => {
          symbol.text(ON_WALL, [0, 0], 2.5, 'Twice', NOTE);
          symbol.text(ON_WALL, [0, 0], 2.5, 'Twice over', NOTE);
        });
        file.model.place(ON_WALL, name, [0, 0]);
      },
    });
    const ours = { ...lettered(), symbols: [{ ...demoStandard.symbols[0], name: 'OURS' }] };
    const { notChecked, findings } = audit(opened(bytes), ours, [letteringOverlap]);
    expect(findings).toEqual([]);
    return notChecked.map(({ what }) => what);
  };
  expect(notLooked('THEIRS')).toEqual([
    '2 texts inside symbols of the sender: whether they lie over each other or on lines',
  ]);
  expect(notLooked('OURS')).toEqual([]);
});
