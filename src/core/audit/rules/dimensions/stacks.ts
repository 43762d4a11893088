import type { StraightDimension } from '../../../facts/straight-dimension';
import type { AuditContext } from '../../context';

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

const kept = new WeakMap<AuditContext['facts'], Stacks>();

/** The stacks of a drawing; gathered once. */
export function stacksOf(context: AuditContext): Stacks {
  const known = kept.get(context.facts);
  if (known) return known;
  const made = gather(context);
  kept.set(context.facts, made);
  return made;
}

/** From the line nearest to the object to the object's nearest point there, drawing units. */
export const firstDistance = ({ levels, side }: Stack): number =>
  Math.min(...levels[0].map(({ at, feet }) => at * side - Math.max(feet[0] * side, feet[1] * side)));

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
