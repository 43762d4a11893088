import type { Window } from './messages';
import { draggedBy, pixelsAt, within } from './SettingLines';
import { windowsOnto } from './windows';

const window = (more: Partial<Window> = {}): Window => ({
  viewport: -1,
  origin: [1000, 2000],
  // Two pixels for each unit, y down, the origin at 50, 300.
  toPx: [2, 0, 0, -2, 50, 300],
  clip: [0, 0, 800, 600],
  ...more,
});

it('lies where a length brings it, in pixels of the window', () => {
  const line = { points: [1000, 2000, 1010, 2005], rates: [1, 0], drags: false };
  // 4 mm of 3 units each, along x: only the first point goes.
  expect(pixelsAt(line, [3, 0], 4, window())).toEqual([
    [50 + 2 * 12, 300],
    [70, 290],
  ]);
});

it.each([
  ['along its way', 12, 0, 1, [3, 0], 2],
  ['square to its way', 0, 40, 1, [3, 0], 0],
  ['against its way, twice as fast as the length', -24, 5, 2, [3, 0], -2],
  ['upwards, where y goes down on the screen', 0, -8, 1, [0, 2], 2],
  ['of a line that does not move', 10, 10, 0, [3, 0], 0],
] as const)('is dragged %s', (_, dx, dy, rate, way, length) => {
  expect(draggedBy(dx, dy, rate, way, window())).toBeCloseTo(length, 9);
});

it('is dragged as far in a turned viewport as it is seen to be', () => {
  // A viewport turned by a quarter: what runs along x in the model runs up on the screen.
  const turned = window({ viewport: 0, toPx: [0, -2, -2, 0, 0, 0] });
  expect(draggedBy(0, -12, 1, [3, 0], turned)).toBeCloseTo(2, 9);
});

it('stays within its bounds', () => {
  const sets = { what: '', start: 0, least: -5, most: 5, space: 'model', way: [1, 0], lines: [] } as const;
  expect([within(sets, 7), within(sets, -7), within(sets, 1.23456)]).toEqual([5, -5, 1.2346]);
});

it('shows what lies in the model through the windows of a sheet, and what lies on a sheet on that alone', () => {
  const windows = [window(), window({ viewport: 0 }), window({ viewport: 1 })];
  const seen = (space: string, shown: string): number[] =>
    windowsOnto(windows, space, shown).map(({ viewport }) => viewport);
  expect(seen('sheet A', 'sheet A')).toEqual([-1]);
  expect(seen('model', 'sheet A')).toEqual([0, 1]);
  expect(seen('model', 'model')).toEqual([-1]);
  expect(seen('sheet B', 'sheet A')).toEqual([]);
});
