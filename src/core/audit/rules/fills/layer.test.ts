import { correctDrawing } from '../../../correct/correct';
import { layerNameOf } from '../../../dxf/drawing';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { familiesOf, fillSchema } from '../../../standard/fills';
import { bytesOf, findingsOf, office, officeLayer, testRule } from '../testing';
import { fillsLayer } from './layer';

const CONCRETE = fillSchema.parse({
  name: 'CONCRETE',
  layer: 'FILL',
  lines: [{ angleDeg: 45, spacingMm: 3 }],
});
const ANY = fillSchema.parse({ ...CONCRETE, name: 'ANYWHERE', layer: '' });
const LOST = fillSchema.parse({ ...CONCRETE, name: 'LOST', layer: 'NOT DEFINED' });
const standard = office([officeLayer('WALL'), officeLayer('FILL')], { fills: [CONCRETE, ANY, LOST] });

const filled =
  (name: string, layer: string) =>
  (file: DrawingComposer): void =>
    file.model.patternFill(
      { layer },
      [
        [
          [0, 0],
          [9, 0],
          [9, 9],
        ],
      ],
      { name, angleDeg: 0, scale: 1, families: familiesOf(CONCRETE) },
    );

testRule(fillsLayer, {
  accept: [
    { name: 'on its layer, whatever its case', standard, draw: filled('Concrete', 'fill') },
    { name: 'one without a layer', standard, draw: filled('ANYWHERE', 'WALL') },
    { name: 'one whose layer the standard does not define', standard, draw: filled('LOST', 'WALL') },
    { name: 'one that the standard does not know', standard, draw: filled('X', 'WALL') },
  ],
  reject: [
    {
      name: 'on another layer',
      standard,
      draw: filled('CONCRETE', 'WALL'),
      messages: ['1 fill “CONCRETE” lies on layer “WALL”; the standard has it on “FILL”.'],
      expected: 'FILL',
      found: 'WALL',
      leaves: 0,
    },
  ],
});

it('moves it to its layer, which comes along where the drawing has it not', () => {
  const bytes = bytesOf({ draw: filled('CONCRETE', 'WALL') });
  const [found] = findingsOf(bytes, standard, fillsLayer);
  const result = correctDrawing(bytes, standard, { findings: [found.key] });
  if (!result.ok) throw new Error(result.problem.message);
  expect(layerNameOf(result.value.drawing, 0)).toBe('FILL');
});
