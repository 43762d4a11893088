import type { ListedFinding, Option } from '@/core/audit/finding';
import { words } from '@/core/audit/value';
import { becoming, going, isAmong, type ManyRow, manyRows, targetOf } from './many';
import type { Proposals } from './types';

const BECOME: Option = { id: 'become', label: 'Make it {to}', needs: 'office layer', effect: 'drawing' };
const REMOVE: Option = { id: 'remove', label: 'Remove', needs: null, effect: 'drawing' };

const asks = (name: string, options: readonly Option[] = [BECOME, REMOVE]): ListedFinding => ({
  rule: 'layers/unknown',
  key: name,
  weight: 'must',
  message: name,
  expected: words('a layer'),
  found: words(name),
  handles: [],
  objectCount: 3,
  places: [],
  correction: 'choice',
  subject: { layer: name },
  sure: 1,
  options,
});
const proposals = (of: Readonly<Record<string, readonly [to: string, likeness: number][]>>): Proposals =>
  Object.fromEntries(
    Object.entries(of).map(([key, ranked]) => [
      key,
      {
        ranked: ranked.map(([to, likeness]) => ({ to, likeness, reasons: ['both say it'] })),
        refused: [],
        removedBefore: false,
        asks: null,
      },
    ]),
  );

const findings = [
  asks('XR-Walls'),
  asks('xr-Doors'),
  asks('Notes', [BECOME]),
  asks('Dots', [{ ...BECOME, needs: 'office linetype' }]),
  { ...asks('By itself'), correction: 'automatic' as const },
  asks('Nothing to pick', [REMOVE]),
];
const rows = manyRows(
  findings,
  proposals({
    'XR-Walls': [
      ['A-WALL', 0.9],
      ['A-DOOR', 0.4],
    ],
    'xr-Doors': [['A-DOOR', 0.4]],
    Dots: [['Dotted', 0.6]],
  }),
);
const named = (all: readonly ManyRow[]): string[] => all.map(({ name }) => name);

it('takes in what asks for a name of the office, and nothing else', () => {
  expect(named(rows)).toEqual(['XR-Walls', 'xr-Doors', 'Notes', 'Dots']);
});

it.each([
  ['a bar', { bar: 0.5 }, ['XR-Walls', 'Dots']],
  ['a lower bar', { bar: 0.35 }, ['XR-Walls', 'xr-Doors', 'Dots']],
  ['no bar: those without a proposal too', {}, ['XR-Walls', 'xr-Doors', 'Notes', 'Dots']],
  ['a beginning, in whichever letters', { beginning: ' XR-' }, ['XR-Walls', 'xr-Doors']],
  ['a kind', { kind: 'linetype' as const }, ['Dots']],
  ['all of these', { bar: 0.5, beginning: 'xr', kind: 'layer' as const }, ['XR-Walls']],
])('are picked out by %s', (_, filter, expected) => {
  const whole = { bar: 0, beginning: '', kind: 'all' as const, ...filter };
  expect(named(rows.filter((row) => isAmong(row, whole)))).toEqual(expected);
});

it('become what a person picked, else what reaches the bar; with no bar only what is likely is picked beforehand', () => {
  const picked = new Map([['xr-Doors', 'A-WALL']]);
  const targets = (bar: number, by = new Map<string, string>()): string[] =>
    rows.map((row) => targetOf(row, by, { bar }));
  expect(targets(0, picked)).toEqual(['A-WALL', 'A-WALL', '', 'Dotted']);
  expect(targets(0)).toEqual(['A-WALL', '', '', 'Dotted']);
  expect(targets(0.35)).toEqual(['A-WALL', 'A-DOOR', '', 'Dotted']);
  expect(targets(0.75)).toEqual(['A-WALL', '', '', '']);
  expect(becoming(rows, picked, { bar: 0 }).map(({ finding, to }) => [finding, to])).toEqual([
    ['XR-Walls', 'A-WALL'],
    ['xr-Doors', 'A-WALL'],
    ['Dots', 'Dotted'],
  ]);
});

it('become none of several that are as good, unless a person picks one', () => {
  const [walls] = rows;
  const alike = { ...walls, ranked: [{ ...walls.ranked[0], likeness: 0.35, among: 3 }] };
  expect(targetOf(alike, new Map(), { bar: 0.35 })).toBe('');
  expect(targetOf(alike, new Map([[walls.finding.key, 'A-ROOF']]), { bar: 0.35 })).toBe('A-ROOF');
});

it('go where they have a way out by which they go', () => {
  expect(going(rows)).toEqual([
    { finding: 'XR-Walls', option: 'remove' },
    { finding: 'xr-Doors', option: 'remove' },
  ]);
});
