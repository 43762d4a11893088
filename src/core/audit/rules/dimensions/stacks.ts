import type { StraightDimension } from '../../../facts/straight-dimension';
import { oncePer } from '../../../once';
import { type AuditContext, groupBy } from '../../context';
import { majorityOf } from '../lettering/shared';

/** Lines farther from each other than this are no stack, mm on paper. */
export const STACK_MM = 25;
/** Lines that lie nearer to each other than this are one, mm on paper. */
const ONE_LINE_MM = 0.05;

/** Dimensions one over the other on one side of an object, from the object outwards. */
export interface Stack {
  readonly levels: readonly (readonly StraightDimension[])[];
  /** 1 or -1: the way outwards. */
  readonly side: number;
  readonly mmPerUnit: number;
}

/** The stacks of all spaces, single dimensions among them, and how many dimensions no one scale shows. */
export interface Stacks {
  readonly stacks: readonly Stack[];
  readonly unseen: number;
}

/** The stacks of a drawing. */
export const stacksOf: (context: AuditContext) => Stacks = oncePer(({ facts }) => [facts], gather);

/** From the line nearest to the object to the object's nearest point there, drawing units. */
export const firstDistance = ({ levels, side }: Stack): number =>
  Math.min(...levels[0].map(({ at, feet }) => at * side - Math.max(feet[0] * side, feet[1] * side)));

/** Distances that differ by less are one, mm on paper. */
const SAME_MM = 0.1;
/** Rows in a space below which nothing tells the usual distance. */
const LEAST_ROWS = 4;

/** How far the first rows of one space at one scale stand from their objects, mm on paper. */
export interface FirstRows {
  readonly distances: ReadonlyMap<Stack, number>;
  /** Where most of them stand; null where too few do for it to be usual. */
  readonly usual: number | null;
}

/** The first rows of each space at each scale; `tolerance` is what may lie between a row and the usual distance, mm on paper. */
export function firstRows(context: AuditContext, tolerance: number): FirstRows[] {
  const { container } = context.drawing.objects;
  const spaces = groupBy(
    stacksOf(context).stacks,
    ({ levels, mmPerUnit }) => `${container[levels[0][0].row]}|${mmPerUnit}`,
  );
  return [...spaces.values()].map((stacks) => {
    const distances = new Map(stacks.map((stack) => [stack, firstDistance(stack) * stack.mmPerUnit]));
    const sorted = [...distances.values()].sort((a, b) => a - b);
    const most = majorityOf(sorted, SAME_MM);
    // Half of a drawing tell what is usual; fewer tell nothing.
    const told = sorted.length >= LEAST_ROWS && 2 * countNear(sorted, most, tolerance) >= sorted.length;
    return { distances, usual: told ? most : null };
  });
}

/** How many distances lie within a tolerance of one. */
export const countNear = (distances: readonly number[], at: number, tolerance: number): number =>
  distances.filter((one) => Math.abs(one - at) <= tolerance).length;

function gather(context: AuditContext): Stacks {
  const { facts } = context;
  const families = new Map<string, { one: StraightDimension; side: number; mmPerUnit: number }[]>();
  let unseen = 0;
  for (const row of facts.rowsOfKind('dimension')) {
    const one = facts.straight(row);
    if (!one) continue;
    const side = Math.sign(one.at - (one.feet[0] + one.feet[1]) / 2);
    if (side === 0) continue;
    const mmPerUnit = facts.oneScale(row);
    if (mmPerUnit === null) {
      unseen++;
      continue;
    }
    const key = `${one.key}|${side}|${mmPerUnit}`;
    const family = families.get(key);
    const member = { one, side, mmPerUnit };
    if (family) family.push(member);
    else families.set(key, [member]);
  }
  const stacks = [...families.values()].flatMap((family) => {
    const [{ side, mmPerUnit }] = family;
    const outwards = family.map(({ one }) => one).sort((a, b) => a.at * side - b.at * side);
    return gathered(alongLines(outwards, mmPerUnit), side, mmPerUnit);
  });
  return { stacks, unseen };
}

/**
 * The same with those on one line in the order in which they follow each other along it: what rounding makes of their places
 * across says nothing.
 */
function alongLines(outwards: readonly StraightDimension[], mmPerUnit: number): StraightDimension[] {
  const lines: StraightDimension[][] = [];
  for (const one of outwards) {
    const line = lines.at(-1);
    if (line && Math.abs(one.at - line[0].at) * mmPerUnit <= ONE_LINE_MM) line.push(one);
    else lines.push([one]);
  }
  return lines.flatMap((line) => line.sort((a, b) => a.from - b.from || a.to - b.to));
}

/** Dimensions of one direction and side, from the objects outwards, as stacks: each stands over one that it overlaps. */
function gathered(outwards: readonly StraightDimension[], side: number, mmPerUnit: number): Stack[] {
  const stacks: StraightDimension[][][] = [];
  for (const one of outwards) {
    const under = stacks.find((levels) => {
      const last = levels[levels.length - 1];
      const gap = (one.at - last[0].at) * side * mmPerUnit;
      if (gap > STACK_MM) return false;
      // On one line dimensions follow each other; over it they span what lies under them.
      const meets = last.some(({ from, to }) =>
        gap <= ONE_LINE_MM
          ? Math.abs(from - one.to) < 1e-6 * (to - from) || Math.abs(to - one.from) < 1e-6 * (to - from)
          : one.from < to - 1e-6 * (to - from) && one.to > from + 1e-6 * (to - from),
      );
      // What lies beyond the line under it measures something else.
      const isOver = Math.max(...one.feet.map((foot) => foot * side)) <= last[0].at * side + 1e-9;
      return meets && isOver;
    });
    if (!under) stacks.push([[one]]);
    else {
      const last = under[under.length - 1];
      if ((one.at - last[0].at) * side * mmPerUnit <= ONE_LINE_MM) last.push(one);
      else under.push([one]);
    }
  }
  return stacks.map((levels) => ({ levels, side, mmPerUnit }));
}
