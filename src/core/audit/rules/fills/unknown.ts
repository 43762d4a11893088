import { GRADIENTS_FROM } from '../../../dxf/edit/fill-tags';
import { foldName } from '../../../dxf/interner';
import type { FillFact } from '../../../facts/annotations';
import { findFill } from '../../../standard/standard';
import { groupBy } from '../../context';
import { ADOPT } from '../../finding';
import type { Rule } from '../../rule';
import { named, words } from '../../value';
import { remembersName } from '../mapped-names';
import { proposeFills } from './propose';
import { drawnAs, drawnFill, fillNamed, fills, formatGradient } from './shared';

const messages = {
  others: (count: number) =>
    `${fills(count)} with a gradient from the middle or back again, which a standard has no place for`,
  unknown: (name: string, count: number) => `Fill “${name}” is not in the standard (${fills(count)}).`,
  gradient: (says: string, count: number) => `Gradient ${says} is not in the standard (${fills(count)}).`,
};

export const fillsUnknown: Rule = {
  meta: {
    id: 'fills/unknown',
    title: 'Fill not in the standard',
    stage: 'records',
    weight: 'should',
    correction: 'choice',
    what: 'Every area is filled with a pattern of the standard.',
    why: 'A pattern says what a wall is made of: one that the office does not have says nothing, or something else.',
    source: 'Practice: patterns of a sender stand for the office’s materials',
  },

  visit(context) {
    const found: number[] = [];
    let others = 0;
    return {
      on: {
        fill(row) {
          if (context.standard.fills.length === 0) return;
          const fact = drawnFill(context, row);
          if (!fact) return;
          if (fact.gradient && fact.gradient.form !== 'linear') others++;
          else if (!fillNamed(context.standard.fills, fact)) found.push(row);
        },
      },
      *finish() {
        if (others > 0) context.notChecked(messages.others(others));
        const groups = groupBy(found, (row) => nameOf(context.facts.fill(row)!));
        for (const rows of groups.values()) {
          const { pattern, gradient } = context.facts.fill(rows[0])!;
          const says = gradient ? formatGradient(gradient) : pattern;
          yield {
            message: messages[gradient ? 'gradient' : 'unknown'](says, rows.length),
            expected: words('a fill of the standard'),
            found: gradient ? words(says) : named(pattern),
            rows,
            subject: { kind: 'fill', value: says },
            options: [
              { id: 'map', label: 'It becomes {to}', needs: 'office fill', effect: 'drawing' },
              // Gradients have no names that the draft could take over.
              ...(gradient ? [] : [ADOPT]),
            ],
          };
        }
      },
    };
  },

  settle(context, finding, decision) {
    const fill = findFill(context.standard, decision?.to ?? '');
    if (!fill) return { refused: `The standard has no fill “${decision?.to ?? ''}”.` };
    if (fill.kind === 'gradient' && context.drawing.document.version < GRADIENTS_FROM)
      return { refused: 'This version has no place for gradients.' };
    return drawnAs(context, context.rowsOf(finding), fill);
  },

  propose: (context, finding) => proposeFills(context, context.rowsOf(finding)),

  remembers: remembersName('fill'),
};

/** What a fill is known by: its name, or how its colours run. */
const nameOf = ({ pattern, gradient }: FillFact): string =>
  gradient ? formatGradient(gradient) : foldName(pattern);
