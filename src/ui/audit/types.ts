import type { ListedFinding, Option } from '@/core/audit/finding';
import { LIKELY } from '@/core/audit/likeness/likely';
import type { Proposal } from '@/core/audit/likeness/propose';
import type { StandardLayer } from '@/core/standard/definitions';

export interface RuleWords {
  readonly id: string;
  readonly title: string;
  readonly why: string;
  readonly what: string;
}

export type Proposals = Readonly<Record<string, readonly Proposal[]>>;

/** What the ledger and its lines are given. */
export interface LedgerProps {
  readonly findings: readonly ListedFinding[];
  /** Findings that the drawing had when it came. */
  readonly firstCount: number;
  readonly rules: readonly RuleWords[];
  readonly edition: string;
  readonly layers: readonly StandardLayer[];
  readonly proposals: Proposals | null;
  readonly chosen: string | null;
  readonly onChoose: (key: string | null) => void;
  readonly busy: boolean;
  readonly onCorrect: (which: readonly ListedFinding[], note: string) => void;
  readonly onDecide: (finding: ListedFinding, option: Option, to?: string) => void;
}

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
