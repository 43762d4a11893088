import { audit, type LiveAudit } from '../audit/engine';
import type { Finding } from '../audit/finding';
import type { Proposal } from '../audit/likeness/propose';
import { ruleById } from '../audit/rules';
import type { Drawing } from '../dxf/drawing';
import type { Standard } from '../standard/standard';

/** What a person may want to pick for a finding that asks for a choice, best first. */
export const proposalsOf = (live: LiveAudit, finding: Finding): readonly Proposal[] =>
  ruleById(finding.rule)?.propose?.({ ...live.context, rowsOf: live.rowsOf }, finding) ?? [];

/** Proposals for every finding of a drawing that asks for a choice, by the finding's key. */
export function allProposals(drawing: Drawing, standard: Standard): Record<string, readonly Proposal[]> {
  const live = audit(drawing, standard);
  return Object.fromEntries(
    live.findings
      .filter(({ correction }) => correction === 'choice')
      .map((finding) => [finding.key, proposalsOf(live, finding)]),
  );
}
