import { correctDrawing } from '../../../correct/correct';
import { bytesOf, findingsOf, testRule, withSetting } from '../testing';
import { letteringStroke } from './stroke';
import { lettered, NOTE, onSheet } from './testing';

const standard = withSetting(lettered(), letteringStroke, { settings: { judged: 'all texts' } });
/** A layer with a pen of 0.25 mm. */
const texts = (...of: readonly (readonly [height: number, widthMm?: number])[]) =>
  onSheet((sheet, file) => {
    file.layer({ name: 'TEXT', colour: 3, widthMm: 0.25 });
    file.textStyle({ name: 'Sans', font: 'Barlow.ttf', height: 0, widthFactor: 1, slantDeg: 0 });
    for (const [i, [height, widthMm]] of of.entries())
      sheet.text(
        { layer: 'TEXT', ...(widthMm === undefined ? {} : { widthMm }) },
        [20, 20 * i],
        height,
        'H',
        NOTE,
      );
  });

testRule(letteringStroke, {
  accept: [
    // Pens of ISO 3098-1, from memory: h/10 and h/14 in the usual steps.
    {
      name: 'letters with the pens that the published series pairs them with',
      standard,
      draw: texts(
        [1.8, 0.18],
        [2.5, 0.18],
        [2.5, 0.25],
        [3.5, 0.25],
        [3.5, 0.35],
        [5, 0.35],
        [5, 0.5],
        [7, 0.5],
      ),
    },
    {
      name: 'pens of layers, where the office does not ask about them',
      standard: lettered(),
      draw: texts([7], [10]),
    },
    {
      name: 'letters that are areas',
      standard,
      draw: onSheet((sheet, file) => {
        file.layer({ name: 'TEXT', colour: 3, widthMm: 0.25 });
        file.textStyle({ name: 'Sans', font: 'Barlow.ttf', height: 0, widthFactor: 1, slantDeg: 0 });
        sheet.text({ layer: 'TEXT' }, [20, 20], 10, 'H', { style: 'Sans' });
      }),
    },
  ],
  reject: [
    {
      name: 'too thin and too thick for the height',
      standard,
      draw: texts([7], [2.5, 0.5]),
      messages: [
        '1 text of 7 mm on layer “TEXT” is drawn with 0.25 mm: too thin.',
        '1 text of 2.5 mm on layer “TEXT” is drawn with 0.5 mm: too thick.',
      ],
      expected: '0.5 mm to 0.7 mm',
      found: '0.25 mm',
    },
  ],
});

it('offers the pen of the layer where that suits, and only there', () => {
  const bytes = bytesOf({ draw: texts([7, 1], [2.5, 0.5]) });
  const [large, small] = findingsOf(bytes, standard, letteringStroke);
  expect([large.correction, small.correction]).toEqual(['manual', 'choice']);
  const result = correctDrawing(bytes, standard, {
    findings: [],
    decisions: [{ finding: small.key, option: 'pen of the layer' }],
  });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.unsettled).toEqual([]);
  expect(findingsOf(result.value.bytes, standard, letteringStroke).map(({ key }) => key)).toEqual([
    large.key,
  ]);
});
