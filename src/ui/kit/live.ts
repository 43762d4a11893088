import { useEffect, useEffectEvent } from 'react';
import type { ServerEvent } from '@/core/server-event';
import { subscribe } from './server-events';

/** Events that come close together are answered once. */
const TOGETHER_MS = 120;

/**
 * Tells what happens on the server, as it happens. What was missed while there was no connection, or while the page was
 * hidden, is made up for by a call with no events.
 */
export function useLive(active: boolean, happened: (events: readonly ServerEvent[]) => void): void {
  const report = useEffectEvent(happened);
  useEffect(() => {
    if (!active) return;
    let gathered: ServerEvent[] = [];
    let missed = false;
    let timer: ReturnType<typeof setTimeout> | null = null;
    const flush = (): void => {
      timer = null;
      const [events, hasMissed] = [gathered, missed];
      gathered = [];
      missed = false;
      if (hasMissed) report([]);
      if (events.length > 0) report(events);
    };
    const end = subscribe((event) => {
      if (event) gathered.push(event);
      else missed = true;
      timer ??= setTimeout(flush, TOGETHER_MS);
    });
    return () => {
      if (timer) clearTimeout(timer);
      end();
    };
  }, [active]);
}
