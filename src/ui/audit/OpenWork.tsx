import { useMemo } from 'react';
import type { ListedFinding } from '@/core/audit/finding';
import { count } from '../kit/format';
import { type LedgerView, openWork, SETTLED_BY, type SettledBy } from './ledger-view';

const WORDS: Readonly<Record<SettledBy, readonly [one: string, more: string]>> = {
  automatic: ['settles itself', 'settle themselves'],
  choice: ['to decide', 'to decide'],
  manual: ['for the sender', 'for the sender'],
};

const ABOUT: Readonly<Record<SettledBy, string>> = {
  automatic: 'The standard says what it has to be: show only these',
  choice: 'A person has to decide: show only these',
  manual: 'Nothing can be corrected here, it is settled with the sender: show only these',
};

interface Props {
  readonly findings: readonly ListedFinding[];
  readonly settledBy: SettledBy | null;
  readonly onView: (change: Partial<LedgerView>) => void;
}

/** What stands between the drawing and its release: how many findings block it, and who settles what. */
export function OpenWork({ findings, settledBy, onView }: Props) {
  const open = useMemo(() => openWork(findings), [findings]);
  if (findings.length === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-hairline px-3 py-1.5 text-[13px]">
      <span className={open.must > 0 ? 'font-medium text-oxide' : 'text-ink-2'}>
        {open.must > 0 ? `${count(open.must, 'blocks', 'block')} release` : 'Nothing blocks release'}
      </span>
      {SETTLED_BY.filter((kind) => open[kind] > 0).map((kind) => (
        <button
          key={kind}
          type="button"
          aria-pressed={settledBy === kind}
          title={settledBy === kind ? 'Show all' : ABOUT[kind]}
          onClick={() => onView({ settledBy: settledBy === kind ? null : kind })}
          className={`h-6 rounded-sm px-1 underline decoration-rule underline-offset-2 hover:decoration-ink ${settledBy === kind ? 'bg-shade font-medium' : ''}`}
        >
          <span className="figures">{open[kind]}</span> {WORDS[kind][open[kind] === 1 ? 0 : 1]}
        </button>
      ))}
    </div>
  );
}
