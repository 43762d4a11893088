import { lineOf } from '../../../standard/standard';
import { bytesOf, findingsOf, office, testRule, withSetting } from '../testing';
import { linetypesRedefined } from './redefined';

const standard = office([], {
  linetypes: [lineOf({ name: 'Continuous' }), lineOf({ name: 'Gas', elementsMm: [12, -6], clause: '3.2' })],
});
const near = {
  draw: (file: Parameters<Parameters<typeof bytesOf>[0]['draw']>[0]) => file.linetype('Gas', '', [12, -6.05]),
};

testRule(linetypesRedefined, {
  accept: [
    { name: 'the same pattern', standard, draw: (file) => file.linetype('GAS', '', [12, -6]) },
    {
      name: 'a pattern that is off by less than can be seen',
      standard,
      draw: (file) => file.linetype('Gas', '', [12, -6.009]),
    },
    { name: 'other names', standard, draw: (file) => file.linetype('Water', '', [1, -1]) },
  ],
  reject: [
    {
      name: 'another pattern under the same name',
      standard,
      ...near,
      messages: ['Linetype “Gas” is not the standard’s.'],
      expected: 'dash 12, gap 6',
      found: 'dash 12, gap 6.05',
      leaves: 0,
    },
  ],
});

describe('settings of linetypes/redefined', () => {
  const list = (setting: Parameters<typeof withSetting>[2]) =>
    findingsOf(bytesOf(near), withSetting(standard, linetypesRedefined, setting), linetypesRedefined);

  it('allow what the office allows', () => {
    expect(list({})).toHaveLength(1);
    expect(list({ tolerance: 0.1 })).toEqual([]);
    expect(list({ exceptNames: ['G*'] })).toEqual([]);
    expect(list({ gravity: 'must' })).toMatchObject([{ gravity: 'must' }]);
  });

  it('leave words aside where the office does not compare them', () => {
    const words = office([], {
      linetypes: [
        lineOf({ name: 'Continuous' }),
        lineOf({
          name: 'Gas',
          elementsMm: [12, -6],
          words: [{ element: 1, text: 'GAS', heightMm: 1.2, style: '', offsetMm: 0, upright: false }],
        }),
      ],
    });
    const bytes = bytesOf({ draw: (file) => file.linetype('Gas', '', [12, -6]) });
    expect(findingsOf(bytes, words, linetypesRedefined)).toHaveLength(1);
    const without = withSetting(words, linetypesRedefined, { settings: { words: false } });
    expect(findingsOf(bytes, without, linetypesRedefined)).toEqual([]);
  });
});
