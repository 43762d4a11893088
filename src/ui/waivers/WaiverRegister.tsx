'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { Button } from '../kit/Button';
import { call } from '../kit/call';
import { Dialog, DialogFoot } from '../kit/Dialog';
import { Field } from '../kit/Field';
import { count, formatDate, formatDay } from '../kit/format';
import { cell, Heads, Nothing, Page } from '../kit/Page';
import { keepName, nameKept, type WaiverView, whereOf } from './types';

interface Props {
  readonly waivers: readonly WaiverView[];
  readonly titles: Readonly<Record<string, string>>;
}

/** Every waiver there was: what, where, why, by whom, until when; those that hold first. */
export function WaiverRegister({ waivers, titles }: Props) {
  const [ending, setEnding] = useState<WaiverView | null>(null);
  const holding = waivers.filter(({ state }) => state === 'holds');
  const ended = waivers.filter(({ state }) => state === 'ended');
  return (
    <Page
      title="Waivers"
      about="Findings that need not be put right, for a reason and until a day. The day after, they count again by themselves."
    >
      {waivers.length === 0 && (
        <Nothing title="Nothing is waived">
          A finding is waived beside the sheet, where it is looked at: choose it, then Waive.
        </Nothing>
      )}
      {holding.length > 0 && (
        <>
          <h2 className="mb-2 font-semibold">{count(holding.length, 'waiver holds', 'waivers hold')}</h2>
          <table className="w-full border border-hairline bg-white text-[13px]">
            <Heads of={['What', 'Where', 'Why', 'By', 'Until', '']} />
            <tbody>
              {holding.map((waiver) => (
                <tr key={waiver.id} className="align-top">
                  <What waiver={waiver} titles={titles} />
                  <Where waiver={waiver} />
                  <td className={`${cell} max-w-64`}>{waiver.reason}</td>
                  <td className={`${cell} whitespace-nowrap text-ink-2`}>{waiver.by}</td>
                  <td className={`${cell} figures whitespace-nowrap`}>{formatDay(waiver.until)}</td>
                  <td className={`${cell} text-right`}>
                    <Button className="h-6 whitespace-nowrap" onClick={() => setEnding(waiver)}>
                      End …
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      {ended.length > 0 && (
        <>
          <h2 className="mt-7 mb-2 font-semibold">
            {count(ended.length, 'waiver has', 'waivers have')} ended
          </h2>
          <table className="w-full border border-hairline bg-white text-[13px]">
            <Heads of={['What', 'Where', 'Why', 'By', 'Ended']} />
            <tbody>
              {ended.map((waiver) => (
                <tr key={waiver.id} className="align-top text-ink-2">
                  <What waiver={waiver} titles={titles} />
                  <Where waiver={waiver} />
                  <td className={`${cell} max-w-64`}>{waiver.reason}</td>
                  <td className={`${cell} whitespace-nowrap`}>{waiver.by}</td>
                  <td className={`${cell} whitespace-nowrap`}>
                    {waiver.endedAt
                      ? `${formatDate(waiver.endedAt)}, by ${waiver.endedBy}`
                      : `after ${formatDay(waiver.until)}, by itself`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      {ending && <EndWaiver waiver={ending} onClose={() => setEnding(null)} />}
    </Page>
  );
}

function What({ waiver, titles }: { waiver: WaiverView; titles: Readonly<Record<string, string>> }) {
  return (
    <td className={`${cell} max-w-80 py-1`}>
      <Link className="font-medium text-ink underline decoration-rule" href={`/rules/${waiver.rule}`}>
        {titles[waiver.rule] ?? waiver.rule}
      </Link>
      <span className="block text-ink-2">{waiver.about}</span>
    </td>
  );
}

function Where({ waiver }: { waiver: WaiverView }) {
  return (
    <td className={`${cell} max-w-56`}>
      {waiver.scope === 'drawing' && waiver.drawingId !== null ? (
        <Link className="underline" href={`/drawings/${waiver.drawingId}`}>
          {whereOf(waiver)}
        </Link>
      ) : (
        whereOf(waiver)
      )}
      {waiver.state === 'holds' && waiver.scope !== 'drawing' && (
        <span className="block text-ink-2">
          {waiver.drawings === 0 ? 'in no drawing now' : `in ${count(waiver.drawings, 'drawing')} now`}
        </span>
      )}
      {waiver.state === 'holds' && waiver.scope === 'drawing' && waiver.drawings === 0 && (
        <span className="block text-ink-2">not found any more</span>
      )}
    </td>
  );
}

function EndWaiver({ waiver, onClose }: { waiver: WaiverView; onClose: () => void }) {
  const router = useRouter();
  const [by, setBy] = useState(nameKept);
  const [busy, setBusy] = useState(false);
  const end = async (): Promise<void> => {
    setBusy(true);
    const answer = await call('/api/waivers/end', { body: { id: waiver.id, by } });
    setBusy(false);
    if (!answer.ok) {
      toast.error(answer.problem.message, { description: answer.problem.action });
      return;
    }
    keepName(by);
    toast('The waiver has ended: what it took off counts again.');
    onClose();
    router.refresh();
  };
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="End this waiver" about={waiver.about}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void end();
        }}
      >
        <div className="px-5 py-4">
          <Field label="Your name" value={by} required onChange={(event) => setBy(event.target.value)} />
          <p className="mt-2 text-[13px] text-ink-2">
            {waiver.drawings === 0
              ? 'It takes nothing off at the moment.'
              : `${count(waiver.drawings, 'drawing')} will be judged without it at once.`}
          </p>
        </div>
        <DialogFoot>
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" type="submit" disabled={busy || by.trim() === ''}>
            End it
          </Button>
        </DialogFoot>
      </form>
    </Dialog>
  );
}
