import Flatbush from 'flatbush';
import { append } from '../../append';
import type { DrawnRectangle, Side, Survey } from './survey';

/** Only the longest sides can be frames' when there are more. */
const MOST_SIDES = 40_000;
/** Ends of sides meet within this share of the longer one's length. */
const REACH = 2e-3;
/** Pieces of one side that lie behind each other are taken together when they leave no more than this share open. */
const JOINED = 1e-3;
/** Sides that begin at one corner: more are hatching. */
const MOST_AT_CORNER = 64;

/** Every upright rectangle of a model: drawn as one object, or out of four sides that meet, whole or in pieces. */
export function rectanglesOf({ rectangles, level, plumb }: Survey): DrawnRectangle[] {
  const all = [...rectangles];
  append(all, outOfSides(longest(level), longest(plumb)));
  return withoutDoubles(all);
}

function longest(sides: readonly Side[]): Side[] {
  const whole = joined(sides);
  if (whole.length <= MOST_SIDES) return whole;
  return whole.sort((a, b) => b.to - b.from - (a.to - a.from)).slice(0, MOST_SIDES);
}

/** The sides, and what pieces lying behind each other are together. */
function joined(sides: readonly Side[]): Side[] {
  const sorted = [...sides].sort((a, b) => a.at - b.at || a.from - b.from);
  const made: Side[] = [];
  for (let i = 0; i < sorted.length; ) {
    let end = i + 1;
    while (end < sorted.length && sorted[end].at - sorted[i].at <= 1e-9 * Math.abs(sorted[i].at) + 1e-9)
      end++;
    const line = sorted.slice(i, end).sort((a, b) => a.from - b.from);
    let [first, to, pieces] = [line[0], line[0].to, 1];
    const close = (): void => {
      if (pieces > 1 && to > first.to) made.push({ ...first, to });
    };
    for (const side of line.slice(1)) {
      if (side.from <= to + JOINED * (to - first.from)) {
        to = Math.max(to, side.to);
        pieces++;
        continue;
      }
      close();
      [first, to, pieces] = [side, side.to, 1];
    }
    close();
    i = end;
  }
  return [...sides, ...made];
}

/** Rectangles whose four sides meet at their ends. */
function outOfSides(level: readonly Side[], plumb: readonly Side[]): DrawnRectangle[] {
  if (level.length < 2 || plumb.length < 2) return [];
  const feet = new Flatbush(plumb.length);
  for (const { at, from } of plumb) feet.add(at, from, at, from);
  feet.finish();
  const lefts = new Flatbush(level.length);
  for (const { from, at } of level) lefts.add(from, at, from, at);
  lefts.finish();
  // Of double lines the one that meets best: their corners are nearer to each other than a careless corner is open.
  const near = (
    tree: Flatbush,
    ends: (i: number) => readonly [number, number],
    x: number,
    y: number,
    reach: number,
  ) => {
    const found = tree.search(x - reach, y - reach, x + reach, y + reach);
    if (found.length < 2) return found;
    const off = found.map((i) => Math.hypot(ends(i)[0] - x, ends(i)[1] - y));
    const least = Math.min(...off) * 1.5 + reach * 0.02;
    return found.filter((_, i) => off[i] <= least);
  };
  const footOf = (i: number) => [plumb[i].at, plumb[i].from] as const;
  const leftOf = (i: number) => [level[i].from, level[i].at] as const;
  const found: DrawnRectangle[] = [];
  for (const bottom of level) {
    const width = bottom.to - bottom.from;
    const reach = width * REACH;
    const left = near(feet, footOf, bottom.from, bottom.at, reach);
    if (left.length === 0 || left.length > MOST_AT_CORNER) continue;
    const right = near(feet, footOf, bottom.to, bottom.at, reach);
    if (right.length === 0 || right.length > MOST_AT_CORNER) continue;
    for (const l of left)
      for (const r of right) {
        const height = plumb[l].to - plumb[l].from;
        const slack = REACH * Math.max(width, height);
        if (!(height > 0) || Math.abs(plumb[r].to - plumb[l].to) > slack) continue;
        const top = near(lefts, leftOf, plumb[l].at, plumb[l].to, slack).find(
          (i) => Math.abs(level[i].to - plumb[r].at) <= slack && level[i] !== bottom,
        );
        if (top === undefined) continue;
        found.push({
          box: { minX: plumb[l].at, minY: bottom.at, maxX: plumb[r].at, maxY: level[top].at },
          top: bottom.top,
          row: bottom.row,
        });
      }
  }
  return found;
}

/** One rectangle for those that lie on each other. */
function withoutDoubles(rectangles: readonly DrawnRectangle[]): DrawnRectangle[] {
  const kept = new Map<string, DrawnRectangle>();
  for (const one of rectangles) {
    const { minX, minY, maxX, maxY } = one.box;
    const step = Math.max(maxX - minX, maxY - minY) * 1e-4;
    if (!(step > 0)) continue;
    // The step is rounded to a power of two, so that twins round alike.
    const grid = 2 ** Math.round(Math.log2(step));
    const key = [minX, minY, maxX, maxY].map((value) => Math.round(value / grid)).join(' ');
    if (!kept.has(key)) kept.set(key, one);
  }
  return [...kept.values()];
}
