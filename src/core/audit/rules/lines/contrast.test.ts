import { correctDrawing } from '../../../correct/correct';
import { contrast } from '../../../dxf/colour';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { bytesOf, findingsOf, office, officeLayer, testRule, withSetting } from '../testing';
import { linesContrast } from './contrast';

const printed = (how: string, more: object = {}) =>
  withSetting(office([officeLayer('WALL'), officeLayer('PALE', { colour: { number: 2 } })]), linesContrast, {
    settings: { printed: how, ...more },
  });
const colour = printed('in colour');

const lineOn =
  (layer: string, number: number, own = 256) =>
  (file: DrawingComposer) => {
    file.layer({ name: layer, colour: number });
    file.model.line({ layer, ...(own === 256 ? {} : { colour: own }) }, [0, 0], [9, 0]);
  };

// WCAG 2.2, contrast ratio; published examples: black on white 21, #767676 on white 4.54, #ffff00 on white 1.07 (from memory).
it('measures contrast as WCAG 2.2 does', () => {
  expect(contrast(0x000000, 0xffffff)).toBeCloseTo(21, 9);
  expect(contrast(0x767676, 0xffffff)).toBeCloseTo(4.54, 2);
  expect(contrast(0xffff00, 0xffffff)).toBeCloseTo(1.07, 2);
});

testRule(linesContrast, {
  accept: [
    {
      name: 'any colour, where sheets are printed in black',
      standard: printed('in black'),
      draw: lineOn('YELLOW', 2),
    },
    { name: 'colours that can be read', standard: colour, draw: lineOn('BLUE', 5) },
    { name: 'what prints black on white', standard: colour, draw: lineOn('ANY', 7) },
    {
      name: 'areas, what does not print, and colours that the standard changes anyway',
      standard: colour,
      draw: (file) => {
        file.layer({ name: 'QUIET', colour: 2, prints: false });
        file.layer({ name: 'OFF', colour: 2, off: true });
        file.layer({ name: 'WALL', colour: 2, widthMm: 0.5 });
        file.layer({ name: 'AREA', colour: 2 });
        file.model.line({ layer: 'QUIET' }, [0, 0], [9, 0]);
        file.model.line({ layer: 'OFF' }, [0, 0], [9, 0]);
        file.model.solid({ layer: 'AREA' }, [
          [0, 0],
          [1, 0],
          [0, 1],
          [1, 1],
        ]);
      },
    },
  ],
  reject: [
    {
      name: 'a layer and objects in yellow',
      standard: colour,
      draw: (file) => {
        lineOn('YELLOW', 2)(file);
        lineOn('GREY', 8, 2)(file);
      },
      messages: [
        'Layer “YELLOW” is too light on white in print: colour 2 has a contrast of 1.07.',
        '1 line on layer “GREY” is too light on white in print: colour 2 has a contrast of 1.07.',
      ],
      expected: 'a contrast of 3 or more',
      found: '1.07, colour 2',
    },
    {
      name: 'a grey that is made of a colour',
      standard: printed('in grey'),
      draw: (file) => {
        lineOn('GREEN', 3)(file);
        lineOn('RED', 1)(file);
      },
      // Grey 150 of 255: (1 + 0.05) / (0.3050 + 0.05).
      messages: ['Layer “GREEN” is too light on white in grey printing: colour 3 has a contrast of 2.96.'],
    },
    {
      name: 'a colour that the standard itself has',
      standard: colour,
      draw: lineOn('PALE', 2),
      messages: ['Layer “PALE” is too light on white in print: colour 2 has a contrast of 1.07.'],
    },
  ],
});

it.each(['AC1009', 'AC1015', 'AC1032'] as const)(
  'gives the nearest colour that can be read, in %s',
  (version) => {
    const bytes = bytesOf({ version, draw: lineOn('YELLOW', 2) });
    const [found] = findingsOf(bytes, colour, linesContrast);
    expect(found.correction).toBe('choice');
    const result = correctDrawing(bytes, colour, {
      findings: [],
      decisions: [{ finding: found.key, option: 'darken' }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(findingsOf(result.value.bytes, colour, linesContrast)).toEqual([]);
    const [{ property, where, before, after }] = result.value.changes;
    expect([property, where, before]).toEqual(['colour', 'YELLOW', 'colour 2']);
    // The hue stays: red and green in like parts, no blue.
    if (version === 'AC1032') expect(after).toBe('#999900');
  },
);

it('gives objects the colour of their layer where that can be read', () => {
  const bytes = bytesOf({ draw: lineOn('RED', 1, 2) });
  const [found] = findingsOf(bytes, colour, linesContrast);
  const result = correctDrawing(bytes, colour, {
    findings: [],
    decisions: [{ finding: found.key, option: 'layer' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.after.findings.filter(({ rule }) => rule === linesContrast.meta.id)).toEqual([]);
});
