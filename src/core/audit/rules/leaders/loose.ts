import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { LooseLeader } from '../../../facts/loose-leaders';
import { oneLine } from '../../../one-line';
import { dimensionValues, findDimensionStyle } from '../../../standard/dimension-settings';
import { type AuditContext, groupBy } from '../../context';
import { LIKELY, POSSIBLE } from '../../likeness/likely';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { mm, texts } from '../lettering/shared';

const messages = {
  loose: (count: number, what: 'an arrow' | 'a shoulder', says: string, layer: string) =>
    count === 1
      ? `A line with ${what} on layer “${layer}” leads to “${says}” and is no leader.`
      : `${count} lines with ${what} on layer “${layer}” lead to texts and are no leaders.`,
};

/** Heights that differ by less are one. */
const SAME_HEIGHT = 0.02;
/** The oldest version of the format has no leaders. */
const LEADERS_FROM = 'AC1012';

export const leadersLoose: Rule = {
  meta: {
    id: 'leaders/loose',
    title: 'Line that stands in for a leader',
    stage: 'looks',
    weight: 'note',
    correction: 'choice',
    what: 'What leads from a text to an object is a leader: no line with an arrow drawn at its end, or with a knee and a shoulder, stands in for one.',
    why: 'It stays as it was drawn whatever the style says, and nothing that is asked of leaders is asked of it.',
    source: 'Practice: leaders in drawings from outside are bare polylines',
  },

  *check(context) {
    const { drawing, facts, standard, excepts } = context;
    if (standard.dimensions.length === 0) return;
    const loose = facts.looseLeaders.filter(({ line }) => !excepts(line));
    const holdsLeaders = drawing.document.version >= LEADERS_FROM;
    const groups = groupBy(
      loose,
      ({ line, arrow }) => `${foldName(layerNameOf(drawing, line))}|${arrow === null}`,
    );
    for (const ones of groups.values()) {
      const [{ line, text, arrow }] = ones;
      const what = arrow === null ? 'a shoulder' : 'an arrow';
      const layer = layerNameOf(drawing, line);
      yield {
        message: messages.loose(ones.length, what, oneLine(facts.text(text)?.says ?? ''), layer),
        expected: words(ones.length === 1 ? 'a leader' : `${ones.length} leaders`),
        found: words(ones.length === 1 ? `a line with ${what}` : `lines with ${what}`),
        rows: [...new Set(ones.flatMap(({ rows }) => rows))].sort((a, b) => a - b),
        subject: { layer, kind: 'leader', value: what },
        sure: arrow === null ? 0.6 : 0.8,
        ...(holdsLeaders
          ? {
              options: [
                {
                  id: 'rebuild',
                  label: ones.length === 1 ? 'Make it a leader in {to}' : 'Make them leaders in {to}',
                  needs: 'office dimension style' as const,
                  effect: 'drawing' as const,
                },
              ],
            }
          : {
              correction: 'manual' as const,
              remedy:
                'This version of the format has no leaders: they can be made once it is saved as a later one.',
            }),
      };
    }
  },

  settle(context, finding, decision) {
    const style = findDimensionStyle(context.standard.dimensions, decision?.to ?? '');
    if (!style) return { refused: `The standard has no dimension style “${decision?.to ?? ''}”.` };
    const rows = context.rowsOf(finding);
    const loose = leadersIn(context, rows);
    return loose.length > 0
      ? { operations: [{ type: 'rebuild leaders', rows, loose, style: style.name }] }
      : { refused: 'The lines no longer lead to these texts.' };
  },

  propose(context, finding) {
    const { facts, standard } = context;
    const printed = leadersIn(context, context.rowsOf(finding)).flatMap(({ text }) => {
      const [shown] = facts.appearances(text);
      return shown ? [(facts.text(text)?.height ?? 0) * shown.mmPerUnit] : [];
    });
    const fitting = standard.dimensions
      .map((style) => {
        const { textHeightMm } = dimensionValues(standard.dimensions, style);
        const count = printed.filter((one) => Math.abs(one / textHeightMm - 1) <= SAME_HEIGHT).length;
        return { to: style.name, count, said: mm(textHeightMm) };
      })
      .filter(({ count }) => count > 0);
    // Where several styles fit alike, none of them is more likely than another.
    const isLikely = fitting.length === 1 && fitting[0].count === printed.length;
    return fitting
      .sort((a, b) => b.count - a.count)
      .map(({ to, count, said }) => ({
        to,
        likeness: isLikely ? LIKELY : POSSIBLE,
        reasons: [`${count} of ${texts(printed.length)} print ${said} high`],
      }));
  },
};

/** The loose leaders all of whose parts are among rows. */
function leadersIn({ facts }: AuditContext, rows: readonly number[]): LooseLeader[] {
  const among = new Set(rows);
  return facts.looseLeaders.filter((one) => one.rows.every((row) => among.has(row)));
}
