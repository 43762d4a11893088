import { z } from 'zod';
import { numbersIn } from '../../../dimension/typed';
import { layerNameOf } from '../../../dxf/drawing';
import { identityOf } from '../../../facts/identity';
import { oneLine } from '../../../one-line';
import { type AuditContext, groupBy } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { shownValue } from './shown';

const messages = {
  sum: (sum: string, overall: string, count: number) =>
    `${count} dimensions in a row come to ${sum} as printed; the overall dimension says ${overall}.`,
};

const settings = z.strictObject({
  most: numberSetting('A difference up to this many steps of rounding is let be', 'steps', 0, {
    max: 10,
    description: 'Where values are rounded, each of a row can be off by half a step.',
  }),
});

/** A straight dimension along one direction: from where to where, and what it prints. */
interface Link {
  readonly row: number;
  readonly from: number;
  readonly to: number;
  /** Where its line runs, square to the direction. */
  readonly at: number;
  readonly printed: number;
  readonly step: number;
}

export const dimensionsChainSum: Rule = {
  meta: {
    id: 'dimensions/chain-sum',
    title: 'Row of dimensions that does not add up',
    stage: 'looks',
    weight: 'should',
    correction: 'manual',
    what: 'The printed values of a row of dimensions come to the printed value of the dimension over all of them.',
    why: 'Whoever checks the drawing adds the row up; a difference of one stops the work until somebody finds out which value was rounded.',
    source: 'Practice: chains of dimensions are checked by their sums, of what is printed',
    settings,
  },

  visit(context) {
    const { most } = settings.parse(context.settings);
    const groups = new Map<string, Link[]>();
    return {
      on: {
        dimension(row) {
          const link = linkOf(context, row);
          if (!link) return;
          const [key, one] = link;
          const known = groups.get(key);
          if (known) known.push(one);
          else groups.set(key, [one]);
        },
      },
      *finish() {
        for (const links of groups.values())
          for (const { chain, overall } of chainsOf(links)) {
            const step = Math.max(overall.step, ...chain.map((one) => one.step));
            const sum = chain.reduce((all, { printed }) => all + printed, 0);
            const off = Math.abs(sum - overall.printed);
            if (off <= most * step + step * 1e-3) continue;
            const rows = [...chain.map(({ row }) => row), overall.row];
            yield {
              message: messages.sum(figure(sum, step), figure(overall.printed, step), chain.length),
              expected: words(figure(overall.printed, step)),
              found: words(
                `${chain.map(({ printed }) => figure(printed, step)).join(' + ')} = ${figure(sum, step)}`,
              ),
              rows,
              subject: {
                layer: layerNameOf(context.drawing, overall.row),
                kind: 'dimension',
                object: identityOf(context.drawing, overall.row),
              },
              remedy:
                'Show more places, or set one value of the row so that the sum is right: which one, a person decides.',
            };
          }
      },
    };
  },
};

/** A figure to the places of a step. */
const figure = (value: number, step: number): string =>
  String(Number(value.toFixed(Math.max(0, Math.min(10, Math.ceil(-Math.log10(step)))))));

/** Share of what is measured by which places may differ that are one. */
const SAME = 1e-6;

function linkOf(context: AuditContext, row: number): readonly [key: string, link: Link] | null {
  const fact = context.facts.dimension(row);
  const { typed, values } = fact;
  const straight = context.facts.straight(row);
  if (!straight) return null;
  // What is printed: the number that was typed, or the value as the style rounds it.
  const text = typed === null || typed.includes('<>') ? shownValue({ ...fact, typed: null }) : oneLine(typed);
  const numbers = numbersIn(text);
  if (numbers.length !== 1 && typed !== null && !typed.includes('<>')) return null;
  const reading = numbers[0]?.readings[0];
  if (!reading) return null;
  return [
    `${straight.key}|${values.factor}`,
    {
      row,
      from: straight.from,
      to: straight.to,
      at: straight.at,
      printed: reading.value,
      step: Math.max(reading.step, values.rounding),
    },
  ];
}

/** Rows of dimensions on one line, each beginning where the one before ends, and a dimension from their first to their last point. */
function chainsOf(links: readonly Link[]): { readonly chain: readonly Link[]; readonly overall: Link }[] {
  const found: { chain: readonly Link[]; overall: Link }[] = [];
  const extent = Math.max(...links.map(({ to }) => to)) - Math.min(...links.map(({ from }) => from));
  const near = extent * SAME;
  const sorted = [...links].sort((a, b) => a.from - b.from);
  const lines = groupBy(sorted.keys(), (i) => String(Math.round(sorted[i].at / Math.max(near, 1e-9)) || 0));
  const runs = [...lines.values()].flatMap((indices) => {
    const all: Link[][] = [];
    for (const link of indices.map((i) => sorted[i])) {
      const run = all.find((one) => Math.abs(one[one.length - 1].to - link.from) <= near);
      if (run) run.push(link);
      else all.push([link]);
    }
    return all.filter((run) => run.length > 1);
  });
  for (const chain of runs)
    for (const overall of links) {
      const fits =
        Math.abs(overall.from - chain[0].from) <= near &&
        Math.abs(overall.to - chain[chain.length - 1].to) <= near;
      if (fits && !chain.includes(overall)) found.push({ chain, overall });
    }
  return found;
}
