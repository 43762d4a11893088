import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { Problem } from '@/core/result';
import { Button } from '../kit/Button';
import { call } from '../kit/call';
import { Dialog, DialogFoot } from '../kit/Dialog';
import { Field } from '../kit/Field';
import { count } from '../kit/format';
import type { DraftSeen, EditionHead } from './types';

/** A step that somebody takes for the office: who, and why. */
export function StepDialog({
  open,
  onClose,
  title,
  about,
  byLabel,
  keep,
  act,
  grave = false,
  take,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  about: string;
  byLabel: string;
  /** Words on the buttons: to leave it, and to do it. */
  keep: string;
  act: string;
  grave?: boolean;
  take: (by: string, note: string) => Promise<Problem | null>;
}) {
  const [by, setBy] = useState('');
  const [note, setNote] = useState('');
  const [problem, setProblem] = useState<Problem | null>(null);
  const close = (): void => {
    setProblem(null);
    onClose();
  };
  return (
    <Dialog open={open} onOpenChange={(next) => !next && close()} title={title} about={about}>
      <form
        className="space-y-3 px-5 py-4"
        id="step"
        onSubmit={(event) => {
          event.preventDefault();
          void take(by, note).then(setProblem);
        }}
      >
        <Field
          label={byLabel}
          value={by}
          onChange={(event) => setBy(event.target.value)}
          required
          maxLength={80}
        />
        <Field label="Why" value={note} onChange={(event) => setNote(event.target.value)} maxLength={400} />
        {problem && (
          <p role="alert" className="text-oxide">
            {problem.message} {problem.action}
          </p>
        )}
      </form>
      <DialogFoot>
        <Button onClick={close}>{keep}</Button>
        <Button look={grave ? 'grave' : 'main'} type="submit" form="step">
          {act}
        </Button>
      </DialogFoot>
    </Dialog>
  );
}

export function WithdrawDialog({ edition, onClose }: { edition: EditionHead | null; onClose: () => void }) {
  const router = useRouter();
  return (
    <StepDialog
      open={edition !== null}
      onClose={onClose}
      title={`Withdraw ${edition?.label ?? ''}`}
      about="It stays to be read, and audits that used it keep naming it. Drawings are no longer checked with it."
      byLabel="Withdrawn by"
      keep="Keep it"
      act="Withdraw it"
      grave
      take={async (by, note) => {
        if (!edition) return null;
        const answer = await call<EditionHead>('/api/standard/withdraw', {
          method: 'POST',
          body: { edition: edition.id, by, note },
        });
        if (!answer.ok) return answer.problem;
        toast(`${edition.label} is withdrawn.`);
        onClose();
        router.refresh();
        return null;
      }}
    />
  );
}

/** Asks before a draft goes for good. */
export function DiscardDialog({
  open,
  onClose,
  draft,
  changes,
}: {
  open: boolean;
  onClose: () => void;
  draft: DraftSeen | null;
  /** What would be lost, in words. */
  changes: string;
}) {
  const router = useRouter();
  const [problem, setProblem] = useState<Problem | null>(null);
  if (!draft) return null;
  const discard = async (): Promise<void> => {
    const answer = await call('/api/standard/draft', {
      method: 'DELETE',
      body: { id: draft.id, version: draft.version },
    });
    if (!answer.ok) {
      setProblem(answer.problem);
      return;
    }
    onClose();
    router.push('/standard?view=editions');
    router.refresh();
  };
  return (
    <Dialog
      open={open}
      onOpenChange={(next) => {
        if (next) return;
        setProblem(null);
        onClose();
      }}
      title={`Discard ${draft.label}`}
      about={changes}
    >
      <p className="px-5 py-4 text-[13px] text-ink-2">
        This cannot be undone; export the draft first if any of it may be wanted.
      </p>
      {problem && (
        <p role="alert" className="px-5 pb-4 text-oxide">
          {problem.message} {problem.action}
        </p>
      )}
      <DialogFoot>
        <Button onClick={onClose}>Cancel</Button>
        <Button look="grave" onClick={() => void discard()}>
          Discard it
        </Button>
      </DialogFoot>
    </Dialog>
  );
}

export function IssueDialog({
  open,
  onOpenChange,
  draft,
  since,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  draft: DraftSeen | null;
  /** How much changed since which edition, in words; empty for the first. */
  since: string;
}) {
  const router = useRouter();
  if (!draft) return null;
  return (
    <StepDialog
      open={open}
      onClose={() => onOpenChange(false)}
      title={`Issue edition ${draft.number}`}
      about={`${count(draft.layerCount, 'layer')}${since}. Once issued it does not change; drawings taken in from now on are checked with it.`}
      byLabel="Issued by"
      keep="Not yet"
      act="Issue it"
      take={async (issuedBy, note) => {
        const answer = await call<EditionHead>('/api/standard/issue', {
          method: 'POST',
          body: { id: draft.id, version: draft.version, issuedBy, note },
        });
        if (!answer.ok) return answer.problem;
        onOpenChange(false);
        toast(`${answer.value.label} is issued.`);
        router.push(`/standard?edition=${answer.value.id}&view=editions`);
        router.refresh();
        return null;
      }}
    />
  );
}
