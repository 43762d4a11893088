import type { ListedAudit } from '@/core/audit/finding';
import type { Problem } from '@/core/result';
import type { Weight } from '@/core/standard/standard';

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
  readonly verdict: 'released' | 'held' | null;
  readonly counts: Record<Weight, number> | null;
  readonly edition: string | null;
  readonly corrections: number;
}

export interface DrawingView extends DrawingHead {
  readonly sheets: readonly string[];
  readonly first: ListedAudit | null;
  readonly current: ListedAudit | null;
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
