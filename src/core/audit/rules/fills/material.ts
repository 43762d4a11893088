import type { StandardFill } from '../../../standard/fills';
import { findFill } from '../../../standard/standard';
import { clauseOf, groupBy } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { materialsSaid, saysMaterial } from './said';
import { drawnAs, drawnFill, fillNamed, fills, unitsPerMm } from './shared';

const messages = {
  says: (count: number, name: string, material: string, says: string) =>
    `${fills(count)} “${name}” (${material}) ${count === 1 ? 'has' : 'have'} “${says}” written in ${count === 1 ? 'it' : 'them'}.`,
};

export const fillsMaterial: Rule = {
  meta: {
    id: 'fills/material',
    title: 'Fill of another material than its label says',
    stage: 'looks',
    weight: 'should',
    correction: 'choice',
    what: 'A fill that has the name of a material written in it is the fill of that material.',
    why: 'Concrete that is filled as brickwork is ordered as brickwork by whoever reads the fill and not the label.',
    source: 'Practice: fills by material',
  },

  *check(context) {
    const { standard, excepts } = context;
    if (standard.fills.length < 2 || context.facts.rowsOfKind('fill').length === 0) return;
    const wrong = new Map<
      number,
      { readonly is: StandardFill; readonly wanted: StandardFill; readonly says: string }
    >();
    for (const [fill, texts] of materialsSaid(context)) {
      const is = fillNamed(standard.fills, drawnFill(context, fill)!);
      if (!is || excepts(fill)) continue;
      for (const { wanted, says } of texts)
        if (is !== wanted && !saysMaterial(is, says)) wrong.set(fill, { is, wanted, says });
    }
    const groups = groupBy(wrong.keys(), (row) => {
      const { is, wanted, says } = wrong.get(row)!;
      return [is.name, wanted.name, says, unitsPerMm(context, row, wanted) === null].join('\n');
    });
    for (const rows of groups.values()) {
      const { is, wanted, says } = wrong.get(rows[0])!;
      const fits = unitsPerMm(context, rows[0], wanted) !== null;
      yield {
        message: messages.says(rows.length, is.name, is.material, says),
        expected: words(`${wanted.name} (${wanted.material})`),
        found: words(`${is.name} (${is.material})`),
        rows: rows.sort((a, b) => a - b),
        sure: SURE,
        subject: { kind: 'fill', value: `${is.name}, ${wanted.name}, ${says}` },
        ...clauseOf(wanted),
        ...(fits
          ? {
              options: [
                {
                  id: 'fill',
                  label: `Fill ${rows.length === 1 ? 'it' : 'them'} as ${wanted.name}`,
                  needs: null,
                  effect: 'drawing' as const,
                },
              ],
            }
          : {
              correction: 'manual' as const,
              remedy: 'No one scale shows it, so that nobody can say how large the other fill is to be.',
            }),
      };
    }
  },

  settle: (context, finding) =>
    drawnAs(
      context,
      context.rowsOf(finding),
      findFill(context.standard, finding.subject.value?.split(', ')[1] ?? ''),
    ),
};

/** A label can also be of something that lies on the material. */
const SURE = 0.7;
