import { useEffect, useRef } from 'react';

/**
 * Keeps the focus in the ledger: what was acted on is often gone when the page comes to rest, and with it the focus. Then
 * the chosen finding has it, or the list.
 */
export function useKeptFocus(busy: boolean, chosen: string | null): void {
  const worked = useRef(false);
  useEffect(() => {
    if (busy) {
      worked.current = true;
      return;
    }
    if (!worked.current) return;
    worked.current = false;
    const { activeElement } = document;
    if (activeElement && activeElement !== document.body && activeElement.id !== 'main') return;
    if (document.querySelector('[role="dialog"]')) return;
    const line = chosen === null ? null : document.querySelector('[data-finding][aria-expanded="true"]');
    const next = line ?? document.querySelector('[role="tab"][aria-selected="true"]');
    if (next instanceof HTMLElement) next.focus({ preventScroll: true });
  }, [busy, chosen]);
}
