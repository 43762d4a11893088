import { readDrawing } from '../../dxf/read/interpret';
import { audit } from '../engine';
import { RULES } from '../rules';
import { EXAMPLES } from '.';
import { exampleBytes, type Side } from './example';
import { examplePicture } from './picture';

describe('the pair of drawings of every rule', () => {
  it.each(RULES.map(({ meta }) => meta.id))('%s', (id) => {
    const example = EXAMPLES.get(id);
    if (!example) throw new Error(`${id} has no example`);
    const found = (side: Side): number => {
      const drawing = readDrawing(exampleBytes(example, side));
      if (!drawing.ok) throw new Error(drawing.problem.message);
      const picture = examplePicture(id, side === example.complies ? 'complies' : 'breaks');
      if (!picture.ok) throw new Error(picture.problem.message);
      const svg = picture.value;
      // Each shows something, and needs no letters but those of the drafting alphabet.
      expect(svg.match(/<path/g)?.length ?? 0).toBeGreaterThan(1);
      expect(svg).not.toContain('<text');
      expect(side.says.length).toBeGreaterThan(10);
      const { findings, failures } = audit(drawing.value, example.standard);
      expect(failures).toEqual([]);
      return findings.filter(({ rule }) => rule === id).length;
    };
    expect(found(example.complies)).toBe(0);
    expect(found(example.breaks)).toBeGreaterThan(0);
  });

  it('is of no rule that there is not', () => {
    expect([...EXAMPLES.keys()].sort()).toEqual(RULES.map(({ meta }) => meta.id).sort());
  });
});
