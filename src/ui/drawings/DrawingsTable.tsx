'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '../kit/Button';
import { formatDate } from '../kit/format';
import { useLive } from '../kit/live';
import { cell, cellHead, Nothing } from '../kit/Page';
import { VerdictPlate, WeightTag } from '../kit/WeightTag';
import type { DrawingHead } from './types';

/** Lines that are put on the page at once. */
const AT_ONCE = 100;

/** Drawings as lines of a ledger. While one is being read the list follows what the server tells. */
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
  const [limit, setLimit] = useState(AT_ONCE);
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
          {shown.length > limit && (
            <p className="flex items-center gap-3 border-t border-hairline px-3 py-2 text-[13px] text-ink-2">
              {limit} of {shown.length} drawings.
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
