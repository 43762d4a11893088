import { FACES } from '../core/dxf/fonts';
import { lineMarkSchema, symbolBox } from '../core/standard/line-marks';
import { letterStrokes } from './letters';

const strokes = (...given: Parameters<typeof letterStrokes>): number[][] => {
  const made = letterStrokes(...given);
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
};

describe('a character as a line mark', () => {
  it.each(FACES)('is as high as wanted, its middle where the line runs, in %s', (face) => {
    for (const [character, heightMm] of [
      ['W', 2],
      ['Å', 3.5],
      ['§', 1],
    ] as const) {
      const made = strokes(face, character, heightMm);
      const box = symbolBox({ strokes: made });
      expect(box.height).toBeCloseTo(heightMm, 3);
      expect(box.minY).toBeCloseTo(-heightMm / 2, 3);
      expect(box.minX).toBeCloseTo(-box.width / 2, 3);
      expect(lineMarkSchema.safeParse({ name: character, number: 1, strokes: made }).success).toBe(true);
    }
  });

  it('has the single strokes of the drafting alphabet, the closed outlines of the others', () => {
    // T is two strokes of a pen; as a filled letter it is one outline of eight straight sides.
    expect(strokes('stroke', 'T', 10)).toEqual([
      [-3, 5, 3, 5],
      [0, 5, 0, -5],
    ]);
    const [outline, ...others] = strokes('sans', 'T', 10);
    expect(others).toEqual([]);
    expect(outline.slice(0, 2)).toEqual(outline.slice(-2));
    const corners = new Set(outline.map((value, i) => (i % 2 === 0 ? `${value} ${outline[i + 1]}` : '')));
    expect(corners.size - 1).toBeGreaterThanOrEqual(8);
    // A letter with two counters has three outlines.
    expect(strokes('serif', 'B', 10)).toHaveLength(3);
  });

  it('of an O is as round inside as the font has it', () => {
    const [outer, inner] = strokes('sans', 'O', 7).map((stroke) => symbolBox({ strokes: [stroke] }));
    const [large, small] = outer.height > inner.height ? [outer, inner] : [inner, outer];
    expect(large.height).toBeCloseTo(7, 3);
    expect(small.minX + small.width / 2).toBeCloseTo(0, 1);
    // ISO 3098, from memory: the stroke of lettering is h/14 to h/10; a face for text has about as much.
    const strokeMm = (large.height - small.height) / 2;
    expect(strokeMm).toBeGreaterThan(7 / 16);
    expect(strokeMm).toBeLessThan(7 / 6);
  });

  it('that the face has not, or that is nothing to see, is refused with what to do', () => {
    for (const face of FACES)
      for (const [character, says] of [
        ['\u{1f6b0}', 'This face has no'],
        [' ', 'No character is given'],
        ['', 'No character is given'],
      ]) {
        const made = letterStrokes(face, character, 2);
        expect(made.ok || made.problem.message).toEqual(expect.stringContaining(says));
      }
    expect(letterStrokes('mono', 'Ж', 2)).toMatchObject({ problem: { code: 'no-letter' } });
    expect(letterStrokes('serif', 'Ж', 2).ok).toBe(true);
  });
});
