import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { identityOf } from '../../../facts/identity';
import { dimensionValues, findDimensionStyle } from '../../../standard/dimension-settings';
import type { AuditContext } from '../../context';
import type { Finding } from '../../finding';
import { whyNotRedrawn } from '../../redrawing';
import type { Rule, SettleContext } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { mm } from '../lettering/shared';
import { dimensions } from './shared';
import { type StraightDimension, straightOf } from './straight';

const messages = {
  spaced: (count: number, apart: string) => `${dimensions(count)} in a stack stand ${apart} apart on paper.`,
  close: (count: number, distance: string, least: string) =>
    `${dimensions(count)} ${count === 1 ? 'stands' : 'stand'} ${distance} from the outline on paper; ${least} is the least.`,
  scales: (count: number) => `how far ${dimensions(count)} stand apart: no scale shows them, or several do`,
};

const settings = z.strictObject({
  first: numberSetting('Least distance of the first dimension line from the outline', 'mm on paper', 10, {
    max: 100,
    description: 'ASME Y14.5: 10 mm. 0 lets any distance be.',
  }),
  between: numberSetting('Least distance from one dimension line to the next', 'mm on paper', 6, {
    max: 100,
    description: 'ASME Y14.5: 6 mm.',
  }),
  even: numberSetting('Distances in a stack may differ by', 'mm on paper', 0.5, { max: 20 }),
});
type Settings = z.infer<typeof settings>;

/** Lines farther from each other than this are no stack, mm on paper. */
const STACK_MM = 25;
/** Lines that lie nearer to each other than this are one, mm on paper. */
const ONE_LINE_MM = 0.05;
/** What is short of a least distance by no more than this is not seen, mm on paper. */
const UNSEEN_MM = 0.1;

/** Dimensions one over the other on one side of an object, from the object outwards. */
interface Stack {
  readonly levels: readonly (readonly StraightDimension[])[];
  /** 1 or -1: the way outwards. */
  readonly side: number;
  readonly mmPerUnit: number;
}

export const dimensionsSpacing: Rule = {
  meta: {
    id: 'dimensions/spacing',
    title: 'Dimension lines too close or unevenly spaced',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Dimension lines stand clear of the outline and of each other, in a stack as far apart from line to line.',
    why: 'Lines that stand too close run into the figures of their neighbours, and an uneven stack is read in the wrong order.',
    // ASME Y14.5, from memory.
    source: 'ASME Y14.5: 10 mm from the outline, 6 mm between parallel dimension lines',
    settings,
  },

  *check(context) {
    const own = settings.parse(context.settings);
    const { stacks, unseen } = stacksOf(context);
    if (unseen > 0) context.notChecked(messages.scales(unseen));
    for (const stack of stacks) {
      const { levels, mmPerUnit } = stack;
      const rows = levels.flat().map(({ row }) => row);
      if (rows.some((row) => context.excepts(row))) continue;
      const about = {
        rows: [...rows].sort((a, b) => a - b),
        subject: {
          layer: layerNameOf(context.drawing, rows[0]),
          kind: 'dimension',
          object: identityOf(context.drawing, rows[0]),
        },
      };
      const byHand = () => {
        const stuck = rows.map((row) => whyNotRedrawn(context, row)).find((why) => why !== null);
        return stuck === undefined
          ? {}
          : {
              correction: 'manual' as const,
              remedy: `Moved by hand: a dimension is not drawn anew, ${stuck}.`,
            };
      };
      const gaps = gapsOf(stack);
      const wanted = spacingFor(context, stack, own);
      if (isUneven(gaps, own))
        yield {
          ...about,
          message: messages.spaced(rows.length, gaps.map((gap) => mm(gap)).join(', ')),
          expected: words(`${mm(wanted)} from line to line`),
          found: words(gaps.map((gap) => mm(gap)).join(', ')),
          remedy: `The first stays, the others follow at ${mm(wanted)}.`,
          ...byHand(),
        };
      const first = firstDistance(stack) * mmPerUnit;
      if (own.first > 0 && first < own.first - UNSEEN_MM)
        yield {
          ...about,
          message: messages.close(levels[0].length, mm(first), mm(own.first)),
          expected: words(`${mm(own.first)} at least`),
          found: words(mm(first)),
          subject: { ...about.subject, value: 'from the outline' },
          remedy: `All ${dimensions(rows.length)} of the stack are moved outwards.`,
          ...byHand(),
        };
    }
  },

  settle(context, finding) {
    const parsed = settings.safeParse(context.standard.rules[dimensionsSpacing.meta.id]?.settings ?? {});
    const own = parsed.success ? parsed.data : settings.parse({});
    const stack = stackOf(context, finding);
    if (!stack) return { refused: 'The dimensions no longer stand in a stack.' };
    const { side, mmPerUnit } = stack;
    const wanted = spacingFor(context, stack, own) / mmPerUnit;
    // Both are put right together: what is spaced anew begins where it may.
    const short = own.first / mmPerUnit - firstDistance(stack);
    const shift = own.first > 0 && short > UNSEEN_MM / mmPerUnit ? short : 0;
    const uneven = isUneven(gapsOf(stack), own);
    const start = stack.levels[0][0].at * side;
    const moves = stack.levels.flatMap((level, i) =>
      level.flatMap((one) => {
        const to = (uneven ? start + i * wanted : one.at * side) + shift;
        const by = (to - one.at * side) * side;
        return Math.abs(by) * mmPerUnit < 1e-6 ? [] : [{ one, by }];
      }),
    );
    return {
      operations: [
        {
          type: 'move dimension lines',
          rows: moves.map(({ one }) => one.row),
          by: moves.map(({ one, by }) => [one.across[0] * by, one.across[1] * by] as const),
          onPaperMm: moves.map(({ by }) => Math.abs(by) * mmPerUnit),
        },
      ],
    };
  },
};

