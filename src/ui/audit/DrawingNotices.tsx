import Link from 'next/link';
import { useEffect, useState } from 'react';
import type { DrawingView } from '../drawings/types';
import { Button, buttonClass } from '../kit/Button';
import type { RuleWords } from './types';

/** Another edition is in force than the drawing was checked with, or its draft was edited since. */
export function CheckAgain({
  drawing,
  inForce,
  busy,
  onCheck,
}: {
  drawing: DrawingView;
  inForce: string | null;
  busy: boolean;
  onCheck: () => void;
}) {
  if (drawing.state !== 'ready' || inForce === null) return null;
  const other = inForce !== drawing.edition;
  if (!other && !drawing.editedSince) return null;
  return (
    <p className="flex items-center gap-3 border-b border-hairline bg-verdigris-soft px-4 py-1.5 text-[13px]">
      {other
        ? `This drawing was checked with ${drawing.edition}; ${inForce} is in force now.`
        : `${drawing.edition} was edited since this drawing was checked.`}
      <Button className="h-7" disabled={busy} onClick={onCheck}>
        {other ? `Check with ${inForce}` : 'Check again'}
      </Button>
    </p>
  );
}

/** Rules that failed and things that were not looked at: what the outcome does not speak of. */
export function NotLookedAt({ drawing, rules }: { drawing: DrawingView; rules: readonly RuleWords[] }) {
  const failures = drawing.current?.failures ?? [];
  const notChecked = drawing.current?.notChecked ?? [];
  if (failures.length + notChecked.length === 0) return null;
  const titleOf = (id: string): string => rules.find((rule) => rule.id === id)?.title ?? id;
  return (
    <div className="border-b border-hairline bg-white px-4 py-1.5 text-[13px]" role="status">
      {failures.map(({ rule, message }) => (
        <p key={rule} className="text-oxide">
          {titleOf(rule)}: {message}
        </p>
      ))}
      {notChecked.map(({ rule, what }) => (
        <p key={`${rule} ${what}`} className="text-ink-2">
          {titleOf(rule)}: {what}
        </p>
      ))}
    </div>
  );
}

/** The drawing is being read, or waits for it. */
export function Reading({ drawing, onCancel }: { drawing: DrawingView; onCancel: () => void }) {
  return (
    <div role="status" className="m-auto flex flex-col items-center gap-3 text-ink-2">
      <p>
        {drawing.state === 'reading' ? 'Reading the drawing and checking it …' : 'Waiting for its turn …'}
      </p>
      <Button look="quiet" onClick={onCancel}>
        Cancel
      </Button>
    </div>
  );
}

/** How long work goes on before it is spoken of, ms. */
const UNSAID_MS = 1500;

/** Work that takes its time can be cancelled; short work is not spoken of. */
export function Working({ working, onCancel }: { working: boolean; onCancel: () => void }) {
  const [long, setLong] = useState(false);
  useEffect(() => {
    if (!working) {
      setLong(false);
      return;
    }
    const timer = setTimeout(() => setLong(true), UNSAID_MS);
    return () => clearTimeout(timer);
  }, [working]);
  if (!long) return null;
  return (
    <p
      role="status"
      className="flex items-center gap-3 border-b border-hairline bg-white px-4 py-1.5 text-[13px]"
    >
      Working on the drawing …
      <Button className="h-7" onClick={onCancel}>
        Cancel
      </Button>
    </p>
  );
}

/** What says that the file itself is gone or was altered. */
const NOT_KEPT: ReadonlySet<string> = new Set(['file-missing', 'file-altered', 'file-unreadable']);

export function Unreadable({ drawing, onAgain }: { drawing: DrawingView; onAgain: () => void }) {
  return (
    <div className="m-auto max-w-xl border-l-[3px] border-oxide bg-white px-5 py-4" role="alert">
      <p className="text-[16px] font-semibold">This drawing could not be read</p>
      <p className="mt-2">
        {drawing.problem?.message}
        {drawing.problem?.line !== undefined && (
          <span className="figures"> Line {drawing.problem.line.toLocaleString('en-GB')}.</span>
        )}
      </p>
      <p className="mt-1">{drawing.problem?.action}</p>
      {!NOT_KEPT.has(drawing.problem?.code ?? '') && (
        <p className="mt-2 text-[13px] text-ink-2">The file is kept as it was sent.</p>
      )}
      <div className="mt-4 flex gap-2">
        <Button onClick={onAgain}>Try again</Button>
        <a className={buttonClass()} href={`/api/drawings/${drawing.id}/file?which=original`} download>
          Download it as received
        </a>
        <Link href="/intake" className={buttonClass('quiet')}>
          To the Intake
        </Link>
      </div>
    </div>
  );
}
