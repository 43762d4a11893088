import { entityOf, rangeOf } from '../drawing';
import { decimal } from '../real';
import type { EditBase } from './edit-base';

/** Tags of the x of each point of a bare leader, from its tip on. */
function pointTags(base: EditBase, row: number): number[] {
  const { codes } = base.drawing.document.tags;
  const { start, end } = rangeOf(base.drawing, row);
  const tags: number[] = [];
  for (let tag = start; tag < end && codes[tag] < 1000; tag++) if (codes[tag] === 10) tags.push(tag);
  return tags;
}

/**
 * Gives a leader other points; a bare one keeps as many as it has. Of one with a label of its own the knee moves along the shoulder,
 * the last point but one: its tip and its label stay.
 */
export function setLeaderPoints(
  base: EditBase,
  row: number,
  points: readonly (readonly [number, number])[],
): void {
  const { codes } = base.drawing.document.tags;
  if (entityOf(base.drawing, row) !== 'LEADER') {
    setKnee(base, row, points[points.length - 2], points[points.length - 1]);
    return;
  }
  for (const [i, tag] of pointTags(base, row).entries()) {
    const point = points[i];
    if (!point) return;
    base.edits.replace(tag, decimal(point[0]));
    if (codes[tag + 1] === 20) base.edits.replace(tag + 1, decimal(point[1]));
  }
}

/** Where the lines of a leader with a label of its own end and its shoulder begins, and how long that is drawn, in its group of lines. */
function setKnee(
  base: EditBase,
  row: number,
  knee: readonly [number, number],
  end: readonly [number, number],
): void {
  const { reader, document } = base.drawing;
  const { codes } = document.tags;
  const { start, end: after } = rangeOf(base.drawing, row);
  let isIn = false;
  for (let tag = start; tag < after && codes[tag] < 1000; tag++) {
    const code = codes[tag];
    if (code === 302) isIn = true;
    else if (code === 303) return;
    // What follows is a line of the group; its points are the tip and its bends.
    else if (code === 304 && isIn) while (tag + 1 < after && codes[tag] !== 305) tag++;
    else if (code === 10 && isIn && codes[tag + 1] === 20) {
      base.edits.replace(tag, decimal(knee[0]));
      base.edits.replace(tag + 1, decimal(knee[1]));
    } else if (code === 40 && isIn && reader.number(tag) > 0)
      base.edits.replace(tag, decimal(Math.hypot(end[0] - knee[0], end[1] - knee[1])));
  }
}

/** Moves all points of a bare leader but its tip. */
export function moveLeaderEnd(base: EditBase, row: number, by: readonly [number, number]): void {
  const { reader } = base.drawing;
  const { codes } = base.drawing.document.tags;
  for (const tag of pointTags(base, row).slice(1)) {
    base.edits.replace(tag, decimal(reader.number(tag) + by[0]));
    if (codes[tag + 1] === 20) base.edits.replace(tag + 1, decimal(reader.number(tag + 1) + by[1]));
  }
}

/** Tags of the x of the tip of each line of a leader with a label of its own: the first point of each of its groups of lines. */
function tipTags(base: Pick<EditBase, 'drawing'>, row: number): number[] {
  const { reader, document } = base.drawing;
  const { codes } = document.tags;
  const { start, end } = rangeOf(base.drawing, row);
  const tags: number[] = [];
  let isNext = false;
  for (let tag = start; tag < end && codes[tag] < 1000; tag++) {
    if (codes[tag] === 304) isNext = reader.name(tag).startsWith('LEADER_LINE{');
    else if (codes[tag] === 305) isNext = false;
    else if (codes[tag] === 10 && isNext) {
      tags.push(tag);
      isNext = false;
    }
  }
  return tags;
}

/** Where the lines of a leader with a label of its own have their tips. */
export const leaderTips = (base: Pick<EditBase, 'drawing'>, row: number): (readonly [number, number])[] =>
  tipTags(base, row).map((tag) => [base.drawing.reader.number(tag), base.drawing.reader.number(tag + 1)]);

/** Moves tips of a leader with a label of its own; all else of it stays where it is. */
export function moveLeaderTips(
  base: EditBase,
  row: number,
  moves: readonly { readonly from: readonly [number, number]; readonly to: readonly [number, number] }[],
): void {
  const { reader } = base.drawing;
  for (const tag of tipTags(base, row)) {
    const move = moves.find(({ from: [x, y] }) => reader.number(tag) === x && reader.number(tag + 1) === y);
    if (!move) continue;
    base.edits.replace(tag, decimal(move.to[0]));
    base.edits.replace(tag + 1, decimal(move.to[1]));
  }
}

/** What of a leader with a label of its own goes with its label: the label's places, where the lines end, and their points but the tips. */
export function moveLeaderLabel(base: EditBase, row: number, [dx, dy]: readonly [number, number]): void {
  const { reader, document } = base.drawing;
  const { codes } = document.tags;
  const { start, end } = rangeOf(base.drawing, row);
  const tips = new Set(tipTags(base, row));
  let inContext = false;
  let inLeader = false;
  for (let tag = start; tag < end && codes[tag] < 1000; tag++) {
    const code = codes[tag];
    if (code === 300 && reader.name(tag).startsWith('CONTEXT_DATA{')) inContext = true;
    else if (code === 301) inContext = false;
    else if (code === 302) inLeader = true;
    else if (code === 303) inLeader = false;
    if (!inContext || tips.has(tag)) continue;
    // Places of the label stand outside of the groups of lines; within them, where a line ends, is broken, or bends.
    const isPlace = inLeader
      ? code >= 10 && code <= 13 && code !== 11
      : code === 10 || code === 12 || code === 15;
    if (!isPlace || codes[tag + 1] !== code + 10) continue;
    base.edits.replace(tag, decimal(reader.number(tag) + dx));
    base.edits.replace(tag + 1, decimal(reader.number(tag + 1) + dy));
  }
}
