import { z } from 'zod';
import { choiceSetting, numberSetting, settingFields, settingsFor, switchSetting } from './settings';
import { coloured, formatValue, named, penWidth, quantity, words } from './value';

const schema = z.object({
  reach: numberSetting('Reach', 'mm on paper', 0.5, { min: 0.1, max: 5, description: 'How far it looks.' }),
  hidden: switchSetting('Hidden layers too', false),
  which: choiceSetting('Which of them', ['first', 'all'], 'all'),
});

describe('settings of a rule', () => {
  it('become controls, with their limits and defaults', () => {
    expect(settingFields(schema)).toEqual([
      {
        name: 'reach',
        title: 'Reach',
        unit: 'mm on paper',
        description: 'How far it looks.',
        type: 'number',
        byDefault: 0.5,
        min: 0.1,
        max: 5,
      },
      {
        name: 'hidden',
        title: 'Hidden layers too',
        unit: '',
        description: '',
        type: 'switch',
        byDefault: false,
      },
      {
        name: 'which',
        title: 'Which of them',
        unit: '',
        description: '',
        type: 'choice',
        byDefault: 'all',
        choices: ['first', 'all'],
      },
    ]);
    expect(settingFields(undefined)).toEqual([]);
  });

  it.each<[string, Record<string, unknown>, Record<string, unknown>, string[]]>([
    ['none set', {}, {}, []],
    ['all set', { reach: 2, hidden: true, which: 'first' }, { reach: 2, hidden: true, which: 'first' }, []],
    ['one at its limit', { reach: 5 }, { reach: 5 }, []],
    ['one beyond its limit', { reach: 5.01, hidden: true }, { hidden: true }, ['reach']],
    ['one of another kind', { hidden: 'yes' }, {}, ['hidden']],
    ['a word that is none of them', { which: 'last' }, {}, ['which']],
    ['one that the rule no longer has', { depth: 3, reach: 1 }, { reach: 1 }, ['depth']],
    ['no number', { reach: Number.NaN }, {}, ['reach']],
  ])('%s: what can be taken is, the rest is named and left out', (_, kept, taken, leftOut) => {
    expect(settingsFor(schema, kept)).toEqual({
      settings: { reach: 0.5, hidden: false, which: 'all', ...taken },
      leftOut,
    });
  });

  it('of a rule that has none are all left out', () => {
    expect(settingsFor(undefined, { reach: 1 })).toEqual({ settings: {}, leftOut: ['reach'] });
  });
});

describe('values in words', () => {
  it.each([
    [quantity(0.35, 'mm'), '0.35 mm'],
    [quantity(0.1 + 0.2, 'mm'), '0.30000000000000004 mm'],
    [quantity(89.97, '°'), '89.97°'],
    [quantity(3, ''), '3'],
    [quantity(-1250, 'mm in the model', 0.5), '-1250 mm in the model'],
    [penWidth(0.5, 0.25), '0.5 mm'],
    [penWidth(null, 0.25), 'default (0.25 mm)'],
    [named('A-WALL'), 'A-WALL'],
    [coloured({ number: 3 }), 'colour 3'],
    [coloured({ rgb: 0x0a0b0c }), '#0a0b0c'],
    [words('dashed'), 'dashed'],
  ])('%j', (value, text) => {
    expect(formatValue(value)).toContain(text);
  });

  it('stay plain data: nothing is lost on the way through a database', () => {
    for (const value of [quantity(1e-9, 'mm', 1e-6), penWidth(null, 0.18), coloured({ rgb: 0xff00ff })])
      expect(JSON.parse(JSON.stringify(value))).toEqual(value);
  });
});
