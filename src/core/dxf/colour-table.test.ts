import { colors } from 'dxf';
import { COLOUR_TABLE } from './colour-table';

const channels = (rgb: number): number[] => [(rgb >> 16) & 255, (rgb >> 8) & 255, rgb & 255];

describe('colour numbers', () => {
  it('agree with the general-purpose npm library “dxf” on every full hue', () => {
    // Shades are rounded differently by each library; the full hues are the same in all.
    const fullHues = [1, 2, 3, 4, 5, 6, 7, ...Array.from({ length: 24 }, (_, i) => 10 * (i + 1))];
    for (const number of fullHues) {
      expect(channels(COLOUR_TABLE[number])).toEqual(colors[number]);
    }
  });

  it('get darker within a hue: even numbers from 10 to 248', () => {
    for (let hue = 10; hue < 250; hue += 10)
      for (let shade = 2; shade <= 8; shade += 2) {
        const brightest = (number: number): number => Math.max(...channels(COLOUR_TABLE[number]));
        expect(brightest(hue + shade)).toBeLessThan(brightest(hue + shade - 2));
      }
  });
});
