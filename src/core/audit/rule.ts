import type { DrawingEditor } from '../correct/editor';
import type { OwnProperty } from '../standard/definitions';
import type { Weight } from '../standard/standard';
import type { AuditContext } from './context';
import type { CorrectionKind, Finding } from './finding';

export interface RuleMeta {
  /** group/name, as on the command line. */
  readonly id: string;
  readonly title: string;
  /** What is checked, in one sentence. */
  readonly checks: string;
  /** Why an office cares. */
  readonly why: string;
  readonly weight: Weight;
  readonly correction: CorrectionKind;
  /** The need or published source behind it. */
  readonly source: string;
  /** What the rule measures may be off by; an office can change it. */
  readonly tolerance?: { readonly default: number; readonly unit: string; readonly of: string };
}

/** A person's decision on a finding that has more than one way out. */
export type Choice = { readonly action: 'map'; readonly to: string } | { readonly action: 'remove' };

/** One thing that was changed. */
export interface Change {
  readonly rule: string;
  /** Handle of the object, or of the layer's record; empty where the file has none. */
  readonly handle: string;
  /** "line", "layer", … */
  readonly kind: string;
  readonly property: OwnProperty | 'layer' | 'name' | 'printing' | 'record' | 'object' | 'hidden layers';
  /** Layer, symbol or sheet it is in, for a person. */
  readonly where: string;
  readonly before: string;
  readonly after: string;
}

export interface CorrectionContext extends AuditContext {
  readonly editor: DrawingEditor;
}

/** What `check` yields: a finding without what the engine fills in from `meta`. */
export type FindingDraft = Omit<Finding, 'rule' | 'key' | 'weight' | 'correction'> & {
  readonly weight?: Weight;
  readonly correction?: CorrectionKind;
};

/** A rule is data and two functions. It never writes a drawing: `correct` asks the editor for edits. */
export interface Rule {
  readonly meta: RuleMeta;
  check(context: AuditContext & { readonly tolerance: number }): Iterable<FindingDraft>;
  /** Settles a finding, or returns nothing when it cannot with what it was given. */
  correct?(context: CorrectionContext, finding: Finding, choice: Choice | undefined): Change[];
}
