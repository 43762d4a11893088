import type { Standard } from '@/core/standard/standard';

/** A draft as this page last saved it. Its steps back and forth are the server's. */
export interface Kept {
  readonly standard: Standard;
  /** Version of the draft that was saved. A draft of another version was changed elsewhere. */
  readonly version: number;
  readonly steps: { readonly undo: number; readonly redo: number };
  /** When the server saved it. */
  readonly changedAt: string;
}

// Kept while the page is open: going from one view to the next does not lose what was saved, and a step that ends while
// the next view is being opened reaches that view too.
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
 * the draft has been changed elsewhere since.
 */
export function keptOf({ id, version, changedAt }: Shown): Kept | undefined {
  const own = kept.get(id);
  if (!own) return undefined;
  const same = own.version === version && own.changedAt === changedAt;
  const newer = own.version > version && own.changedAt >= changedAt;
  return same || newer ? own : undefined;
}
