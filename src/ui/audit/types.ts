import type { ListedFinding } from '@/core/audit/finding';
import type { Proposal } from '@/core/audit/likeness/propose';

export interface RuleWords {
  readonly id: string;
  readonly title: string;
  readonly why: string;
  readonly what: string;
}

export type Proposals = Readonly<Record<string, readonly Proposal[]>>;

/** Above this likeness a proposal is offered for taking over together with the others. */
export const LIKELY = 0.5;

export const formatLikeness = (likeness: number): string =>
  likeness >= 0.75
    ? 'very likely'
    : likeness >= LIKELY
      ? 'likely'
      : likeness >= 0.35
        ? 'possible'
        : 'unlikely';

/** The best proposal of a finding, when it is worth taking over at a glance. */
export function likelyTarget(finding: ListedFinding, proposals: Proposals | null): string | null {
  const best = proposals?.[finding.key]?.[0];
  return best && best.likeness >= LIKELY ? best.to : null;
}

/** The option of a finding for which a layer of the office is picked, where it has one. */
export const pickingOption = (finding: ListedFinding) =>
  finding.options?.find(({ needs }) => needs === 'office layer');

/** What is said of a finding in a list of decisions: what the sender calls it, or what lies where. */
export const subjectOf = ({ subject: { layer, kind, value } }: ListedFinding): string =>
  kind && layer ? `${kind} on ${layer}` : (layer ?? value ?? kind ?? '');
