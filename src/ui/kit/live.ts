import { useEffect, useEffectEvent } from 'react';
import type { ServerEvent } from '@/core/server-event';

/** Events that come close together are answered once. */
const TOGETHER_MS = 120;

/**
 * Tells what happens on the server, as it happens. The browser connects anew by itself when the connection breaks; what
 * was missed meanwhile is made up for by a call with no events.
 */
export function useLive(active: boolean, happened: (events: readonly ServerEvent[]) => void): void {
  const report = useEffectEvent(happened);
  useEffect(() => {
    if (!active) return;
    const source = new EventSource('/api/events');
    let gathered: ServerEvent[] = [];
    let timer: ReturnType<typeof setTimeout> | null = null;
    const flush = (): void => {
      timer = null;
      const events = gathered;
      gathered = [];
      report(events);
    };
    const soon = (): void => {
      timer ??= setTimeout(flush, TOGETHER_MS);
    };
    source.onmessage = ({ data }: MessageEvent<string>) => {
      gathered.push(JSON.parse(data) as ServerEvent);
      soon();
    };
    // Something may have happened before the connection was there.
    source.onopen = soon;
    return () => {
      if (timer) clearTimeout(timer);
      source.close();
    };
  }, [active]);
}
