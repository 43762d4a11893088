import type { ListedFinding, Option, Verdict } from '@/core/audit/finding';
import type { FindingNote, FindingStatus } from '@/core/audit/finding-note';
import { LIKELY, type Likely, POSSIBLE, surenessOf } from '@/core/audit/likeness/likely';
import type { Proposal } from '@/core/audit/likeness/propose';
import type { Touched } from '@/core/correct/plan';
import type { Asks } from '@/core/correct/proposals';
import type { NamedKind, OfficeNames } from '@/core/standard/named-kinds';
import type { Weight } from '@/core/standard/rule-settings';
import type { WaivedView } from '../drawings/types';
import type { ObjectPicked } from './PickObject';
import type { LengthSet } from './SetLength';

export interface RuleWords {
  readonly id: string;
  readonly title: string;
  readonly why: string;
  readonly what: string;
}

/** Two states of a drawing, as the route answers. */
export interface ComparedView {
  readonly from: ComparedStateView;
  readonly to: ComparedStateView;
  readonly rules: readonly { readonly rule: string; readonly from: number; readonly to: number }[];
  readonly changes: number;
  readonly touched: Touched;
}

interface ComparedStateView {
  readonly number: number;
  readonly edition: string;
  readonly verdict: Verdict;
  readonly counts: Readonly<Record<Weight, number>>;
}

/** What is offered for a finding that asks for a choice. */
export interface Offered {
  /** Best first. */
  readonly ranked: readonly Proposal[];
  /** Office layers that were refused for this name. */
  readonly refused: readonly string[];
  /** It was decided before, for this sender, that this goes. */
  readonly removedBefore: boolean;
  readonly asks: Asks | null;
}

/** By the finding's key. */
export type Proposals = Readonly<Record<string, Offered>>;

/** What the ledger and its lines are given. */
export interface LedgerProps {
  readonly findings: readonly ListedFinding[];
  /** Findings that the drawing had when it came. */
  readonly firstCount: number;
  readonly rules: readonly RuleWords[];
  readonly edition: string;
  /** Names of the office that can be picked, by their kind. */
  readonly office: OfficeNames;
  readonly proposals: Proposals | null;
  readonly chosen: string | null;
  readonly onChoose: (key: string | null) => void;
  readonly busy: boolean;
  readonly onCorrect: (which: readonly ListedFinding[], note: string) => void;
  readonly onDecide: (finding: ListedFinding, option: Option, to?: string) => void;
  /** The length that is being set for the chosen finding; null where it asks for none. */
  readonly length: LengthSet | null;
  /** The object that is being picked for the chosen finding; null where it asks for none. */
  readonly picking: ObjectPicked | null;
  /** What waivers take off findings, by their keys. */
  readonly waived: Readonly<Record<string, WaivedView>>;
  readonly onWaive: (finding: ListedFinding) => void;
  readonly onNote: (finding: ListedFinding, status: FindingStatus, note: string) => Promise<unknown>;
  /** What people wrote beside findings, by their keys. */
  readonly notes: Readonly<Record<string, FindingNote>>;
  /** Refuses an office layer for what a finding asks about, or has it proposed again. */
  readonly onRefuse: (asks: Asks, target: string, action: 'refuse' | 'offer') => void;
}

export const formatLikeness = ({ likeness, among = 1 }: Likely): string =>
  among > 1
    ? `one of ${among} alike`
    : likeness >= 0.75
      ? 'very likely'
      : likeness >= LIKELY
        ? 'likely'
        : likeness >= POSSIBLE
          ? 'possible'
          : 'unlikely';

/** How often proposals that are so likely are right, as it was measured. */
export function formatSureness(of: Likely): string {
  if (of.among !== undefined)
    return `As much speaks for ${of.among === 2 ? 'another' : `${of.among - 1} others`}: which is meant is for you to say.`;
  const ofTen = Math.round(10 * surenessOf(of));
  return ofTen === 10
    ? 'Nearly all such proposals are right.'
    : `About ${Math.max(1, ofTen)} of 10 such proposals are right.`;
}

/** The best proposal of a finding, when it is worth taking over at a glance. */
export function likelyTarget(finding: ListedFinding, proposals: Proposals | null): string | null {
  const best = proposals?.[finding.key]?.ranked[0];
  return best && best.likeness >= LIKELY ? best.to : null;
}

/** The option of a finding for which a name of the office is picked, where it has one. */
export const pickingOption = (finding: ListedFinding) => finding.options?.find(({ needs }) => needs !== null);

/** The kind of name of the office that a finding asks for. */
export const kindAsked = (finding: ListedFinding): NamedKind =>
  (pickingOption(finding)?.needs?.slice('office '.length) ?? 'layer') as NamedKind;

/** The option of a finding for which a length is set, where it has one. */
export const settingOption = (finding: ListedFinding) => finding.options?.find(({ sets }) => sets);

/** The option of a finding for which one of its objects is picked, where it has one. */
export const objectOption = (finding: ListedFinding) => finding.options?.find(({ picks }) => picks);

/** What is said of a finding in a list of decisions: what the sender calls it, or what lies where. */
export const subjectOf = ({ subject: { layer, kind, value } }: ListedFinding): string =>
  kind && layer ? `${kind} on ${layer}` : (layer ?? value ?? kind ?? '');
