import { useSearchParams } from 'next/navigation';
import { useCallback, useMemo } from 'react';
import { type LedgerView, queryOf, viewOf } from './ledger-view';

/** The ledger's view, kept in the address: changed without a new entry in the browser's history. */
export function useLedgerView(): readonly [LedgerView, (change: Partial<LedgerView>) => void] {
  const query = useSearchParams();
  const view = useMemo(() => viewOf(new URLSearchParams(query)), [query]);
  const change = useCallback((next: Partial<LedgerView>): void => {
    const now = viewOf(new URLSearchParams(window.location.search));
    const text = queryOf({ ...now, ...next });
    window.history.replaceState(null, '', text === '' ? window.location.pathname : `?${text}`);
  }, []);
  return [view, change];
}
