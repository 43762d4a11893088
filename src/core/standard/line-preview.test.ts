import fc from 'fast-check';
import { demoStandard } from '../../../demo/standard';
import type { StandardLinetype } from './definitions';
import { arcPath, layLinetype, shortestMm } from './line-preview';
import { lineOf } from './standard';

const PEN = 0.25;
const lay = (linetype: StandardLinetype, paths: number[][], scale = 100) =>
  layLinetype(linetype, demoStandard.lineMarks, paths, scale, PEN);
const named = (name: string): StandardLinetype => demoStandard.linetypes.find((one) => one.name === name)!;
const lengthOf = (points: readonly number[]): number => {
  let sum = 0;
  for (let i = 2; i < points.length; i += 2)
    sum += Math.hypot(points[i] - points[i - 2], points[i + 1] - points[i - 1]);
  return sum;
};
const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

describe('a linetype along a path', () => {
  it('begins and ends with a dash, and keeps its gaps', () => {
    const { dashes } = lay(lineOf({ name: 'X', elementsMm: [6, -2] }), [[0, 0, 43, 0]]);
    expect(dashes[0][0]).toBe(0);
    const ends = dashes.map((dash) => [dash[0], dash.at(-2)!]).sort((a, b) => a[0] - b[0]);
    expect(ends.at(-1)![1]).toBe(43);
    for (let i = 1; i < ends.length; i++) expect(ends[i][0] - ends[i - 1][1]).toBeCloseTo(2);
  });

  it('covers the length of its dashes and of nothing else, whatever the pattern', () => {
    const length = fc.integer({ min: 1, max: 400 }).map((n) => n / 10);
    const elements = fc
      .array(fc.tuple(length, length), { minLength: 1, maxLength: 3 })
      .map((pairs) => pairs.flatMap(([dash, gap]) => [dash, -gap]));
    fc.assert(
      fc.property(elements, fc.integer({ min: 1, max: 300 }), (elementsMm, size) => {
        const { dashes, unbroken } = lay(lineOf({ name: 'X', elementsMm }), [[0, 0, size, 0]]);
        const period = sum(elementsMm.map(Math.abs));
        expect(unbroken).toBe(size < period * 0.999999);
        const drawn = sum(dashes.map(lengthOf));
        const gaps = sum(elementsMm.filter((one) => one < 0));
        const repeats = Math.floor(size / period + 1e-9);
        // Beyond 400 repeats the pattern is laid from the start, and the last repeat may be cut anywhere.
        if (repeats <= 400) expect(drawn).toBeCloseTo(unbroken ? size : size + repeats * gaps, 5);
        else expect(Math.abs(drawn - (size + repeats * gaps))).toBeLessThanOrEqual(period);
      }),
    );
  });

  it.each([50, 100])('sets words in the middle of their gaps at 1:%d, straight and curved', (scale) => {
    const fuel = named('OHW-Fuel');
    for (const path of [[0, 0, 90, 0], arcPath(0, 0, 40, 0, 120)]) {
      const { words, dashes } = lay(fuel, [path], scale);
      expect(words.length).toBeGreaterThan(3);
      // Sized on paper: the scale of the sheet changes nothing.
      for (const { heightMm, text } of words) expect([heightMm, text]).toEqual([1.2, 'FUEL']);
      const sorted = dashes.map((dash) => dash.slice(0, 2));
      expect(sorted.length).toBe(words.length + 1);
    }
    const [word] = lay(fuel, [[0, 0, 18, 0]], scale).words;
    // The end dash is 6 mm, the gap 6 mm: its middle is at 9; the word is 3.216 mm wide and 1.2 mm high.
    expect(word.x).toBeCloseTo(9 - 3.216 / 2);
    expect(word.y).toBeCloseTo(-0.6);
  });

  it('sets symbols in the middle of their gaps, with a clear distance on either side', () => {
    // common practice: dash 12, gap 4 with a circle of radius 1: 1 clear on either side
    const fence = named('OHW-Fence');
    const { symbols, dashes } = lay(fence, [[0, 0, 16, 0]]);
    const xs = symbols[0].filter((_, i) => i % 2 === 0);
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([expect.closeTo(7), expect.closeTo(9)]);
    const ends = dashes.flatMap((dash) => [dash[0], dash.at(-2)!]).sort((a, b) => a - b);
    expect(ends).toEqual([0, expect.closeTo(6), expect.closeTo(10), 16]);
    // On a curve the symbol's middle is on the line's tangent at the end of its gap, half a gap back.
    const curved = lay(fence, [arcPath(0, 0, 30, 0, 90)]);
    for (const stroke of curved.symbols) {
      const points = stroke.filter((_, i) => i % 2 === 0).map((x, i) => Math.hypot(x, stroke[2 * i + 1]));
      expect((Math.min(...points) + Math.max(...points)) / 2).toBeCloseTo(30, 0);
    }
  });

  it('sits on the line, or is centred on it', () => {
    const at = (place: 'centred' | 'sitting'): number[] => {
      const fence = { ...named('OHW-Fence') };
      const { symbols } = lay({ ...fence, symbols: [{ ...fence.symbols[0], place }] }, [[0, 0, 16, 0]]);
      const ys = symbols[0].filter((_, i) => i % 2 === 1);
      return [Math.min(...ys), Math.max(...ys)];
    };
    expect(at('centred')).toEqual([expect.closeTo(-1), expect.closeTo(1)]);
    expect(at('sitting')).toEqual([expect.closeTo(0), expect.closeTo(2)]);
  });

  it('is smaller on smaller scales when it is sized in the model', () => {
    const model = lineOf({ name: 'M', elementsMm: [600, -200], basis: 'model' });
    const gap = (scale: number): number => {
      const ends = lay(model, [[0, 0, 100, 0]], scale).dashes.map((dash) => [dash[0], dash.at(-2)!]);
      ends.sort((a, b) => a[0] - b[0]);
      return ends[1][0] - ends[0][1];
    };
    expect(gap(50)).toBeCloseTo(4);
    expect(gap(100)).toBeCloseTo(2);
  });

  it('stops short of its ends where it has an inset, and may break off where it need not be whole', () => {
    const inset = lineOf({ name: 'I', elementsMm: [6, -2], ends: { insetMm: 3, whole: true } });
    const { dashes } = lay(inset, [[0, 0, 40, 0]]);
    const xs = dashes.flatMap((dash) => [dash[0], dash.at(-2)!]);
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([3, 37]);
    const loose = lineOf({ name: 'L', elementsMm: [6, -2], ends: { insetMm: 0, whole: false } });
    expect(lay(loose, [[0, 0, 15, 0]]).dashes).toEqual([
      [0, 0, 6, 0],
      [8, 0, 14, 0],
    ]);
  });

  it('says how long a line must be to show it', () => {
    expect(shortestMm(named('OHW-Axis'))).toBe(7.5);
    expect(shortestMm(lineOf({ name: 'C' }))).toBe(0);
    expect(shortestMm(lineOf({ name: 'I', elementsMm: [6, -2], ends: { insetMm: 3, whole: true } }))).toBe(
      14,
    );
  });
});
