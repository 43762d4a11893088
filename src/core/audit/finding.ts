import type { Weight } from '../standard/standard';

export type CorrectionKind = 'automatic' | 'choice' | 'manual';

/** What a finding is about, so that a decision can name it again after the drawing has changed. */
export interface Subject {
  readonly layer?: string;
  readonly kind?: string;
  readonly symbol?: string;
  readonly property?: 'colour' | 'linetype' | 'width' | 'printing';
  readonly value?: string;
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

/** One place, or one cause in many places, that does not comply. Plain data, the same everywhere. */
export interface Finding {
  readonly rule: string;
  /** The same finding has the same key in every audit of the drawing. */
  readonly key: string;
  readonly weight: Weight;
  readonly message: string;
  readonly expected: string;
  readonly found: string;
  /** Every object concerned, by handle, in drawing order. */
  readonly handles: readonly string[];
  readonly record?: { readonly table: 'layer'; readonly name: string };
  /** Where the first object lies, in units of its space. */
  readonly at?: { readonly space: string; readonly x: number; readonly y: number };
  readonly correction: CorrectionKind;
  readonly subject: Subject;
  /** Clause of the office standard that is broken. */
  readonly clause?: string;
  readonly looks?: { readonly expected: StrokeLook; readonly found: StrokeLook };
}

export type Verdict = 'released' | 'held';

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
}

/** A finding as a page lists it: many objects are only counted, and asked for when they are to be marked. */
export interface ListedFinding extends Finding {
  readonly objectCount: number;
}

export interface ListedAudit extends Audit {
  readonly findings: readonly ListedFinding[];
}

/** Objects of one finding that a page is given at once. */
const MOST_LISTED = 100;

export const listed = (audit: Audit): ListedAudit => ({
  ...audit,
  findings: audit.findings.map((finding) => ({
    ...finding,
    objectCount: finding.handles.length,
    handles: finding.handles.length > MOST_LISTED ? finding.handles.slice(0, MOST_LISTED) : finding.handles,
  })),
});

export const countByWeight = (findings: readonly Finding[]): Record<Weight, number> => {
  const counts = { must: 0, should: 0, note: 0 };
  for (const finding of findings) counts[finding.weight]++;
  return counts;
};
