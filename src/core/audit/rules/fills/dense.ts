import { z } from 'zod';
import { kindOf } from '../../../dxf/drawing';
import { type AuditContext, groupBy } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { drawnFill, fillNamed, fills } from './shared';

const mm = (value: number): string => `${Number(value.toPrecision(2))} mm`;

const messages = {
  dense: (count: number, name: string, apart: string, least: string) =>
    `The lines of ${fills(count)} “${name}” lie as near as ${apart} on paper; ${least} is the least that prints apart.`,
  unseen: (count: number) => `how near the lines of ${fills(count)} print: no scale shows them`,
};

const settings = z.strictObject({
  least: numberSetting('Least distance from line to line', 'mm on paper', 0.7, { min: 0.1, max: 20 }),
});

export const fillsDense: Rule = {
  meta: {
    id: 'fills/dense',
    title: 'Fill denser than it can print',
    stage: 'looks',
    weight: 'should',
    correction: 'choice',
    ways: { spread: 'spread until its lines print apart' },
    what: 'The lines of a fill lie as far apart on paper as they have to for single ones to be seen, at the smallest scale that shows them.',
    why: 'Lines that run together print as a grey or black area, and one material can no longer be told from another.',
    // From memory.
    source: 'ISO 128-2: the space between parallel lines is not less than 0.7 mm',
    settings,
  },

  visit(context) {
    const { least } = settings.parse(context.settings);
    const { drawing } = context;
    const dense = new Map<number, number>();
    let unseen = 0;
    return {
      on: {
        fill(row) {
          const apart = densest(context, row);
          if (apart === 'unseen') unseen++;
          else if (apart !== null && apart < least - 1e-6) dense.set(row, apart);
        },
      },
      *finish() {
        if (unseen > 0) context.notChecked(messages.unseen(unseen));
        const officeOf = (row: number) => fillNamed(context.standard.fills, context.facts.fill(row)!);
        const groups = groupBy(dense.keys(), (row) => context.facts.fill(row)?.pattern.toLowerCase() ?? '');
        for (const rows of groups.values()) {
          const { pattern } = context.facts.fill(rows[0])!;
          const apart = mm(Math.min(...rows.map((row) => dense.get(row)!)));
          yield {
            message: messages.dense(rows.length, pattern, apart, mm(least)),
            expected: words(`${mm(least)} or more apart`),
            found: words(apart),
            rows,
            subject: { kind: kindOf(drawing, rows[0]), value: pattern },
            ...(officeOf(rows[0])
              ? {
                  correction: 'manual' as const,
                  remedy: 'The standard has it so at this scale: another fill, or the view shown larger.',
                }
              : {
                  remedy: 'Or a coarser pattern, or a tint: whichever says the same.',
                  options: [
                    {
                      id: 'spread',
                      label: `Set the lines ${mm(least)} apart`,
                      needs: null,
                      effect: 'drawing' as const,
                    },
                  ],
                }),
          };
        }
      },
    };
  },

  settle(context, finding) {
    const { least } = settings.parse(context.settings);
    const factors = new Map(
      context.rowsOf(finding).flatMap((row): [number, number][] => {
        const apart = densest(context, row);
        return typeof apart === 'number' && apart > 0 && apart < least ? [[row, least / apart]] : [];
      }),
    );
    return factors.size > 0
      ? { operations: [{ type: 'spread fills', rows: [...factors.keys()], factors: [...factors.values()] }] }
      : { refused: 'The lines print apart already.' };
  },
};

/** How near the lines of a fill lie at the smallest scale that shows it, mm on paper; null where it has none. */
function densest(context: AuditContext, row: number): number | 'unseen' | null {
  const { drawing } = context;
  const fact = drawnFill(context, row);
  if (fact?.kind !== 'lines' || fact.families.length === 0) return null;
  // How near the office has them on paper is said where it defines them, and a sample on a sheet has a scale of its own.
  const office = fillNamed(context.standard.fills, fact);
  const isOnSheet = drawing.containers[drawing.objects.container[row]].kind === 'sheet';
  if (office && (office.basis === 'paper' || isOnSheet)) return null;
  const shown = context.facts.appearances(row);
  if (shown.length === 0) return 'unseen';
  const smallest = Math.min(...shown.map(({ mmPerUnit }) => mmPerUnit));
  return Math.min(...fact.families.map(({ spacing }) => spacing)) * smallest;
}
