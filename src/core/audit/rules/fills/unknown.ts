import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { StandardFill } from '../../../standard/fills';
import { findFill } from '../../../standard/standard';
import { type AuditContext, groupBy } from '../../context';
import { ADOPT } from '../../finding';
import { LIKELY, POSSIBLE } from '../../likeness/likely';
import type { Proposal } from '../../likeness/propose';
import type { Rule, SettleContext } from '../../rule';
import { named, words } from '../../value';
import { anglesOf, drawnAs, drawnFill, fillNamed, fills, unitsPerMm, wantedAngles } from './shared';

const messages = {
  unknown: (name: string, count: number) => `Fill “${name}” is not in the standard (${fills(count)}).`,
  gradients: (count: number) => `${fills(count)} with a gradient`,
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
    let gradients = 0;
    return {
      on: {
        fill(row) {
          if (context.standard.fills.length === 0) return;
          const fact = drawnFill(context, row);
          if (!fact) gradients += context.facts.fill(row)?.kind === 'gradient' ? 1 : 0;
          else if (!fillNamed(context.standard.fills, fact)) found.push(row);
        },
      },
      *finish() {
        if (gradients > 0) context.notChecked(messages.gradients(gradients));
        const groups = groupBy(found, (row) => foldName(context.facts.fill(row)!.pattern));
        for (const rows of groups.values()) {
          const { pattern } = context.facts.fill(rows[0])!;
          yield {
            message: messages.unknown(pattern, rows.length),
            expected: words('a fill of the standard'),
            found: named(pattern),
            rows,
            subject: { kind: 'fill', value: pattern },
            options: [
              { id: 'map', label: 'It becomes {to}', needs: 'office fill', effect: 'drawing' },
              ADOPT,
            ],
          };
        }
      },
    };
  },

  settle(context, finding, decision) {
    const fill = findFill(context.standard, decision?.to ?? '');
    if (!fill) return { refused: `The standard has no fill “${decision?.to ?? ''}”.` };
    if (fill.kind === 'gradient') return { refused: 'A gradient is not given to what is filled with lines.' };
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

  remembers: ({ subject }, decision) => ({
    kind: 'fill',
    name: subject.value ?? '',
    action: 'map',
    target: decision?.to ?? '',
  }),
};

/** What speaks for a fill of the standard: the directions of its lines, their distance, the layer it belongs on. */
function proposalOf(context: SettleContext, rows: readonly number[], fill: StandardFill): Proposal {
  const fact = context.facts.fill(rows[0]);
  const reasons: string[] = [];
  let likeness = 0;
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
  return { to: fill.name, likeness: Math.min(likeness, LIKELY - 0.01), reasons };
}

function hasSpacing(context: AuditContext, row: number, spacing: number, fill: StandardFill): boolean {
  const units = unitsPerMm(context, row, fill);
  const wanted = fill.lines[0]?.spacingMm ?? 0;
  return units !== null && wanted > 0 && Math.abs(spacing / units / wanted - 1) <= SAME_SPACING;
}
