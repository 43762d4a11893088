import { demoStandard } from '../../../demo/standard';
import { fits } from './naming';
import { letterDistance, nearestNames } from './nearest-names';

const scheme = demoStandard.naming.layers!;
const known = demoStandard.layers.map(({ name }) => name).filter((name) => fits(scheme, name));
const swapped = (text: string, at: number): string =>
  text.slice(0, at) + text[at + 1] + text[at] + text.slice(at + 2);

/** What happens to names in an office every day: the name as it is written, and as it was meant. */
const ERRORS: readonly (readonly [string, (name: string) => string])[] = [
  ['a wrong separator', (name) => name.replaceAll('-', '_')],
  ['blanks between', (name) => name.replaceAll('-', ' ')],
  ['points between, in small letters', (name) => name.replaceAll('-', '.').toLowerCase()],
  ['no separator after the discipline', (name) => name.replace('-', '')],
  ['a letter too many at the end', (name) => `${name}S`],
  ['a letter twice', (name) => name.slice(0, 4) + name[3] + name.slice(4)],
  ['two letters swapped', (name) => swapped(name, 3)],
  ['a letter left out', (name) => name.slice(0, 3) + name.slice(4)],
  ['no discipline', (name) => name.slice(2)],
];

describe('names that almost fit', () => {
  const cases = ERRORS.flatMap(([error, spoil]) =>
    known.map((meant) => ({ error, meant, name: spoil(meant) })),
  ).filter(({ name, meant }) => name !== meant && !known.includes(name));

  it('of everyday errors the one that is meant is among the first three in at least 95 of 100', () => {
    expect(cases.length).toBeGreaterThan(150);
    const missed = cases.filter(({ name, meant }) => !nearestNames(scheme, name, 3, known).includes(meant));
    if (process.env.SHOW_NAMES)
      for (const { error, name, meant } of missed)
        console.log(error, name, meant, nearestNames(scheme, name, 3, known));
    expect(missed.length / cases.length).toBeLessThanOrEqual(0.05);
  });

  it.each([
    ['A-Wand', 'A-WALL'],
    ['A-TUER', 'A-DOOR'],
    ['E_Beleuchtung', 'E-LITE'],
    ['S-Achsen', 'S-GRID'],
    ['G-Bemaßung', 'G-DIMS'],
    ['C-Straße', 'C-ROAD'],
    ['A-MURS', 'A-WALL'],
    ['A-Puertas', 'A-DOOR'],
    ['S-Acier', 'S-STEL'],
    ['G-Texto', 'G-TEXT'],
    ['A-стены', 'A-WALL'],
  ])('another language: %s is %s', (name, meant) => {
    expect(nearestNames(scheme, name, 3, known)).toContain(meant);
  });

  it('always fit, and are never the name itself', () => {
    for (const { name } of cases.filter((_, i) => i % 7 === 0))
      for (const near of nearestNames(scheme, name, 5)) {
        expect(fits(scheme, near)).toBe(true);
        expect(near).not.toBe(name);
      }
    expect(nearestNames(scheme, '', 3, known)).toEqual([]);
    expect(nearestNames(scheme, '?'.repeat(300), 3, known)).toEqual([]);
  });
});

it('letters that are swapped count once', () => {
  expect(letterDistance('WALL', 'WLAL')).toBe(1);
  expect(letterDistance('DOOR', 'DOOR')).toBe(0);
  expect(letterDistance('', 'ABC')).toBe(3);
  expect(letterDistance('A', 'B')).toBe(1);
});
