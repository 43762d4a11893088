import { listedFindings } from '../audit/capped';
import { audit, type LiveAudit } from '../audit/engine';
import type { Finding } from '../audit/finding';
import { POSSIBLE } from '../audit/likeness/likely';
import type { Proposal } from '../audit/likeness/propose';
import type { Memory } from '../audit/rule';
import { ruleById } from '../audit/rules';
import type { Drawing } from '../dxf/drawing';
import type { Standard } from '../standard/standard';

/** What a person may want to pick for a finding that asks for a choice, best first. */
export const proposalsOf = (live: LiveAudit, finding: Finding): readonly Proposal[] =>
  ruleById(finding.rule)?.propose?.(live.settling(finding.rule), finding) ?? [];

/** A sender's name that a finding asks about: what was decided on it before holds again. */
export type Asks = Pick<Memory, 'kind' | 'name'>;

/** Proposals for every finding that a page lists and that asks for a choice, by the finding's key. */
export function allProposals(
  drawing: Drawing,
  standard: Standard,
): Record<string, { proposals: readonly Proposal[]; asks: Asks | null }> {
  const live = audit(drawing, standard);
  return Object.fromEntries(
    listedFindings(live.findings)
      .filter(({ correction }) => correction === 'choice')
      .map((finding) => {
        const told = ruleById(finding.rule)?.remembers?.(finding, undefined, live.settling(finding.rule));
        // What was decided of several names at once is proposed for each of them by itself.
        const [asked, ...others] = [told ?? []].flat();
        return [
          finding.key,
          {
            // What is unlikely is no proposal: it stands among all layers, for whoever knows better.
            proposals: proposalsOf(live, finding).filter(({ likeness }) => likeness >= POSSIBLE),
            asks: asked && others.length === 0 ? { kind: asked.kind, name: asked.name } : null,
          },
        ];
      }),
  );
}
