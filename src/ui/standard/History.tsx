'use client';

import { useState } from 'react';
import type { HistoryStep } from '@/core/standard/definition-history';
import { Button } from '../kit/Button';
import { formatDate } from '../kit/format';

/** Which editions changed a definition, and how. Asked for only when it is wanted. */
export function History({ kind, name }: { kind: string; name: string }) {
  const [steps, setSteps] = useState<readonly HistoryStep[] | null>(null);
  const [wrong, setWrong] = useState(false);
  const load = async (): Promise<void> => {
    const query = new URLSearchParams({ kind, name });
    const answer = await fetch(`/api/standard/history?${query}`).catch(() => null);
    const body = (await answer?.json().catch(() => null)) as { steps?: HistoryStep[] } | null;
    setWrong(!body?.steps);
    setSteps(body?.steps ?? null);
  };
  return (
    <section className="mt-5 border-t border-hairline pt-3" aria-label="History">
      {steps === null ? (
        <>
          <Button look="quiet" className="-ml-3 h-6" onClick={() => void load()}>
            What earlier editions changed
          </Button>
          {wrong && (
            <p role="alert" className="text-[13px] text-oxide">
              The server does not answer.
            </p>
          )}
        </>
      ) : steps.length === 0 ? (
        <p className="text-[13px] text-ink-2">No edition has it yet.</p>
      ) : (
        <ol className="text-[13px]">
          {steps.map(({ label, issuedAt, issuedBy, note, changes }) => (
            <li key={label} className="border-b border-hairline py-1.5">
              <p>
                <b className="figures font-medium">{label}</b>
                <span className="text-ink-2">
                  {issuedAt && ` · ${formatDate(issuedAt)}`}
                  {issuedBy && ` · ${issuedBy}`}
                  {note !== '' && ` · ${note}`}
                </span>
              </p>
              <ul className="text-ink-2">
                {changes.map(({ setting, before, after }) => (
                  <li key={setting} className="wrap-anywhere">
                    {setting === ''
                      ? before === null
                        ? 'came with it'
                        : 'went with it'
                      : `${setting}: ${before ?? '—'} → ${after ?? '—'}`}
                  </li>
                ))}
              </ul>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
