import type { z } from 'zod';
import type { ObjectKind } from '../dxf/object-kinds';
import type { OwnProperty } from '../standard/definitions';
import type { NamedKind } from '../standard/named-kinds';
import type { RuleSetting, Weight } from '../standard/rule-settings';
import type { AuditContext } from './context';
import type { CorrectionKind, Decision, Finding, Option, Place, Shown, StrokeLook, Subject } from './finding';
import type { Proposal } from './likeness/propose';
import type { Operation } from './operation';
import type { Value } from './value';

/**
 * The order in which corrections are made: each stage is audited anew before the next. What is wrong with the file comes
 * first: until each object has a handle of its own, nothing can be said of one of them alone. What a layer is called comes before what lies on it, what lies on it before the records it needs, and looks come last.
 */
export const STAGES = ['file', 'names', 'layers', 'records', 'looks'] as const;
export type Stage = (typeof STAGES)[number];

export interface RuleMeta {
  /** family/name, as on the command line. */
  readonly id: string;
  readonly title: string;
  readonly stage: Stage;
  readonly weight: Weight;
  readonly correction: CorrectionKind;
  /** What is checked, in one sentence. */
  readonly what: string;
  /** Why an office cares. */
  readonly why: string;
  /** Where it comes from: what practice asks for, or a published source. */
  readonly source: string;
  /**
   * Ways out that an office can have taken without asking, by their ids, and how that is said: "removed". Nothing has to be picked
   * for any of them, or there is but one name to pick.
   */
  readonly ways?: Readonly<Record<string, string>>;
  /** What an office can set, with a title, a unit and a description of each; see settings.ts. */
  readonly settings?: z.ZodObject;
  /** A layer that was decided on takes the office's properties with it: this rule's corrections follow the decision. */
  readonly followsLayer?: boolean;
}

/** How what a rule finds is settled without asking by what an office has set: "removed"; undefined where a person decides. */
export const settledAs = (
  { ways }: Pick<RuleMeta, 'ways'>,
  { settledBy }: Pick<RuleSetting, 'settledBy'>,
): string | undefined => (settledBy === null ? undefined : ways?.[settledBy]);

/** One thing that was changed. */
export interface Change {
  readonly rule: string;
  /** Handle of the object, or of the layer's record; empty where the file has none. */
  readonly handle: string;
  /** "line", "layer", … */
  readonly kind: string;
  readonly property:
    | OwnProperty
    | 'layer'
    | 'name'
    | 'printing'
    | 'shown'
    | 'record'
    | 'object'
    | 'hidden layers'
    | 'handle'
    | 'structure'
    | 'reference'
    | 'size and place'
    | 'unit'
    | 'pattern factor'
    | 'pattern'
    | 'boundary'
    | 'draw order'
    | 'text'
    | 'height'
    | 'place'
    | 'letter shape'
    | 'formatting'
    | 'picture'
    | 'settings';
  /** Layer, symbol or sheet it is in, for a person. */
  readonly where: string;
  readonly before: string;
  readonly after: string;
  readonly moved?: Movement;
}

/** How something was moved, in the space it lies in. */
export interface Movement {
  /** On paper. */
  readonly mm: number;
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
}

/** What a rule reports: a finding without what the engine fills in. */
export interface FindingDraft {
  readonly subject: Subject;
  readonly message: string;
  readonly expected: Value;
  readonly found: Value;
  /** Objects concerned, in drawing order. */
  readonly rows?: readonly number[];
  /** Handles of records concerned, where it is no object that is wrong. */
  readonly records?: readonly string[];
  readonly record?: Finding['record'];
  /** Where the rule says otherwise than its meta. */
  readonly weight?: Weight;
  readonly correction?: CorrectionKind;
  readonly sure?: number;
  readonly clause?: string;
  readonly looks?: { readonly expected?: StrokeLook; readonly found: StrokeLook };
  readonly shown?: readonly Shown[];
  /** Places that the objects themselves do not give. */
  readonly places?: readonly Place[];
  readonly remedy?: string;
  readonly options?: readonly Option[];
  /** The one name of the standard that can be meant, where a way out needs one: no other could be picked rightly. */
  readonly onlyName?: string;
  readonly marksLayer?: string;
}

/** What a rule is given: the drawing, the standard, the facts, its own settings, and what the office excepts. */
export interface RuleContext extends AuditContext {
  readonly settings: Readonly<Record<string, unknown>>;
  /** True where an exception of the office covers an object. */
  excepts(row: number): boolean;
  /** Says that something was not looked at. */
  notChecked(what: string): void;
}

/** Listens to the objects of a drawing as the engine goes over them once. */
export interface Visitor {
  /** By kind of object, or `any` for every one. Objects that the office excepts are not shown. */
  readonly on: Readonly<Partial<Record<ObjectKind | 'any', (row: number) => void>>>;
  finish(): Iterable<FindingDraft>;
}

/** What a rule has to say about settling one finding. */
export type Settlement =
  | { readonly operations: readonly Operation[] }
  /** Why it cannot be settled, for a person. */
  | { readonly refused: string };

/** What is known of a finding when it is to be settled. */
export interface SettleContext extends AuditContext {
  /** Rows of the objects that a finding of this audit names. */
  rowsOf(finding: Finding): readonly number[];
  /** The rule's settings, as the audit had them when it found this. */
  readonly settings: Readonly<Record<string, unknown>>;
}

/** A decision that holds for the next drawing of the same sender too. */
export interface Memory {
  readonly kind: NamedKind;
  /** As the sender calls it. */
  readonly name: string;
  readonly action: 'map' | 'remove';
  readonly target: string;
}

/** Decisions by name, as a file of choices holds them. */
export interface NamedChoices {
  readonly layers: Readonly<
    Record<string, { readonly action: 'map'; readonly to: string } | { readonly action: 'remove' }>
  >;
  readonly objects: readonly { readonly layer: string; readonly kind: string; readonly to: string }[];
}

/** A rule knows itself, and nothing else knows it: what it checks, its ways out, what it does about them. */
export interface Rule {
  readonly meta: RuleMeta;
  /** Why the rule says nothing under the settings it is given; null where it does. */
  idle?(settings: Readonly<Record<string, unknown>>): string | null;
  /** Listens to objects; most rules on objects do. */
  visit?(context: RuleContext): Visitor;
  /** Looks at the drawing as a whole. */
  check?(context: RuleContext): Iterable<FindingDraft>;
  /** What is to be done; `decision` is there where a person took one of the options. */
  settle?(context: SettleContext, finding: Finding, decision: Decision | undefined): Settlement;
  /** Ranks what a person may want to pick. */
  propose?(context: SettleContext, finding: Finding): readonly Proposal[];
  /** The decision that a file of choices holds for a finding. */
  choiceIn?(choices: NamedChoices, finding: Finding): Decision | undefined;
  /** What to remember of a decision for the sender's next drawing; without a decision, only the name asked about. */
  remembers?(
    finding: Finding,
    decision: Decision | undefined,
    context: SettleContext,
  ): Memory | readonly Memory[] | null;
}
