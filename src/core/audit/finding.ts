import type { NamedKind } from '../standard/named-kinds';
import type { Weight } from '../standard/rule-settings';
import type { Looked } from './families';
import type { Value } from './value';

export type CorrectionKind = 'automatic' | 'choice' | 'manual';

/** What a finding is about, so that a decision can name it again after the drawing has changed. */
export interface Subject {
  readonly layer?: string;
  readonly kind?: string;
  readonly symbol?: string;
  readonly property?: 'colour' | 'linetype' | 'width' | 'transparency' | 'printing';
  readonly value?: string;
  /** A single object, by the identity that stays with it; see facts/identity. */
  readonly object?: string;
}

/** How a stroke prints: enough to draw it beside the words. */
export interface StrokeLook {
  /** "#rrggbb" on white paper. */
  readonly colour: string;
  readonly widthMm: number;
  /** Paper mm: dash above 0, gap below 0, dot 0. */
  readonly elementsMm: readonly number[];
  readonly prints: boolean;
}

/** Left, bottom, right, top. */
export type PlaceBox = readonly [number, number, number, number];

/** One place a finding is at, in units of the space it lies in. */
export interface Place {
  /** "model", "sheet Plan", "symbol Bollard". */
  readonly space: string;
  /** Name of the sheet it lies on, or of the first that shows it; null where none does, and for what lies in symbols. */
  readonly sheet: string | null;
  readonly x: number;
  readonly y: number;
  /** Null where the object has no extent that can be drawn. */
  readonly box: PlaceBox | null;
}

/** Something to be drawn over the sheet to show what is meant, in units of the space of the first place. */
export type Shown =
  | {
      readonly type: 'arrow' | 'gap';
      readonly from: readonly [number, number];
      readonly to: readonly [number, number];
    }
  | { readonly type: 'box'; readonly box: PlaceBox };

/** A length that a person sees and sets, by typing it or by dragging a line on the sheet. */
export interface SettableLength {
  /** "Reference line", "From line to line". */
  readonly what: string;
  /** mm on paper. */
  readonly start: number;
  readonly least: number;
  readonly most: number;
  /** "model", "sheet Plan". */
  readonly space: string;
  /** The way that 1 mm of it is in the space, in units of that. */
  readonly way: readonly [number, number];
  readonly lines: readonly FollowingLine[];
}

/** A line that follows a length that is being set: each of its points lies at its place and `rate` times the length farther. */
export interface FollowingLine {
  /** x, y, x, y … for a length of 0, units of the space. */
  readonly points: readonly number[];
  /** One for each point. */
  readonly rates: readonly number[];
  /** It can be dragged; all its points have one rate then. */
  readonly drags: boolean;
}

/** One of several objects, picked beside the finding or by a click on its line on the sheet. The decision names it in `to`. */
export interface PickedObject {
  /** "Gives way", "Is removed". */
  readonly what: string;
  /** "model", "sheet Plan". */
  readonly space: string;
  readonly of: readonly Candidate[];
}

export interface Candidate {
  /** Identity of the object. */
  readonly object: string;
  /** What tells it from the others: "3000, level". */
  readonly says: string;
  /** Its lines: x, y, x, y … of each, units of the space. */
  readonly lines: readonly (readonly number[])[];
  /** What of its lines goes when it is picked, in the same way. */
  readonly goes: readonly (readonly number[])[];
}

/** A way out that a person can take. */
export interface Option {
  readonly id: string;
  /** What the button says; {to} stands for what was picked. */
  readonly label: string;
  /** What has to be picked first. */
  readonly needs: `office ${NamedKind}` | null;
  /** What changes: this drawing, or the draft of the standard; or where it is settled, beside the sheet. */
  readonly effect: 'drawing' | 'standard' | 'units panel';
  /** Asked once more before it is done. */
  readonly confirm?: string;
  /** What has to be set first; the decision holds it in `to`. */
  readonly sets?: SettableLength;
  /** Which object has to be picked first; the decision holds its identity in `to`. */
  readonly picks?: PickedObject;
}

