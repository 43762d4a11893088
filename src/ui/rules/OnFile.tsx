'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState, useTransition } from 'react';
import { toast } from 'sonner';
import type { PlannedCorrection } from '@/core/correct/plan';
import { Button } from '../kit/Button';
import { call } from '../kit/call';
import { Dialog, DialogFoot } from '../kit/Dialog';
import { count, formatTime } from '../kit/format';
import { useLive } from '../kit/live';
import { cell, Heads } from '../kit/Page';

export interface FoundView {
  readonly id: number;
  readonly name: string;
  readonly sender: string;
  readonly revision: number;
  readonly findings: number;
  readonly automatic: number;
  readonly objects: number;
}

export interface BatchView {
  readonly id: number;
  readonly begunAt: string;
  readonly asked: number;
  readonly open: number;
  readonly corrected: number;
  readonly stands: number;
}

interface Props {
  readonly rule: string;
  readonly title: string;
  readonly onFile: readonly FoundView[];
  readonly batch: BatchView | null;
}

/** Drawings that are listed at first. */
const MOST_LISTED = 50;

/** Drawings on file in which a rule finds something, and its correction in several of them at once. */
export function OnFile({ rule, title, onFile, batch }: Props) {
  const router = useRouter();
  const [, startRefresh] = useTransition();
  const [picked, setPicked] = useState<ReadonlySet<number>>(new Set());
  const [planning, setPlanning] = useState(false);
  const [all, setAll] = useState(false);
  const refresh = (): void => startRefresh(() => router.refresh());
  const open = batch?.open ?? 0;
  useLive(open > 0, refresh);
  const able = onFile.filter(({ automatic }) => automatic > 0);
  const chosen = able.filter(({ id }) => picked.has(id));
  const everyone = able.length > 0 && chosen.length === able.length;
  const listed = all ? onFile : onFile.slice(0, MOST_LISTED);
  const end = async (action: 'stop' | 'take back'): Promise<void> => {
    const answer = await call<{ drawings: number }>('/api/rules/correct', {
      method: 'PUT',
      body: { batch: batch?.id, action },
    });
    if (!answer.ok) toast.error(answer.problem.message, { description: answer.problem.action });
    else if (action === 'take back') toast(`Taken back in ${count(answer.value.drawings, 'drawing')}.`);
    refresh();
  };
  return (
    <>
      <div className="mt-6 mb-1.5 flex items-center gap-3">
        <h2 className="text-[15px] font-semibold">
          {onFile.length === 0 ? 'In no drawing on file' : `In ${count(onFile.length, 'drawing')} on file`}
        </h2>
        <span className="flex-1" />
        {able.length > 1 && (
          <Button look="quiet" onClick={() => setPicked(new Set(everyone ? [] : able.map(({ id }) => id)))}>
            {everyone ? 'Pick none' : `Pick all ${able.length}`}
          </Button>
        )}
        {able.length > 0 && (
          <Button look="main" disabled={chosen.length === 0 || open > 0} onClick={() => setPlanning(true)}>
            {chosen.length === 0 ? 'Correct in several …' : `Correct in ${count(chosen.length, 'drawing')} …`}
          </Button>
        )}
      </div>
      {batch && (
        <p
          role="status"
          className="mb-2 flex items-center gap-3 border-l-[3px] border-verdigris bg-verdigris-soft px-3 py-1.5 text-[13px]"
        >
          <span className="min-w-0 flex-1">
            {open > 0
              ? `Being corrected: ${batch.asked - open} of ${count(batch.asked, 'drawing')} done.`
              : `${formatTime(batch.begunAt)}: corrected in ${batch.corrected} of ${count(batch.asked, 'drawing')}.`}
            {open === 0 &&
              batch.corrected < batch.asked &&
              ' The others were changed meanwhile, stopped, taken back, or had nothing to correct.'}
          </span>
          {open > 0 ? (
            <Button onClick={() => void end('stop')}>Stop</Button>
          ) : (
            batch.stands > 0 && (
              <Button onClick={() => void end('take back')}>
                Take back in {count(batch.stands, 'drawing')}
              </Button>
            )
          )}
        </p>
      )}
      {onFile.length > 0 && (
        <table className="w-full border border-hairline bg-white text-[13px]">
          <Heads of={['Pick', 'Drawing', 'Sender', 'Findings', 'By themselves', 'Objects', 'Open']} />
          <tbody>
            {listed.map((one) => (
              <tr key={one.id}>
                <td className={`${cell} w-8`}>
                  <input
                    type="checkbox"
                    aria-label={`Correct in ${one.name}`}
                    className="size-4 accent-verdigris"
                    disabled={one.automatic === 0}
                    title={one.automatic === 0 ? 'Nothing settles by itself here' : undefined}
                    checked={picked.has(one.id) && one.automatic > 0}
                    onChange={(event) => {
                      const next = new Set(picked);
                      if (event.target.checked) next.add(one.id);
                      else next.delete(one.id);
                      setPicked(next);
                    }}
                  />
                </td>
                <td className={`${cell} max-w-60 truncate font-medium`} title={one.name}>
                  {one.name}
                </td>
                <td className={`${cell} max-w-48 truncate text-ink-2`} title={one.sender}>
                  {one.sender}
                </td>
                <td className={`${cell} figures`}>{one.findings}</td>
                <td className={`${cell} figures`}>{one.automatic}</td>
                <td className={`${cell} figures`}>{one.objects}</td>
                <td className={`${cell} text-right`}>
                  <Link
                    className="font-medium text-verdigris underline"
                    href={`/drawings/${one.id}?rule=${encodeURIComponent(rule)}`}
                  >
                    Show
                  </Link>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {listed.length < onFile.length && (
        <p className="mt-1 text-[13px]">
          <Button look="quiet" onClick={() => setAll(true)}>
            Show {count(onFile.length - listed.length, 'more')}
          </Button>
        </p>
      )}
      {planning && (
        <PlanMany
          rule={rule}
          title={title}
          drawings={chosen}
          onClose={() => setPlanning(false)}
          onBegun={() => {
            setPlanning(false);
            setPicked(new Set());
            refresh();
          }}
        />
      )}
    </>
  );
}

type Outlook = PlannedCorrection | string;

/** What correcting one cause would change in each of several drawings, worked out one after the other. */
function PlanMany({
  rule,
  title,
  drawings,
  onClose,
  onBegun,
}: {
  readonly rule: string;
  readonly title: string;
  readonly drawings: readonly FoundView[];
  readonly onClose: () => void;
  readonly onBegun: () => void;
}) {
  const [plans, setPlans] = useState<ReadonlyMap<number, Outlook>>(new Map());
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    let live = true;
    void (async () => {
      for (const { id, revision } of drawings) {
        if (!live) return;
        const answer = await call<PlannedCorrection>(`/api/drawings/${id}/plan`, {
          body: { rules: [rule], note: '', revision },
        });
        if (!live) return;
        setPlans((now) => new Map(now).set(id, answer.ok ? answer.value : answer.problem.message));
      }
    })();
    return () => {
      live = false;
    };
  }, [drawings, rule]);
  const made = [...plans.values()].filter((plan) => typeof plan !== 'string');
  const changes = made.reduce((sum, plan) => sum + plan.changes, 0);
  const whole = plans.size === drawings.length;
  const begin = async (): Promise<void> => {
    setBusy(true);
    const answer = await call('/api/rules/correct', {
      body: { rule, drawings: drawings.map(({ id, revision }) => ({ id, revision })) },
    });
    setBusy(false);
    if (answer.ok) onBegun();
    else toast.error(answer.problem.message, { description: answer.problem.action });
  };
  return (
    <Dialog
      open
      onOpenChange={(next) => !next && onClose()}
      size="wide"
      title={`Correct “${title}” in ${count(drawings.length, 'drawing')}`}
      about="Nothing is written yet. Each drawing gets one step; all of them can be taken back together, or each by itself."
    >
      <div className="min-h-0 flex-1 overflow-auto px-5 py-2 text-[13px]" aria-live="polite">
        <p className="mb-1 font-medium">
          {whole
            ? `${count(changes, 'change')} in all.`
            : `Working out what would change: ${plans.size} of ${drawings.length} …`}
        </p>
        <table className="w-full">
          <tbody>
            {drawings.map(({ id, name }) => {
              const plan = plans.get(id);
              return (
                <tr key={id} className="align-baseline">
                  <td className="max-w-60 truncate border-t border-hairline py-0.5 pr-3" title={name}>
                    {name}
                  </td>
                  <td className="border-t border-hairline py-0.5 pr-3">
                    {plan === undefined ? (
                      <span className="text-ink-3">…</span>
                    ) : typeof plan === 'string' ? (
                      <span className="text-oxide">{plan}</span>
                    ) : (
                      <span className="figures">{count(plan.changes, 'change')}</span>
                    )}
                  </td>
                  <td className="border-t border-hairline py-0.5 text-ink-2">
                    {typeof plan === 'object' &&
                      `must ${plan.before.must} → ${plan.after.must}, should ${plan.before.should} → ${plan.after.should}`}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <DialogFoot>
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" disabled={busy || !whole || changes === 0} onClick={() => void begin()}>
          {whole ? `Make ${count(changes, 'change')}` : 'Correct'}
        </Button>
      </DialogFoot>
    </Dialog>
  );
}
