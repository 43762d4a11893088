import fc from 'fast-check';
import { emptyBox } from './box';
import { bulgeArc, includeEllipse, toAxes } from './ellipse';
import { applySpace, composeSpace, moved, objectSpace, planOf } from './space';
import { splinePoints, throughPoints } from './spline';
import { applyX, applyY, compose, rotation, scaling, type Transform, translation } from './transform';

const finite = fc.double({ min: -50, max: 50, noNaN: true });
const transform = fc.tuple(finite, finite, finite, finite, finite, finite) as fc.Arbitrary<Transform>;

describe('transforms', () => {
  it('compose as one after the other', () => {
    fc.assert(
      fc.property(transform, transform, finite, finite, (outer, inner, x, y) => {
        const both = compose(outer, inner);
        const [ix, iy] = [applyX(inner, x, y), applyY(inner, x, y)];
        expect(applyX(both, x, y)).toBeCloseTo(applyX(outer, ix, iy), 6);
        expect(applyY(both, x, y)).toBeCloseTo(applyY(outer, ix, iy), 6);
      }),
    );
  });
});

describe('spaces', () => {
  it('a normal straight down mirrors x and keeps y', () => {
    const m = objectSpace([0, 0, -1]);
    expect(applySpace(m, [3, 4, 5])).toEqual([-3, 4, -5]);
  });

  it('a normal along x lays the object’s x axis along the world’s y', () => {
    const [x, y, z] = applySpace(objectSpace([1, 0, 0]), [3, 4, 5]);
    expect([x, y, z].map((value) => Math.round(value * 1e9) / 1e9)).toEqual([5, 3, 4]);
  });

  it('compose as one after the other, and their plan is what is seen from above', () => {
    const tilted = objectSpace([0.3, -0.6, 0.7]);
    const both = composeSpace(tilted, moved(1, 2, 3));
    const at = applySpace(tilted, [5, 7, 3]);
    expect(applySpace(both, [4, 5, 0])).toEqual(at.map((value) => expect.closeTo(value, 12)));
    const plan = planOf(both);
    expect([applyX(plan, 4, 5), applyY(plan, 4, 5)]).toEqual(
      at.slice(0, 2).map((value) => expect.closeTo(value, 12)),
    );
  });
});

describe('ellipses', () => {
  it('brought to their axes pass through the same points', () => {
    fc.assert(
      fc.property(
        transform,
        finite,
        finite,
        fc.double({ min: 0.1, max: 40, noNaN: true }),
        fc.double({ min: -6, max: 6, noNaN: true }),
        (t, cx, cy, r, angle) => {
          const axes = toAxes([cx, cy], [r, 0], [0, r], angle, angle + 1, t);
          for (const [own, real] of [
            [axes.from, angle],
            [axes.to, angle + 1],
          ]) {
            const [cos, sin] = [Math.cos(axes.rotation), Math.sin(axes.rotation)];
            const x = axes.x + axes.rx * Math.cos(own) * cos - axes.ry * Math.sin(own) * sin;
            const y = axes.y + axes.rx * Math.cos(own) * sin + axes.ry * Math.sin(own) * cos;
            const [wx, wy] = [cx + r * Math.cos(real), cy + r * Math.sin(real)];
            expect(x).toBeCloseTo(applyX(t, wx, wy), 5);
            expect(y).toBeCloseTo(applyY(t, wx, wy), 5);
          }
        },
      ),
    );
  });

  it('have exact boxes', () => {
    const box = emptyBox();
    includeEllipse(box, toAxes([10, 0], [2, 0], [0, 2], 0, Math.PI / 2, [1, 0, 0, 1, 0, 0]));
    expect(box.minX).toBeCloseTo(10);
    expect(box.maxX).toBeCloseTo(12);
    expect(box.maxY).toBeCloseTo(2);
    const turned = emptyBox();
    // Half-axes 3 and 1 turned by 30°: half width is the root of (3 cos 30°)² + (1 sin 30°)².
    includeEllipse(turned, toAxes([0, 0], [3, 0], [0, 1], 0, 2 * Math.PI, rotation(Math.PI / 6)));
    expect(turned.maxX).toBeCloseTo(
      Math.sqrt((3 * Math.cos(Math.PI / 6)) ** 2 + Math.sin(Math.PI / 6) ** 2),
      9,
    );
  });

  it('a bulge of 1 is a half circle, and the sign is its sense', () => {
    const arc = bulgeArc(0, 0, 2, 0, 1);
    expect(arc?.radius).toBeCloseTo(1);
    expect(arc?.x).toBeCloseTo(1);
    expect((arc?.to ?? 0) - (arc?.from ?? 0)).toBeCloseTo(Math.PI);
    expect(bulgeArc(0, 0, 2, 0, -1)?.to).toBeLessThan(bulgeArc(0, 0, 2, 0, -1)?.from ?? 0);
    expect(bulgeArc(1, 1, 1, 1, 0.5)).toBeNull();
  });

  it('a bulge arc starts and ends on its vertices', () => {
    fc.assert(
      fc.property(
        finite,
        finite,
        finite,
        finite,
        fc.double({ min: 0.05, max: 5, noNaN: true }),
        fc.boolean(),
        (x0, y0, x1, y1, size, left) => {
          fc.pre(Math.hypot(x1 - x0, y1 - y0) > 0.1);
          const arc = bulgeArc(x0, y0, x1, y1, left ? size : -size)!;
          expect(arc.x + arc.radius * Math.cos(arc.to)).toBeCloseTo(x1, 5);
          expect(arc.y + arc.radius * Math.sin(arc.to)).toBeCloseTo(y1, 5);
        },
      ),
    );
  });
});

