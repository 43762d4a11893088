import { useState } from 'react';
import { toast } from 'sonner';
import type { ListedFinding } from '@/core/audit/finding';
import type { Problem } from '@/core/result';
import type { DrawingView } from '../drawings/types';
import { Button } from '../kit/Button';
import { call } from '../kit/call';
import { Dialog, DialogFoot } from '../kit/Dialog';
import { Choice, Field } from '../kit/Field';
import { count, formatDay } from '../kit/format';
import { keepName, nameKept } from '../waivers/types';

interface Props {
  readonly drawing: DrawingView;
  readonly finding: ListedFinding;
  readonly ruleTitle: string;
  readonly onClose: () => void;
  readonly onWaived: () => void;
}

type Extent = 'cause' | 'layer' | 'objects';

/** Asks what is waived, for whom, why, by whom and until when. Nothing of it is chosen beforehand but the smallest. */
export function WaiveDialog({ drawing, finding, ruleTitle, onClose, onWaived }: Props) {
  const { layer } = finding.subject;
  const [extent, setExtent] = useState<Extent>('cause');
  const [handles, setHandles] = useState<readonly string[]>([]);
  const [scope, setScope] = useState<'drawing' | 'project' | 'sender'>('drawing');
  const [reason, setReason] = useState('');
  const [by, setBy] = useState(nameKept);
  const [until, setUntil] = useState('');
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const single = finding.objectCount > 1 ? finding.handles : [];
  const isReady =
    reason.trim() !== '' && by.trim() !== '' && until !== '' && (extent !== 'objects' || handles.length > 0);

  const waive = async (): Promise<void> => {
    setBusy(true);
    const answer = await call('/api/waivers', {
      body: {
        drawing: drawing.id,
        finding: finding.key,
        extent,
        handles: extent === 'objects' ? handles : [],
        scope: extent === 'objects' ? 'drawing' : scope,
        reason,
        by,
        until,
      },
    });
    setBusy(false);
    if (!answer.ok) {
      setProblem(answer.problem);
      return;
    }
    keepName(by);
    toast(`Waived until ${formatDay(until)}. It stands in the register of waivers.`);
    onClose();
    onWaived();
  };

  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Waive this finding"
      about={finding.message}
    >
      <form
        className="flex min-h-0 flex-col"
        onSubmit={(event) => {
          event.preventDefault();
          void waive();
        }}
      >
        <div className="flex min-h-0 flex-col gap-3 overflow-auto px-5 py-4">
          <fieldset className="text-[13px]">
            <legend className="mb-0.5 text-[12.5px] text-ink-2">What</legend>
            <Radio
              label={
                finding.objectCount > 1
                  ? `this cause, all ${finding.objectCount} objects of it`
                  : 'this cause'
              }
              on={extent === 'cause'}
              onPick={() => setExtent('cause')}
            />
            {layer && (
              <Radio
                label={`everything “${ruleTitle}” finds on layer ${layer}`}
                on={extent === 'layer'}
                onPick={() => setExtent('layer')}
              />
            )}
            {single.length > 0 && (
              <Radio
                label="single objects of it, in this drawing"
                on={extent === 'objects'}
                onPick={() => setExtent('objects')}
              />
            )}
            {extent === 'objects' && (
              <div className="mt-1 ml-6 grid max-h-32 grid-cols-4 gap-x-3 overflow-auto border border-hairline bg-white px-2 py-1">
                {single.map((handle) => (
                  <label key={handle} className="figures flex items-center gap-1.5">
                    <input
                      type="checkbox"
                      className="accent-verdigris"
                      checked={handles.includes(handle)}
                      onChange={(event) =>
                        setHandles(
                          event.target.checked
                            ? [...handles, handle]
                            : handles.filter((one) => one !== handle),
                        )
                      }
                    />
                    {handle}
                  </label>
                ))}
                {finding.objectCount > single.length && (
                  <p className="col-span-4 text-ink-2">
                    The first {single.length} of {count(finding.objectCount, 'object')}.
                  </p>
                )}
              </div>
            )}
          </fieldset>
          {extent !== 'objects' && (
            <Choice
              label="Where"
              value={scope}
              onChange={(event) => setScope(event.target.value as typeof scope)}
            >
              <option value="drawing">in this drawing, and its next corrections</option>
              {drawing.project && (
                <option value="project">in every drawing of project {drawing.project}</option>
              )}
              <option value="sender">in every drawing of {drawing.sender}</option>
            </Choice>
          )}
          <Field
            label="Reason"
            value={reason}
            required
            maxLength={200}
            onChange={(event) => setReason(event.target.value)}
          />
          <div className="grid grid-cols-2 gap-3">
            <Field
              label="Your name"
              value={by}
              required
              maxLength={200}
              onChange={(event) => setBy(event.target.value)}
            />
            <Field
              label="Last day it holds"
              type="date"
              value={until}
              required
              onChange={(event) => setUntil(event.target.value)}
            />
          </div>
          {problem && (
            <p role="alert" className="text-[13px] text-oxide">
              {problem.message} <span className="text-ink">{problem.action}</span>
            </p>
          )}
        </div>
        <DialogFoot>
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" type="submit" disabled={busy || !isReady}>
            Waive it
          </Button>
        </DialogFoot>
      </form>
    </Dialog>
  );
}

function Radio({ label, on, onPick }: { label: string; on: boolean; onPick: () => void }) {
  return (
    <label className="flex min-h-6 items-center gap-2">
      <input type="radio" name="extent" className="accent-verdigris" checked={on} onChange={onPick} />
      {label}
    </label>
  );
}
