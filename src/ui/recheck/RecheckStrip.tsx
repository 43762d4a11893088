'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { toast } from 'sonner';
import { Button } from '../kit/Button';
import { call } from '../kit/call';
import { count } from '../kit/format';
import { useLive } from '../kit/live';

export interface RecheckState {
  readonly edition: string;
  readonly outdated: number;
  readonly open: number;
}

/** Drawings that were checked with another edition than the one in force: checked again as one piece of work. */
export function RecheckStrip({
  state,
  link = true,
}: {
  readonly state: RecheckState | null;
  readonly link?: boolean;
}) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [, startRefresh] = useTransition();
  const open = state?.open ?? 0;
  useLive(open > 0, () => startRefresh(() => router.refresh()));
  if (!state || (state.outdated === 0 && open === 0)) return null;
  const ask = async (method: 'POST' | 'DELETE'): Promise<void> => {
    setBusy(true);
    const answer = await call<{ drawings: number }>('/api/recheck', { method });
    setBusy(false);
    if (!answer.ok) toast.error(answer.problem.message, { description: answer.problem.action });
    router.refresh();
  };
  return (
    <p
      role="status"
      className="mb-4 flex items-center gap-3 border-l-[3px] border-verdigris bg-verdigris-soft px-3 py-1.5"
    >
      <span className="min-w-0 flex-1">
        {open > 0
          ? `${count(open, 'drawing is', 'drawings are')} being checked again with ${state.edition}.`
          : `${count(state.outdated, 'drawing was', 'drawings were')} checked with another edition than ${state.edition}, which is in force.`}{' '}
        {link && (
          <Link href="/recheck" className="font-medium text-verdigris-deep underline underline-offset-2">
            What changed
          </Link>
        )}
      </span>
      {open > 0 ? (
        <Button disabled={busy} onClick={() => void ask('DELETE')}>
          Stop
        </Button>
      ) : (
        <Button disabled={busy} onClick={() => void ask('POST')}>
          Check {count(state.outdated, 'drawing')} again
        </Button>
      )}
    </p>
  );
}
