import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { Problem } from '@/core/result';
import type { DrawingView } from '../drawings/types';
import { Button } from '../kit/Button';
import { call } from '../kit/call';
import { Dialog, DialogFoot } from '../kit/Dialog';
import { count } from '../kit/format';

/** Asks once before a drawing goes for good, and says what goes with it. */
export function DeleteDrawing({ drawing, onClose }: { drawing: DrawingView; onClose: () => void }) {
  const router = useRouter();
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const remove = async (): Promise<void> => {
    setBusy(true);
    const answer = await call(`/api/drawings/${drawing.id}`, { method: 'DELETE' });
    setBusy(false);
    if (!answer.ok) {
      setProblem(answer.problem);
      return;
    }
    toast(`${drawing.name} is deleted.`);
    router.push('/drawings');
    router.refresh();
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={`Delete ${drawing.name}`}
      about="It goes for good: there is no undo, and no copy is kept."
    >
      <ul className="list-disc space-y-1 px-5 py-4 pl-9 text-[13px]">
        <li>the drawing as it came{drawing.sender && ` from ${drawing.sender}`}</li>
        {drawing.revisions.length > 0 && (
          <li>
            {count(drawing.revisions.length, 'later state', 'later states')} with{' '}
            {count(drawing.changeCount, 'change')} and what was decided
          </li>
        )}
        <li>its audits and pictures</li>
      </ul>
      <p className="px-5 pb-4 text-[13px] text-ink-2">
        What was remembered for the sender’s next drawings stays, under Senders.
      </p>
      {problem && (
        <p role="alert" className="px-5 pb-4 text-[13px] text-oxide">
          {problem.message} {problem.action}
        </p>
      )}
      <DialogFoot>
        <Button onClick={onClose}>Cancel</Button>
        <Button look="grave" disabled={busy} onClick={() => void remove()}>
          Delete it
        </Button>
      </DialogFoot>
    </Dialog>
  );
}
