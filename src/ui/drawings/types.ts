import type { Looked } from '@/core/audit/families';
import type { ListedFinding, Verdict } from '@/core/audit/finding';
import type { FindingNote } from '@/core/audit/finding-note';
import type { SheetHead } from '@/core/drawing/sheets/heads';
import type { Problem } from '@/core/result';
import type { Weight } from '@/core/standard/rule-settings';

/** A drawing as the routes answer; the same shape as the server's record. */
export interface DrawingHead {
  readonly id: number;
  readonly name: string;
  readonly sender: string;
  readonly senderId: number;
  readonly project: string;
  readonly receivedAt: string;
  readonly size: number;
  readonly state: 'waiting' | 'reading' | 'ready' | 'unreadable';
  readonly problem: Problem | null;
  readonly verdict: Verdict | null;
  readonly inPart: boolean;
  readonly counts: Record<Weight, number> | null;
  /** Findings that are waived as a whole: they do not count. */
  readonly waivedCount: number;
  readonly edition: string | null;
  /** The draft it was checked with was edited since. */
  readonly editedSince: boolean;
  readonly revision: number;
}

export type Outcome = 'held' | 'released';

/** Where a drawing stands on the desk: what was not looked at yet, or could not be, waits with what is held. */
export const outcomeOf = ({ state, verdict }: Pick<DrawingHead, 'state' | 'verdict'>): Outcome | null =>
  state !== 'ready' || verdict === 'held' ? 'held' : verdict === 'released' ? 'released' : null;

/** It waits to be read, or is being read. */
export const isBeingRead = ({ state }: Pick<DrawingHead, 'state'>): boolean =>
  state === 'waiting' || state === 'reading';

/** Lines of a table that are put on the page at once. */
export const AT_ONCE = 100;

/** What a table of drawings is given: the first lines, and how many there are. */
export const beginningOf = (drawings: readonly DrawingHead[]) => ({
  begin: drawings.slice(0, AT_ONCE),
  all: drawings.length,
  busy: drawings.some(isBeingRead),
});

/** What waivers take off one finding. */
export interface WaivedView {
  readonly objects: number;
  readonly whole: boolean;
  readonly waivers: readonly {
    readonly id: number;
    readonly reason: string;
    readonly by: string;
    readonly until: string;
    readonly scope: 'drawing' | 'project' | 'sender';
  }[];
}

export interface DrawingView extends DrawingHead {
  readonly sheets: readonly SheetHead[];
  readonly auditId: number | null;
  /** What the audit came to when the drawing was received. */
  readonly first: {
    readonly verdict: Verdict;
    readonly counts: Record<Weight, number>;
    readonly byRule: Readonly<Record<string, number>>;
  } | null;
  readonly current: {
    readonly verdict: Verdict;
    readonly units: string;
    readonly version: string;
    readonly counts: { readonly objects: number };
    /** The first of them; the rest is fetched by part. */
    readonly findings: readonly ListedFinding[];
    readonly findingCount: number;
    readonly failures: readonly { readonly rule: string; readonly message: string }[];
    readonly notChecked: readonly { readonly rule: string; readonly what: string }[];
    readonly looked: readonly Looked[];
  } | null;
  /** By the finding's key. */
  readonly waived: Readonly<Record<string, WaivedView>>;
  /** What people wrote beside findings, by the findings' keys. */
  readonly notes: Readonly<Record<string, FindingNote>>;
  readonly changeCount: number;
  readonly currentSha: string;
  readonly originalSha: string;
  readonly revisions: readonly {
    readonly number: number;
    readonly note: string;
    readonly madeAt: string;
    readonly changeCount: number;
  }[];
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}
