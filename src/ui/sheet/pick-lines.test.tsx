import { renderToStaticMarkup } from 'react-dom/server';
import { isGone, PickLines } from './PickLines';

const window = {
  viewport: -1,
  origin: [0, 0],
  toPx: [1, 0, 0, -1, 0, 100],
  clip: [0, 0, 800, 600],
} as const;
const level = { object: 'A', says: 'level', lines: [[0, 20, 50, 20]], goes: [[20, 20, 30, 20]] };
const plumb = { object: 'B', says: 'plumb', lines: [[25, 0, 25, 50]], goes: [] };

const drawn = (
  value: string | null,
  picks = { what: 'Gives way', space: 'model', of: [level, plumb] },
): string =>
  renderToStaticMarkup(
    <PickLines picks={picks} value={value} onValue={() => {}} windows={[window]} shown="model" />,
  );
const count = (markup: string, what: RegExp): number => markup.match(what)?.length ?? 0;

it('draws the lines of all that can be picked, and covers nothing before one is', () => {
  const markup = drawn(null);
  expect(count(markup, /data-picks/g)).toBe(2);
  expect(markup).toContain('points="0,80 50,80"');
  expect(markup).not.toContain('stroke-white');
});

it('covers what goes, and draws over it what runs through', () => {
  const markup = drawn('A');
  const cover = markup.indexOf('points="20,80 30,80"');
  expect(cover).toBeGreaterThan(0);
  expect(markup.lastIndexOf('points="25,100 25,50"')).toBeGreaterThan(cover);
});

it('draws nothing over an object that goes as a whole', () => {
  const gone = { ...level, goes: plumb.lines };
  const markup = drawn('A', { what: 'Stays', space: 'model', of: [gone, plumb] });
  // Its line, what is clicked, and the cover.
  expect(count(markup, /points="25,100 25,50"/g)).toBe(3);
});

it.each([
  [[[0, 0, 1, 1]], [[0, 0, 1, 1]], true],
  [
    [
      [0, 0, 1, 1],
      [2, 2, 3, 3],
    ],
    [[0, 0, 1, 1]],
    false,
  ],
  [[[0, 0, 1, 1]], [[0, 0, 0.5, 0.5]], false],
])('knows whether all of an object goes: %j of %j', (lines, goes, gone) => {
  expect(isGone(lines, goes)).toBe(gone);
});

it('shows nothing on another sheet than the one that they lie on', () => {
  const picks = { what: 'Gives way', space: 'sheet Other', of: [level, plumb] };
  expect(drawn(null, picks)).not.toContain('polyline');
});
