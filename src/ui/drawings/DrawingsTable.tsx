'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { formatProblem, type Problem } from '@/core/result';
import { Button } from '../kit/Button';
import { call } from '../kit/call';
import { formatDate } from '../kit/format';
import { useLive } from '../kit/live';
import { cell, cellHead, Nothing } from '../kit/Page';
import { VerdictPlate, WeightTag } from '../kit/WeightTag';
import { AT_ONCE, type DrawingHead, type Outcome, outcomeOf } from './types';

const ofOutcome = (drawing: DrawingHead, outcome: Outcome | undefined): boolean =>
  outcome === undefined || outcomeOf(drawing) === outcome;

/** Drawings as lines of a ledger. While one is being read the list follows what the server tells. */
export function DrawingsTable({
  begin,
  all,
  busy,
  outcome,
  find = false,
}: {
  /** The first of them; the others are asked for when somebody wants to see them. */
  begin: readonly DrawingHead[];
  /** How many there are. */
  all: number;
  /** Some wait to be read, or are being read. */
  busy: boolean;
  /** Only those. */
  outcome?: Outcome;
  find?: boolean;
}) {
  const router = useRouter();
  const [wanted, setWanted] = useState('');
  const [limit, setLimit] = useState(AT_ONCE);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [rest, setRest] = useState<readonly DrawingHead[] | null>(null);
  const incomplete = begin.length < all && (limit > AT_ONCE || wanted.trim() !== '');
  // A page that is made anew brings other first lines: what was asked for before is asked for again.
  // biome-ignore lint/correctness/useExhaustiveDependencies: `begin` says that the list changed
  useEffect(() => {
    if (!incomplete) return;
    let left = false;
    void call<{ drawings: DrawingHead[] }>('/api/drawings').then((answer) => {
      if (left) return;
      setProblem(answer.ok ? null : answer.problem);
      if (answer.ok) setRest(answer.value.drawings.filter((one) => ofOutcome(one, outcome)));
    });
    return () => {
      left = true;
    };
  }, [incomplete, outcome, begin]);
  const drawings = (incomplete ? rest : null) ?? begin;
  useLive(busy, (events) => {
    if (events.length === 0 || events.some(({ type }) => type === 'drawing')) router.refresh();
  });
  const key = wanted.trim().toLowerCase();
  const shown = drawings.filter((drawing) =>
    `${drawing.name} ${drawing.sender} ${drawing.project}`.toLowerCase().includes(key),
  );
  return (
    <>
      {find && (
        <input
          type="search"
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
          placeholder="Find by name, sender or project"
          aria-label="Find by name, sender or project"
          className="mb-3 h-8 w-80 rounded-md border border-rule bg-white px-2 text-[13px]"
        />
      )}
      {incomplete && problem && (
        <p role="alert" className="py-2 text-[13px] text-oxide">
          Only the first {begin.length} of {all} drawings are shown. {formatProblem(problem)}
        </p>
      )}
      {incomplete && key !== '' && rest === null && !problem ? (
        <p role="status" className="py-3 text-[13px] text-ink-2">
          Looking through {all} drawings …
        </p>
      ) : shown.length === 0 ? (
        <Nothing title={`No drawing matches “${wanted}”`} />
      ) : (
        <div className="border border-hairline bg-white">
          <table className="w-full table-fixed text-[13.5px]">
            <thead>
              <tr>
                <th className={cellHead}>Drawing</th>
                <th className={`${cellHead} w-[19%]`}>Sender</th>
                <th className={`${cellHead} w-[8.5rem]`}>Received</th>
                <th className={`${cellHead} w-[9rem]`}>Outcome</th>
                <th className={`${cellHead} w-[17rem]`}>Findings</th>
                <th className={`${cellHead} w-[8rem]`}>Checked with</th>
              </tr>
            </thead>
            <tbody>
              {shown.slice(0, limit).map((drawing) => (
                <tr key={drawing.id} className="hover:bg-plate">
                  <td className={`${cell} truncate`}>
                    <Link
                      href={`/drawings/${drawing.id}`}
                      className="font-medium text-ink underline decoration-hairline underline-offset-4 hover:decoration-verdigris"
                      title={drawing.name}
                    >
                      {drawing.name}
                    </Link>
                  </td>
                  <td className={`${cell} truncate text-ink-2`} title={drawing.sender}>
                    {drawing.sender}
                  </td>
                  <td className={`${cell} figures text-ink-2`}>{formatDate(drawing.receivedAt)}</td>
                  {drawing.state === 'ready' ? (
                    <>
                      <td className={cell}>
                        <VerdictPlate verdict={drawing.verdict} inPart={drawing.inPart} />
                      </td>
                      <td className={cell}>
                        {drawing.counts && (
                          <span className="grid grid-cols-3 gap-2">
                            <WeightTag weight="must" count={drawing.counts.must} />
                            <WeightTag weight="should" count={drawing.counts.should} />
                            <WeightTag weight="note" count={drawing.counts.note} />
                          </span>
                        )}
                      </td>
                      <td className={`${cell} figures text-ink-2`}>{drawing.edition}</td>
                    </>
                  ) : (
                    <td
                      className={`${cell} truncate ${drawing.problem ? 'text-oxide' : 'text-ink-2'}`}
                      colSpan={3}
                      title={drawing.problem?.message}
                    >
                      {drawing.problem
                        ? `Could not be read: ${drawing.problem.message}`
                        : drawing.state === 'reading'
                          ? 'Being read and checked …'
                          : 'Waiting to be read'}
                    </td>
                  )}
                </tr>
              ))}
            </tbody>
          </table>
          {(key === '' ? all : shown.length) > limit && (
            <p className="flex items-center gap-3 border-t border-hairline px-3 py-2 text-[13px] text-ink-2">
              {Math.min(limit, shown.length)} of {key === '' ? all : shown.length} drawings.
              <Button className="h-7" onClick={() => setLimit((now) => now + 5 * AT_ONCE)}>
                Show more
              </Button>
            </p>
          )}
        </div>
      )}
    </>
  );
}
