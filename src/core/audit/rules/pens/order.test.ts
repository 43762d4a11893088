import type { DrawingComposer } from '../../../dxf/write/composer';
import { meaningSchema } from '../../../standard/meanings';
import { orderFault, penAdvice } from '../../../standard/pens';
import type { Standard } from '../../../standard/standard';
import { bytesOf, findingsOf, office, officeLayer, testRule } from '../testing';
import { pensOrder } from './order';

// ISO 128-2, from memory: widths in steps of √2; extra wide, wide and narrow as 4 : 2 : 1.
const PENS = {
  seriesMm: [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2],
  defaultMm: 0.25,
  roles: [
    { role: 'cut', widthMm: 1 },
    { role: 'outline', widthMm: 0.5 },
    { role: 'hidden', widthMm: 0.25 },
  ],
  order: [
    { heavier: 'cut', lighter: 'outline', ratio: 2 },
    { heavier: 'outline', lighter: 'hidden', ratio: 2 },
  ],
  byColour: [],
};
const layers = [
  officeLayer('CUT', { role: 'cut', widthMm: 1 }),
  officeLayer('WALL', { role: 'outline', widthMm: 0.5 }),
  officeLayer('HID', { role: 'hidden', widthMm: 0.25 }),
];
const standard: Standard = office(layers, {
  pens: PENS,
  meanings: [meaningSchema.parse({ name: 'hidden', linetype: 'Broken', role: 'hidden', words: ['hidden'] })],
});

/** A line on each layer, which prints so wide; null leaves the layer at the default. */
const lines =
  (widths: Readonly<Record<string, number | null>>) =>
  (file: DrawingComposer): void => {
    for (const [i, [name, widthMm]] of Object.entries(widths).entries()) {
      file.layer({ name, colour: 3, ...(widthMm === null ? {} : { widthMm }) });
      file.model.line({ layer: name }, [0, 10 * i], [50, 10 * i]);
    }
  };

testRule(pensOrder, {
  accept: [
    { name: 'pens as 4 : 2 : 1', standard, draw: lines({ CUT: 1, WALL: 0.5, HID: 0.25 }) },
    {
      name: 'a ratio of √2 from the series, rounded as widths are',
      standard: {
        ...standard,
        pens: { ...PENS, order: [{ heavier: 'outline', lighter: 'hidden', ratio: Math.SQRT2 }] },
      },
      draw: lines({ WALL: 0.25, HID: 0.18 }),
    },
    { name: 'one role alone', standard, draw: lines({ HID: 0.7 }) },
    {
      name: 'a layer that is off',
      standard,
      draw: (file) => {
        lines({ WALL: 0.5 })(file);
        file.layer({ name: 'HID', colour: 3, widthMm: 0.7, off: true });
        file.model.line({ layer: 'HID' }, [0, 0], [1, 1]);
      },
    },
    {
      name: 'a single object with a width of its own',
      standard,
      draw: (file) => {
        lines({ WALL: 0.5, HID: 0.25 })(file);
        file.model.line({ layer: 'HID' }, [0, 90], [50, 90]);
        file.model.line({ layer: 'HID', widthMm: 0.7 }, [0, 95], [50, 95]);
      },
    },
    {
      name: 'a version that holds no widths',
      version: 'AC1009',
      standard,
      draw: lines({ WALL: 0.5, HID: 0.7 }),
    },
  ],
  reject: [
    {
      name: 'a hidden line that prints heavier than the outline',
      standard,
      draw: lines({ WALL: 0.35, HID: 0.5 }),
      messages: ['“hidden” (0.5 mm on layer “HID”) prints heavier than “outline” (0.35 mm on layer “WALL”).'],
      expected: 'outline 2 times as heavy as hidden',
      found: '0.35 mm to 0.5 mm',
      leaves: 0,
    },
    {
      name: 'everything at the default: both orders',
      standard,
      draw: lines({ CUT: null, WALL: null, HID: null }),
      messages: [
        '“outline” (0.25 mm on layer “WALL”) prints as heavy as “cut” (0.25 mm on layer “CUT”).',
        '“hidden” (0.25 mm on layer “HID”) prints as heavy as “outline” (0.25 mm on layer “WALL”).',
      ],
      leaves: 0,
    },
    {
      name: 'in order, but too alike',
      standard,
      draw: lines({ WALL: 0.35, HID: 0.25 }),
      messages: [
        '“outline” (0.35 mm on layer “WALL”) is only 1.4 times as heavy as “hidden” (0.25 mm on layer “HID”); 2 times is wanted.',
      ],
      leaves: 0,
    },
    {
      name: 'a layer of the sender whose name gives its meaning away: its name is settled first',
      standard,
      draw: lines({ WALL: 0.5, S_HIDDEN: 0.7 }),
      messages: [
        '“hidden” (0.7 mm on layer “S_HIDDEN”) prints heavier than “outline” (0.5 mm on layer “WALL”).',
      ],
      leaves: 1,
    },
  ],
});

describe('the order of pens', () => {
  it('is the order that the standard itself is held to', () => {
    // Ratios by ISO 128-2 hold for the roles as they are, and neither finds anything.
    expect(penAdvice(standard).filter(({ about }) => about === 'order')).toEqual([]);
    const alike = {
      ...standard,
      pens: { ...PENS, roles: PENS.roles.map((one) => ({ ...one, widthMm: 0.5 })) },
    };
    expect(penAdvice(alike).filter(({ about }) => about === 'order')).toHaveLength(2);
  });

  it('holds between all neighbours of the published series, and every second of them is twice as heavy', () => {
    // Source: ISO 128-2, from memory.
    const series = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2];
    for (const [i, light] of series.entries()) {
      for (const [steps, ratio] of [
        [1, Math.SQRT2],
        [2, 2],
        [4, 4],
      ] as const)
        if (i + steps < series.length) expect(orderFault(series[i + steps], light, ratio)).toBeNull();
      if (i > 0) expect(orderFault(series[i], light, Math.SQRT2)).toBe('not heavier');
      if (i + 1 < series.length) expect(orderFault(series[i + 1], light, 2)).toBe('too alike');
    }
  });

  it('comes from colours where a version has no widths and the office prints by colour', () => {
    const byColour = [
      { number: 1, widthMm: 0.7 },
      { number: 3, widthMm: 0.35 },
    ];
    const draw = (file: DrawingComposer): void => {
      file.layer({ name: 'WALL', colour: 3 });
      file.layer({ name: 'HID', colour: 1 });
      file.model.line({ layer: 'WALL' }, [0, 0], [50, 0]);
      file.model.line({ layer: 'HID' }, [0, 10], [50, 10]);
    };
    const found = findingsOf(
      bytesOf({ draw, version: 'AC1009' }),
      { ...standard, pens: { ...PENS, byColour } },
      pensOrder,
    );
    expect(found.map(({ message, correction }) => [message, correction])).toEqual([
      ['“hidden” (0.7 mm on layer “HID”) prints heavier than “outline” (0.35 mm on layer “WALL”).', 'manual'],
    ]);
  });
});