describe('splines', () => {
  it('of degree 1 are their control polygon', () => {
    const points = splinePoints(
      1,
      [
        [0, 0, 0],
        [10, 0, 2],
        [10, 10, 0],
      ],
      [0, 0, 1, 2, 2],
      [],
    );
    expect(points[0]).toEqual([0, 0, 0]);
    expect(points.at(-1)).toEqual([10, 10, 0]);
  });

  it('a rational quadratic with the right weight is a quarter circle', () => {
    const points = splinePoints(
      2,
      [
        [1, 0, 0],
        [1, 1, 0],
        [0, 1, 0],
      ],
      [0, 0, 0, 1, 1, 1],
      [1, Math.SQRT1_2, 1],
    );
    for (const [x, y] of points) expect(Math.hypot(x, y)).toBeCloseTo(1, 9);
  });

  it('pass through the points at which they turn back', () => {
    // The parabola y = 4t(1 - t) · 3/4 over x = 10t: a quadratic with its control point at height 1.5, top at 0.75.
    const points = splinePoints(
      2,
      [
        [0, 0, 0],
        [3, 1.5, 0],
        [10, 0, 0],
      ],
      [0, 0, 0, 1, 1, 1],
      [],
    );
    expect(Math.max(...points.map(([, y]) => y))).toBeCloseTo(0.75, 12);
  });

  it('survive knots that make no sense', () => {
    expect(
      splinePoints(
        3,
        [
          [0, 0, 0],
          [1, 1, 0],
        ],
        [Number.NaN],
        [],
      ).every(([x, y]) => Number.isFinite(x) && Number.isFinite(y)),
    ).toBe(true);
    expect(splinePoints(3, [[5, 5, 0]], [], [])).toEqual([[5, 5, 0]]);
  });

  it('given by points alone pass through all of them', () => {
    const through: [number, number, number][] = [
      [0, 0, 0],
      [5, 8, 0],
      [12, -3, 0],
      [20, 0, 0],
    ];
    const points = throughPoints(through, null, null);
    for (const [x, y] of through)
      expect(Math.min(...points.map(([px, py]) => Math.hypot(px - x, py - y)))).toBeLessThan(1e-9);
    const directed = throughPoints(through, [0, 1, 0], null);
    expect(Math.abs(directed[1][0] - directed[0][0])).toBeLessThan(directed[1][1] - directed[0][1]);
  });
});

it('scaling and translation do what they say', () => {
  const t = compose(translation(1, 2), scaling(3, 4));
  expect([applyX(t, 1, 1), applyY(t, 1, 1)]).toEqual([4, 6]);
});
