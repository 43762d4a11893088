import { followed, followersOf, followingFault } from './line-families';
import { clearanceMm } from './line-words';
import { followName } from './rename';
import { blankStandard, checkStandard, lineOf } from './standard';

const word = (text: string) => ({ element: 1, text, heightMm: 2, style: '', offsetMm: 0, upright: false });
const base = lineOf({ name: 'SVC-WATER', elementsMm: [12, -8], words: [word('WATER')], clause: '4.1' });
const gas = lineOf({
  name: 'SVC-GAS',
  description: 'Gas main',
  elementsMm: [3, -9],
  words: [word('GAS')],
  follows: 'svc-water',
  notes: 'below 4 bar',
});
const lettering = { styles: [] };
const made = (...linetypes: ReturnType<typeof lineOf>[]) => followed({ linetypes, lettering }).linetypes;

describe('linetypes that follow another', () => {
  it('have its dashes and the looks of its word, and keep what they are called, say and mean', () => {
    const [, own] = made(base, gas);
    expect(own).toMatchObject({ name: 'SVC-GAS', description: 'Gas main', notes: 'below 4 bar', clause: '' });
    expect(own.elementsMm[0]).toBe(12);
    expect(own.words.map(({ text }) => text)).toEqual(['GAS']);
    // The clear distance beside the word is the base's, to the thousandth that gaps are written in.
    expect(clearanceMm(own, own.words[0])).toBeCloseTo(clearanceMm(base, base.words[0]), 2);
  });

  it('follow through others, whatever their order', () => {
    const oil = lineOf({ name: 'SVC-OIL', elementsMm: [1, -9], words: [word('OIL')], follows: 'SVC-GAS' });
    const changed = { ...base, elementsMm: [20, -8] };
    for (const order of [
      [oil, gas, changed],
      [changed, gas, oil],
    ])
      expect(made(...order).map(({ elementsMm }) => elementsMm[0])).toEqual([20, 20, 20]);
    expect(followersOf([base, gas, oil], 'svc-water')).toEqual(['SVC-GAS', 'SVC-OIL']);
  });

  it('are what they were when brought in line again', () => {
    const once = made(base, gas);
    expect(made(...once)).toEqual(once);
  });

  it.each([
    ['the standard has no linetype “Gone”', [{ ...gas, follows: 'Gone' }]],
    ['it cannot follow itself', [{ ...gas, follows: 'SVC-GAS' }]],
    ['they follow each other in a circle', [gas, { ...base, follows: 'SVC-GAS' }]],
    [
      '“Dashed” has no word that could be another one',
      [{ ...gas, follows: 'Dashed' }, lineOf({ name: 'Dashed', elementsMm: [4, -2] })],
    ],
    ['it needs a word of its own', [{ ...gas, words: [] }, base]],
  ])('say why they cannot: %s', (fault, list) => {
    expect(followingFault(list, list[0])).toBe(fault);
    // Left as it is, and told.
    expect(made(...list)[0]).toEqual(list[0]);
  });
});

describe('a standard with a family of linetypes', () => {
  const standard = { ...blankStandard('Office'), linetypes: [base, gas] };

  it('brings it in line whenever it is read', () => {
    const checked = checkStandard(standard);
    if (!('standard' in checked)) throw new Error(JSON.stringify(checked.faults));
    expect(checked.standard.linetypes[1].elementsMm[0]).toBe(12);
  });

  it('names what cannot be followed', () => {
    const checked = checkStandard({
      ...blankStandard('Office'),
      linetypes: [{ ...gas, follows: 'Gone' }],
    });
    expect(checked).toMatchObject({ faults: [{ path: ['linetypes', 0, 'follows'] }] });
  });

  it('follows a base that gets another name', () => {
    const renamed = followName(standard, 'linetype', 'SVC-WATER', 'SVC-MAIN');
    expect(renamed.linetypes[1].follows).toBe('SVC-MAIN');
  });
});
