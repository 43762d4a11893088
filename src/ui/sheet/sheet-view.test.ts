import { lookingAt, viewAt, viewOfBox, zoomed } from './sheet-view';

const SIZE = { width: 800, height: 600 };

describe('views of a sheet', () => {
  it('show a box whole, in the middle', () => {
    const view = viewOfBox([0, 0, 420, 297], 20, SIZE);
    expect(view.scale).toBeCloseTo(Math.min(760 / 420, 560 / 297), 12);
    expect(view.x + 210 * view.scale).toBeCloseTo(400, 9);
    expect(view.y - 148.5 * view.scale).toBeCloseTo(300, 9);
  });

  it('are zoomed about a point that stays', () => {
    const view = zoomed({ scale: 2, x: 100, y: 500 }, 3, 150, 400);
    expect(view.scale).toBe(6);
    // 25 units right of the origin before, and after.
    expect((150 - view.x) / view.scale).toBeCloseTo(25, 12);
    expect((view.y - 400) / view.scale).toBeCloseTo(50, 12);
  });

  it('look at the same place in pictures whose origins differ, far out too', () => {
    const first = viewOfBox([0, 0, 100, 50], 10, SIZE);
    const at = lookingAt(first, SIZE, [4_500_000, 5_700_000]);
    expect(at.x).toBeCloseTo(4_500_050, 6);
    const second = viewAt(at, SIZE, [4_500_030, 5_700_010]);
    expect(lookingAt(second, SIZE, [4_500_030, 5_700_010])).toEqual({
      x: expect.closeTo(at.x, 6),
      y: expect.closeTo(at.y, 6),
      pxPerUnit: at.pxPerUnit,
    });
    // A box of another size keeps the middle.
    const small = viewAt(at, { width: 400, height: 300 }, [4_500_000, 5_700_000]);
    expect(small.x + 50 * small.scale).toBeCloseTo(200, 6);
  });
});
