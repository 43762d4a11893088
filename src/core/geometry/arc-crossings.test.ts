import fc from 'fast-check';
import { type Arc, arcAcrossArc, arcsAmong, endsOf, pieceAcrossArc } from './arc-crossings';

const DEG = Math.PI / 180;
const arc = (more: Partial<Arc> = {}): Arc => ({ x: 0, y: 0, radius: 5, from: 0, to: Math.PI, ...more });

describe('a straight piece and an arc', () => {
  it.each([
    [
      'crosses twice',
      [-10, 3, 10, 3],
      [
        [-4, 3],
        [4, 3],
      ],
    ],
    ['crosses once where it ends inside', [0, 3, 10, 3], [[4, 3]]],
    ['crosses the circle and not the arc', [-10, -3, 10, -3], []],
    ['touches it', [-10, 5, 10, 5], []],
    ['ends before it', [0, 0, 3, 0.1], []],
    ['has no length', [5, 0, 5, 0], []],
  ] as const)('%s', (_, piece, points) => {
    expect(pieceAcrossArc(piece, arc())).toEqual(points);
  });

  it('crosses as it does near the origin when it lies ten million units from it', () => {
    const far = 1e7;
    const [[x, y]] = pieceAcrossArc([far, far + 3, far + 10, far + 3], arc({ x: far, y: far }));
    expect([x - far, y - far]).toEqual([4, 3]);
  });
});

describe('two arcs', () => {
  // The triangle 3, 4, 5: circles of 5 about (0, 0) and (6, 0) cross at (3, ±4).
  it.each([
    ['cross twice', {}, { to: 2 * Math.PI, from: -Math.PI }, 1],
    ['whole circles', { to: 2 * Math.PI }, { to: 2 * Math.PI }, 2],
    ['lie side by side', { to: 2 * Math.PI }, { x: 20, to: 2 * Math.PI }, 0],
    ['lie in each other', { to: 2 * Math.PI }, { x: 1, radius: 2, to: 2 * Math.PI }, 0],
    ['are of one circle', { to: 2 * Math.PI }, { x: 0, to: 2 * Math.PI }, 0],
  ] as const)('%s', (_, one, other, count) => {
    expect(arcAcrossArc(arc(one), arc({ x: 6, ...other }))).toHaveLength(count);
  });

  it('cross on both circles', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 0.5, max: 19, noNaN: true }),
        fc.double({ min: -15, max: 15, noNaN: true }),
        (radius, x, y) => {
          const [a, b] = [arc({ to: 2 * Math.PI }), arc({ x, y, radius, to: 2 * Math.PI })];
          for (const [px, py] of arcAcrossArc(a, b)) {
            expect(Math.hypot(px, py)).toBeCloseTo(5, 6);
            expect(Math.hypot(px - x, py - y)).toBeCloseTo(radius, 6);
          }
        },
      ),
    );
  });
});

describe('arcs among straight pieces', () => {
  const chords = (fromDeg: number, toDeg: number, step = 5): number[] => {
    const at = (deg: number): number[] => [5 * Math.cos(deg * DEG), 5 * Math.sin(deg * DEG)];
    const steps = Math.round((toDeg - fromDeg) / step);
    return Array.from({ length: steps }, (_, i) => [
      ...at(fromDeg + i * step),
      ...at(fromDeg + (i + 1) * step),
    ]).flat();
  };
  const spans = (pieces: readonly number[]): number[][] =>
    arcsAmong(pieces, { x: 0, y: 0, radius: 5 }, 1e-9).map(({ from, to }) =>
      [from, to].map((turn) => Number((turn / DEG).toFixed(6))),
    );

  it.each([
    ['one', chords(30, 150), [[30, 150]]],
    ['drawn the other way round', chords(30, 150).reverse(), [[30, 150]]],
    [
      'two with a gap',
      [...chords(100, 150), ...chords(30, 90)],
      [
        [30, 90],
        [100, 150],
      ],
    ],
    ['over the direction that turns are counted from', chords(-30, 40), [[330, 400]]],
    ['beside other lines', [...chords(0, 20), 0, 0, 5, 0, 5, 0, -5, 0], [[0, 20]]],
  ] as const)('%s', (_, pieces, expected) => {
    // Pieces turned round change x and y of their ends as well.
    const turned = _ === 'drawn the other way round' ? pieces.map((__, i) => pieces[i ^ 1]) : [...pieces];
    expect(spans(turned)).toEqual(expected);
  });

  it('end where the arcs end', () => {
    const [one] = arcsAmong(chords(30, 150), { x: 0, y: 0, radius: 5 }, 1e-9);
    const [[x, y]] = endsOf(one);
    expect([x, y].map((value) => Number(value.toFixed(9)))).toEqual([
      Number((5 * Math.cos(30 * DEG)).toFixed(9)),
      2.5,
    ]);
  });
});
