import { readDrawing } from '../../../dxf/read/interpret';
import type { DrawingComposer } from '../../../dxf/write/composer';
import type { Standard } from '../../../standard/standard';
import { audit } from '../../engine';
import { bytesOf, findingsOf, office, officeLayer, testRule, withSetting } from '../testing';
import { pensByColour } from './by-colour';

const plain = office([
  officeLayer('WALL', { ownValuesAllowed: ['colour'] }),
  officeLayer('STRICT'),
  officeLayer('THIN', { colour: { number: 2 }, widthMm: 0.25 }),
]);
const oldOnly: Standard = {
  ...plain,
  pens: {
    ...plain.pens,
    byColour: [
      { number: 1, widthMm: 0.25 },
      { number: 2, widthMm: 0.25 },
      { number: 3, widthMm: 0.5 },
    ],
  },
};

/** The same, where newer drawings are printed by their colours too. */
const standard = withSetting(oldOnly, pensByColour, { settings: { when: 'always' } });

/** Lines on a layer, each in a colour of its own or that of the layer. */
const lines =
  (layer: string, colours: readonly (number | undefined)[], widthMm?: number, ofLayer = 3) =>
  (file: DrawingComposer): void => {
    file.layer({ name: layer, colour: ofLayer, ...(widthMm === undefined ? {} : { widthMm }) });
    for (const [i, colour] of colours.entries())
      file.model.line({ layer, ...(colour === undefined ? {} : { colour }) }, [0, 10 * i], [50, 10 * i]);
  };

testRule(pensByColour, {
  accept: [
    { name: 'colours that print as wide as the layer', standard, draw: lines('WALL', [undefined, 3], 0.5) },
    {
      name: 'a newer version, where only old ones are printed by colour',
      standard: oldOnly,
      draw: lines('WALL', [1], 0.5),
    },
    { name: 'an office that does not print by colour', standard: plain, draw: lines('WALL', [1], 0.5) },
    { name: 'a colour of its own that nobody approved of', standard, draw: lines('STRICT', [1], 0.5) },
    { name: 'a colour that the layer should not have', standard, draw: lines('WALL', [undefined], 0.5, 1) },
    { name: 'a layer of a sender that says no width', standard, draw: lines('THEIRS', [undefined]) },
    {
      name: 'a layer of a sender in a version without widths',
      standard,
      version: 'AC1009',
      draw: lines('THEIRS', [undefined], undefined, 1),
    },
  ],
  reject: [
    {
      name: 'approved colours, with what they print as',
      standard,
      draw: lines('WALL', [1, 2, undefined], 0.5),
      messages: [
        '2 lines on layer “WALL” print 0.25 mm wide, by colour 1, colour 2; the layer’s pen is 0.5 mm.',
      ],
      expected: '0.5 mm',
      found: '0.25 mm',
    },
    {
      name: 'approved colours in a version without widths',
      standard: oldOnly,
      version: 'AC1009',
      draw: lines('WALL', [1, undefined]),
      messages: ['1 line on layer “WALL” prints 0.25 mm wide, by colour 1; the layer’s pen is 0.5 mm.'],
    },
    {
      name: 'a layer of a sender whose width its colour contradicts',
      standard,
      draw: lines('THEIRS', [undefined], 0.5, 1),
      messages: ['1 line on layer “THEIRS” prints 0.25 mm wide, by colour 1; the layer’s pen is 0.5 mm.'],
    },
  ],
});

it('gives the colour of the layer where the office has decided so', () => {
  const bytes = bytesOf({ version: 'AC1009', draw: lines('WALL', [1]) });
  const decided = withSetting(oldOnly, pensByColour, { settledBy: 'take' });
  const [found] = findingsOf(bytes, decided, pensByColour);
  expect(found).toMatchObject({ correction: 'automatic', remedy: expect.any(String) });
});

it('says of colours that the table does not have that nobody knows how wide they print', () => {
  const read = readDrawing(bytesOf({ draw: lines('WALL', [30], 0.5) }));
  if (!read.ok) throw new Error(read.problem.message);
  const pens = (of: Standard) => audit(read.value, of).looked.find(({ family }) => family === 'pens')?.why;
  expect(pens(standard)).toEqual([
    'how wide 1 object prints: the table of widths by colour has no such colour',
  ]);
  expect(pens(plain)).toEqual([]);
});
