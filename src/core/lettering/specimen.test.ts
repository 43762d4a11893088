import { specimen } from './specimen';

const style = {
  face: 'stroke',
  heightMm: 5,
  widthFactor: 1,
  slantDeg: 0,
  lineSpacing: 1.6,
  justification: 'left',
} as const;
const ys = (path: string): number[] =>
  [...path.matchAll(/[ML]-?[\d.]+ (-?[\d.]+)/g)].map(([, y]) => Number(y));
const xs = (path: string): number[] => [...path.matchAll(/[ML](-?[\d.]+) /g)].map(([, x]) => Number(x));

describe('a specimen', () => {
  it('has capitals as high as the style says, and lines its spacing apart', () => {
    const one = specimen(style, ['H']);
    expect(Math.max(...ys(one.path)) - Math.min(...ys(one.path))).toBeCloseTo(5);
    const two = specimen(style, ['H', 'H']);
    expect(Math.max(...ys(two.path)) - Math.max(...ys(one.path))).toBeCloseTo(8);
  });

  it('is as wide as its factor says, and leans as far as its slant', () => {
    const plain = specimen(style, ['HH']);
    expect(specimen({ ...style, widthFactor: 0.5 }, ['HH']).widthMm).toBeCloseTo(plain.widthMm / 2);
    const slanted = specimen({ ...style, slantDeg: 15 }, ['I']);
    expect(Math.max(...xs(slanted.path)) - Math.min(...xs(slanted.path))).toBeCloseTo(
      5 * Math.tan(Math.PI / 12),
    );
  });

  it('sets other faces as text of the size that gives the height', () => {
    const sans = specimen({ ...style, face: 'sans' }, ['Quay']);
    expect(sans.path).toBe('');
    expect(sans.texts).toEqual([
      { text: 'Quay', face: 'sans', x: 0, y: 5, sizeMm: 5 / 0.7, widthFactor: 1, slantDeg: 0 },
    ]);
  });
});
