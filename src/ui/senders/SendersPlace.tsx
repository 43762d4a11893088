'use client';

import { useRouter } from 'next/navigation';
import { toast } from 'sonner';
import { Button } from '../kit/Button';
import { call } from '../kit/call';
import { count, formatDate } from '../kit/format';
import { cell, cellHead, Nothing, Page } from '../kit/Page';

interface Sender {
  readonly id: number;
  readonly name: string;
  readonly drawings: number;
  readonly held: number;
  readonly released: number;
  readonly crosswalk: readonly {
    readonly name: string;
    readonly action: 'map' | 'remove';
    readonly target: string;
    readonly decidedAt: string;
  }[];
}

/** Each sender with what has been decided on its layer names. */
export function SendersPlace({ senders }: { senders: readonly Sender[] }) {
  const router = useRouter();
  const forget = async (sender: number, name: string): Promise<void> => {
    const answer = await call('/api/senders/forget', { body: { sender, name } });
    if (answer.ok) toast(`“${name}” will be asked again.`);
    else toast.error(answer.problem.message, { description: answer.problem.action });
    router.refresh();
  };
  return (
    <Page
      title="Senders"
      about="What a sender’s layer names stand for is decided once and proposed again with the next drawing."
    >
      {senders.length === 0 && (
        <Nothing title="No senders yet">They appear with their first drawing.</Nothing>
      )}
      {senders.map((sender) => (
        <section key={sender.id} className="mb-6">
          <h2 className="mb-1.5 flex items-baseline gap-4 font-semibold">
            {sender.name}
            <span className="text-[13px] font-normal text-ink-2">
              {count(sender.drawings, 'drawing')}: {sender.held} held, {sender.released} released
            </span>
          </h2>
          {sender.crosswalk.length === 0 ? (
            <p className="border-t border-hairline py-1.5 text-[13px] text-ink-2">
              Nothing decided on its layer names yet.
            </p>
          ) : (
            <table className="w-full max-w-3xl border border-hairline bg-white text-[13px]">
              <thead>
                <tr>
                  <th className={cellHead}>Sender’s layer</th>
                  <th className={cellHead}>Stands for</th>
                  <th className={cellHead}>Decided</th>
                  <th className={cellHead}>
                    <span className="sr-only">Forget</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {sender.crosswalk.map((entry) => (
                  <tr key={entry.name}>
                    <td className={`${cell} figures`}>{entry.name}</td>
                    <td className={`${cell} figures font-medium`}>
                      {entry.action === 'map' ? entry.target : 'removed'}
                    </td>
                    <td className={`${cell} figures text-ink-2`}>{formatDate(entry.decidedAt)}</td>
                    <td className={`${cell} text-right`}>
                      <Button
                        look="quiet"
                        className="h-6"
                        aria-label={`Ask again about ${entry.name}`}
                        onClick={() => void forget(sender.id, entry.name)}
                      >
                        Ask again
                      </Button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
      ))}
    </Page>
  );
}
