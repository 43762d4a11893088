import type { Standard } from '@/core/standard/standard';

/** What the draft was before each step, and what was undone; the newest at the end. */
export interface History {
  readonly past: readonly Standard[];
  readonly future: readonly Standard[];
  /** Version of the draft that the last step made. A draft of another version was changed elsewhere. */
  readonly version: number;
}

const MOST_STEPS = 100;

export const noHistory = (version: number): History => ({ past: [], future: [], version });

/** After a change: what it was can be had back, what was undone before cannot. */
export const changed = (history: History, was: Standard, version: number): History => ({
  past: [...history.past, was].slice(-MOST_STEPS),
  future: [],
  version,
});

export const undone = (history: History, was: Standard, version: number): History => ({
  past: history.past.slice(0, -1),
  future: [...history.future, was],
  version,
});

export const redone = (history: History, was: Standard, version: number): History => ({
  past: [...history.past, was],
  future: history.future.slice(0, -1),
  version,
});

/** A draft as this page last saved it, with its steps. */
export interface Kept {
  readonly standard: Standard;
  readonly history: History;
  /** When the server saved it. */
  readonly changedAt: string;
}

// Kept while the page is open: going from one view to the next does not lose the steps, and a step that ends while the
// next view is being opened reaches that view too.
const kept = new Map<number, Kept>();
const listeners = new Set<() => void>();

export function keep(edition: number, next: Kept): void {
  kept.set(edition, next);
  for (const listener of listeners) listener();
}

/** Tells of every {@link keep}; answers with what ends it. */
export function onKept(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

interface Shown {
  readonly id: number;
  readonly version: number;
  readonly changedAt: string;
}

/**
 * What this page saved of an edition, where that is at least as new as what the server gave the page. Undefined when
 * the draft has been changed elsewhere since, so that nothing of that is undone.
 */
export function keptOf({ id, version, changedAt }: Shown): Kept | undefined {
  const own = kept.get(id);
  if (!own) return undefined;
  const same = own.history.version === version && own.changedAt === changedAt;
  const newer = own.history.version > version && own.changedAt >= changedAt;
  return same || newer ? own : undefined;
}
