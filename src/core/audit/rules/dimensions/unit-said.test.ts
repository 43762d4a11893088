import type { DimensionValues } from '../../../standard/dimension-settings';
import { type Case, testRule } from '../testing';
import { dimensioned, measuredOnSheet, put, settingsOf } from './testing';
import { dimensionsUnitSaid } from './unit-said';

const standard = dimensioned();

const suffixed =
  (changed: Partial<DimensionValues>): Case['draw'] =>
  (file) => {
    put(file, 'Building', settingsOf('Building', changed));
    measuredOnSheet(file, [{ style: 'Building' }]);
  };

testRule(dimensionsUnitSaid, {
  accept: [
    { name: 'no unit', standard, draw: suffixed({}) },
    { name: 'millimetres of a drawing in millimetres', standard, draw: suffixed({ suffix: ' mm' }) },
    { name: 'metres that are counted as metres', standard, draw: suffixed({ suffix: ' m', factor: 0.001 }) },
    { name: 'inches', standard, draw: suffixed({ suffix: '"', factor: 1 / 25.4 }) },
    { name: 'words that are no unit', standard, draw: suffixed({ suffix: ' TYP' }) },
  ],
  reject: [
    {
      name: 'metres behind millimetres',
      standard,
      draw: suffixed({ suffix: ' m' }),
      messages: ['1 dimension says “m” behind its value and counts mm.'],
      expected: 'mm',
      found: 'm',
    },
    {
      name: 'a factor without its unit’s change',
      standard,
      draw: suffixed({ suffix: ' mm', factor: 0.001 }),
      messages: ['1 dimension says “mm” behind its value and counts m.'],
    },
  ],
});
