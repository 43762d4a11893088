import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import { type LedgerView, queryOf, viewOf } from './ledger-view';

/** The address follows after so many ms: not every letter of a search is worth one. */
const SETTLED_MS = 200;

/** The ledger's view: it begins as the address says. */
export function useLedgerView(): readonly [LedgerView, (change: Partial<LedgerView>) => void] {
  const query = useSearchParams();
  const [view, setView] = useState(() => viewOf(new URLSearchParams(query)));
  const change = useCallback(
    (next: Partial<LedgerView>): void => setView((now) => ({ ...now, ...next })),
    [],
  );
  return [view, change];
}

/**
 * Has the address follow the ledger's view, without entries in the history.
 *
 * @param busy the page is being worked on or refreshed. The address waits until it is at rest: to the router, writing it
 *   is a navigation, for which a refresh under way is dropped, and the page would stay as it was and never be at rest.
 */
export function useAddress(view: LedgerView, busy: boolean): void {
  useEffect(() => {
    if (busy) return;
    const timer = setTimeout(() => {
      const text = queryOf(view);
      const address = text === '' ? window.location.pathname : `?${text}`;
      if (window.location.search !== (text === '' ? '' : `?${text}`))
        window.history.replaceState(null, '', address);
    }, SETTLED_MS);
    return () => clearTimeout(timer);
  }, [view, busy]);
}
