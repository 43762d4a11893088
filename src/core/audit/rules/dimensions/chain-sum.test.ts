import type { DrawingComposer } from '../../../dxf/write/composer';
import { GOOD, testRule, withSetting } from '../testing';
import { dimensionsChainSum } from './chain-sum';
import { dimensioned, put, settingsOf } from './testing';

const standard = dimensioned();

/** A row of dimensions from point to point, and one over all of them. */
const row =
  (
    points: readonly number[],
    { says, plumb = false, offset = 0 }: { says?: string; plumb?: boolean; offset?: number } = {},
  ) =>
  (file: DrawingComposer): void => {
    file.layer(GOOD);
    put(file, 'Building', settingsOf('Building'));
    const at = (u: number): [number, number] => (plumb ? [offset, offset + u] : [offset + u, offset]);
    const draw = (from: number, to: number, line: number, typed?: string): void =>
      file.model.dimension({ layer: 'WALL' }, at(from), at(to), offset + line, 125, {
        plumb,
        style: 'Building',
        ...(typed === undefined ? {} : { says: typed }),
      });
    for (let i = 1; i < points.length; i++) draw(points[i - 1], points[i], -500);
    draw(points[0], points[points.length - 1], -1000, says);
  };

testRule(dimensionsChainSum, {
  accept: [
    { name: 'whole values', standard, draw: row([0, 1000, 2500, 4000]) },
    { name: 'parts whose rounding comes out even', standard, draw: row([0, 1000.4, 2000.4, 3000]) },
    { name: 'a row with a gap in it, and nothing over it', standard, draw: row([0, 333.4]) },
    {
      name: 'one step, where the office lets that be',
      standard: withSetting(standard, dimensionsChainSum, { settings: { most: 1 } }),
      draw: row([0, 333.4, 666.8, 1000.2]),
    },
  ],
  reject: [
    {
      name: 'parts that lose what each is rounded by',
      standard,
      draw: row([0, 333.4, 666.8, 1000.2]),
      messages: ['3 dimensions in a row come to 999 as printed; the overall dimension says 1000.'],
      expected: '1000',
      found: '333 + 333 + 333 = 999',
    },
    {
      name: 'upright, far from the origin, with another value typed over it all',
      standard,
      draw: row([0, 1000, 2000], { plumb: true, offset: 3_000_000, says: '2100' }),
      messages: ['2 dimensions in a row come to 2000 as printed; the overall dimension says 2100.'],
    },
  ],
});
