'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { formatDate } from '../kit/format';
import { cell, cellHead, Nothing } from '../kit/Page';
import { VerdictPlate, WeightTag } from '../kit/WeightTag';
import type { DrawingHead } from './types';

/** Drawings as lines of a ledger. While one is being read the list looks again by itself. */
export function DrawingsTable({
  drawings,
  find = false,
}: {
  drawings: readonly DrawingHead[];
  find?: boolean;
}) {
  const router = useRouter();
  const [wanted, setWanted] = useState('');
  const busy = drawings.some((drawing) => drawing.state === 'waiting' || drawing.state === 'reading');
  useEffect(() => {
    if (!busy) return;
    const timer = setInterval(() => router.refresh(), 1000);
    return () => clearInterval(timer);
  }, [busy, router]);
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
      {shown.length === 0 ? (
        <Nothing title={`No drawing matches “${wanted}”`} />
      ) : (
        <div className="border border-hairline bg-white">
          <table className="w-full table-fixed text-[13.5px]">
            <thead>
              <tr>
                <th className={cellHead}>Drawing</th>
                <th className={`${cellHead} w-[19%]`}>Sender</th>
                <th className={`${cellHead} w-[8.5rem]`}>Received</th>
                <th className={`${cellHead} w-[7rem]`}>Outcome</th>
                <th className={`${cellHead} w-[17rem]`}>Findings</th>
                <th className={`${cellHead} w-[8rem]`}>Checked with</th>
              </tr>
            </thead>
            <tbody>
              {shown.map((drawing) => (
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
                        <VerdictPlate verdict={drawing.verdict} />
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
        </div>
      )}
    </>
  );
}
