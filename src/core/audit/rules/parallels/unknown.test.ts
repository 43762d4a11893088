import type { DrawingComposer } from '../../../dxf/write/composer';
import { parallelSetSchema } from '../../../standard/parallels';
import { office, officeLayer, testRule } from '../testing';
import { placed } from './testing';
import { parallelsUnknown } from './unknown';

const KERB = parallelSetSchema.parse({ name: 'Kerb', lines: [{ offsetMm: 75 }, { offsetMm: -75 }] });
const standard = office([officeLayer('ROAD')], { parallels: [KERB] });

const inSet =
  (name: string) =>
  (file: DrawingComposer): void =>
    placed(file, name, [75, -75]);

testRule(parallelsUnknown, {
  accept: [
    { name: 'a set of the standard, whatever its case', standard, draw: inSet('KERB') },
    {
      name: 'any set, where the standard has none',
      standard: { ...standard, parallels: [] },
      draw: inSet('X'),
    },
    {
      name: 'a set that nothing is drawn in',
      standard,
      draw: (file) => placed(file, 'Spare', [1, -1], false),
    },
  ],
  reject: [
    {
      name: 'a set of theirs',
      standard,
      draw: inSet('BORD_20'),
      messages: ['Parallel-line set “BORD_20” is not in the standard (1 run of parallel lines).'],
      found: 'BORD_20',
    },
  ],
});
