import { layerNameOf } from '../../../dxf/drawing';
import { GRADIENTS_FROM } from '../../../dxf/edit/fill-tags';
import { foldName } from '../../../dxf/interner';
import type { FillFact } from '../../../facts/annotations';
import type { StandardFill } from '../../../standard/fills';
import { findFill } from '../../../standard/standard';
import { type AuditContext, groupBy } from '../../context';
import { ADOPT } from '../../finding';
import { NOT_LIKELY, POSSIBLE } from '../../likeness/likely';
import type { Proposal } from '../../likeness/propose';
import type { Rule, SettleContext } from '../../rule';
import { named, words } from '../../value';
import { remembersName } from '../mapped-names';
import {
  anglesOf,
  drawnAs,
  drawnFill,
  fillNamed,
  fills,
  formatGradient,
  unitsPerMm,
  wantedAngles,
} from './shared';

const messages = {
  others: (count: number) =>
    `${fills(count)} with a gradient from the middle or back again, which a standard has no place for`,
  unknown: (name: string, count: number) => `Fill “${name}” is not in the standard (${fills(count)}).`,
  gradient: (says: string, count: number) => `Gradient ${says} is not in the standard (${fills(count)}).`,
};

/** Angles that differ by less are one, degrees; distances that differ by less than this share. */
const SAME_ANGLE = 1;
const SAME_SPACING = 0.2;
/** The most that is proposed. */
const MOST_PROPOSED = 6;

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

  propose: (context, finding) => {
    const rows = context.rowsOf(finding);
    return context.standard.fills
      .map((fill) => proposalOf(context, rows, fill))
      .filter(({ reasons }) => reasons.length > 0)
      .sort((a, b) => b.likeness - a.likeness || a.to.localeCompare(b.to))
      .slice(0, MOST_PROPOSED);
  },

  remembers: remembersName('fill'),
};

/** What a fill is known by: its name, or how its colours run. */
const nameOf = ({ pattern, gradient }: FillFact): string =>
  gradient ? formatGradient(gradient) : foldName(pattern);

/** What speaks for a fill of the standard: the directions of its lines, their distance, the layer it belongs on. */
function proposalOf(context: SettleContext, rows: readonly number[], fill: StandardFill): Proposal {
  const fact = context.facts.fill(rows[0]);
  const reasons: string[] = [];
  let likeness = 0;
  if (fact?.kind === 'gradient' && fill.kind === 'gradient') {
    reasons.push('both gradients');
    likeness += POSSIBLE;
  }
  if (fact?.kind === 'lines' && fill.kind === 'lines') {
    const [own, wanted] = [anglesOf(fact.families), wantedAngles(fill)];
    if (own.length === wanted.length && own.every((angle, i) => Math.abs(angle - wanted[i]) <= SAME_ANGLE)) {
      reasons.push(`lines at ${wanted.map((angle) => `${Number(angle.toFixed(1))}°`).join(' and ')}`);
      likeness += POSSIBLE + 0.05;
      if (hasSpacing(context, rows[0], fact.families[0]?.spacing ?? 0, fill)) {
        reasons.push(`${fill.lines[0].spacingMm} mm apart`);
        likeness += 0.15;
      }
    }
  }
  if (
    fill.layer !== '' &&
    rows.every((row) => foldName(layerNameOf(context.drawing, row)) === foldName(fill.layer))
  ) {
    reasons.push(`they lie on ${fill.layer}`);
    likeness += 0.2;
  }
  // What only looks alike is never taken over at a glance: what it stands for, a person says.
  return { to: fill.name, likeness: Math.min(likeness, NOT_LIKELY), reasons };
}

function hasSpacing(context: AuditContext, row: number, spacing: number, fill: StandardFill): boolean {
  const units = unitsPerMm(context, row, fill);
  const wanted = fill.lines[0]?.spacingMm ?? 0;
  return units !== null && wanted > 0 && Math.abs(spacing / units / wanted - 1) <= SAME_SPACING;
}