/** Distances from line to line, mm on paper. */
const gapsOf = ({ levels, mmPerUnit }: Stack): number[] =>
  levels.slice(1).map((level, i) => Math.abs(level[0].at - levels[i][0].at) * mmPerUnit);

/** From the line nearest to the object to the object's nearest point there, drawing units. */
const firstDistance = ({ levels, side }: Stack): number =>
  Math.min(...levels[0].map(({ at, feet }) => at * side - Math.max(feet[0] * side, feet[1] * side)));

const isUneven = (gaps: readonly number[], { between, even }: Settings): boolean =>
  gaps.length > 0 &&
  (Math.min(...gaps) < between - UNSEEN_MM || Math.max(...gaps) - Math.min(...gaps) > even);

/** What a stack is spaced at, mm on paper: as the style of the standard says, and never less than is allowed. */
function spacingFor({ standard, facts }: AuditContext, { levels }: Stack, { between }: Settings): number {
  const style = findDimensionStyle(standard.dimensions, facts.dimension(levels[0][0].row).settings.styleName);
  return Math.max(between, style ? dimensionValues(standard.dimensions, style).stackSpacingMm : 0);
}

function stackOf(context: SettleContext, finding: Finding): Stack | undefined {
  const rows = new Set(context.rowsOf(finding));
  return stacksOf(context).stacks.find(({ levels }) => levels.flat().every(({ row }) => rows.has(row)));
}

/** The stacks of all spaces, single dimensions among them; and how many dimensions no one scale shows. */
function stacksOf(context: AuditContext): { readonly stacks: readonly Stack[]; readonly unseen: number } {
  const { facts } = context;
  const families = new Map<string, { one: StraightDimension; side: number; mmPerUnit: number }[]>();
  let unseen = 0;
  for (const row of facts.rowsOfKind('dimension')) {
    const one = straightOf(context, row);
    if (!one) continue;
    const side = Math.sign(one.at - (one.feet[0] + one.feet[1]) / 2);
    if (side === 0) continue;
    const scales = new Set(facts.appearances(row).map(({ mmPerUnit }) => mmPerUnit.toPrecision(6)));
    if (scales.size !== 1) {
      unseen++;
      continue;
    }
    const [scale] = scales;
    const key = `${one.key}|${side}|${scale}`;
    const family = families.get(key);
    const member = { one, side, mmPerUnit: Number(scale) };
    if (family) family.push(member);
    else families.set(key, [member]);
  }
  const stacks = [...families.values()].flatMap((family) => {
    const [{ side, mmPerUnit }] = family;
    const outwards = family.map(({ one }) => one).sort((a, b) => a.at * side - b.at * side);
    return gathered(outwards, side, mmPerUnit);
  });
  return { stacks, unseen };
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
