import fc from 'fast-check';
import { emptyBox } from './box';
import { bulgeArc, includeEllipse, toAxes } from './ellipse';
import { splinePoints } from './spline';
import {
  applyX,
  applyY,
  compose,
  objectSystem,
  rotation,
  scaling,
  type Transform,
  translation,
} from './transform';

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

  it('a normal straight down mirrors x and keeps y', () => {
    const t = objectSystem([0, 0, -1], 0);
    expect([applyX(t, 3, 4), applyY(t, 3, 4)]).toEqual([-3, 4]);
  });

  it('a normal along x lays the object’s x axis along the world’s y', () => {
    const t = objectSystem([1, 0, 0], 5);
    expect(applyX(t, 3, 4)).toBeCloseTo(5);
    expect(applyY(t, 3, 4)).toBeCloseTo(3);
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
        [0, 0],
        [10, 0],
        [10, 10],
      ],
      [0, 0, 1, 2, 2],
      [],
    );
    expect(points[0]).toEqual([0, 0]);
    expect(points.at(-1)).toEqual([10, 10]);
  });

  it('a rational quadratic with the right weight is a quarter circle', () => {
    const points = splinePoints(
      2,
      [
        [1, 0],
        [1, 1],
        [0, 1],
      ],
      [0, 0, 0, 1, 1, 1],
      [1, Math.SQRT1_2, 1],
    );
    for (const [x, y] of points) expect(Math.hypot(x, y)).toBeCloseTo(1, 9);
  });

  it('survive knots that make no sense', () => {
    expect(
      splinePoints(
        3,
        [
          [0, 0],
          [1, 1],
        ],
        [Number.NaN],
        [],
      ).every(([x, y]) => Number.isFinite(x) && Number.isFinite(y)),
    ).toBe(true);
    expect(splinePoints(3, [[5, 5]], [], [])).toEqual([[5, 5]]);
  });
});

it('scaling and translation do what they say', () => {
  const t = compose(translation(1, 2), scaling(3, 4));
  expect([applyX(t, 1, 1), applyY(t, 1, 1)]).toEqual([4, 6]);
});
