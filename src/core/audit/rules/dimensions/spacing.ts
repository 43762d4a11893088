import { z } from 'zod';
import { formatContainer, layerNameOf } from '../../../dxf/drawing';
import { identityOf } from '../../../facts/identity';
import { dimensionValues, findDimensionStyle } from '../../../standard/dimension-settings';
import type { AuditContext } from '../../context';
import { type Finding, lengthIn, type SettableLength } from '../../finding';
import { whyNotRedrawn } from '../../redrawing';
import type { Rule, SettleContext } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { mm } from '../lettering/shared';
import { dimensions } from './shared';
import { firstDistance, firstRows, STACK_MM, type Stack, stacksOf } from './stacks';

const messages = {
  spaced: (count: number, apart: string) => `${dimensions(count)} in a stack stand ${apart} apart on paper.`,
  close: (count: number, distance: string, least: string) =>
    `${dimensions(count)} ${count === 1 ? 'stands' : 'stand'} ${distance} from the outline on paper; ${least} is the least.`,
  scales: (count: number) =>
    `how far ${dimensions(count)} ${count === 1 ? 'stands' : 'stand'} apart: no scale shows ${count === 1 ? 'it' : 'them'}, or several do`,
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

/** What is short of a least distance by no more than this is not seen, mm on paper. */
const UNSEEN_MM = 0.1;
/** How much farther out than it must a stack is moved to stand with the others, mm on paper. */
const A_LITTLE_MM = 5;

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
          options: [
            {
              id: 'space',
              label: 'Space them {to} mm apart',
              needs: null,
              effect: 'drawing',
              sets: settableSpacing(context, stack, own, wanted),
            },
          ],
          ...byHand(),
        };
      const first = firstDistance(stack) * mmPerUnit;
      const to = firstDistanceFor(context, stack, own);
      if (to !== null)
        yield {
          ...about,
          message: messages.close(levels[0].length, mm(first), mm(own.first)),
          expected: words(`${mm(own.first)} at least`),
          found: words(mm(first)),
          subject: { ...about.subject, value: 'from the outline' },
          remedy: `All ${dimensions(rows.length)} of the stack are moved outwards, the first to ${mm(to)}${
            to > own.first ? ', where most rows of this drawing stand' : ''
          }.`,
          ...byHand(),
        };
    }
  },

  settle(context, finding, decision) {
    const own = settings.parse(context.settings);
    const stack = stackOf(context, finding);
    if (!stack) return { refused: 'The dimensions no longer stand in a stack.' };
    const { side, mmPerUnit } = stack;
    const said = lengthIn(decision, { least: own.between, most: STACK_MM });
    if (decision && said === null) return { refused: 'Say how far apart the lines stand, in mm on paper.' };
    const wanted = (said ?? spacingFor(context, stack, own)) / mmPerUnit;
    // Both are put right together: what is spaced anew begins where it may.
    const shift = shiftOf(context, stack, own);
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
          type: 'move in dimensions',
          was: 'where it was',
          rows: moves.map(({ one }) => one.row),
          moves: moves.map(({ one, by }) => ({ line: [one.across[0] * by, one.across[1] * by] as const })),
          onPaperMm: moves.map(({ by }) => Math.abs(by) * mmPerUnit),
        },
      ],
    };
  },
};

/** Distances from line to line, mm on paper. */
const gapsOf = ({ levels, mmPerUnit }: Stack): number[] =>
  levels.slice(1).map((level, i) => Math.abs(level[0].at - levels[i][0].at) * mmPerUnit);

/**
 * How far from its object a stack that stands too close is to begin, mm on paper: at the least distance, or where most rows of
 * the drawing stand if that is a little farther, so that it does not stand out among them. Null where it may stay.
 */
function firstDistanceFor(context: AuditContext, stack: Stack, { first }: Settings): number | null {
  if (first === 0 || firstDistance(stack) * stack.mmPerUnit >= first - UNSEEN_MM) return null;
  const usual = firstRows(context, UNSEEN_MM).find(({ distances }) => distances.has(stack))?.usual ?? null;
  return usual !== null && usual > first && usual - first <= A_LITTLE_MM ? usual : first;
}

/** How far a stack has to go outwards to stand clear of its object, drawing units. */
function shiftOf(context: AuditContext, stack: Stack, own: Settings): number {
  const to = firstDistanceFor(context, stack, own);
  return to === null ? 0 : to / stack.mmPerUnit - firstDistance(stack);
}

/** The distance from line to line, which a person can set. */
function settableSpacing(context: AuditContext, stack: Stack, own: Settings, wanted: number): SettableLength {
  const { drawing } = context;
  const { levels, side, mmPerUnit } = stack;
  const [{ row, along, across }] = levels[0];
  const start = levels[0][0].at + shiftOf(context, stack, own) * side;
  return {
    what: 'From line to line',
    start: wanted,
    least: own.between,
    most: STACK_MM,
    space: formatContainer(drawing.containers[drawing.objects.container[row]]),
    way: [(across[0] * side) / mmPerUnit, (across[1] * side) / mmPerUnit],
    lines: levels.flatMap((level, i) =>
      level.map(({ from, to }) => ({
        points: [from, to].flatMap((u) => [
          u * along[0] + start * across[0],
          u * along[1] + start * across[1],
        ]),
        rates: [i, i],
        drags: i > 0,
      })),
    ),
  };
}

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