/** The way out by which objects go: how many is said before they do. @param what "3 objects" */
export const removal = (what: string): Option => ({
  id: 'remove',
  label: `Remove ${what} …`,
  needs: null,
  effect: 'drawing',
  confirm: `Remove ${what} from the drawing`,
});

/** The way out by which what a finding is about becomes part of the draft of the standard. */
export const ADOPT: Option = {
  id: 'adopt',
  label: 'Add to the standard',
  needs: null,
  effect: 'standard',
};

/** A person's decision on a finding. */
export interface Decision {
  /** Id of one of the finding's options. */
  readonly option: string;
  readonly to?: string;
}

/** The length that a person set, mm on paper; null where none was set, or one out of bounds. */
export function lengthIn(
  decision: Decision | undefined,
  { least, most }: Pick<SettableLength, 'least' | 'most'>,
): number | null {
  if (decision?.to === undefined || decision.to.trim() === '') return null;
  const length = Number(decision.to);
  return length >= least && length <= most ? length : null;
}

/** One place, or one cause in many places, that does not comply. Plain data, the same everywhere. */
export interface Finding {
  readonly rule: string;
  /** The same finding has the same key in every audit of the drawing, and of its next revision. */
  readonly key: string;
  readonly weight: Weight;
  readonly message: string;
  readonly expected: Value;
  readonly found: Value;
  /** Every object concerned, by handle, in drawing order. */
  readonly handles: readonly string[];
  /** The first places; there are as many as there are objects, of which a few are enough to find the rest. */
  readonly places: readonly Place[];
  readonly record?: { readonly table: 'layer'; readonly name: string };
  readonly correction: CorrectionKind;
  readonly subject: Subject;
  /** 1 for what was measured or read; below it for what was concluded. */
  readonly sure: number;
  /** Clause of the office standard that is broken. */
  readonly clause?: string;
  readonly looks?: { readonly expected?: StrokeLook; readonly found: StrokeLook };
  readonly shown?: readonly Shown[];
  /** What correcting it will do, in a short sentence. */
  readonly remedy?: string;
  readonly options?: readonly Option[];
  /** The way out that the standard has taken without asking. */
  readonly byStandard?: Decision;
  /** What is to be marked on the sheet instead of the objects: everything on a layer. */
  readonly marksLayer?: string;
}

export type Verdict = 'released' | 'held';

/** A rule that failed. The others went on. */
export interface RuleFailure {
  readonly rule: string;
  readonly message: string;
}

/** Something that was not looked at, and why. */
export interface NotChecked {
  readonly rule: string;
  readonly what: string;
}

/** One drawing checked against one edition. */
export interface Audit {
  readonly units: string;
  readonly version: string;
  readonly codePage: string;
  readonly counts: {
    readonly objects: number;
    readonly layers: number;
    readonly symbols: number;
    readonly sheets: number;
    readonly kinds: Readonly<Record<string, number>>;
  };
  readonly verdict: Verdict;
  readonly findings: readonly Finding[];
  readonly failures: readonly RuleFailure[];
  readonly notChecked: readonly NotChecked[];
  /** What was looked at, family by family. */
  readonly looked: readonly Looked[];
  /** ms that each rule took. */
  readonly times: Readonly<Record<string, number>>;
}

/** A finding as a page lists it: many objects are only counted, and asked for when they are to be marked. */
export interface ListedFinding extends Finding {
  readonly objectCount: number;
}

/** Objects of one finding that a page is given at once. */
export const MOST_LISTED = 100;

export const listed = (finding: Finding): ListedFinding => ({
  ...finding,
  objectCount: finding.handles.length,
  handles: finding.handles.length > MOST_LISTED ? finding.handles.slice(0, MOST_LISTED) : finding.handles,
});

export const countByWeight = (findings: readonly Finding[]): Record<Weight, number> => {
  const counts = { must: 0, should: 0, note: 0 };
  for (const finding of findings) counts[finding.weight]++;
  return counts;
};
