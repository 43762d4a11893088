import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import { type LedgerView, queryOf, viewOf } from './ledger-view';

/** The address follows after so many ms: not every letter of a search is worth one. */
const SETTLED_MS = 200;

/** The ledger's view: it begins as the address says, and the address follows it, without entries in the history. */
export function useLedgerView(): readonly [LedgerView, (change: Partial<LedgerView>) => void] {
  const query = useSearchParams();
  const [view, setView] = useState(() => viewOf(new URLSearchParams(query)));
  const change = useCallback(
    (next: Partial<LedgerView>): void => setView((now) => ({ ...now, ...next })),
    [],
  );
  useEffect(() => {
    const timer = setTimeout(() => {
      const text = queryOf(view);
      const address = text === '' ? window.location.pathname : `?${text}`;
      if (window.location.search !== (text === '' ? '' : `?${text}`))
        window.history.replaceState(null, '', address);
    }, SETTLED_MS);
    return () => clearTimeout(timer);
  }, [view]);
  return [view, change];
}
