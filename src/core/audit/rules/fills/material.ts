import { wordsOf } from '../../../dxf/read/decode-text';
import { oncePer } from '../../../once';
import type { StandardFill } from '../../../standard/fills';
import { findFill } from '../../../standard/standard';
import { wordsIn } from '../../../standard/words';
import { type AuditContext, clauseOf, groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { drawnAs, drawnFill, fillNamed, fills, isInFill, unitsPerMm } from './shared';

const messages = {
  says: (count: number, name: string, material: string, says: string) =>
    `${fills(count)} “${name}” (${material}) ${count === 1 ? 'has' : 'have'} “${says}” written in ${count === 1 ? 'it' : 'them'}.`,
};

/** A text that only mentions a material is longer. */
const MOST_LETTERS = 40;
/** Words of materials that say how they are shown, and not what they are. */
const SHOWN = new Set([
  'cut',
  'seen',
  'end',
  'courses',
  'section',
  'plan',
  'fill',
  'area',
  'new',
  'existing',
]);

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
    const { drawing, standard, excepts } = context;
    if (standard.fills.length < 2 || context.facts.rowsOfKind('fill').length === 0) return;
    const wrong = new Map<
      number,
      { readonly is: StandardFill; readonly wanted: StandardFill; readonly says: string }
    >();
    for (const row of context.facts.rowsOfKind('text')) {
      if (!isPlaced(drawing, row)) continue;
      const said = wordsOf(drawing, row)?.trim() ?? '';
      const wanted = said.length > MOST_LETTERS ? null : fillSaid(context, said);
      if (!wanted) continue;
      const fill = fillAround(context, row);
      const is = fill === null ? undefined : fillNamed(context.standard.fills, drawnFill(context, fill)!);
      if (
        fill === null ||
        !is ||
        is === wanted ||
        materialWords(is).some((word) => saidWords(said).has(word))
      )
        continue;
      if (!excepts(fill)) wrong.set(fill, { is, wanted, says: said });
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

const saidWords = (said: string): ReadonlySet<string> => new Set(wordsIn(said).map(({ word }) => word));

/** The words that say what a fill stands for. */
const materialWords = oncePer(
  (fill: StandardFill) => [fill],
  ({ material }) =>
    wordsIn(material).flatMap(({ word }) => (word.length > 2 && !SHOWN.has(word) ? [word] : [])),
);

/** The one fill of the standard whose material a text names; null where it names none, or several. */
function fillSaid({ standard }: AuditContext, said: string): StandardFill | null {
  const own = saidWords(said);
  const named = standard.fills.filter((fill) => materialWords(fill).some((word) => own.has(word)));
  return named.length === 1 ? named[0] : null;
}

/** The smallest fill that the middle of a text lies in. */
function fillAround({ drawing, facts, ...context }: AuditContext, row: number): number | null {
  const box = facts.box(row);
  if (!box) return null;
  const [x, y] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  let smallest: number | null = null;
  let least = Number.POSITIVE_INFINITY;
  const near = facts
    .index(drawing.objects.container[row], 'fill')
    .within({ minX: x, minY: y, maxX: x, maxY: y });
  for (const fill of near) {
    const around = facts.box(fill);
    const size = around ? (around.maxX - around.minX) * (around.maxY - around.minY) : least;
    if (size >= least || !drawnFill({ drawing, facts, ...context }, fill)) continue;
    // An island around the text belongs to the fill as well: it was cut out for it.
    if (isInFill(facts, fill, x, y) || isInIsland(facts, fill, x, y)) {
      smallest = fill;
      least = size;
    }
  }
  return smallest;
}

/** Whether a point lies in a hole of a fill with the fill all around it. */
function isInIsland(facts: AuditContext['facts'], fill: number, x: number, y: number): boolean {
  const { near, pieces } = facts.piecesNear(fill);
  const crossed = (minX: number, maxX: number): number =>
    [...near.within({ minX, minY: y, maxX, maxY: y })].filter((i) => {
      const [x0, y0, x1, y1] = [pieces[i], pieces[i + 1], pieces[i + 2], pieces[i + 3]];
      const at = x0 + ((y - y0) / (y1 - y0)) * (x1 - x0);
      return y0 > y !== y1 > y && at >= minX && at <= maxX;
    }).length;
  // To the left and to the right the edge of the hole, and then that of the fill.
  return crossed(x, Number.MAX_VALUE) === 2 && crossed(-Number.MAX_VALUE, x) === 2;
}
