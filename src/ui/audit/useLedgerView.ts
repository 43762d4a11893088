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
 * The browser's own state of the page goes along as it is, which tells the router that this is no navigation: for one it
 * would drop a refresh under way, and the page would stay as it was and never be at rest. The router does not learn of the
 * address so, and writes its own with every refresh: therefore it is looked at after every render.
 */
export function useAddress(view: LedgerView): void {
  useEffect(() => {
    const timer = setTimeout(() => {
      const text = queryOf(view);
      const address = text === '' ? window.location.pathname : `?${text}`;
      if (window.location.search !== (text === '' ? '' : `?${text}`))
        window.history.replaceState(window.history.state, '', address);
    }, SETTLED_MS);
    return () => clearTimeout(timer);
  });
}
