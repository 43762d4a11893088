import { PLAIN_RULE } from '../../../standard/rule-settings';
import { office, officeLayer, testRule } from '../testing';
import { unitsUnit } from './unit';

const drawsIn = (unit: string) =>
  office([officeLayer('WALL')], { rules: { 'units/unit': { ...PLAIN_RULE, settings: { unit } } } });

testRule(unitsUnit, {
  accept: [
    {
      name: 'a drawing in the unit of the office (mm)',
      standard: drawsIn('mm'),
      draw: (file) => file.model.line({ layer: 'WALL' }, [0, 0], [9, 0]),
    },
    {
      name: 'any drawing where the office names no unit',
      standard: office([officeLayer('WALL')]),
      draw: (file) => file.model.line({ layer: 'WALL' }, [0, 0], [9, 0]),
    },
  ],
  reject: [
    {
      name: 'a drawing in another unit',
      standard: drawsIn('m'),
      draw: (file) => file.model.line({ layer: 'WALL' }, [0, 0], [9, 0]),
      messages: ['The drawing is in mm; the office draws in m.'],
      expected: 'm',
      found: 'mm',
    },
    {
      name: 'the oldest version, which names none',
      version: 'AC1009',
      standard: drawsIn('m'),
      draw: (file) => file.model.line({ layer: 'WALL' }, [0, 0], [9, 0]),
      messages: ['The drawing names no unit.'],
    },
  ],
});
