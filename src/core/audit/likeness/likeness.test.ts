import fc from 'fast-check';
import { demoStandard } from '../../../../demo/standard';
import { layerOf } from '../../standard/standard';
import { tokens, wordLikeness } from '../../standard/words';
import { propose, proposeForObjects, type Stray } from './propose';

const stray = (name: string, more: Partial<Stray> = {}): Stray => ({ name, kinds: new Map(), ...more });
const best = (name: string, more: Partial<Stray> = {}): string | undefined =>
  propose(demoStandard, stray(name, more))[0]?.to;

describe('names', () => {
  it.each([
    ['A-WALL-EXTR', ['a', 'wall', 'extr']],
    ['WallsExternal', ['wall', 'external']],
    ['walls 02', ['wall']],
    ['E_LTG$0$lights', ['e', 'light', 'light']],
    ['СТЕНЫ-наружные', ['wall', 'external']],
    ['壁', ['wall']],
    ['建築壁', ['建築', 'wall']],
    ['Stahlbetonstütze', ['column']],
    ['Aussenwand_neu', ['external', 'wall', 'new']],
    ['Stahlträger', ['steel', 'beam']],
    ['Wallpaper', ['wallpaper']],
    ['brass', ['brass']],
    ['---', []],
    ['', []],
  ])('“%s” is taken apart into whole words', (name, parts) => {
    expect(tokens(name)).toEqual(parts);
  });

  it('are as like one way as the other, 1 only to themselves, never outside 0 to 1', () => {
    const word = fc.stringMatching(/^[a-z]{1,9}$/);
    fc.assert(
      fc.property(word, word, (a, b) => {
        const likeness = wordLikeness(a, b);
        expect(likeness).toBeGreaterThanOrEqual(0);
        expect(likeness).toBeLessThanOrEqual(1);
        expect(likeness === 1).toBe(a === b);
        expect(wordLikeness(b, a)).toBeCloseTo(likeness, 12);
      }),
    );
  });

  it('are kin by what they mean, by how they begin, by their letters', () => {
    expect(wordLikeness('wall', 'partition')).toBe(0.75);
    expect(wordLikeness('bound', 'boundary')).toBeGreaterThan(0.75);
    expect(wordLikeness('concreet', 'concrete')).toBeGreaterThan(0.5);
    expect(wordLikeness('door', 'fender')).toBe(0);
    expect(wordLikeness('a', 'architecture')).toBe(0);
  });
});

describe('proposals', () => {
  it.each([
    ['A-WALL', 'A-WALL'],
    ['Walls', 'A-WALL'],
    ['DOORS', 'A-DOOR'],
    ['Dims', 'G-DIMS'],
    ['text', 'G-TEXT'],
    ['steelwork', 'S-STEL'],
    ['VPORTS', 'G-VIEW'],
  ])('for “%s” begin with %s', (name, layer) => {
    expect(best(name)).toBe(layer);
  });

  it('have reasons, fall in likeness, and are none where nothing is alike', () => {
    const found = propose(demoStandard, stray('Walls external', { kinds: new Map([['line', 40]]) }));
    expect(found.length).toBeGreaterThan(1);
    for (const { reasons, likeness } of found) {
      expect(reasons.length).toBeGreaterThan(0);
      expect(likeness).toBeGreaterThan(0.18);
      expect(likeness).toBeLessThanOrEqual(1);
    }
    expect(found.map(({ likeness }) => likeness)).toEqual(
      found.map(({ likeness }) => likeness).sort((a, b) => b - a),
    );
    expect(propose({ ...demoStandard, layers: [] }, stray('Walls'))).toEqual([]);
    expect(propose(demoStandard, stray('', {}))).toEqual([]);
  });

  it('count what is on the layer and how it looks, where the name says nothing', () => {
    const standard = {
      ...demoStandard,
      layers: [
        layerOf({ name: 'ONE', kinds: ['text'], colour: { number: 2 }, widthMm: 0.35 }),
        layerOf({ name: 'TWO', kinds: ['dimension'], colour: { number: 6 }, widthMm: 0.18 }),
      ],
    };
    const of = (more: Partial<Stray>) => propose(standard, stray('XQ', more));
    expect(of({ kinds: new Map([['dimension', 9]]) })[0]).toMatchObject({
      to: 'TWO',
      reasons: ['holds 9 dimensions, which belong there'],
    });
    expect(of({ kinds: new Map([['text', 1]]), colour: { number: 2 }, widthMm: 0.35 })[0]).toMatchObject({
      to: 'ONE',
      reasons: ['holds 1 text, which belong there', 'same colour 2, 0.35 mm'],
    });
  });

  it('for objects on a layer that is not for them name the layers that are, never the one they are on', () => {
    const found = proposeForObjects(demoStandard, 'dimension', 'A-WALL');
    expect(found[0].to).toBe('G-DIMS');
    for (const { to } of found) {
      expect(to).not.toBe('A-WALL');
      expect(demoStandard.layers.find(({ name }) => name === to)!.kinds).toContain('dimension');
    }
    expect(proposeForObjects({ ...demoStandard, layers: [] }, 'dimension', 'A-WALL')).toEqual([]);
  });
});
