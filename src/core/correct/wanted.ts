import type { Decision, Finding } from '../audit/finding';
import { ruleById } from '../audit/rules';
import type { SheetDecision } from '../drawing/sheets/decisions';
import { foldName } from '../dxf/interner';
import type { Choices, KeyedDecision } from './choices';
import type { LineUp } from './line-up';

export interface CorrectionRequest {
  /** Ids of the rules whose automatic corrections are wanted; all when absent. */
  readonly rules?: readonly string[];
  /** Keys of single findings to settle; all that the rules allow when absent. */
  readonly findings?: readonly string[];
  /** Decisions on single findings. */
  readonly decisions?: readonly KeyedDecision[];
  /** Decisions by name. */
  readonly choices?: Choices;
  /** Texts that a person picked, to be lined up before anything else is done. */
  readonly lineUp?: LineUp;
  /** What people said of the sheets in the model. */
  readonly sheets?: readonly SheetDecision[];
}

/** What was asked for: which findings are to be settled, and how a person decided on those that ask. */
export class Wanted {
  private readonly rules: ReadonlySet<string> | null;
  private readonly keys: ReadonlySet<string> | null;
  private readonly decisions: ReadonlyMap<string, Decision>;
  /** Folded names of layers that others became: the office's properties come with the name. */
  private readonly becameLayers = new Set<string>();
  private readonly metKeys = new Set<string>();
  private readonly metChoices = new Set<string>();

  constructor(private readonly request: CorrectionRequest) {
    this.rules = request.rules ? new Set(request.rules) : null;
    this.keys = request.findings ? new Set(request.findings) : null;
    this.decisions = new Map(
      (request.decisions ?? []).map(({ finding, option, to }) => [
        finding,
        to === undefined ? { option } : { option, to },
      ]),
    );
    for (const { to } of request.decisions ?? []) if (to !== undefined) this.becameLayers.add(foldName(to));
    for (const choice of Object.values(request.choices?.layers ?? {}))
      if (choice.action === 'map') this.becameLayers.add(foldName(choice.to));
  }

  decisionOn(finding: Finding): Decision | undefined {
    const byKey = this.decisions.get(finding.key);
    if (byKey) {
      this.metKeys.add(finding.key);
      return byKey;
    }
    const { choices } = this.request;
    const byName = choices && ruleById(finding.rule)?.choiceIn?.(choices, finding);
    if (byName) this.metChoices.add(choiceName(finding.subject.layer, finding.subject.kind));
    return byName;
  }

  wants(finding: Finding, decision: Decision | undefined): boolean {
    if (finding.correction === 'manual') return false;
    // What settles by itself can be decided on too: a length that somebody set.
    if (decision !== undefined) return true;
    if (finding.correction === 'choice') return false;
    if (this.rules && !this.rules.has(finding.rule)) return false;
    if (this.keys && !this.keys.has(finding.key))
      return (
        ruleById(finding.rule)?.meta.followsLayer === true &&
        this.becameLayers.has(foldName(finding.subject.layer ?? ''))
      );
    if (this.keys) this.metKeys.add(finding.key);
    return true;
  }

  /** What was asked for and is nowhere in the drawing, in words. */
  notMet(): { readonly key: string; readonly what: string }[] {
    const { request } = this;
    const missing: { key: string; what: string }[] = [];
    for (const key of [...(request.findings ?? []), ...this.decisions.keys()])
      if (!this.metKeys.has(key)) missing.push({ key, what: `the finding ${key}` });
    for (const layer of Object.keys(request.choices?.layers ?? {}))
      if (!this.metChoices.has(choiceName(layer, undefined)))
        missing.push({ key: '', what: `the decision on layer “${layer}”` });
    for (const { layer, kind } of request.choices?.objects ?? [])
      if (!this.metChoices.has(choiceName(layer, kind)))
        missing.push({ key: '', what: `the decision on ${kind} objects of layer “${layer}”` });
    return missing;
  }
}

const choiceName = (layer: string | undefined, kind: string | undefined): string =>
  `${foldName(layer ?? '')}\n${kind ?? ''}`;
