import type { ServerEvent } from '@/core/server-event';

/** Told of each event; of null when the connection begins, because something may have happened before. */
export type Listener = (event: ServerEvent | null) => void;

const listeners = new Set<Listener>();
let source: EventSource | null = null;
let watching = false;

/**
 * Listens to what the server tells, over one connection for the whole page, and none while the page is hidden: a browser
 * keeps six connections to a server, and an office has more pages open than that.
 * @returns ends it
 */
export function subscribe(listener: Listener): () => void {
  listeners.add(listener);
  if (!watching) {
    watching = true;
    document.addEventListener('visibilitychange', () => (document.hidden ? disconnect() : connect()));
  }
  if (source?.readyState === EventSource.OPEN) listener(null);
  connect();
  return () => {
    listeners.delete(listener);
    if (listeners.size === 0) disconnect();
  };
}

function connect(): void {
  if (source || listeners.size === 0 || document.hidden) return;
  // The browser connects anew by itself when the connection breaks.
  source = new EventSource('/api/events');
  source.onopen = () => tellAll(null);
  source.onmessage = ({ data }: MessageEvent<string>) => tellAll(JSON.parse(data) as ServerEvent);
}

function disconnect(): void {
  source?.close();
  source = null;
}

function tellAll(event: ServerEvent | null): void {
  for (const listener of [...listeners]) if (listeners.has(listener)) listener(event);
}
