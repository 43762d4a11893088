import type { ServerEvent } from '../core/server-event';

export type { ServerEvent } from '../core/server-event';

type Listener = (event: ServerEvent) => void;

/** Kept on the global object: every route is a bundle of its own, and all must speak to the same listeners. */
const keep = globalThis as typeof globalThis & { zincListeners?: Set<Listener> };

const listeners = (): Set<Listener> => {
  keep.zincListeners ??= new Set();
  return keep.zincListeners;
};

export function tell(event: ServerEvent): void {
  for (const listener of listeners()) listener(event);
}

/** @returns what ends the listening */
export function listen(listener: Listener): () => void {
  listeners().add(listener);
  return () => void listeners().delete(listener);
}
