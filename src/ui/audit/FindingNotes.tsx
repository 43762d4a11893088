import { useState } from 'react';
import { FINDING_STATUSES, type FindingNote, type FindingStatus } from '@/core/audit/finding-note';
import { Button } from '../kit/Button';

/** What a status says, in a list and on a button. */
export const STATUS_WORDS: Readonly<Record<FindingStatus, string>> = {
  open: 'open',
  'looked at': 'looked at',
  asked: 'sender asked',
  later: 'for later',
};

interface Props {
  readonly note: FindingNote | undefined;
  readonly onNote: (status: FindingStatus, note: string) => Promise<unknown>;
}

/** What was written last: what is written after it is sent after it, or the earlier one could arrive as the later. */
let written: Promise<unknown> = Promise.resolve();

/** Where a finding stands, and a word beside it: for whoever works down the list, it changes no verdict. */
export function FindingNotes({ note, onNote }: Props) {
  const [status, setStatus] = useState<FindingStatus>(note?.status ?? 'open');
  const [words, setWords] = useState(note?.note ?? '');
  const [busy, setBusy] = useState(false);
  const changed = status !== (note?.status ?? 'open') || words.trim() !== (note?.note ?? '');
  const save = async (next: FindingStatus): Promise<void> => {
    setBusy(true);
    const send = (): Promise<unknown> => onNote(next, words);
    written = written.then(send, send);
    await written;
    setBusy(false);
  };
  return (
    <form
      className="flex min-w-0 flex-1 items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save(status);
      }}
    >
      <select
        aria-label="Where it stands"
        value={status}
        disabled={busy}
        onChange={(event) => {
          const next = event.target.value as FindingStatus;
          setStatus(next);
          void save(next);
        }}
        className="h-7 shrink-0 rounded-md border border-rule bg-white px-1"
      >
        {FINDING_STATUSES.map((one) => (
          <option key={one} value={one}>
            {STATUS_WORDS[one]}
          </option>
        ))}
      </select>
      <input
        aria-label="Note"
        placeholder="Note"
        value={words}
        maxLength={1000}
        onChange={(event) => setWords(event.target.value)}
        onBlur={() => {
          if (changed && !busy) void save(status);
        }}
        className="h-7 min-w-0 flex-1 rounded-md border border-rule bg-white px-2"
      />
      {changed && (
        <Button type="submit" className="h-7 shrink-0" disabled={busy}>
          Save
        </Button>
      )}
    </form>
  );
}
