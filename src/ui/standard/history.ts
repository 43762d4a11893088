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

// Kept while the page is open: going from one view to the next does not lose the steps.
const kept = new Map<number, History>();

export const keep = (edition: number, history: History): History => {
  kept.set(edition, history);
  return history;
};

/** Steps of this page on a draft; none when the draft has been changed elsewhere since, so that nothing of it is undone. */
export function keptHistory(edition: number, version: number): History {
  const history = kept.get(edition);
  return history?.version === version ? history : noHistory(version);
}
