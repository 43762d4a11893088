import { whatMatters } from './what-matters';

/** A plan of small boxes, 100 by 60. */
const plan = (dx = 0, dy = 0): number[] =>
  Array.from({ length: 200 }, (_, i) => {
    const [x, y] = [dx + (i % 20) * 5, dy + Math.floor(i / 20) * 6];
    return [x, y, x + 4, y + 5];
  }).flat();

describe('what of a picture matters', () => {
  it('is all of it where nothing lies far away', () => {
    expect(whatMatters(plan())).toBeNull();
    expect(whatMatters([])).toBeNull();
    expect(whatMatters([0, 0, 1, 1])).toBeNull();
  });

  it.each([
    ['to the left', [-1e6, 20, -1e6, 20]],
    ['above', [20, 1e6, 20, 1e6]],
    ['far on both axes', [1e6, -1e6, 1e6, -1e6]],
  ])('leaves out a stray point %s', (_, stray) => {
    expect(whatMatters([...plan(), ...stray])).toEqual({
      box: { minX: 0, minY: 0, maxX: 99, maxY: 59 },
      outside: 1,
    });
  });

  it('leaves out strays in several places', () => {
    expect(whatMatters([...plan(), 1e6, 0, 1e6, 0, -1e7, 5, -1e7, 5])).toMatchObject({ outside: 2 });
  });

  it('keeps two sheets that lie side by side, and what is near', () => {
    expect(whatMatters([...plan(), ...plan(5000)])).toBeNull();
    expect(whatMatters([...plan(), 150, 30, 150, 30])).toBeNull();
  });

  it('keeps everything when what lies apart is more than a little', () => {
    expect(whatMatters([...plan(), ...Array(10).fill([1e6, 0, 1e6, 0]).flat()])).toBeNull();
  });
});
