import { OBJECT_KINDS } from '../dxf/object-kinds';
import {
  familiesOfKinds,
  formatKinds,
  isMeantFor,
  KIND_FAMILIES,
  kindsOfFamily,
  readKinds,
  takesKind,
} from './kind-families';

it('has every kind in one family', () => {
  expect(KIND_FAMILIES.flatMap(kindsOfFamily).sort()).toEqual([...OBJECT_KINDS].sort());
});

it.each([
  [['polyline'], 'line', true],
  [['polyline'], 'text', false],
  [['text'], 'attribute', true],
  [['symbol'], 'attribute', true],
  [['symbol'], 'text', false],
  [['dimension'], 'leader', false],
  [['fill'], 'solid', true],
] as const)('for %j takes a %s: %s', (kinds, kind, takes) => {
  expect(takesKind(kinds, kind)).toBe(takes);
  expect(isMeantFor(kinds, kind)).toBe(takes);
});

it('takes anything where nothing is said, and is meant for none of it', () => {
  for (const kind of OBJECT_KINDS) expect([takesKind([], kind), isMeantFor([], kind)]).toEqual([true, false]);
});

it('is written as whole families and single kinds, and read back the same', () => {
  const kinds = [...kindsOfFamily('linework'), 'text', 'symbol'] as const;
  expect(formatKinds(kinds)).toBe('linework, text, symbols');
  expect(familiesOfKinds(kinds)).toEqual(['linework', 'lettering', 'symbols']);
  for (const some of [kinds, ['line'], [], OBJECT_KINDS] as const) {
    const words = formatKinds(some)
      .split(', ')
      .filter((word) => word !== '');
    expect(readKinds(words)).toEqual([...some]);
  }
  // A part of a family, and one in another order, are said kind by kind.
  expect(formatKinds(['attribute', 'text', 'table'])).toBe('attribute, text, table');
  expect(readKinds(['lettering', 'text', 'line'])).toEqual(['text', 'attribute', 'table', 'line']);
  expect(readKinds(['lines'])).toBeNull();
});
